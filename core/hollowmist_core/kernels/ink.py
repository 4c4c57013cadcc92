"""Ink: coverage dries onto a layer.

A layer is premultiplied RGBA, 16 bits each, so that hundreds of faint strokes neither stall nor drift: a pixel is
two words, red and green, blue and alpha, on two planes. Colours are sRGB.
"""

from numba import float32, int32, uint32

from .blend import ERASE, Pixel, composite
from .records import POOLED, SETTLED, TILE, TILE_AREA, WATER
from .registry import helper
from .sheet import claim, give_back_ink, layer_plane, tile_count, tint_plane

DEEP = float32(65535)
TO_SHARE = float32(1.0 / 65535.0)
OF_BYTE = float32(1.0 / 255.0)
HALF = float32(0.5)


@helper
def low_part(word):
    """The first channel of a word of a layer, 0..65535."""
    return float32(int32(word & uint32(65535)))


@helper
def high_part(word):
    """The second channel of a word of a layer, 0..65535."""
    return float32(int32(word >> uint32(16)))


@helper
def paired(low, high):
    """Two channels, 0..1, as a word of a layer, rounded to the nearest."""
    return uint32(int32(low * DEEP + HALF)) | (uint32(int32(high * DEEP + HALF)) << uint32(16))


@helper
def kept_pixel(first, rest):
    """The pixel that two words of a layer hold."""
    return Pixel(
        low_part(first) * TO_SHARE, high_part(first) * TO_SHARE, low_part(rest) * TO_SHARE, high_part(rest) * TO_SHARE
    )


@helper
def inked(r, g, b, cover):
    """Ink of colour (r, g, b), 0..255, at a coverage 0..1, as a pixel."""
    share = cover * OF_BYTE
    return Pixel(r * share, g * share, b * share, cover)


@helper
def tints_of(state, maps, plane, tile):
    """Tiles of the colour that goes with a tile of coverage.

    The last of them, which is claimed last, is -1 where all of it is the brush's ink, or the pool ran out.
    """
    count = tile_count(state)
    return (
        maps[tint_plane(plane, 0) * count + tile],
        maps[tint_plane(plane, 1) * count + tile],
        maps[tint_plane(plane, 2) * count + tile],
    )


@helper
def tinted(pool, tints, i, cover):
    """Ink of a stroke whose stamps have colours of their own, kept at place i of the tiles `tints`."""
    return inked(pool[tints[0] * TILE_AREA + i], pool[tints[1] * TILE_AREA + i], pool[tints[2] * TILE_AREA + i], cover)


@helper
def claim_layer(state, surface, wet):
    """Claim all tiles of its layer that the settled stroke will dry on, those of its water too where it is wet."""
    count = tile_count(state)
    for tile in range(count):
        if surface.maps[SETTLED * count + tile] >= 0:
            claim(state, surface, layer_plane(state.layer), tile)
            claim(state, surface, layer_plane(state.layer) + 1, tile)
            if wet:
                claim(state, surface, layer_plane(state.layer) + WATER, tile)


@helper
def dry_row(first, rest, cover, at, past, tints, pool, cells, ink, mode):
    """Compose pixels [at, past) of a tile of coverage onto its layer; `first` and `rest` are where their words begin,
    `cover` where its cells do."""
    r, g, b = ink
    for i in range(at, past):
        c = pool[cover + i]
        if c <= float32(0):
            continue
        source = tinted(pool, tints, i, c) if tints[2] >= 0 else inked(r, g, b, c)
        pixel = composite(kept_pixel(cells[first + i], cells[rest + i]), source, mode)
        cells[first + i], cells[rest + i] = paired(pixel.r, pixel.g), paired(pixel.b, pixel.a)


@helper
def wet_row(pool, water, cover, count, wetness):
    """Bring a row of water to what a stroke of a wetness leaves: over what was wet it lays its own."""
    for i in range(count):
        pool[water + i] += pool[cover + i] * (wetness - pool[water + i])


@helper
def dry(state, brush, surface):
    """Compose the settled stroke onto its layer, whose tiles were claimed, and return its coverage tiles.

    A wet one leaves water.
    """
    maps, free, pool, cells = surface
    ink = (brush.ink_rgb[0], brush.ink_rgb[1], brush.ink_rgb[2])
    wetness = float32(0) if state.mode == ERASE else brush.wetness
    count = tile_count(state)
    plane = layer_plane(state.layer)
    for tile in range(count):
        if maps[SETTLED * count + tile] < 0:
            continue
        cover = maps[(POOLED if brush.pooling > float32(0) else SETTLED) * count + tile]
        water = maps[(plane + WATER) * count + tile]
        first, rest = maps[plane * count + tile] * TILE_AREA, maps[(plane + 1) * count + tile] * TILE_AREA
        tints = tints_of(state, maps, SETTLED, tile)
        corner_x = (tile % state.columns) * TILE
        corner_y = (tile // state.columns) * TILE
        left, right = max(0, state.all_left - corner_x), min(TILE, state.all_right - corner_x)
        for row in range(max(0, state.all_top - corner_y), min(TILE, state.all_bottom - corner_y)):
            at = row * TILE
            dry_row(first, rest, cover * TILE_AREA, at + left, at + right, tints, pool, cells, ink, state.mode)
            if water >= 0 and left < right:
                wet_row(pool, water * TILE_AREA + at + left, cover * TILE_AREA + at + left, right - left, wetness)
        give_back_ink(state, maps, free, SETTLED, tile)
