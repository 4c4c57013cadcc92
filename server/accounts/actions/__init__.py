"""What people do with accounts, one file per act."""
