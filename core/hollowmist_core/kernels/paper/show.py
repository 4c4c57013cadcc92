"""Show: a sheet's layers, and the stroke in hand on its own, composed onto the ground and drawn to the screen."""

import math
from typing import NamedTuple

import numpy as np
from numba import float32, int32, uint32, void

from ...tables.brush_record import BRUSH
from ...tables.records import LAYER, OPEN, POOLED, SETTLED, STROKE, TILE, TILE_AREA, VIEW
from ..base.registry import array, helper, kernel
from ..tiles.blend import NORMAL, Pixel, composite, faded
from ..tiles.sheet import channel, layer_plane, tile_count
from .ink import DEEP, OF_BYTE, clear_row, fetch_row, high_part, ink_row, layer_rows, round_row, tints_of


class Inked(NamedTuple):
    """A sheet's memory as it is shown: `Surface` without what nobody asks for who writes nothing."""

    maps: np.ndarray
    pool: np.ndarray
    cells: np.ndarray


FULL = float32(255)
HALF = float32(0.5)
ONE = float32(1)


@helper
def packed(r, g, b, a):
    """Pack four channels, 0..255, as a pixel of the screen, rounding to the nearest."""
    # By way of signed numbers, which processors make of many floats at once.
    return (
        uint32(int32(r + HALF))
        | (uint32(int32(g + HALF)) << uint32(8))
        | (uint32(int32(b + HALF)) << uint32(16))
        | (uint32(int32(a + HALF)) << uint32(24))
    )


@helper
def part(pixel, shift):
    """One channel of a pixel of the screen, 0..255."""
    return float32((pixel >> uint32(shift)) & uint32(255))


@helper
def in_hand(state, brush, maps, tile):
    """The plane on which the stroke in hand shows in a tile, and the pool slot of its coverage there, or -1."""
    count = tile_count(state)
    plane = OPEN if maps[OPEN * count + tile] >= 0 else SETTLED
    cover = maps[plane * count + tile]
    if cover >= 0 and brush.pooling > float32(0):
        cover = maps[POOLED * count + tile]
    return plane, cover


@helper
def is_blank(state, layers, maps, tile):
    """Whether nothing shows in a tile but the ground."""
    count = tile_count(state)
    if maps[OPEN * count + tile] >= 0 or maps[SETTLED * count + tile] >= 0:
        return False
    for k in range(len(layers)):
        if layers[k].shown and maps[layer_plane(layers[k].which) * count + tile] >= 0:
            return False
    return True


@helper
def mix_channel(ground, row, alpha, count, opacity):
    """`mix_row` of one channel, unblended."""
    for i in range(count):
        ground[i] = row[i] * opacity + ground[i] * (ONE - alpha[i] * opacity)


@helper
def mix_row(ground, rows, count, opacity, mode):
    """Compose a layer's rows onto those of the ground, which is opaque."""
    ground_r, ground_g, ground_b = ground
    red, green, blue, alpha = rows
    if mode == NORMAL:
        mix_channel(ground_r, red, alpha, count, opacity)
        mix_channel(ground_g, green, alpha, count, opacity)
        mix_channel(ground_b, blue, alpha, count, opacity)
        return
    for i in range(count):
        if alpha[i] > float32(0):
            pixel = faded(Pixel(red[i], green[i], blue[i], alpha[i]), opacity)
            shown = composite(Pixel(ground_r[i], ground_g[i], ground_b[i], ONE), pixel, mode)
            ground_r[i], ground_g[i], ground_b[i] = shown.r, shown.g, shown.b


