"""Underlay: a picture laid below the ink of a sheet, placed, turned, mirrored and tinted.

It lies on a layer of its own (`records.UNDERLAY`), so that it is shown, hidden and exported as any layer is.
"""

import math

import numpy as np
from numba import float32, int32, uint32

from ...tables.records import STROKE, TILE, TILE_AREA, UNDERLAY
from ..base.bundles import Surface
from ..base.registry import array, helper, kernel
from ..tiles.sheet import channel, claim, give_back, layer_plane, tile_count
from .ink import OF_BYTE, kept_pixel, paired

PLACED = np.dtype(
    [
        ("width", "i4"),
        ("height", "i4"),
        ("x", "f4"),
        ("y", "f4"),
        ("scale", "f4"),
        ("turn", "f4"),
        ("mirrored", "i4"),
        ("opacity", "f4"),
        ("tinted", "i4"),
        ("tint", "u4"),
    ]
)
"""A picture's size in px, and how it lies: its middle in sheet px, sheet px per px of it, its turn in degrees clockwise
and whether it is mirrored; its opacity 0..1, and the colour 0xRRGGBB that its dark is shown in, if it is tinted."""

LEVELS = 14
"""Most levels of a picture's chain: 8192 px down to 1."""

ONE = float32(1)
RED, GREEN, BLUE = float32(0.2126), float32(0.7152), float32(0.0722)
"""Shares of the channels in luminance (ITU-R BT.709)."""


@helper
def level_side(side, level):
    """Side of a level of the chain: each is half of the one before, rounded up."""
    for _ in range(level):
        side = (side + 1) // 2
    return side


@helper
def level_start(width, height, level):
    """Where a level begins in the chain, px."""
    start = 0
    for k in range(level):
        start += level_side(width, k) * level_side(height, k)
    return start


@helper
def byte(pixel, shift):
    """A channel of a packed pixel, 0..255."""
    return float32((pixel >> uint32(shift)) & uint32(255))


@kernel(int32, int32, int32)
def chain_room(width, height):
    """Pixels that a picture's chain takes."""
    level = 0
    while level < LEVELS - 1 and (level_side(width, level) > 1 or level_side(height, level) > 1):
        level += 1
    return int32(level_start(width, height, level + 1))


@helper
def mean_pixel(pixels, start, width, x0, x1, y0, y1):
    """Mean of the pixels of a level over a box, each by the share of it that lies there."""
    r = g = b = a = 0.0
    for y in range(int(y0), int(math.ceil(y1))):
        high = min(y1, y + 1.0) - max(y0, float(y))
        for x in range(int(x0), int(math.ceil(x1))):
            share = high * (min(x1, x + 1.0) - max(x0, float(x)))
            pixel = pixels[start + y * width + x]
            r += share * byte(pixel, 0)
            g += share * byte(pixel, 8)
            b += share * byte(pixel, 16)
            a += share * byte(pixel, 24)
    per = 1.0 / ((x1 - x0) * (y1 - y0))
    low = uint32(int32(r * per + 0.5)) | (uint32(int32(g * per + 0.5)) << uint32(8))
    return low | (uint32(int32(b * per + 0.5)) << uint32(16)) | (uint32(int32(a * per + 0.5)) << uint32(24))


@kernel(int32, array("u4"), int32, int32)
def chain_picture(pixels, width, height):
    """Fill a picture's chain in place: `pixels` begins with its packed RGBA pixels, alpha multiplied in.

    Each pixel of a level is the mean of just its share of the one before, also where that does not halve evenly. Room
    for `chain_room` px is needed. Returns how many levels there are.
    """
    level = 0
    while level < LEVELS - 1 and (level_side(width, level) > 1 or level_side(height, level) > 1):
        w, h = level_side(width, level), level_side(height, level)
        above, below = level_start(width, height, level), level_start(width, height, level + 1)
        next_w, next_h = (w + 1) // 2, (h + 1) // 2
        for y in range(next_h):
            y0, y1 = y * h / next_h, (y + 1) * h / next_h
            for x in range(next_w):
                x0, x1 = x * w / next_w, (x + 1) * w / next_w
                pixels[below + y * next_w + x] = mean_pixel(pixels, above, w, x0, x1, y0, y1)
        level += 1
    return level + 1


@helper
def texel(pixels, start, width, height, x, y):
    """A px of a level; around the picture it is clear."""
    if x < 0 or y < 0 or x >= width or y >= height:
        return uint32(0)
    return pixels[start + y * width + x]


