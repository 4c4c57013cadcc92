"""Changed: the rectangles of what a stroke changes on the sheet, and of how far it reaches; and taking it off there."""

from ...tables.records import OPEN, SETTLED, TILE
from ..base.registry import helper
from ..tiles.sheet import give_back_ink
from ..touch.cover import box_of, on_sheet

FAR_OFF = 1 << 30


@helper
def forget_change(state):
    """Empty the rectangle of what changed."""
    state.left = state.top = FAR_OFF
    state.right = state.bottom = -FAR_OFF


@helper
def forget_reach(state):
    """Empty the rectangles of the stroke's reach."""
    state.all_left = state.all_top = state.far_left = state.far_top = FAR_OFF
    state.all_right = state.all_bottom = state.far_right = state.far_bottom = -FAR_OFF


@helper
def forget_open(state):
    """Empty the rectangle of the open end."""
    state.open_left = state.open_top = FAR_OFF
    state.open_right = state.open_bottom = -FAR_OFF


@helper
def take_plane_off(state, maps, free, plane, box):
    """Take the stroke in hand off a plane, whose ink lies in a box; all of that counts as changed."""
    left, top, right, bottom = box
    if left >= right:
        return
    state.left, state.top = min(state.left, left), min(state.top, top)
    state.right, state.bottom = max(state.right, right), max(state.bottom, bottom)
    for row in range(top // TILE, (bottom - 1) // TILE + 1):
        for column in range(left // TILE, (right - 1) // TILE + 1):
            give_back_ink(state, maps, free, plane, row * state.columns + column)


@helper
def release_open(state, maps, free):
    """Take the open end off the sheet."""
    box = (state.open_left, state.open_top, state.open_right, state.open_bottom)
    take_plane_off(state, maps, free, OPEN, box)
    forget_open(state)


@helper
def release_settled(state, maps, free):
    """Take all of the stroke that has settled off the sheet."""
    box = (state.all_left, state.all_top, state.all_right, state.all_bottom)
    take_plane_off(state, maps, free, SETTLED, box)
    forget_reach(state)


@helper
def mark(state, stamp, images, plane):
    """Add a stamp's box to the rectangles of what changed."""
    mark_box(state, box_of(stamp, images), plane)


@helper
def mark_box(state, box, plane):
    """Add a box, on the sheet or off it, to the rectangles of what changed, and to those of the stroke's reach."""
    if plane != OPEN:
        state.far_left = min(state.far_left, box[0])
        state.far_top = min(state.far_top, box[1])
        state.far_right = max(state.far_right, box[2])
        state.far_bottom = max(state.far_bottom, box[3])
    left, top, right, bottom = on_sheet(state, box)
    if left >= right or top >= bottom:
        return
    state.left = min(state.left, left)
    state.top = min(state.top, top)
    state.right = max(state.right, right)
    state.bottom = max(state.bottom, bottom)
    if plane == OPEN:
        state.open_left = min(state.open_left, left)
        state.open_top = min(state.open_top, top)
        state.open_right = max(state.open_right, right)
        state.open_bottom = max(state.open_bottom, bottom)
    else:
        state.all_left = min(state.all_left, left)
        state.all_top = min(state.all_top, top)
        state.all_right = max(state.all_right, right)
        state.all_bottom = max(state.all_bottom, bottom)