@helper
def lay_over(ground, rows, count, state, brush, layer, inked, place):
    """Compose `count` pixels of a layer onto the ground's rows; `place` is the tile and where in it they begin, `rows`
    scratch space."""
    maps, pool, cells = inked
    tile, inner = place
    plane, tiles = layer_plane(layer.which), tile_count(state)
    hand, cover = in_hand(state, brush, maps, tile)
    if layer.which != state.layer:
        cover = int32(-1)
    if maps[plane * tiles + tile] < 0 and cover < 0:
        return
    first, rest = maps[plane * tiles + tile], maps[(plane + 1) * tiles + tile]
    if first >= 0:
        fetch_row(rows, count, cells, first * TILE_AREA + inner, rest * TILE_AREA + inner)
    else:
        clear_row(rows, count)
    if cover >= 0:
        ink = (brush.ink_rgb[0], brush.ink_rgb[1], brush.ink_rgb[2])
        covers = pool[cover * TILE_AREA + inner : cover * TILE_AREA + inner + count]
        ink_row(rows, count, covers, pool, tints_of(state, maps, hand, tile), inner, ink, state.mode)
        # As it will be once it is dry: the lift changes nothing that is seen.
        round_row(rows, count)
    mix_row(ground, rows, count, layer.opacity, layer.mode)


