"""Choose: which strokes a touch or a lasso means."""

import math

from numba import float32, int32

from ...tables.records import SAMPLE
from ..base.registry import array, helper, kernel

FAR = float32(1e30)


@helper
def distance_to_piece(x, y, x0, y0, x1, y1):
    """Distance from (x, y) to the piece of a line between two places."""
    dx, dy = x1 - x0, y1 - y0
    squared = dx * dx + dy * dy
    share = 0.0 if squared <= 0.0 else min(1.0, max(0.0, ((x - x0) * dx + (y - y0) * dy) / squared))
    return math.hypot(x - x0 - share * dx, y - y0 - share * dy)


@kernel(float32, array(SAMPLE), int32, float32, float32)
def distance_to_stroke(samples, count, x, y):
    """Distance from a place to the line through the first `count` samples, sheet px; very far where there are none."""
    if count == 0:
        return FAR
    nearest = math.hypot(samples[0].x - x, samples[0].y - y)
    for i in range(1, count):
        nearest = min(nearest, distance_to_piece(x, y, samples[i - 1].x, samples[i - 1].y, samples[i].x, samples[i].y))
    return float32(nearest)


@kernel(float32, array(SAMPLE), int32, array("f4"), int32)
def share_inside(samples, count, corners, corner_count):
    """Share 0..1 of the first `count` samples that lie inside a polygon.

    `corners` holds x and y of its `corner_count` corners in turn; what is crossed an even number of times is outside
    (the even-odd rule).
    """
    inside = 0
    for i in range(count):
        x, y = samples[i].x, samples[i].y
        odd = False
        before = corner_count - 1
        for k in range(corner_count):
            x0, y0, x1, y1 = corners[2 * before], corners[2 * before + 1], corners[2 * k], corners[2 * k + 1]
            if (y0 > y) != (y1 > y) and x < (x1 - x0) * (y - y0) / (y1 - y0) + x0:
                odd = not odd
            before = k
        inside += 1 if odd else 0
    return float32(inside) / float32(max(1, count))
