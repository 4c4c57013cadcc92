"""What people do on the proof sheet, one file per act."""
