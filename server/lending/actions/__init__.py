"""What people do with the lending shelf, one file per act."""
