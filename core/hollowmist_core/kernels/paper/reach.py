"""Reach: how far around a place what a brush inks there hangs on, and the scratch space that inking needs."""

import math

from numba import float32, float64, int32

from ...tables.brush_record import BRUSH
from ...tables.records import TILE
from ..base.registry import array, kernel
from .pooling import POOLING_WORK, SEEN
from .running import HALOS, wet_room
from .wet import FORGETS

FADED = 5.6
"""Times that a share of one third is left to be less than 1/255 of the whole."""

FARTHEST = 1024.0
"""Most that is looked at around a part for the ink that a tip has taken up, sheet px: of tips as wide as a hand."""

ROUNDED = 4.0
"""Sheet px beyond that: edges, and cells that lie across a border."""


@kernel(float32, array(BRUSH))
def ink_halo(brushes):
    """How far around a part of the paper a brush's strokes are to be inked for it to be as on the whole, sheet px.

    0 where nothing that it inks looks at what lies about it.
    """
    brush = brushes[0]
    halo = 0.0
    if brush.pooling > 0.0:
        halo = 4.0 * brush.rim * brush.size / SEEN + ROUNDED
    if brush.wetness > 0.0:
        halo = max(halo, HALOS * brush.run + ROUNDED)
    if brush.pick_up > 0.0:
        halo = max(halo, min(FARTHEST, FADED * FORGETS * brush.most_width))
    return float32(halo)


@kernel(int32, float64, float64)
def ink_margin(halo, scale):
    """Margin, device px, of a sheet whose ink hangs on so many sheet px around it.

    It is of whole tiles: ink whose tiles begin elsewhere may differ in its last bit.
    """
    return int32(math.ceil(halo * scale / TILE)) * int32(TILE)


@kernel(int32, array(BRUSH))
def ink_mixes(brushes):
    """Whether a brush's strokes change, or go by, ink that lies wet beneath them."""
    brush = brushes[0]
    return int32(1) if brush.wetness > 0.0 or brush.pick_up > 0.0 else int32(0)


@kernel(int32, array(BRUSH), float32)
def ink_room(brushes, scale):
    """Numbers of scratch space (`work` of `stroke.feed` and `stroke.lift`) that a brush needs at a scale."""
    brush = brushes[0]
    room = int32(POOLING_WORK) if brush.pooling > 0.0 else int32(1)
    if brush.wetness > 0.0 and brush.run > 0.0:
        room = max(room, int32(wet_room(math.ceil(brush.run * scale))))
    return room


@kernel(int32, int32, float64)
def side_at(side, scale):
    """A side of a sheet at a scale, device px, in files: rounded to the nearest."""
    return max(int32(1), int32(math.floor(side * scale + 0.5)))
