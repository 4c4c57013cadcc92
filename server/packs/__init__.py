"""Packs: brushes with all that they need, carried as files."""
