"""Make the shipped proof strokes: `python -m hollowmist_core.proofs`."""

import json

from . import DATA
from .recipes import make_lanes


def main() -> None:
    """Write `strokes.json`."""
    DATA.write_text(json.dumps({"lanes": make_lanes()}, separators=(",", ":")) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
