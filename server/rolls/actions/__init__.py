"""What people do with rolls and brushes, one file per act."""
