"""Tiles: the memory that ink lies in, how colours are composed there, and in which order strokes come."""
