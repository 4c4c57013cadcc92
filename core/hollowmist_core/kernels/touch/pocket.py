"""Pocket: how large a brush is drawn in the pictures that stand for it, so that any brush fits."""

from numba import float32

from ...tables.brush_record import BRUSH
from ...tables.settings import numbers
from ..base.registry import array, kernel

ONE, TWO = float32(1), float32(2)
(SIDE_BY_SIDE,) = numbers("several", "side by side")

WIDEST = float32(96)
"""A line wider than this is drawn smaller, px of the picture."""

LEAST = float32(14)
"""However far stamps stray, the line is drawn this wide, px of the picture."""

ROOM = float32(0.8)
"""Share of the picture's width that the line and what strays from it may take."""

TOUCH = float32(0.6)
"""Share of a print's side that the tip takes, its softness beside it."""


@kernel(float32, array(BRUSH), float32)
def pocket_scale(brushes, width):
    """Device px per sheet px at which a prepared brush's stroke fits a picture `width` px wide: at most 2."""
    brush = brushes[0]
    stray = ONE + brush.scatter_across
    if brush.several == SIDE_BY_SIDE:
        stray += brush.strand_gap * (brush.stamps - ONE)
    return min(TWO, max(LEAST, min(WIDEST, ROOM * width / stray)) / brush.size)


@kernel(float32, array(BRUSH), float32)
def print_scale(brushes, side):
    """Device px per sheet px at which one touch of a prepared brush fits a print `side` px square: at most 2."""
    brush = brushes[0]
    return min(TWO, TOUCH * side / (ONE + brush.softness) / brush.size)
