"""Variations: a setting moved by chance, alike wherever and whenever it is asked for."""

import math

from numba import float32, int32

from .chance import chance
from .registry import helper, kernel

MOVED, FIRST, SECOND = 128, 129, 130
"""Channels of chance: whether a setting moves, and the two numbers that tell how far."""

SHARE = 0.45
"""How many of the settings that may move do so in each neighbour."""

STAYS = -(1 << 30)
"""What is told of a setting that does not move."""

MOST_VARIED = 256

OCTAVE = math.log(2.0)


@helper
def swing(seed, index):
    """A number in -1..1, small ones likelier: the sum of two even chances (triangular)."""
    return float(chance(seed, index, FIRST)) + float(chance(seed, index, SECOND)) - 1.0


@kernel(int32, float32, float32, float32, int32, float32, float32, int32, int32, int32, int32)
def vary(value, low, high, octaves, step, reach, seed, which, index, always):
    """A setting's value in the neighbour `which`, as a whole number of its steps; `STAYS` where it does not move.

    It moves within `reach` of where it is: that many octaves up or down with `octaves`, else that much in its own unit;
    never out of `low`..`high`. `index` tells the setting from others (0 .. `MOST_VARIED` - 1). With `always` it moves
    in any case.
    """
    place = which * MOST_VARIED + index
    if not always and chance(seed, place, MOVED) >= SHARE:
        return int32(STAYS)
    way = reach * swing(seed, place)
    moved = value * math.exp(way * OCTAVE) if octaves else value + way
    return int32(math.floor(min(float(high), max(float(low), moved)) / step + 0.5))
