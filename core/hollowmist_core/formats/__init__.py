"""Files that are read and written, in open formats."""