@helper
def compose_run(out, at, state, brush, layers, inked, span, paper):
    """Compose sheet pixels [x0, x1) of row y, with the stroke in hand, over paper into `out[at:]`.

    The span (y, x0, x1) must lie on the sheet.
    """
    y, x0, x1 = span
    paper_r, paper_g, paper_b = channel(paper, 0), channel(paper, 1), channel(paper, 2)
    blank = packed(paper_r, paper_g, paper_b, FULL)
    red, green, blue = state.shown[:TILE], state.shown[TILE : 2 * TILE], state.shown[2 * TILE : 3 * TILE]
    rows = layer_rows(state)
    x = x0
    while x < x1:
        column = x // TILE
        past = min(x1, (column + 1) * TILE)
        tile = (y // TILE) * state.columns + column
        inner = (y % TILE) * TILE + x - column * TILE
        count = past - x
        run = out[at : at + count]
        if is_blank(state, layers, inked.maps, tile):
            for i in range(count):
                run[i] = blank
        else:
            for i in range(count):
                red[i], green[i], blue[i] = paper_r * OF_BYTE, paper_g * OF_BYTE, paper_b * OF_BYTE
            for k in range(len(layers)):
                if layers[k].shown:
                    ground = (red, green, blue)
                    lay_over(ground, rows, count, state, brush, layers[k], inked, (tile, inner))
            for i in range(count):
                run[i] = packed(red[i] * FULL, green[i] * FULL, blue[i] * FULL, FULL)
        at += count
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
def bare(state, layers, maps, column, y0, y1):
    """Whether no ink lies in a column of tiles between two heights, sheet px."""
    for row in range(int32(y0) // TILE, (int32(math.ceil(y1)) - 1) // TILE + 1):
        if not is_blank(state, layers, maps, row * state.columns + column):
            return False
    return True


@kernel(
    int32,
    array(STROKE),
    array(BRUSH),
    array(LAYER),
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
def present(strokes, brushes, layers, maps, pool, cells, views, flat, screen, left, top, right, bottom):
    """Draw the part of the sheet that lies in [left, right) x [top, bottom), sheet px, to the screen.

    `screen` receives the changed screen rectangle as packed rows of its own width; where it lies is
    left in the view. Every screen pixel is the average of the sheet under it. `flat` is scratch space
    for one band of sheet rows. Returns the number of pixels written.
    """
    state, brush, view, inked = strokes[0], brushes[0], views[0], Inked(maps, pool, cells)
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
    # The sheet px under the rectangle, held to what is shown of the sheet.
    least, past_x, past_y = view.margin, state.sheet_width - view.margin, state.sheet_height - view.margin
    x0 = max(least, int32(math.floor(view.left / zoom + view.origin_x)))
    x1 = min(past_x, int32(math.ceil(view.right / zoom + view.origin_x)))
    stride = max(1, x1 - x0)
    band = max(1, int32(len(flat) // stride))
    band_top = band_bottom = int32(0)
    step = 1.0 / zoom
    exact = zoom == 1.0 and view.origin_x == math.floor(view.origin_x) and view.origin_y == math.floor(view.origin_y)
    for row in range(view.top, view.bottom):
        y0 = max(float(least), row / zoom + view.origin_y)
        y1 = min(float(past_y), (row + 1) / zoom + view.origin_y)
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
            compose_run(screen, at + first, state, brush, layers, inked, (int32(y0), x0, x1), view.paper)
            for i in range(past, width):
                screen[at + i] = desk
            continue
        if math.ceil(y1) > band_bottom or math.floor(y0) < band_top:
            band_top = int32(math.floor(y0))
            band_bottom = min(band_top + band, past_y)
            below = int32(math.ceil(view.bottom / zoom + view.origin_y))
            band_bottom = min(band_bottom, max(below, band_top + 1))
            for y in range(band_top, band_bottom):
                compose_run(flat, (y - band_top) * stride, state, brush, layers, inked, (int32(y), x0, x1), view.paper)
        v1 = min(y1, float(band_bottom))
        past_u = view.left * step + view.origin_x
        column = int32(-1)
        empty = False
        for i in range(width):
            # Rounded, a place can lie a hair before the band's first column.
            u0 = max(float(x0), past_u)
            past_u = (view.left + i + 1) * step + view.origin_x
            u1 = min(float(x1), past_u)
            if u1 <= u0:
                screen[at + i] = desk
                continue
            if int32(u0) // TILE != column:
                column = int32(u0) // TILE
                empty = bare(state, layers, maps, column, y0, y1)
            if empty and u1 <= (column + 1) * TILE:
                screen[at + i] = paper
            else:
                screen[at + i] = box_average(flat, stride, x0, band_top, u0, u1, y0, v1)
    return width * (view.bottom - view.top)


@helper
def add_ink(state, layer, maps, cells, margin, out):
    """Lay a layer's ink over what `out` holds, whatever its mode: ink is ink."""
    plane = layer_plane(layer.which) + 1
    wide = state.sheet_width - 2 * margin
    for tile in range(tile_count(state)):
        slot = maps[plane * tile_count(state) + tile]
        if slot < 0:
            continue
        left, top = tile % state.columns * TILE, tile // state.columns * TILE
        for y in range(max(0, margin - top), min(TILE, state.sheet_height - margin - top)):
            for x in range(max(0, margin - left), min(TILE, state.sheet_width - margin - left)):
                alpha = layer.opacity * high_part(cells[slot * TILE_AREA + y * TILE + x]) / DEEP
                at = (top + y - margin) * wide + left + x - margin
                out[at] += alpha * (ONE - out[at])


@kernel(float32, array(STROKE), array(LAYER), array("i4"), array("u4"), int32, int32, int32)
def ink_about(strokes, layers, maps, cells, x, y, reach):
    """Mean ink 0..1 of all layers that are shown, within `reach` px of a px of the sheet; off it there is none."""
    state = strokes[0]
    total = float32(0)
    for j in range(max(0, y - reach), min(state.sheet_height, y + reach + 1)):
        for i in range(max(0, x - reach), min(state.sheet_width, x + reach + 1)):
            tile, inner = j // TILE * state.columns + i // TILE, j % TILE * TILE + i % TILE
            bare = ONE
            for k in range(len(layers)):
                slot = maps[(layer_plane(layers[k].which) + 1) * tile_count(state) + tile]
                if layers[k].shown and slot >= 0:
                    bare *= ONE - layers[k].opacity * high_part(cells[slot * TILE_AREA + inner]) / DEEP
            total += ONE - bare
    return total / float32((2 * reach + 1) * (2 * reach + 1))


@kernel(void, array(STROKE), array(LAYER), array("i4"), array("u4"), int32, array("f4"))
def layer_ink(strokes, layers, maps, cells, margin, out):
    """Ink 0..1 of all layers that are shown, by rows of the sheet's width, but for a margin of so many px."""
    state = strokes[0]
    for i in range((state.sheet_width - 2 * margin) * (state.sheet_height - 2 * margin)):
        out[i] = float32(0)
    for k in range(len(layers)):
        if layers[k].shown:
            add_ink(state, layers[k], maps, cells, margin, out)
