"""Ink: coverage dries onto a layer.

A layer is premultiplied RGBA, 16 bits each, so that hundreds of faint strokes neither stall nor drift: a pixel is
two words, red and green, blue and alpha, on two planes. Colours are sRGB.
"""

from numba import float32, int32, uint32

from ...tables.records import POOLED, SETTLED, TILE, TILE_AREA, WATER
from ..base.registry import helper
from ..tiles.blend import ERASE, NORMAL, Pixel, composite
from ..tiles.sheet import claim, give_back, give_back_ink, layer_plane, take, tile_count, tint_plane

DEEP = float32(65535)
TO_SHARE = float32(1.0 / 65535.0)
OF_BYTE = float32(1.0 / 255.0)
HALF = float32(0.5)
ONE = float32(1)
FULL = float32(255)

FRESH = uint32(0xFFFFFFFF)
"""First word of a tile that a layer has just been given, over a second one of 0: no ink is red without covering."""


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
def is_fresh(cells, first, rest):
    """Whether two tiles of a layer's ink, beginning at places of the cells, hold nothing yet, not even clear pixels."""
    return cells[first] == FRESH and cells[rest] == uint32(0)


@helper
def claim_layer(state, surface, wet):
    """Claim all tiles of its layer that the settled stroke will dry on, those of its water too where it is wet.

    Drying writes every pixel of a tile that the layer did not have, so such tiles are only marked as fresh.
    """
    count, plane = tile_count(state), layer_plane(state.layer)
    for tile in range(count):
        if surface.maps[SETTLED * count + tile] < 0:
            continue
        if surface.maps[plane * count + tile] < 0:
            first, rest = take(state, surface, plane, tile), take(state, surface, plane + 1, tile)
            if rest >= 0:
                surface.cells[first * TILE_AREA] = FRESH
                surface.cells[rest * TILE_AREA] = uint32(0)
            else:
                give_back(state, surface.maps, surface.free, plane, tile)
        if wet:
            claim(state, surface, plane + WATER, tile)


@helper
def drop_fresh(state, surface):
    """Return the fresh tiles of the stroke's layer: it will not dry."""
    maps, free, _, cells = surface
    count, plane = tile_count(state), layer_plane(state.layer)
    for tile in range(count):
        first, rest = maps[plane * count + tile], maps[(plane + 1) * count + tile]
        if first >= 0 and is_fresh(cells, first * TILE_AREA, rest * TILE_AREA):
            give_back(state, maps, free, plane, tile)
            give_back(state, maps, free, plane + 1, tile)


@helper
def layer_rows(state):
    """Scratch rows for a layer's red, green, blue and alpha, 0..1."""
    rows = state.shown
    return rows[3 * TILE : 4 * TILE], rows[4 * TILE : 5 * TILE], rows[5 * TILE : 6 * TILE], rows[6 * TILE :]


@helper
def fetch_words(low, high, words, count):
    """Bring the channels of words of a layer to two rows, 0..1.

    Like the other loops over channels it holds so few arrays that it becomes vector instructions.
    """
    for i in range(count):
        low[i] = low_part(words[i]) * TO_SHARE
        high[i] = high_part(words[i]) * TO_SHARE


@helper
def fetch_row(rows, count, cells, first, rest):
    """Bring `count` pixels of a layer, whose words begin at two places of the cells, to its rows."""
    red, green, blue, alpha = rows
    fetch_words(red, green, cells[first : first + count], count)
    fetch_words(blue, alpha, cells[rest : rest + count], count)


@helper
def keep_words(low, high, words, count):
    """Bring two rows, 0..1, back to words of a layer, rounded to the nearest."""
    for i in range(count):
        words[i] = paired(low[i], high[i])


@helper
def clear_row(rows, count):
    """Rows of a layer that has no ink there."""
    for row in rows:
        for i in range(count):
            row[i] = float32(0)


@helper
def round_row(rows, count):
    """Round rows as words of a layer would keep them."""
    for row in rows:
        for i in range(count):
            row[i] = float32(int32(row[i] * DEEP + HALF)) * TO_SHARE


@helper
def ink_channel(row, covers, count, level):
    """`ink_row` of one channel of a plain ink, 0..255."""
    for i in range(count):
        c = covers[i]
        row[i] = level * (c * OF_BYTE) + row[i] * (ONE - c)


