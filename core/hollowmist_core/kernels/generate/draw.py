"""Draw: the marks that generators are made of."""

import math

from numba import float32, int32

from ..chance import chance
from ..registry import helper

ONE = float32(1)


@helper
def pick(seed, index, channel, low, high):
    """A chance number from low to high."""
    return low + (high - low) * float(chance(seed, index, channel))


@helper
def soft_edge(depth, softness):
    """Coverage at a depth in px inside an edge that fades over `softness` px and at least over one."""
    t = min(1.0, max(0.0, depth / max(1.0, softness) + 0.5))
    return t * t * (3.0 - 2.0 * t) if softness > 1.0 else t


@helper
def put(out, width, height, x, y, ink, tiled):
    """Keep the larger ink at a pixel; beyond the border on the other side of a tile, else nowhere."""
    if tiled:
        x, y = x % width, y % height
    elif x < 0 or y < 0 or x >= width or y >= height:
        return
    at = y * width + x
    out[at] = max(out[at], float32(ink))


@helper
def oval(out, width, height, cx, cy, rx, ry, turn, softness, ink, tiled):
    """An oval spot: centre, half axes, turn in radians, softness of its edge, all px; and its ink."""
    rx, ry = max(0.35, rx), max(0.35, ry)
    c, s = math.cos(turn), math.sin(turn)
    reach = max(rx, ry) + softness + 1.0
    least = min(rx, ry)
    for y in range(int(math.floor(cy - reach)), int(math.ceil(cy + reach)) + 1):
        for x in range(int(math.floor(cx - reach)), int(math.ceil(cx + reach)) + 1):
            dx, dy = x + 0.5 - cx, y + 0.5 - cy
            f = math.hypot((dx * c + dy * s) / rx, (dy * c - dx * s) / ry)
            cover = soft_edge((1.0 - f) * least, softness)
            if cover > 0.0:
                put(out, width, height, x, y, cover * ink, tiled)


@helper
def bar(out, width, height, ax, ay, bx, by, ra, rb, ink, tiled):
    """A line with round ends from a to b whose half width changes from ra to rb, px."""
    reach = max(ra, rb) + 1.0
    dx, dy = bx - ax, by - ay
    length = dx * dx + dy * dy
    for y in range(int(math.floor(min(ay, by) - reach)), int(math.ceil(max(ay, by) + reach)) + 1):
        for x in range(int(math.floor(min(ax, bx) - reach)), int(math.ceil(max(ax, bx) + reach)) + 1):
            px, py = x + 0.5 - ax, y + 0.5 - ay
            t = min(1.0, max(0.0, (px * dx + py * dy) / length)) if length > 0.0 else 0.0
            depth = ra + (rb - ra) * t - math.hypot(px - t * dx, py - t * dy)
            cover = min(1.0, max(0.0, depth + 0.5))
            if cover > 0.0:
                put(out, width, height, x, y, cover * ink, tiled)


@helper
def clear(out, count):
    """Bare paper."""
    for i in range(count):
        out[i] = float32(0)


@helper
def most_typical(image, side, lines, step, line_step):
    """The place along a tile after which the step to the next is nearest to the mean of all steps."""
    mean = 0.0
    for i in range(side):
        for line in range(lines):
            at = line * line_step
            mean += abs(image[at + (i + 1) % side * step] - image[at + i * step])
    mean /= side
    best, least = 0, 1e30
    for i in range(side):
        total = 0.0
        for line in range(lines):
            at = line * line_step
            total += abs(image[at + (i + 1) % side * step] - image[at + i * step])
        if abs(total - mean) < least:
            best, least = i, abs(total - mean)
    return int32((best + 1) % side)


@helper
def roll(out, width, height, left, top, scratch):
    """Cut a tile out of its endless pattern `left` px farther right and `top` px farther down."""
    for y in range(height):
        for x in range(width):
            scratch[y * width + x] = out[(y + top) % height * width + (x + left) % width]
    for i in range(width * height):
        out[i] = scratch[i]


@helper
def settle(out, width, height, scratch):
    """Cut a tile where its wrap is like any place inside.

    Any cut repeats unseen; this one also has a seam score of 1, for scores that a few marks could sway.
    """
    left = most_typical(out, width, height, 1, width)
    top = most_typical(out, height, width, width, 1)
    roll(out, width, height, left, top, scratch)
