"""Reshape: turn, flip, mirror, resize, shift, and another picture laid over this one."""

import math

from numba import float32, int32

from ....tables.steps import STEP_BY_NAME
from ...base.bundles import Lines
from ...base.registry import helper

LEFT, RIGHT, UPPER, LOWER = STEP_BY_NAME["mirror"].numbers("kept", "left", "right", "upper", "lower")
ADD, CUT, INTERSECT = STEP_BY_NAME["combine"].numbers("way", "add", "cut", "intersect")
MOST = 2048
ONE = float32(1)


@helper
def turned_size(width, height, degrees):
    """Size of the box that holds a turned picture."""
    turn = math.radians(degrees)
    c, s = abs(math.cos(turn)), abs(math.sin(turn))
    return (
        int32(min(MOST, max(1, math.ceil(width * c + height * s - 1e-3)))),
        int32(min(MOST, max(1, math.ceil(width * s + height * c - 1e-3)))),
    )


@helper
def pixel_or_bare(image, width, height, x, y):
    """A pixel; beyond the border lies bare paper."""
    if x < 0 or y < 0 or x >= width or y >= height:
        return float32(0)
    return image[y * width + x]


@helper
def bilinear(image, width, height, x, y):
    """Ink at a place in px from the top left corner, between pixel centres; beyond the border none."""
    x -= 0.5
    y -= 0.5
    column, line = math.floor(x), math.floor(y)
    fx, fy = float32(x - column), float32(y - line)
    i, j = int(column), int(line)
    top = pixel_or_bare(image, width, height, i, j) * (ONE - fx) + pixel_or_bare(image, width, height, i + 1, j) * fx
    low = (
        pixel_or_bare(image, width, height, i, j + 1) * (ONE - fx)
        + pixel_or_bare(image, width, height, i + 1, j + 1) * fx
    )
    return top * (ONE - fy) + low * fy


@helper
def rotate(image, out, width, height, to_width, to_height, degrees):
    """Turn a picture clockwise about its middle."""
    turn = math.radians(degrees)
    c, s = math.cos(turn), math.sin(turn)
    for y in range(to_height):
        dy = y + 0.5 - 0.5 * to_height
        for x in range(to_width):
            dx = x + 0.5 - 0.5 * to_width
            # Rounded, so that quarter turns hit the pixels' centres.
            from_x = round((dx * c + dy * s + 0.5 * width) * 1e6) * 1e-6
            from_y = round((dy * c - dx * s + 0.5 * height) * 1e6) * 1e-6
            out[y * to_width + x] = bilinear(image, width, height, from_x, from_y)


@helper
def flip(image, out, width, height, across, along):
    """Mirror left to right, top to bottom, or both."""
    for y in range(height):
        from_y = height - 1 - y if along else y
        for x in range(width):
            out[y * width + x] = image[from_y * width + (width - 1 - x if across else x)]


@helper
def mirror(image, out, width, height, kept):
    """Put the mirror image of one half in the place of the other."""
    for y in range(height):
        for x in range(width):
            from_x, from_y = x, y
            if (kept == LEFT and 2 * x >= width) or (kept == RIGHT and 2 * x < width):
                from_x = width - 1 - x
            if (kept == UPPER and 2 * y >= height) or (kept == LOWER and 2 * y < height):
                from_y = height - 1 - y
            out[y * width + x] = image[from_y * width + from_x]


@helper
def shift(image, out, width, height, across, down):
    """Move a tile, what leaves on one side coming in on the other; `across` and `down` in px."""
    for y in range(height):
        from_y = (y - down) % height
        for x in range(width):
            out[y * width + x] = image[from_y * width + (x - across) % width]


@helper
def resize_lines(picture, to, tiled):
    """Resize all lines of one direction by a triangle filter that is widened where it shrinks.

    Beyond the border nothing counts, or the other side where it is tiled.
    """
    image, side, lines, step, line_step = picture
    out, to_side, _, to_step, to_line_step = to
    scale = side / to_side
    support = max(1.0, scale)
    for i in range(to_side):
        centre = (i + 0.5) * scale
        first, past = int(math.floor(centre - support + 0.5)), int(math.floor(centre + support + 0.5))
        if not tiled:
            first, past = max(0, first), min(side, past)
        total = 0.0
        for k in range(first, past):
            total += max(0.0, 1.0 - abs((k - centre + 0.5) / support))
        for line in range(lines):
            out[line * to_line_step + i * to_step] = float32(0)
        for k in range(first, past):
            w = float32(max(0.0, 1.0 - abs((k - centre + 0.5) / support)) / total)
            at = (k % side) * step
            for line in range(lines):
                out[line * to_line_step + i * to_step] += w * image[line * line_step + at]


@helper
def resize(image, out, width, height, to_width, to_height, scratch, tiled):
    """Resize, smaller or larger."""
    between = scratch[: to_width * height]
    resize_lines(Lines(image, width, height, 1, width), Lines(between, to_width, height, 1, to_width), tiled)
    resize_lines(Lines(between, height, to_width, to_width, 1), Lines(out, to_height, to_width, to_width, 1), tiled)


@helper
def combine(picture, other, out, way, place):
    """Lay another picture over this one and add, cut or intersect.

    Its place is (across, down, scale, degrees): from the middle, as shares of this picture's sides; at scale 1 the
    longer sides are alike.
    """
    image, width, height, _ = picture
    over, other_width, other_height, _ = other
    across, down, scale, degrees = place
    turn = math.radians(degrees)
    fit = max(width, height) / max(other_width, other_height) * scale
    c, s = math.cos(turn) / fit, math.sin(turn) / fit
    for y in range(height):
        dy = y + 0.5 - (0.5 + down) * height
        for x in range(width):
            dx = x + 0.5 - (0.5 + across) * width
            a = image[y * width + x]
            from_x, from_y = dx * c + dy * s + 0.5 * other_width, dy * c - dx * s + 0.5 * other_height
            b = bilinear(over, other_width, other_height, from_x, from_y)
            if way == ADD:
                out[y * width + x] = a + b - a * b
            elif way == CUT:
                out[y * width + x] = a * (ONE - b)
            else:
                out[y * width + x] = a * b
