"""The rolls of brushes that ship with Hollowmist."""
