"""Sheet memory: planes of square tiles from one pool, so that memory follows ink and not paper.

`maps` holds, plane after plane, the pool slot of each tile or -1. `free[0]` is the number of free
slots, listed from `free[1]` on. The pool is one block of 32-bit cells, seen as float32 (coverage) or
as uint32 (dried ink: two channels of 16 bits).
"""

import math

from numba import float32, float64, int32, uint32, void

from ...tables.records import (
    FIRST_LAYER,
    INK_LAYERS,
    LAYER_PLANES,
    OPEN,
    OPEN_COLOUR,
    PLANES,
    POOLED,
    SETTLED,
    SETTLED_COLOUR,
    STROKE,
    TILE,
    TILE_AREA,
)
from ..base.registry import array, helper, kernel


@helper
def tile_count(state):
    """Tiles of one plane."""
    return state.columns * state.rows


@helper
def tint_plane(plane, which):
    """The plane of channel 0 red, 1 green, 2 blue that goes with a plane of coverage, settled or open."""
    return (SETTLED_COLOUR if plane == SETTLED else OPEN_COLOUR) + which


@helper
def take(state, surface, plane, tile):
    """Take a free pool slot for a tile that has none, with what the slot last held in it; -1 if there is none left."""
    free = surface.free
    if free[0] == 0:
        state.starved = 1
        return int32(-1)
    slot = free[free[0]]
    free[0] -= 1
    surface.maps[plane * tile_count(state) + tile] = slot
    return slot


@helper
def claim(state, surface, plane, tile):
    """Pool slot of a tile, taken from the free ones and cleared if need be; -1 if there is none left."""
    slot = surface.maps[plane * tile_count(state) + tile]
    if slot >= 0:
        return slot
    slot = take(state, surface, plane, tile)
    if slot < 0:
        return slot
    start = slot * TILE_AREA
    for i in range(start, start + TILE_AREA):
        surface.pool[i] = float32(0)
    return slot


@helper
def give_back(state, maps, free, plane, tile):
    """Return a tile's slot to the pool."""
    at = plane * tile_count(state) + tile
    if maps[at] >= 0:
        free[0] += 1
        free[free[0]] = maps[at]
        maps[at] = -1


@helper
def give_back_ink(state, maps, free, plane, tile):
    """Return a tile of coverage, settled or open, and those of its colour; with the settled goes what was pooled."""
    give_back(state, maps, free, plane, tile)
    if plane == SETTLED:
        give_back(state, maps, free, POOLED, tile)
    for k in range(3):
        give_back(state, maps, free, tint_plane(plane, k), tile)


@helper
def layer_plane(which):
    """The first plane of a layer's ink."""
    return FIRST_LAYER + LAYER_PLANES * which


GRID = 1024.0
"""Steps to a device px in which places lie on a sheet. Its corner, its margin and the corners of its tiles are taken
off such places without rounding, up to 16,384 px from the paper's corner: where tiles begin alike, ink is the same to
the last bit on every part."""


@helper
def on_grid(place):
    """A place, device px, at the nearest step of the grid."""
    return float32(math.floor(float64(place) * GRID + 0.5) / GRID)


@kernel(void, array(STROKE), array("i4"), array("i4"))
def clear_layers(strokes, maps, free):
    """Take all dried ink off a sheet; pictures below it stay."""
    state = strokes[0]
    for plane in range(FIRST_LAYER, layer_plane(INK_LAYERS)):
        for tile in range(tile_count(state)):
            give_back(state, maps, free, plane, tile)


@helper
def forget(free, beneath):
    """Return all that a list keeps (`beneath`) to the pool; it keeps nothing then."""
    for i in range(beneath[0]):
        slot = beneath[2 + 2 * i]
        if slot >= 0:
            free[0] += 1
            free[free[0]] = slot
    beneath[0] = 0


@helper
def put_aside(maps, free, at, beneath):
    """Add the tile at a place of the maps to a list, unless that has been given up. Returns whether it is kept there;
    where there is no room for it the list is given up, and keeps nothing."""
    if len(beneath) == 0 or beneath[0] < 0:
        return False
    kept = beneath[0]
    if 3 + 2 * kept > len(beneath):
        forget(free, beneath)
        beneath[0] = -1
        return False
    beneath[1 + 2 * kept], beneath[2 + 2 * kept] = at, maps[at]
    beneath[0] = kept + 1
    return True


