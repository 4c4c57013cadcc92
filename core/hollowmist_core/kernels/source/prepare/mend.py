"""Mend: clone and heal along strokes of the pen."""

import math

from numba import float32, int32, void

from ....tables.records import SAMPLE
from ...base.registry import array, helper, kernel
from .blur import blur, blur_room

ONE = float32(1)


@helper
def distance_to(x, y, a, b):
    """Distance of a place to the line from one sample to the next, px."""
    dx, dy = b.x - a.x, b.y - a.y
    length = dx * dx + dy * dy
    t = ((x - a.x) * dx + (y - a.y) * dy) / length if length > 0.0 else 0.0
    t = min(1.0, max(0.0, t))
    return math.hypot(x - a.x - t * dx, y - a.y - t * dy)


@helper
def around(i, side, tiled):
    """A place within the picture: the other side of a tile, else the nearest."""
    return i % side if tiled else min(side - 1, max(0, i))


@helper
def span_beside(a, b, y, radius):
    """Where the row y lies within a radius of the line from one sample to the next: from and to, px; from > to where
    it does not."""
    low, high = 1e9, -1e9
    for end in (a, b):
        away = y - end.y
        if abs(away) <= radius:
            half = math.sqrt(radius * radius - away * away)
            low, high = min(low, end.x - half), max(high, end.x + half)
    # Between the two round ends lies a box along the line; its corners are `radius` to either side of the samples.
    dx, dy = b.x - a.x, b.y - a.y
    length = math.hypot(dx, dy)
    if length > 0.0:
        nx, ny = -dy / length * radius, dx / length * radius
        xs = (a.x + nx, b.x + nx, b.x - nx, a.x - nx)
        ys = (a.y + ny, b.y + ny, b.y - ny, a.y - ny)
        for k in range(4):
            x0, y0, x1, y1 = xs[k], ys[k], xs[(k + 1) % 4], ys[(k + 1) % 4]
            if min(y0, y1) <= y <= max(y0, y1):
                x = x0 + (x1 - x0) * (y - y0) / (y1 - y0) if y1 != y0 else x0
                low, high = min(low, x), max(high, x)
    return low, high


@helper
def share_along(shares, width, height, a, b, radius, tiled):
    """Raise each place's share, 0..1, to what the stroke has of it between two samples: only what is near is asked."""
    top, bottom = min(a.y, b.y) - radius, max(a.y, b.y) + radius
    first, past = int(math.floor(top)), int(math.ceil(bottom)) + 1
    if not tiled:
        first, past = max(0, first), min(height, past)
    for y in range(first, past):
        low, high = span_beside(a, b, y + 0.5, float(radius))
        left, right = int(math.floor(max(low, -1e6))), int(math.ceil(min(high, 1e6))) + 1
        if not tiled:
            left, right = max(0, left), min(width, right)
        for x in range(left, right):
            away = distance_to(x + 0.5, y + 0.5, a, b)
            at = around(y, height, tiled) * width + around(x, width, tiled)
            share = float32(min(1.0, max(0.0, (radius - away) / (0.5 * radius))))
            shares[at] = max(shares[at], share)


@kernel(int32, int32, int32)
def mending_room(width, height):
    """Numbers of scratch space that `mend` needs."""
    return int32(width * height + blur_room(width, height))


@kernel(
    void,
    array("f4"),
    array("f4"),
    int32,
    int32,
    array("f4"),
    array(SAMPLE),
    int32,
    float32,
    float32,
    float32,
    int32,
    int32,
)
def mend(image, out, width, height, scratch, samples, count, dx, dy, radius, heal, tiled):
    """Lay over a stroke what `image` has (dx, dy) px beside it; `out` is changed in place.

    Healing takes only the texture from there: what is slower than the stroke is wide stays as it was.
    The stroke fades over the outer half of its radius. Sample positions are px of the picture. `scratch` has room as
    `mending_room` says.
    """
    smooth = scratch[: width * height]
    if heal:
        blur(image, smooth, width, height, scratch[width * height :], radius, tiled)
    shares = scratch[width * height : 2 * width * height]
    for i in range(width * height):
        shares[i] = float32(0)
    for k in range(count):
        share_along(shares, width, height, samples[max(0, k - 1)], samples[k], radius, tiled)
    for y in range(height):
        for x in range(width):
            at = y * width + x
            if shares[at] <= float32(0):
                continue
            source = around(y + int(dy), height, tiled) * width + around(x + int(dx), width, tiled)
            value = image[source]
            if heal:
                value = min(ONE, max(float32(0), smooth[at] + image[source] - smooth[source]))
            out[at] += shares[at] * (value - out[at])
