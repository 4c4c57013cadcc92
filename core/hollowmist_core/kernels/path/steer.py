"""Steering: how the steadied ink follows the hand, sample by sample.

*Tow line*: the ink is towed on a line; it moves only when the hand is further away than the line is long.
*Speed-aware*: the 1 Euro filter of Casiez, Roussel and Vogel (2012), "1 Euro Filter: A Simple Speed-based Low-pass
Filter for Noisy Input in Interactive Systems", CHI '12, on each axis: a low-pass filter whose cutoff rises with the
speed.
"""

import math

from numba import float32

from ...tables.records import INK, NEWEST, SUM
from ...tables.settings import numbers
from ..base.registry import helper
from .hand import CLOSE
from .point import add_scaled, copy_point, scale_point

TOW_LINE, SPEED_AWARE = numbers("steadying", "tow line", "speed-aware")
"""Ways of steadying, as numbered in the setting `steadying`."""

RATE_CUTOFF = 1.0
"""Cutoff, Hz, of the speed that the speed-aware way goes by, as published."""

LEAST_TIME = 1e-4
"""Samples count as at least this far apart, s."""


@helper
def smoothing(cutoff, elapsed):
    """Share of the newest value in a low-pass filter of a cutoff (Hz) after `elapsed` s."""
    return 1.0 / (1.0 + 1.0 / (2.0 * math.pi * cutoff * elapsed))


@helper
def low_passed(before, now, share):
    """A low-pass filter's next value."""
    return share * now + (1.0 - share) * before


@helper
def put_ink(state, recent, point):
    """Put the ink right where the hand is."""
    copy_point(point, recent[INK])
    state.ink_x, state.ink_y = point.x, point.y
    state.rate_x = state.rate_y = 0.0


@helper
def mix_in(ink, scratch, point, share):
    """Let all else that the hand tells follow by a share, as the place does."""
    scale_point(ink, scratch, float32(1.0 - share))
    add_scaled(ink, point, float32(share))
    ink.t = point.t


@helper
def tow(state, brush, recent, point):
    """Tow the ink towards the hand, as far as the line is too short."""
    dx, dy = point.x - state.ink_x, point.y - state.ink_y
    gap = math.hypot(dx, dy)
    if gap <= brush.tow:
        return
    share = (gap - brush.tow) / gap
    state.ink_x += share * dx
    state.ink_y += share * dy
    mix_in(recent[INK], recent[SUM], point, share)


@helper
def filter_by_speed(state, brush, recent, point):
    """One step of the 1 Euro filter on each axis; what else the hand tells is smoothed as the two axes are."""
    ink = recent[INK]
    elapsed = max(LEAST_TIME, (float(point.t) - float(ink.t)) / 1000.0)
    share = smoothing(RATE_CUTOFF, elapsed)
    state.rate_x = low_passed(state.rate_x, (point.x - state.ink_x) / elapsed, share)
    state.rate_y = low_passed(state.rate_y, (point.y - state.ink_y) / elapsed, share)
    # The setting counts px per ms, the filter px per s.
    quickness = brush.quickness / 1000.0
    share_x = smoothing(brush.calm + quickness * abs(state.rate_x), elapsed)
    share_y = smoothing(brush.calm + quickness * abs(state.rate_y), elapsed)
    state.ink_x = low_passed(state.ink_x, point.x, share_x)
    state.ink_y = low_passed(state.ink_y, point.y, share_y)
    mix_in(ink, recent[SUM], point, 0.5 * (share_x + share_y))


@helper
def steer(state, brush, recent, point, corner):
    """Let the ink follow the hand to a point; at a corner it goes all the way.

    Returns whether the ink moved. It is left in `recent[INK]`.
    """
    ink = recent[INK]
    if state.line_count == 0 or corner or brush.steadying < TOW_LINE:
        put_ink(state, recent, point)
    elif brush.steadying == TOW_LINE:
        tow(state, brush, recent, point)
    else:
        filter_by_speed(state, brush, recent, point)
    ink.x, ink.y = state.ink_x, state.ink_y
    newest = recent[NEWEST]
    if state.line_count > 0 and math.hypot(ink.x - newest.x, ink.y - newest.y) < CLOSE:
        newest.pressure = max(newest.pressure, ink.pressure)
        return False
    return True
