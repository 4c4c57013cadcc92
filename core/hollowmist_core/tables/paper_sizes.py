"""Sizes of paper that the trade knows, and what a sheet may be."""

from .papers import Paper

LEAST_SIDE, MOST_SIDE = 16, 8192
"""Side of a sheet, px."""

MOST_DPI = 1200.0


SHEET_SIZES = (
    Paper("postcard", "Postcard", 148.0, 105.0, 300.0),
    Paper("a5", "A5", 148.0, 210.0, 300.0),
    Paper("a4", "A4", 210.0, 297.0, 300.0),
    Paper("a3", "A3", 297.0, 420.0, 300.0),
    Paper("a2", "A2", 420.0, 594.0, 300.0),
    Paper("square", "Square", 200.0, 200.0, 300.0),
    Paper("label", "Label", 100.0, 60.0, 600.0),
    Paper("spread", "Double spread", 420.0, 297.0, 300.0),
)
"""Paper sizes: ISO 216 for the A series, and what else is in common use, each at the finest usual dpi."""

TINTS = (
    ("#fbfaf5", "Warm white"),
    ("#ffffff", "White"),
    ("#f1e6d0", "Laid"),
    ("#d9c7a3", "Kraft"),
    ("#c9d3d2", "Fog"),
    ("#2b3638", "Slate"),
)
"""Tints of paper, and what they are called."""
