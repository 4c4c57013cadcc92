"""Walk: the line is inked from where it is inked to, by stamps, by swept pieces, or as a ribbon."""

import math

from numba import float32, int32

from ...tables.records import NOW
from ..base.chance import MOST_STAMPS
from ..base.registry import helper
from ..paper.wet import take_up
from ..path.line import place_at, set_along
from ..tiles.sheet import on_grid
from ..touch.respond import listen
from ..touch.tip import BUILD, ELLIPSE, FIRST, set_stamp, step_after
from .changed import mark, mark_box
from .lay import lay
from .ribbon import band_box, lay_band
from .sweep import sweep, swept_box
from .track import FROM, LONGEST, TO, next_piece

OVERLAP = float32(1)
"""Length, device px, by which pieces of a tip with corners lie over each other."""

STRAIGHT_ON = float32(0.95)
"""Cosine of the sharpest bend over which they do."""


@helper
def set_first(state, path, path_end):
    """Keep the direction of the stroke's first move, once there is enough line to tell."""
    if state.walk[NOW].first_set or path_end < 2:
        return
    at = 1
    while at < path_end - 1 and path[at].s < FIRST:
        at += 1
    dx, dy = path[at].x - path[0].x, path[at].y - path[0].y
    length = math.hypot(dx, dy)
    if length > 1e-6:
        state.walk[NOW].first_x = dx / length
        state.walk[NOW].first_y = dy / length
    state.walk[NOW].first_set = path[at].s >= FIRST


@helper
def lay_stamps_along(easel, path, path_end, until, total, plane):
    """Lay the stamps from the walk's place up to arc length `until` of a stroke `total` px long."""
    state, brush, stamps, surface, sources = easel
    build = brush.overlap == BUILD
    several = int32(brush.stamps)
    while state.walk[NOW].next_s <= until + 1e-3:
        while state.walk[NOW].walked < path_end - 2 and path[state.walk[NOW].walked + 1].s < state.walk[NOW].next_s:
            state.walk[NOW].walked += 1
        here = path[state.walk[NOW].walked]
        after = path[min(state.walk[NOW].walked + 1, path_end - 1)]
        set_along(state, after.x - here.x, after.y - here.y)
        place = place_at(state, here, after, state.walk[NOW].next_s)
        listen(state, brush, place, state.walk[NOW].next_s)
        if brush.pick_up > float32(0):
            take_up(state, brush, surface, place.x, place.y)
        index = int32(state.walk[NOW].stamp_index * MOST_STAMPS)
        width = float32(0)
        for k in range(several):
            if state.record_only and state.stamp_count >= len(stamps):
                return
            stamp = stamps[state.stamp_count if state.record_only else 0]
            own = set_stamp(stamp, state, brush, place, index + k, state.walk[NOW].next_s, total)
            # The step is told by its first stamp, however many there are.
            width = own if k == 0 else width
            mark(state, stamp, sources.images, plane)
            if state.record_only:
                state.stamp_count += 1
            else:
                lay(easel, stamp, build, plane)
        state.walk[NOW].stamp_index += 1
        step = step_after(state, brush, index, width)
        state.walk[NOW].next_s += step
        state.walk[NOW].step = step / max(1.0, width)


@helper
def sweep_along(easel, path, path_end, until, total, plane):
    """Fill the line from the walk's place in pieces: those that end by arc length `until`, or all of a whole stroke."""
    state, brush, stamps, _, sources = easel
    whole = total < math.inf
    while whole or state.walk[NOW].next_s + LONGEST <= until:
        # A stroke of one place is one touch.
        if state.walk[NOW].next_s >= total and state.walk[NOW].stamp_index > 0:
            return
        before_x, before_y = state.walk[NOW].along_x, state.walk[NOW].along_y
        end = next_piece(state, brush, path, path_end, total, stamps)
        goes_on = before_x * state.walk[NOW].along_x + before_y * state.walk[NOW].along_y > STRAIGHT_ON
        if brush.tip != ELLIPSE and state.walk[NOW].stamp_index > 0 and goes_on:
            # Where a corner draws the edge, two pieces that only touch would leave a notch there.
            stamps[FROM].x -= on_grid(OVERLAP * state.walk[NOW].along_x)
            stamps[FROM].y -= on_grid(OVERLAP * state.walk[NOW].along_y)
        mark_box(state, swept_box(stamps, sources.images), plane)
        sweep(easel, state.walk[NOW].stamp_index == 0, end >= total, plane)
        state.walk[NOW].stamp_index = 1
        state.walk[NOW].next_s = end


@helper
def lay_ribbon_along(easel, path, path_end, until, total, plane):
    """Lay the brush's picture along the line in pieces: those that end by arc length `until`, or all of the stroke.

    A stroke of one place is one touch.
    """
    state, brush, stamps, _, _ = easel
    whole = until >= total
    if total <= 0.0:
        lay_stamps_along(easel, path, path_end, until, total, plane)
        return
    while whole or state.walk[NOW].next_s + LONGEST <= until:
        if state.walk[NOW].next_s >= total:
            return
        begins = state.walk[NOW].stamp_index == 0
        end = next_piece(state, brush, path, path_end, total, stamps)
        mark_box(state, band_box(stamps[FROM], stamps[TO]), plane)
        lay_band(easel, begins, end >= total, total, plane)
        state.walk[NOW].stamp_index = 1
        state.walk[NOW].next_s = end


@helper
def walk(easel, path, path_end, until, total, plane):
    """Ink the line from the walk's place up to arc length `until` of a stroke `total` px long."""
    state, brush = easel.state, easel.brush
    if brush.ribbon and not state.record_only:
        lay_ribbon_along(easel, path, path_end, until, total, plane)
    elif brush.swept and not state.record_only:
        sweep_along(easel, path, path_end, until, total, plane)
    else:
        lay_stamps_along(easel, path, path_end, until, total, plane)
