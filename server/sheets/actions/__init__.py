"""What people do with sheets, one file per act."""
