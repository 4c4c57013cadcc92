"""Hatching: strokes side by side in one direction, that tile."""

import math

from ...base.registry import helper
from .draw import bare, put
from .noise import gradient_noise


@helper
def hatch(out, width, height, seed, v):
    """Hatching. Values: lines across the tile, steepness (lines down the tile), thickness, wobble, gaps, mirrored.

    The lines' slope is lines across to lines down, so that every line meets another one at the border.
    """
    picture = bare(out, width, height, False)
    across, down = max(1, int(v[0])), int(v[1])
    run = math.hypot(across, down)
    period = width / run
    half = 0.5 * v[2] * period
    for y in range(height):
        for x in range(width):
            u, w = (x + 0.5) / width, (y + 0.5) / height
            if v[5] > 0:
                u = 1.0 - u
            wobble = v[3] * 0.5 * gradient_noise(seed, 1, u * 4.0, w * 4.0, 4)
            place = across * u + down * w + wobble
            line = math.floor(place)
            away = abs(place - line - 0.5) * period
            # A line's own weight changes slowly along it, and may give out.
            weight = 1.0 - v[4] * (0.5 + 0.7 * gradient_noise(seed, 2, u * 8.0, w * 8.0, 8))
            ink = min(1.0, max(0.0, half * max(0.0, weight) - away + 0.5))
            if ink > 0.0:
                put(picture, x, y, ink)