@helper
def ink_row(rows, count, covers, pool, tints, inner, ink, mode):
    """Compose a stroke onto a layer's rows; `ink` is (r, g, b), `tints` where its stamps have colours of their own."""
    red, green, blue, alpha = rows
    r, g, b = ink
    if mode == NORMAL and tints[2] < 0:
        ink_channel(red, covers, count, r)
        ink_channel(green, covers, count, g)
        ink_channel(blue, covers, count, b)
        ink_channel(alpha, covers, count, FULL)
        return
    for i in range(count):
        c = covers[i]
        if c > float32(0):
            source = tinted(pool, tints, inner + i, c) if tints[2] >= 0 else inked(r, g, b, c)
            pixel = composite(Pixel(red[i], green[i], blue[i], alpha[i]), source, mode)
            red[i], green[i], blue[i], alpha[i] = pixel.r, pixel.g, pixel.b, pixel.a


@helper
def is_bare(words, count):
    """Whether a row of coverage, seen as words, is 0 all along."""
    bits = uint32(0)
    for i in range(count):
        bits |= words[i]
    return bits == uint32(0)


@helper
def dry_row(rows, count, inner, begins, tints, surface, dye):
    """Compose `count` pixels of coverage, from place `inner` of a tile on, onto its layer.

    `begins` is where the tiles of the layer's two words and of the coverage begin, `dye` the ink and the mode.
    """
    first, rest, cover = begins
    ink, mode = dye
    pool, cells = surface.pool, surface.cells
    if is_bare(cells[cover + inner : cover + inner + count], count):
        return
    fetch_row(rows, count, cells, first + inner, rest + inner)
    ink_row(rows, count, pool[cover + inner : cover + inner + count], pool, tints, inner, ink, mode)
    red, green, blue, alpha = rows
    keep_words(red, green, cells[first + inner : first + inner + count], count)
    keep_words(blue, alpha, cells[rest + inner : rest + inner + count], count)


@helper
def fresh_words(words, covers, count, low, high):
    """Write two channels, 0..255, of ink at its coverage, as words of a layer."""
    for i in range(count):
        share = covers[i] * OF_BYTE
        words[i] = paired(low * share, high * share)


@helper
def dry_fresh_row(rows, inner, begins, tints, surface, dye):
    """`dry_row` of a whole row of a tile that holds nothing yet."""
    first, rest, cover = begins
    ink, mode = dye
    pool, cells = surface.pool, surface.cells
    covers = pool[cover + inner : cover + inner + TILE]
    low, high = cells[first + inner : first + inner + TILE], cells[rest + inner : rest + inner + TILE]
    r, g, b = ink
    if is_bare(cells[cover + inner : cover + inner + TILE], TILE):
        for i in range(TILE):
            low[i] = high[i] = uint32(0)
    elif mode == ERASE:
        fresh_words(low, covers, TILE, float32(0), float32(0))
        fresh_words(high, covers, TILE, float32(0), float32(0))
    elif tints[2] < 0:
        # On nothing every mode leaves the ink itself.
        fresh_words(low, covers, TILE, r, g)
        fresh_words(high, covers, TILE, b, FULL)
    else:
        clear_row(rows, TILE)
        ink_row(rows, TILE, covers, pool, tints, inner, ink, mode)
        red, green, blue, alpha = rows
        keep_words(red, green, low, TILE)
        keep_words(blue, alpha, high, TILE)


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
    dye = ((brush.ink_rgb[0], brush.ink_rgb[1], brush.ink_rgb[2]), state.mode)
    wetness = float32(0) if state.mode == ERASE else brush.wetness
    tiles = tile_count(state)
    plane, rows = layer_plane(state.layer), layer_rows(state)
    for tile in range(tiles):
        if maps[SETTLED * tiles + tile] < 0:
            continue
        cover = maps[(POOLED if brush.pooling > float32(0) else SETTLED) * tiles + tile]
        water = maps[(plane + WATER) * tiles + tile]
        first, rest = maps[plane * tiles + tile] * TILE_AREA, maps[(plane + 1) * tiles + tile] * TILE_AREA
        tints = tints_of(state, maps, SETTLED, tile)
        corner_x = (tile % state.columns) * TILE
        corner_y = (tile // state.columns) * TILE
        left, right = max(0, state.all_left - corner_x), min(TILE, state.all_right - corner_x)
        begins = (first, rest, cover * TILE_AREA)
        fresh = is_fresh(cells, first, rest)
        if fresh:
            for row in range(TILE):
                dry_fresh_row(rows, row * TILE, begins, tints, surface, dye)
        for row in range(max(0, state.all_top - corner_y), min(TILE, state.all_bottom - corner_y)):
            at = row * TILE
            if left >= right:
                continue
            count, inner = right - left, at + left
            if not fresh:
                dry_row(rows, count, inner, begins, tints, surface, dye)
            if water >= 0:
                wet_row(pool, water * TILE_AREA + inner, cover * TILE_AREA + inner, count, wetness)
        give_back_ink(state, maps, free, SETTLED, tile)
