"""Corners: places where the hand turns sharply, that a steadied line keeps as they were drawn.

A point waits until the hand is far enough past it to tell. Its turn is the angle between where the hand came from
and where it goes, both over `state.corner_span` px, so that a tremble is no corner, and again over half of it, so that
a round bend is none. Of neighbours that turn
sharply only the sharpest is one.
"""

import math

from numba import float32

from ...tables.records import HELD, MOST_HELD
from ..base.registry import helper
from .point import copy_point

SPAN = 16.0
"""Length of line, px, over which a turn is told on either side."""

MILDEST = math.radians(40.0)
"""With *keep corners* at full, turns from here on are corners; at zero none are."""

NEAR = 1.25
"""A corner turns as far over half the span; a round bend only half as far. The turn over half the span times this
counts where it is the smaller."""

UNKNOWN = float32(-1)


@helper
def corner_limit(keep):
    """The turn (radians) from which on a corner is kept, for *keep corners* 0..1."""
    return math.pi - keep * (math.pi - MILDEST)


@helper
def length_between(recent, i, j):
    """Length of the hand's line from held point i to j, px."""
    return abs(recent[HELD + j].s - recent[HELD + i].s)


@helper
def away_from(state, recent, i, span, step):
    """The held point at least `span` px before (step -1) or after (step 1) point i; the last there is if none is."""
    j = i
    while 0 <= j + step < state.held and length_between(recent, i, j) < span:
        j += step
    return j


@helper
def turn_between(recent, before, i, after):
    """Angle between the ways from point `before` to i and from i to `after`, radians."""
    here, a, b = recent[HELD + i], recent[HELD + before], recent[HELD + after]
    ux, uy = here.x - a.x, here.y - a.y
    vx, vy = b.x - here.x, b.y - here.y
    return float32(abs(math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)))


@helper
def turn_at(state, recent, i):
    """How sharply the hand turns at held point i, radians; `UNKNOWN` while it is not far enough past it."""
    span = state.corner_span
    half = span * float32(0.5)
    after = away_from(state, recent, i, span, 1)
    if length_between(recent, i, after) < span:
        return UNKNOWN
    before = away_from(state, recent, i, span, -1)
    if length_between(recent, i, before) < half:
        return float32(0)
    wide = turn_between(recent, before, i, after)
    near = turn_between(recent, away_from(state, recent, i, half, -1), i, away_from(state, recent, i, half, 1))
    return min(wide, float32(NEAR) * near)


@helper
def hold_point(state, recent):
    """Find room for one more point: those that no turn needs any more are dropped, then the oldest."""
    span = float32(3) * state.corner_span
    drop = 0
    while drop < state.decided and length_between(recent, drop, state.held - 1) > span:
        drop += 1
    if state.held >= MOST_HELD and drop == 0:
        drop = 1
    # Moving is dear, so it is done for many at once.
    if state.held < MOST_HELD and drop < MOST_HELD // 4:
        return
    for i in range(drop, state.held):
        copy_point(recent[HELD + i], recent[HELD + i - drop])
    state.held -= drop
    state.decided = max(0, state.decided - drop)


@helper
def is_corner(state, recent, i):
    """Whether held point i turns sharply enough, and more than all within the span, as far as is known."""
    turn = recent[HELD + i].corner
    if turn < state.corner_limit:
        return False
    j = i - 1
    while j >= 0 and length_between(recent, i, j) <= state.corner_span:
        if recent[HELD + j].corner >= turn:
            return False
        j -= 1
    j = i + 1
    while j < state.held and length_between(recent, i, j) <= state.corner_span:
        if recent[HELD + j].corner > turn:
            return False
        j += 1
    return True


@helper
def measure_turns(state, recent):
    """Work out the turns that have become known. Returns how many held points have one."""
    i = state.decided
    while i < state.held:
        if recent[HELD + i].corner == UNKNOWN:
            recent[HELD + i].corner = turn_at(state, recent, i)
        if recent[HELD + i].corner == UNKNOWN:
            return i
        i += 1
    return i


@helper
def decidable(state, recent, i, known):
    """Whether it can be told if held point i is a corner: all turns within the span after it are known."""
    if i >= known:
        return False
    if state.held >= MOST_HELD - 1:
        return True
    return known > i + 1 and length_between(recent, i, known - 1) > state.corner_span
