"""The lending shelf: the stand-in for a place where people share rolls. A service of its own, which Hollowmist asks."""
