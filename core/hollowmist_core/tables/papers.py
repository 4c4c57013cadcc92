"""Papers that a brush is shown on, from a card to a poster."""

from dataclasses import dataclass

MM_PER_INCH = 25.4

PAPER = 0xFBFAF5
"""Colour of the paper where nothing else is said, 0xRRGGBB."""


@dataclass(frozen=True)
class Paper:
    """A paper of a real size.

    Attributes
    ----------
    key, label : str
    width, height : float
        mm.
    dpi : float
    """

    key: str
    label: str
    width: float
    height: float
    dpi: float


PAPERS = (
    Paper("small", "A6 card", 148.0, 105.0, 300.0),
    Paper("usual", "A4 sheet", 297.0, 210.0, 300.0),
    Paper("huge", "A1 poster", 841.0, 594.0, 300.0),
)


def px_from_mm(mm: float, dpi: float) -> float:
    """Length in px on a sheet of so many dots per inch."""
    return mm / MM_PER_INCH * dpi
