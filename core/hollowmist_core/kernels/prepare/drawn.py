"""Drawn: what was drawn into a source with brushes."""

from numba import float32, int32, void

from ..ink import DEEP, high_part
from ..records import LAYER_REST, STROKE, TILE, TILE_AREA
from ..registry import array, kernel
from ..sheet import tile_count

ONE = float32(1)


@kernel(void, array(STROKE), array("i4"), array("u4"), array("f4"))
def layer_ink(strokes, maps, cells, out):
    """Ink 0..1 of all that lies on a sheet, by rows of the sheet's width."""
    state = strokes[0]
    for i in range(state.sheet_width * state.sheet_height):
        out[i] = float32(0)
    for tile in range(tile_count(state)):
        slot = maps[LAYER_REST * tile_count(state) + tile]
        if slot < 0:
            continue
        left, top = tile % state.columns * TILE, tile // state.columns * TILE
        for y in range(min(TILE, state.sheet_height - top)):
            for x in range(min(TILE, state.sheet_width - left)):
                pixel = cells[slot * TILE_AREA + y * TILE + x]
                out[(top + y) * state.sheet_width + left + x] = high_part(pixel) / DEEP


@kernel(void, array("f4"), array("f4"), array("f4"), array("f4"), int32)
def draw_into(image, given, taken, out, count):
    """Take away what was erased, then give what was drawn."""
    for i in range(count):
        bare = (ONE - image[i] * (ONE - taken[i])) * (ONE - given[i])
        out[i] = ONE - bare
