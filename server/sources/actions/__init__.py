"""What people do with sources, one file per act."""
