"""Sheets: real pieces of paper, with a size, an underlay, guides, layers and strokes."""
