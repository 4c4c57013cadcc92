"""Settle: what no later sample can change of a stroke is laid for good, and its path is let go of behind that."""

import math

from ...tables.records import NOW, SETTLED
from ..base.registry import helper
from ..path.point import copy_point
from ..touch.tip import FIRST_MOVE
from ..touch.weight import held_back, least_length
from .ribbon import waits_for_its_end
from .walk import set_first, walk


@helper
def settle(easel, path):
    """Lay the stamps that no later sample can change."""
    state, brush = easel.state, easel.brush
    if state.path_count == 0:
        return
    final = path[state.path_count - 1].s
    open_length = held_back(state)
    until = final - open_length
    if open_length < 0.0 or final < least_length(state) or waits_for_its_end(brush):
        until = -1.0
    set_first(state, path, state.path_count)
    if brush.turning == FIRST_MOVE and not state.walk[NOW].first_set:
        until = -1.0
    # The last final point may still be the very end, whose stamp the open end lays.
    until = min(until, final - 2e-3)
    walk(easel, path, state.path_count, until, math.inf, SETTLED)


@helper
def compact_path(state, brush, path):
    """Drop the points behind the walk, once the path's buffer is half full, unless all is going to be walked again."""
    drop = state.walk[NOW].walked
    if state.path_count < len(path) // 2 or drop == 0 or waits_for_its_end(brush):
        return
    for i in range(drop, state.path_count):
        copy_point(path[i], path[i - drop])
    state.path_count -= drop
    state.walk[NOW].walked = 0


@helper
def thin_path(state, path):
    """Drop every second point of a path that must wait, and that its buffer has no more room for.

    (Tapers of tens of thousands of px wait, and those in % of a stroke until it is lifted. What is left lies within
    four times the chord's error.)
    """
    if state.path_count < len(path) // 4 * 3:
        return
    kept = 0
    for i in range(0, state.path_count - 1, 2):
        copy_point(path[i], path[kept])
        kept += 1
    copy_point(path[state.path_count - 1], path[kept])
    state.path_count = kept + 1
    state.walk[NOW].walked //= 2
