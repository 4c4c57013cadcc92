"""Flatten: a sheet's layers composed to straight RGBA, over its paper or over nothing."""

from numba import float32, int32, uint32, void

from ...tables.records import LAYER, STROKE, TILE, TILE_AREA
from ..base.registry import array, helper, kernel
from ..tiles.blend import Pixel, composite, faded
from ..tiles.sheet import channel, layer_plane, tile_count
from .ink import OF_BYTE, kept_pixel
from .show import FULL, packed

ONE = float32(1)


@helper
def straight(pixel):
    """A pixel packed as files have it: channels not multiplied by the alpha, rounded to the nearest."""
    if pixel.a <= float32(0):
        return uint32(0)
    share = FULL / pixel.a
    return packed(
        min(FULL, pixel.r * share), min(FULL, pixel.g * share), min(FULL, pixel.b * share), min(FULL, pixel.a * FULL)
    )


@kernel(void, array(STROKE), array(LAYER), array("i4"), array("u4"), int32, uint32, uint32, array("u4"))
def flatten_sheet(strokes, layers, maps, cells, margin, with_paper, paper, out):
    """Compose all dried ink of a sheet, but for a margin of so many px, into `out`, by rows: straight RGBA, packed.

    Over a paper of a colour 0xRRGGBB, or with `with_paper` 0 over nothing: what is bare is clear then. The stroke in
    hand is left out.
    """
    state = strokes[0]
    if with_paper:
        ground = Pixel(channel(paper, 0) * OF_BYTE, channel(paper, 1) * OF_BYTE, channel(paper, 2) * OF_BYTE, ONE)
    else:
        ground = Pixel(float32(0), float32(0), float32(0), float32(0))
    bare = straight(ground)
    tiles = tile_count(state)
    wide = state.sheet_width - 2 * margin
    for tile in range(tiles):
        left, top = tile % state.columns * TILE, tile // state.columns * TILE
        x0, x1 = max(margin, left), min(state.sheet_width - margin, left + TILE)
        y0, y1 = max(margin, top), min(state.sheet_height - margin, top + TILE)
        blank = True
        for k in range(len(layers)):
            if layers[k].shown and maps[layer_plane(layers[k].which) * tiles + tile] >= 0:
                blank = False
        for y in range(y0, y1):
            at = (y - margin) * wide - margin
            for x in range(x0, x1):
                if blank:
                    out[at + x] = bare
                    continue
                inner = (y - top) * TILE + x - left
                pixel = ground
                for k in range(len(layers)):
                    plane = layer_plane(layers[k].which)
                    first, rest = maps[plane * tiles + tile], maps[(plane + 1) * tiles + tile]
                    if layers[k].shown and first >= 0:
                        ink = kept_pixel(cells[first * TILE_AREA + inner], cells[rest * TILE_AREA + inner])
                        if ink.a > float32(0):
                            pixel = composite(pixel, faded(ink, layers[k].opacity), layers[k].mode)
                out[at + x] = straight(pixel)
