"""Path: from samples to the line that is inked: the hand, and how it is steadied."""
