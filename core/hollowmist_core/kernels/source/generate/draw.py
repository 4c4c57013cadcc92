"""Draw: the marks that generators are made of."""

import math

from numba import float32

from ...base.bundles import Picture
from ...base.chance import chance
from ...base.registry import helper

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
def put(picture, x, y, ink):
    """Keep the larger ink at a pixel; beyond the border on the other side of a tile, else nowhere."""
    out, width, height, tiled = picture
    if tiled:
        x, y = x % width, y % height
    elif x < 0 or y < 0 or x >= width or y >= height:
        return
    at = y * width + x
    out[at] = max(out[at], float32(ink))


@helper
def oval(picture, cx, cy, rx, ry, turn, softness, ink):
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
                put(picture, x, y, cover * ink)


@helper
def bar(picture, ax, ay, bx, by, ra, rb, ink):
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
                put(picture, x, y, cover * ink)


@helper
def bare(out, width, height, tiled):
    """A picture of bare paper."""
    for i in range(width * height):
        out[i] = float32(0)
    return Picture(out, width, height, tiled)
