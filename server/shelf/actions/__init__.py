"""What can be done with lots on the shelf, one file per act."""
