"""Ink: coverage dries onto the layer, and the sheet is shown on its paper.

The layer is premultiplied RGBA, 16 bits each, so that hundreds of faint strokes neither stall nor drift: a pixel is
two words, red and green, blue and alpha. Colours are sRGB and compose by source-over and destination-out (W3C
Compositing and Blending Level 1).
"""

import math

from numba import float32, int32, uint32

from ..record import BRUSH
from .records import INK_PLANES, LAYER, LAYER_REST, OPEN, SETTLED, STROKE, TILE, TILE_AREA, VIEW
from .registry import array, helper, kernel
from .sheet import channel, claim, give_back_ink, tile_count, tint_plane

FULL = float32(255)
DEEP = float32(65535)
FINER = float32(257)
"""Levels of the layer to one of the screen."""

HALF = float32(0.5)
ONE = float32(1)


@helper
def low_part(word):
    """The first channel of a word of the layer, 0..65535."""
    return float32(int32(word & uint32(65535)))


@helper
def high_part(word):
    """The second channel of a word of the layer, 0..65535."""
    return float32(int32(word >> uint32(16)))


@helper
def paired(low, high):
    """Two channels, 0..65535, as a word of the layer, rounded to the nearest."""
    return uint32(int32(low + HALF)) | (uint32(int32(high + HALF)) << uint32(16))


@helper
def packed(r, g, b, a):
    """Pack four channels, 0..255, as a pixel of the screen, rounding to the nearest."""
    return (
        uint32(r + HALF)
        | (uint32(g + HALF) << uint32(8))
        | (uint32(b + HALF) << uint32(16))
        | (uint32(a + HALF) << uint32(24))
    )


@helper
def part(pixel, shift):
    """One channel of a pixel of the screen, 0..255."""
    return float32((pixel >> uint32(shift)) & uint32(255))


@helper
def touched(first, rest, cover, erase, r, g, b):
    """A premultiplied pixel, as its two words, after ink of colour (r, g, b), 0..255, at a coverage 0..1; or after as
    much of it was taken out."""
    if cover <= float32(0):
        return first, rest
    left = ONE - cover
    laid = float32(0) if erase else FINER * cover
    alpha = float32(0) if erase else DEEP * cover
    return (
        paired(r * laid + low_part(first) * left, g * laid + high_part(first) * left),
        paired(b * laid + low_part(rest) * left, alpha + high_part(rest) * left),
    )


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
def tinted(first, rest, cover, erase, pool, tints, i):
    """A pixel after a stroke whose stamps have colours of their own, kept at place i of the tiles `tints`."""
    return touched(
        first,
        rest,
        cover,
        erase,
        pool[tints[0] * TILE_AREA + i],
        pool[tints[1] * TILE_AREA + i],
        pool[tints[2] * TILE_AREA + i],
    )


@helper
def claim_layer(state, surface):
    """Claim all tiles of the layer that the settled stroke will dry on."""
    for tile in range(tile_count(state)):
        if surface.maps[SETTLED * tile_count(state) + tile] >= 0:
            claim(state, surface, LAYER, tile)
            claim(state, surface, LAYER_REST, tile)


