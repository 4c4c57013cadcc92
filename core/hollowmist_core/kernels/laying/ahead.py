"""Ahead: the open end of a stroke as it will be if the pen lifts now, or goes on as it is expected to."""

from ...tables.records import AT_END, LATELY, NOW, OPEN
from ..base.registry import helper
from ..path.hand import TAKEN, take
from ..path.line import follow, open_end
from ..path.point import copy_point
from .walk import set_first, walk


@helper
def lay_open(easel, path):
    """Lay the open end into its own plane, leaving the walk where the next sample goes on from."""
    state = easel.state
    if state.path_open == 0:
        return
    state.walk[AT_END] = state.walk[NOW]
    stamp_count = state.stamp_count
    set_first(state, path, state.path_open)
    total = path[state.path_open - 1].s
    walk(easel, path, state.path_open, total, total, OPEN)
    state.stamp_count = stamp_count
    # Also what the open end takes for the first move, which a later sample may still turn.
    state.walk[NOW] = state.walk[AT_END]


@helper
def put_by(strokes, recent):
    """Put the stroke by as it stands, ink apart."""
    strokes[1] = strokes[0]
    for i in range(LATELY):
        copy_point(recent[i], recent[LATELY + i])


@helper
def bring_back(strokes, recent):
    """Have the stroke again as it was put by. The open end on the sheet, and what it changed, stay told of."""
    state, before = strokes[0], strokes[1]
    before.left, before.top, before.right, before.bottom = state.left, state.top, state.right, state.bottom
    before.open_left, before.open_top = state.open_left, state.open_top
    before.open_right, before.open_bottom = state.open_right, state.open_bottom
    before.starved = state.starved
    strokes[0] = strokes[1]
    for i in range(LATELY):
        copy_point(recent[LATELY + i], recent[i])


@helper
def lay_foreseen(strokes, easel, recent, even, path, samples, first, until):
    """Lay the open end as it will be after samples `first` to `until`, which are guesses: none of them stays.

    Two real samples must be there, since the second still changes what was made of the first. (Nothing here settles
    or is compacted; what even nodes and path receive beyond their counts is written anew by the next sample.)
    """
    put_by(strokes, recent)
    state, brush = easel.state, easel.brush
    for i in range(first, until):
        if take(state, brush, recent, even, path, samples, i) == TAKEN:
            follow(state, brush, recent, even, path)
    open_end(state, brush, recent, even, path)
    lay_open(easel, path)
    bring_back(strokes, recent)
