"""What people do with packs, one file per act."""
