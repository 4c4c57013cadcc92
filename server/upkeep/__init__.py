"""Upkeep: what runs once a day over all that is kept."""