@helper
def looked_up(pixels, start, width, height, u, v, shift):
    """One channel at a place of a level, bilinear, 0..1; u and v count from its corner, px."""
    x, y = int32(math.floor(u - 0.5)), int32(math.floor(v - 0.5))
    fx, fy = float32(u - 0.5 - x), float32(v - 0.5 - y)
    top = byte(texel(pixels, start, width, height, x, y), shift) * (ONE - fx)
    top += byte(texel(pixels, start, width, height, x + 1, y), shift) * fx
    low = byte(texel(pixels, start, width, height, x, y + 1), shift) * (ONE - fx)
    low += byte(texel(pixels, start, width, height, x + 1, y + 1), shift) * fx
    return (top * (ONE - fy) + low * fy) * OF_BYTE


@kernel(int32, array(STROKE), array("i4"), array("i4"), array("f4"), array("u4"), array("u4"), array(PLACED))
def lay_picture(strokes, maps, free, pool, cells, pixels, placed):
    """Lay a picture over what lies on the layer for underlays.

    `pixels` is its chain, as `chain_picture` leaves it; `cells` is the pool seen as uint32. Returns 1, or 0 where the
    tiles ran out: clear the layer and lay all its pictures anew with more of them.
    """
    surface = Surface(maps, free, pool, cells)
    state, one = strokes[0], placed[0]
    turn = one.turn * math.pi / 180.0
    cos, sin = math.cos(turn), math.sin(turn)
    scale = one.scale * state.scale
    middle_x, middle_y = one.x * state.scale - state.from_x, one.y * state.scale - state.from_y
    half_w, half_h = 0.5 * one.width * scale + 1.0, 0.5 * one.height * scale + 1.0
    reach_x, reach_y = abs(cos) * half_w + abs(sin) * half_h, abs(sin) * half_w + abs(cos) * half_h
    left, right = max(0, int32(middle_x - reach_x)), min(state.sheet_width, int32(middle_x + reach_x) + 1)
    top, bottom = max(0, int32(middle_y - reach_y)), min(state.sheet_height, int32(middle_y + reach_y) + 1)
    if left >= right or top >= bottom:
        return 1
    level = 0
    coarse = 1.0 / scale
    while coarse >= 2.0 and level < LEVELS - 1 and level_side(max(one.width, one.height), level) > 1:
        coarse *= 0.5
        level += 1
    w, h = level_side(one.width, level), level_side(one.height, level)
    start = level_start(one.width, one.height, level)
    red, green, blue = channel(one.tint, 0) * OF_BYTE, channel(one.tint, 1) * OF_BYTE, channel(one.tint, 2) * OF_BYTE
    plane = layer_plane(UNDERLAY)
    for row in range(top // TILE, (bottom - 1) // TILE + 1):
        for column in range(left // TILE, (right - 1) // TILE + 1):
            tile = row * state.columns + column
            first = claim(state, surface, plane, tile)
            rest = claim(state, surface, plane + 1, tile)
            if first < 0 or rest < 0:
                return 0
            for y in range(max(top, row * TILE), min(bottom, (row + 1) * TILE)):
                for x in range(max(left, column * TILE), min(right, (column + 1) * TILE)):
                    dx, dy = (x + 0.5 - middle_x) / scale, (y + 0.5 - middle_y) / scale
                    across, down = cos * dx + sin * dy, cos * dy - sin * dx
                    if one.mirrored:
                        across = -across
                    u, v = (across / one.width + 0.5) * w, (down / one.height + 0.5) * h
                    if u <= -0.5 or v <= -0.5 or u >= w + 0.5 or v >= h + 0.5:
                        continue
                    r, g = looked_up(pixels, start, w, h, u, v, 0), looked_up(pixels, start, w, h, u, v, 8)
                    b, a = looked_up(pixels, start, w, h, u, v, 16), looked_up(pixels, start, w, h, u, v, 24)
                    if one.tinted:
                        a -= RED * r + GREEN * g + BLUE * b
                        a = max(float32(0), a)
                        r, g, b = red * a, green * a, blue * a
                    a *= one.opacity
                    at = (y - row * TILE) * TILE + x - column * TILE
                    under = kept_pixel(cells[first * TILE_AREA + at], cells[rest * TILE_AREA + at])
                    keeps = ONE - a
                    cells[first * TILE_AREA + at] = paired(
                        r * one.opacity + under.r * keeps, g * one.opacity + under.g * keeps
                    )
                    cells[rest * TILE_AREA + at] = paired(b * one.opacity + under.b * keeps, a + under.a * keeps)
    return 1


@kernel(int32, array(STROKE), array("i4"), array("i4"))
def lift_pictures(strokes, maps, free):
    """Take all pictures off the layer for underlays. Returns how many tiles that was."""
    state = strokes[0]
    plane, found = layer_plane(UNDERLAY), 0
    for tile in range(tile_count(state)):
        if maps[plane * tile_count(state) + tile] >= 0:
            found += 1
        give_back(state, maps, free, plane, tile)
        give_back(state, maps, free, plane + 1, tile)
    return found