@kernel(void, array(STROKE), array("i4"), array(STROKE), array("i4"), array("i4"), int32, int32, int32, array("i4"))
def take_tiles(strokes, maps, others, other_maps, free, column, row, margin, beneath):
    """Take over all dried ink of another sheet, which is inked at the same scale and begins at a tile of this one.

    `column` and `row` tell where the other's tiles lie here. Those within `margin` tiles of its border were only looked
    at: they go, and so does what would not fit here. The other sheet is left without ink. What lay here goes too, or is
    kept in a list (`beneath`), where one is given that has room for it.
    """
    state, other = strokes[0], others[0]
    if len(beneath) > 0:
        beneath[0] = 0
    for plane in range(FIRST_LAYER, layer_plane(INK_LAYERS)):
        for y in range(other.rows):
            for x in range(other.columns):
                inner = margin <= x < other.columns - margin and margin <= y < other.rows - margin
                fits = 0 <= row + y < state.rows and 0 <= column + x < state.columns
                if not (inner and fits):
                    give_back(other, other_maps, free, plane, y * other.columns + x)
                    continue
                tile = (row + y) * state.columns + column + x
                here, there = plane * tile_count(state) + tile, plane * tile_count(other) + y * other.columns + x
                if maps[here] >= 0 or other_maps[there] >= 0:
                    if not put_aside(maps, free, here, beneath):
                        give_back(state, maps, free, plane, tile)
                    maps[here] = other_maps[there]
                    other_maps[there] = -1


@kernel(void, array(STROKE), array("i4"), int32, int32, float32, int32, int32)
def size_sheet(strokes, maps, width, height, scale, from_x, from_y):
    """Set a sheet's size in device px and mark all its tiles as empty.

    `scale` is how many device px a sheet px has: brush, samples and chance stay in sheet px, only the ink is made
    finer. Tiles, stamps as they are laid, and all rectangles are in device px. A sheet may be a part of a paper: it
    begins `from_x` and `from_y` device px from the paper's corner, and what lies outside of it takes no ink.
    """
    state = strokes[0]
    state.scale = scale
    state.from_x, state.from_y = from_x, from_y
    state.sheet_width = width
    state.sheet_height = height
    state.columns = (width + TILE - 1) // TILE
    state.rows = (height + TILE - 1) // TILE
    for i in range(PLANES * tile_count(state)):
        maps[i] = -1


@helper
def copy_tile(pool, source, target):
    """Copy one tile's cells to another."""
    a = source * TILE_AREA
    b = target * TILE_AREA
    for i in range(TILE_AREA):
        pool[b + i] = pool[a + i]


@helper
def claim_ink(state, surface, plane, tile):
    """Pool slot of a tile of coverage; -1 if there is none left.

    A tile of the open end begins with what has settled under it, so that it shows the stroke whole.
    """
    maps, pool = surface.maps, surface.pool
    count = tile_count(state)
    fresh = maps[plane * count + tile] < 0
    slot = claim(state, surface, plane, tile)
    if slot < 0 or not fresh or plane != OPEN or maps[SETTLED * count + tile] < 0:
        return slot
    copy_tile(pool, maps[SETTLED * count + tile], slot)
    for k in range(3):
        under = maps[tint_plane(SETTLED, k) * count + tile]
        if under >= 0:
            over = claim(state, surface, tint_plane(OPEN, k), tile)
            if over >= 0:
                copy_tile(pool, under, over)
    return slot


@kernel(void, array("i4"), int32, int32)
def add_slots(free, first, count):
    """Put newly made pool slots on the free list."""
    for slot in range(first + count - 1, first - 1, -1):
        free[0] += 1
        free[free[0]] = slot


@helper
def channel(colour, which):
    """Channel 0 red, 1 green, 2 blue of a colour 0xRRGGBB, as float32 0..255."""
    return float32((colour >> uint32(16 - 8 * which)) & uint32(255))
