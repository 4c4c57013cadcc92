"""Whole journeys in a real browser with a simulated pen."""