@helper
def dry(state, brush, surface, cells):
    """Compose the settled stroke onto the layer, whose tiles were claimed, and return its coverage tiles."""
    maps, free, pool = surface
    r, g, b = channel(brush.ink, 0), channel(brush.ink, 1), channel(brush.ink, 2)
    count = tile_count(state)
    for tile in range(count):
        cover = maps[SETTLED * count + tile]
        if cover < 0:
            continue
        first, rest = maps[LAYER * count + tile] * TILE_AREA, maps[LAYER_REST * count + tile] * TILE_AREA
        tints = tints_of(state, maps, SETTLED, tile)
        corner_x = (tile % state.columns) * TILE
        corner_y = (tile // state.columns) * TILE
        left, right = max(0, state.all_left - corner_x), min(TILE, state.all_right - corner_x)
        for row in range(max(0, state.all_top - corner_y), min(TILE, state.all_bottom - corner_y)):
            for i in range(row * TILE + left, row * TILE + right):
                c = pool[cover * TILE_AREA + i]
                if tints[2] >= 0:
                    one, two = tinted(cells[first + i], cells[rest + i], c, state.erase, pool, tints, i)
                else:
                    one, two = touched(cells[first + i], cells[rest + i], c, state.erase, r, g, b)
                cells[first + i], cells[rest + i] = one, two
        give_back_ink(state, maps, free, SETTLED, tile)


@helper
def on_paper(first, rest, r, g, b):
    """An opaque pixel of the screen: the layer's over paper of colour (r, g, b)."""
    left = ONE - high_part(rest) / DEEP
    scale = ONE / FINER
    return packed(
        low_part(first) * scale + r * left, high_part(first) * scale + g * left, low_part(rest) * scale + b * left, FULL
    )


@helper
def compose_run(out, at, state, brush, maps, pool, cells, y, x0, x1, paper):
    """Compose sheet pixels [x0, x1) of row y, with the stroke in hand, over paper into `out[at:]`.

    The run must lie on the sheet.
    """
    paper_r, paper_g, paper_b = channel(paper, 0), channel(paper, 1), channel(paper, 2)
    blank = packed(paper_r, paper_g, paper_b, FULL)
    r, g, b = channel(brush.ink, 0), channel(brush.ink, 1), channel(brush.ink, 2)
    count = tile_count(state)
    x = x0
    while x < x1:
        column = x // TILE
        past = min(x1, (column + 1) * TILE)
        tile = (y // TILE) * state.columns + column
        layer, layer_rest = maps[LAYER * count + tile], maps[LAYER_REST * count + tile]
        cover = maps[OPEN * count + tile]
        plane = OPEN if cover >= 0 else SETTLED
        if cover < 0:
            cover = maps[SETTLED * count + tile]
        tints = tints_of(state, maps, plane, tile)
        inner = (y % TILE) * TILE + x - column * TILE
        if layer < 0 and cover < 0:
            for i in range(past - x):
                out[at + i] = blank
        else:
            for i in range(past - x):
                one = cells[layer * TILE_AREA + inner + i] if layer >= 0 else uint32(0)
                two = cells[layer_rest * TILE_AREA + inner + i] if layer >= 0 else uint32(0)
                if cover >= 0:
                    c = pool[cover * TILE_AREA + inner + i]
                    if tints[2] >= 0:
                        one, two = tinted(one, two, c, state.erase, pool, tints, inner + i)
                    else:
                        one, two = touched(one, two, c, state.erase, r, g, b)
                out[at + i] = on_paper(one, two, paper_r, paper_g, paper_b) if two != 0 else blank
        at += past - x
        x = past


@helper
def ceiling(value):
    """Smallest whole number that is not below a value >= 0."""
    whole = int32(value)
    return whole + int32(1) if whole < value else whole


@helper
def one_colour(flat, stride, left, right, top, bottom):
    """Whether all pixels of a box are alike: most of a sheet is bare paper."""
    # Unsigned places spare the check for negative ones, which Python's arrays would count from their end.
    first = flat[uint32(top * stride + left)]
    for y in range(top, bottom):
        start = uint32(y * stride + left)
        for i in range(uint32(right - left)):
            if flat[start + uint32(i)] != first:
                return False
    return True


@helper
def share(at, first, last, low, high):
    """How much of cell `at` an interval [low, high) covers that reaches from cell `first` to `last`.

    Only the interval itself tells it, not where a band begins: a part of the screen drawn anew is the
    same to the last bit as when all is drawn.
    """
    if first == last:
        return float32(high - low)
    if at == first:
        return float32(first + 1 - low)
    if at == last:
        return float32(high - last)
    return ONE


@helper
def box_average(flat, stride, x_from, y_from, x0, x1, y0, y1):
    """Average of packed pixels over the box [x0, x1) x [y0, y1), sheet px >= 0.

    `flat` holds rows of `stride` pixels; its corner is sheet pixel (x_from, y_from).
    """
    left, last_x = int32(x0), ceiling(x1) - int32(1)
    top, last_y = int32(y0), ceiling(y1) - int32(1)
    at = (top - y_from) * stride - x_from
    if one_colour(flat, stride, left - x_from, last_x + 1 - x_from, top - y_from, last_y + 1 - y_from):
        return flat[uint32(at + left)]
    r = g = b = float32(0)
    for y in range(top, last_y + 1):
        high = share(y, top, last_y, y0, y1)
        for x in range(left, last_x + 1):
            w = high * share(x, left, last_x, x0, x1)
            pixel = flat[uint32((y - y_from) * stride + x - x_from)]
            r += w * part(pixel, 0)
            g += w * part(pixel, 8)
            b += w * part(pixel, 16)
    scale = float32(1.0 / ((x1 - x0) * (y1 - y0)))
    return packed(r * scale, g * scale, b * scale, FULL)


@helper
def bare(state, maps, column, y0, y1):
    """Whether no ink lies in a column of tiles between two heights, sheet px."""
    count = tile_count(state)
    for row in range(int32(y0) // TILE, (int32(math.ceil(y1)) - 1) // TILE + 1):
        tile = row * state.columns + column
        for plane in range(INK_PLANES):
            if maps[plane * count + tile] >= 0:
                return False
    return True


@kernel(
    int32,
    array(STROKE),
    array(BRUSH),
    array("i4"),
    array("f4"),
    array("u4"),
    array(VIEW),
    array("u4"),
    array("u4"),
    int32,
    int32,
    int32,
    int32,
)
def present(strokes, brushes, maps, pool, cells, views, flat, screen, left, top, right, bottom):
    """Draw the part of the sheet that lies in [left, right) x [top, bottom), sheet px, to the screen.

    `screen` receives the changed screen rectangle as packed rows of its own width; where it lies is
    left in the view. Every screen pixel is the average of the sheet under it. `flat` is scratch space
    for one band of sheet rows. Returns the number of pixels written.
    """
    state, brush, view = strokes[0], brushes[0], views[0]
    zoom = view.zoom
    view.left = max(0, int32(math.floor((left - view.origin_x) * zoom)))
    view.top = max(0, int32(math.floor((top - view.origin_y) * zoom)))
    view.right = min(view.width, int32(math.ceil((right - view.origin_x) * zoom)))
    view.bottom = min(view.height, int32(math.ceil((bottom - view.origin_y) * zoom)))
    width = view.right - view.left
    if width <= 0 or view.bottom <= view.top:
        view.right = view.left
        return 0
    desk = packed(channel(view.desk, 0), channel(view.desk, 1), channel(view.desk, 2), FULL)
    paper = packed(channel(view.paper, 0), channel(view.paper, 1), channel(view.paper, 2), FULL)
    # The sheet px under the rectangle, held to the sheet.
    x0 = max(0, int32(math.floor(view.left / zoom + view.origin_x)))
    x1 = min(state.sheet_width, int32(math.ceil(view.right / zoom + view.origin_x)))
    stride = max(1, x1 - x0)
    band = max(1, int32(len(flat) // stride))
    band_top = band_bottom = int32(0)
    step = 1.0 / zoom
    exact = zoom == 1.0 and view.origin_x == math.floor(view.origin_x) and view.origin_y == math.floor(view.origin_y)
    for row in range(view.top, view.bottom):
        y0 = max(0.0, row / zoom + view.origin_y)
        y1 = min(float(state.sheet_height), (row + 1) / zoom + view.origin_y)
        at = (row - view.top) * width
        if y1 <= y0 or x1 <= x0:
            for i in range(width):
                screen[at + i] = desk
            continue
        if exact:
            # A screen px is a sheet px: compose right onto the screen, with the desk on either side.
            first = x0 - int32(view.origin_x) - view.left
            past = x1 - int32(view.origin_x) - view.left
            for i in range(first):
                screen[at + i] = desk
            compose_run(screen, at + first, state, brush, maps, pool, cells, int32(y0), x0, x1, view.paper)
            for i in range(past, width):
                screen[at + i] = desk
            continue
        if math.ceil(y1) > band_bottom or math.floor(y0) < band_top:
            band_top = int32(math.floor(y0))
            band_bottom = min(band_top + band, state.sheet_height)
            below = int32(math.ceil(view.bottom / zoom + view.origin_y))
            band_bottom = min(band_bottom, max(below, band_top + 1))
            for y in range(band_top, band_bottom):
                compose_run(flat, (y - band_top) * stride, state, brush, maps, pool, cells, y, x0, x1, view.paper)
        v1 = min(y1, float(band_bottom))
        past_x = view.left * step + view.origin_x
        column = int32(-1)
        empty = False
        for i in range(width):
            # Rounded, a place can lie a hair before the band's first column.
            u0 = max(float(x0), past_x)
            past_x = (view.left + i + 1) * step + view.origin_x
            u1 = min(float(x1), past_x)
            if u1 <= u0:
                screen[at + i] = desk
                continue
            if int32(u0) // TILE != column:
                column = int32(u0) // TILE
                empty = bare(state, maps, column, y0, y1)
            if empty and u1 <= (column + 1) * TILE:
                screen[at + i] = paper
            else:
                screen[at + i] = box_average(flat, stride, x0, band_top, u0, u1, y0, v1)
    return width * (view.bottom - view.top)
