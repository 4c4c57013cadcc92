"""Stretch: a ribbon's picture along the whole of a stroke that is still being drawn.

Every sample makes the stroke longer and moves all of its picture. A short one is laid anew each time. Most of a long
one is laid now and then, as if the stroke ended there, and only the rest of it each time: until then what is seen lags
behind by a little, and a sample costs the same however long the stroke has become. The lift lays all of it as it is.
"""

from ...tables.records import AT_START, NOW, SETTLED
from ..base.registry import helper
from .changed import release_settled
from .ribbon import waits_for_its_end
from .walk import lay_ribbon_along, set_first

LONG = 60_000.0
"""Pixels of a ribbon up to which all of it is laid with each sample."""

GROWN = 1.03
"""Times that a stroke becomes longer before what lies is laid anew."""

LYING = 0.9
"""The share of its length that is left to lie."""


@helper
def take_off(state, surface):
    """Take what lies of a stroke off the sheet; the walk is where it began."""
    state.walk[NOW] = state.walk[AT_START]
    release_settled(state, surface.maps, surface.free)


@helper
def stretch(easel, path):
    """Lay most of a long ribbon whose picture is stretched along it, where it has become longer by enough."""
    state, brush = easel.state, easel.brush
    if state.record_only or state.path_count < 2 or not waits_for_its_end(brush):
        return
    total = path[state.path_count - 1].s
    if total * brush.size * state.scale * state.scale < LONG or total < GROWN * state.stretched:
        return
    take_off(state, easel.surface)
    set_first(state, path, state.path_count)
    until = LYING * total
    lay_ribbon_along(easel, path, state.path_count, until, total, SETTLED)
    state.stretched = total


@helper
def lay_down(state, surface):
    """Have nothing lie of a ribbon that is to be laid whole."""
    if state.stretched > 0.0:
        take_off(state, surface)
