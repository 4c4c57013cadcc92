"""Sizes of paper that the trade knows, and what a sheet may be."""

from dataclasses import dataclass

LEAST_SIDE, MOST_SIDE = 16, 8192
"""Side of a sheet, px."""

MOST_DPI = 1200.0


@dataclass(frozen=True)
class SheetSize:
    """A size of paper.

    Attributes
    ----------
    key, label : str
    width, height : float
        mm.
    dpi : float
        At which it is offered: the finest usual one at which the paper is a sheet.
    """

    key: str
    label: str
    width: float
    height: float
    dpi: float


SHEET_SIZES = (
    SheetSize("postcard", "Postcard", 148.0, 105.0, 300.0),
    SheetSize("a5", "A5", 148.0, 210.0, 300.0),
    SheetSize("a4", "A4", 210.0, 297.0, 300.0),
    SheetSize("a3", "A3", 297.0, 420.0, 300.0),
    SheetSize("a2", "A2", 420.0, 594.0, 300.0),
    SheetSize("square", "Square", 200.0, 200.0, 300.0),
    SheetSize("label", "Label", 100.0, 60.0, 600.0),
    SheetSize("spread", "Double spread", 420.0, 297.0, 300.0),
)
"""Paper sizes: ISO 216 for the A series, and what else is in common use."""

TINTS = (
    ("#fbfaf5", "Warm white"),
    ("#ffffff", "White"),
    ("#f1e6d0", "Laid"),
    ("#d9c7a3", "Kraft"),
    ("#c9d3d2", "Fog"),
    ("#2b3638", "Slate"),
)
"""Tints of paper, and what they are called."""
