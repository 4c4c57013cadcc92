"""The speed table: what `script/bench` measures, and how."""
