"""Mend: clone and heal along strokes of the pen."""

import math

from numba import float32, int32, void

from ..records import SAMPLE
from ..registry import array, helper, kernel
from .blur import blur

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
    The stroke fades over the outer half of its radius. Sample positions are px of the picture.
    """
    smooth = scratch[: width * height]
    if heal:
        blur(image, smooth, width, height, scratch[width * height :], radius, tiled)
    left, top, right, bottom = float(width), float(height), 0.0, 0.0
    for k in range(count):
        left, right = min(left, samples[k].x - radius), max(right, samples[k].x + radius)
        top, bottom = min(top, samples[k].y - radius), max(bottom, samples[k].y + radius)
    low_x, past_x = int(math.floor(left)), int(math.ceil(right)) + 1
    low_y, past_y = int(math.floor(top)), int(math.ceil(bottom)) + 1
    if not tiled:
        low_x, low_y, past_x, past_y = max(0, low_x), max(0, low_y), min(width, past_x), min(height, past_y)
    for y in range(low_y, past_y):
        for x in range(low_x, past_x):
            nearest = 1e9
            for k in range(count):
                nearest = min(nearest, distance_to(x + 0.5, y + 0.5, samples[max(0, k - 1)], samples[k]))
            share = float32(min(1.0, max(0.0, (radius - nearest) / (0.5 * radius))))
            if share <= float32(0):
                continue
            at = around(y, height, tiled) * width + around(x, width, tiled)
            source = around(y + int(dy), height, tiled) * width + around(x + int(dx), width, tiled)
            value = image[source]
            if heal:
                value = min(ONE, max(float32(0), smooth[at] + image[source] - smooth[source]))
            out[at] += share * (value - out[at])
