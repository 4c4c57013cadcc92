"""What lies beneath a stroke that dries, or lay there before strokes were inked otherwise: kept, so that neither has to
be inked anew where that is undone.

A list holds at [0] how many tiles it keeps, or -1 where what changes is not to be kept; then of each tile its place in
the maps, and the slot of what lay there, -1 where nothing did. One without room keeps nothing.
"""

from numba import int32, void

from ...tables.records import LAYER_PLANES, SETTLED
from ..base.registry import array, helper, kernel
from .sheet import copy_tile, forget, layer_plane, tile_count


@helper
def keep_tile(surface, at, beneath):
    """Add the tile at a place of the maps to a list. Returns whether there was room for it, and a free slot."""
    kept = beneath[0]
    if 3 + 2 * kept > len(beneath):
        return False
    slot, copy = surface.maps[at], int32(-1)
    if slot >= 0:
        if surface.free[0] == 0:
            return False
        copy = surface.free[surface.free[0]]
        surface.free[0] -= 1
        copy_tile(surface.cells, slot, copy)
    beneath[1 + 2 * kept], beneath[2 + 2 * kept] = at, copy
    beneath[0] = kept + 1
    return True


@helper
def keep_beneath(state, surface, wet, beneath):
    """Keep what the settled stroke is about to dry on. Wet ink runs beyond its tiles: what that changes is not kept."""
    if len(beneath) == 0:
        return
    beneath[0] = 0
    count, plane = tile_count(state), layer_plane(state.layer)
    for tile in range(count):
        if surface.maps[SETTLED * count + tile] < 0:
            continue
        for k in range(LAYER_PLANES):
            if wet or not keep_tile(surface, (plane + k) * count + tile, beneath):
                forget(surface.free, beneath)
                beneath[0] = -1
                return


@kernel(void, array("i4"), array("i4"), array("i4"))
def bring_back(maps, free, beneath):
    """Have what a list keeps lie on the sheet again, instead of what lies there now; the list is empty then."""
    for i in range(beneath[0]):
        at = beneath[1 + 2 * i]
        if maps[at] >= 0:
            free[0] += 1
            free[free[0]] = maps[at]
        maps[at] = beneath[2 + 2 * i]
    beneath[0] = 0


@kernel(void, array("i4"), array("i4"))
def exchange_tiles(maps, beneath):
    """Have what a list keeps lie on the sheet again, and keep what lies there now in its stead."""
    for i in range(beneath[0]):
        at = beneath[1 + 2 * i]
        maps[at], beneath[2 + 2 * i] = beneath[2 + 2 * i], maps[at]


@kernel(void, array("i4"), array("i4"))
def let_go(free, beneath):
    """Let go of what a list keeps."""
    forget(free, beneath)
