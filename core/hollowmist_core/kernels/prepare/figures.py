"""Figures: what is measured of a source, and what is wrong with it."""

import numpy as np
from numba import int32, void

from ..registry import array, helper, kernel
from .seam import score

FIGURES = np.dtype(
    [
        ("width", "i4"),
        ("height", "i4"),
        ("seam_across", "f4"),
        ("seam_down", "f4"),
        ("border_most", "f4"),
        ("border_mean", "f4"),
        ("mean", "f4"),
        ("black", "f4"),
        ("white", "f4"),
        ("advice", "i4"),
    ]
)
"""Size in px; seam scores (1 = none); the most and the mean ink on the border; mean ink; shares of
pixels that are black (ink over 90 %) and white (under 10 %); what is wrong, as bits."""

BARE, FULL, LIGHT_ON_DARK, EDGE, SEAM, SMALL, FLAT = 1, 2, 4, 8, 16, 32, 64
"""Bits of advice."""

EDGE_INK = 0.04
"""Ink on a shape's border that would show as a box."""

SEAM_SHOWS = 1.25
FLAT_RANGE = 0.35
"""Least distance of a source's dark from its light, that it has a texture at all."""


@helper
def advise(f, grain, largest, flat):
    """Bits of what is wrong with a shape, or a grain, for a brush whose largest size is `largest` px."""
    if f.white >= 0.9999:
        return BARE
    if f.black >= 0.9999:
        return FULL
    advice = 0
    if not grain and f.border_mean > 0.5 and f.border_mean > f.mean:
        advice |= LIGHT_ON_DARK
    elif not grain and f.border_most > EDGE_INK:
        advice |= EDGE
    if grain and max(f.seam_across, f.seam_down) > SEAM_SHOWS:
        advice |= SEAM
    if largest > 0 and max(f.width, f.height) < largest and not grain:
        advice |= SMALL
    if flat:
        advice |= FLAT
    return advice


@kernel(void, array("f4"), int32, int32, int32, int32, array(FIGURES))
def measure_source(image, width, height, grain, largest, figures):
    """Measure a shape (`grain` 0) or a grain (1). `largest` is the brush's largest size, px, 0 if there is none."""
    f = figures[0]
    f.width, f.height = width, height
    f.seam_across = score(image, width, height, 1, width, width, height)
    f.seam_down = score(image, width, height, width, 1, height, width)
    most, border, total = 0.0, 0.0, 0.0
    black = white = 0
    least_ink, most_ink = 1.0, 0.0
    for y in range(height):
        for x in range(width):
            ink = image[y * width + x]
            total += ink
            least_ink, most_ink = min(least_ink, ink), max(most_ink, ink)
            if ink > 0.9:
                black += 1
            if ink < 0.1:
                white += 1
            if x == 0 or y == 0 or x == width - 1 or y == height - 1:
                most = max(most, ink)
                border += ink
    count = width * height
    f.border_most = most
    f.border_mean = border / max(1, 2 * (width + height) - 4 if min(width, height) > 1 else count)
    f.mean = total / count
    f.black, f.white = black / count, white / count
    f.advice = advise(f, grain, largest, most_ink - least_ink < FLAT_RANGE)


@kernel(void, array("f4"), int32, array("u1"))
def to_bytes(image, count, out):
    """Ink as bytes, 255 = full, rounded to the nearest."""
    for i in range(count):
        out[i] = int(min(1.0, max(0.0, image[i])) * 255.0 + 0.5)


@kernel(void, array("u1"), int32, array("f4"))
def from_bytes(ink, count, out):
    """Bytes, 255 = full, as ink."""
    for i in range(count):
        out[i] = ink[i] / 255.0


@kernel(void, array("f4"), int32, int32, array("u4"), int32)
def print_ink(image, ink, paper, out, count):
    """Print ink of one colour on paper of another (0xRRGGBB) as opaque pixels, red in the lowest byte."""
    for i in range(count):
        a = min(1.0, max(0.0, image[i]))
        r = ((ink >> 16) & 255) * a + ((paper >> 16) & 255) * (1.0 - a)
        g = ((ink >> 8) & 255) * a + ((paper >> 8) & 255) * (1.0 - a)
        b = (ink & 255) * a + (paper & 255) * (1.0 - a)
        out[i] = int(r + 0.5) | (int(g + 0.5) << 8) | (int(b + 0.5) << 16) | (255 << 24)
