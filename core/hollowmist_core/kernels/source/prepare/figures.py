"""Figures: what is measured of a source, and what is wrong with it."""

import math

import numpy as np
from numba import float32, int32, void

from ...base.registry import array, helper, kernel
from .repeat import period_of, shows_tiling
from .seam import GROW, REPEAT, band_of, score

FIGURES = np.dtype(
    [
        ("width", "i4"),
        ("height", "i4"),
        ("seam_across", "f4"),
        ("seam_down", "f4"),
        ("repeat", "f4"),
        ("border_most", "f4"),
        ("border_mean", "f4"),
        ("mean", "f4"),
        ("black", "f4"),
        ("white", "f4"),
        ("advice", "i4"),
    ]
)
"""Size in px; seam scores (1 = none): the largest of the step across the border, that across the closing's own cut,
each against the steps between neighbours, and what differs from course to course across that cut against elsewhere;
how plainly the tile is told from the next, 0..1; the most and the mean ink on the border; mean ink; shares of pixels
that are black (ink over 90 %) and white (under 10 %); what is wrong, as bits."""

BARE, FULL, LIGHT_ON_DARK, EDGE, SEAM, SMALL, FLAT, PERIODIC, GROWN, STAYS, UNEVEN = (1 << k for k in range(11))
"""Bits of advice; of a seam that shows: close it by a cut, at whole courses, or grow a tile; or no way hides it."""

OPEN = -1
"""In place of a way of closing: the seam was not closed."""

LEAST_NEAR = float32(1e-6)
USUAL_BAND = 0.2
"""Part of each side that overlaps, as the step begins."""

EDGE_INK = 0.04
"""Ink on a shape's border that would show as a box."""

SEAM_SHOWS = 1.3
SIDED = 0.3
"""Part of a grain's variation that may go with the place alone before it counts as uneven light."""

TONES = 0.002
"""Share of black and of white pixels below which a grain is all middle grey."""
FLAT_RANGE = 0.35
"""Least distance of a source's dark from its light, that it has a texture at all."""


@helper
def uneven(image, width, height):
    """Part of a picture's variation, 0..1, that is light from one side or dark corners: the multiple correlation with
    x, y and their squares, which are orthogonal on a rectangle."""
    mean, square = 0.0, 0.0
    a = b = c = d = 0.0
    aa = bb = cc = dd = 1e-12
    for y in range(height):
        v = 2.0 * (y + 0.5) / height - 1.0
        for x in range(width):
            u = 2.0 * (x + 0.5) / width - 1.0
            ink = image[y * width + x]
            uu, vv = u * u - 1.0 / 3.0, v * v - 1.0 / 3.0
            mean += ink
            square += ink * ink
            a += ink * u
            b += ink * v
            c += ink * uu
            d += ink * vv
            aa += u * u
            bb += v * v
            cc += uu * uu
            dd += vv * vv
    count = width * height
    spread = square - mean * mean / count
    if spread < 1e-6 * count or min(width, height) < 32:
        return 0.0
    return math.sqrt(min(1.0, (a * a / aa + b * b / bb + c * c / cc + d * d / dd) / spread))


@helper
def best_closing(image, width, height, closed, scratch):
    """The advice for a seam that shows: by what was tried, and by what the picture is like."""
    if closed == GROW:
        return STAYS
    if closed == REPEAT:
        return GROWN
    band_x, band_y = band_of(width, USUAL_BAND), band_of(height, USUAL_BAND)
    if closed == OPEN:
        across = period_of(image, width, height, 1, width, scratch)
        down = period_of(image, height, width, width, 1, scratch)
        if across > 0 and across + band_x <= width and down > 0 and down + band_y <= height:
            return PERIODIC
        return SEAM
    return GROWN


@helper
def advise(f, grain, largest, flat, sided, seam):
    """Bits of what is wrong with a shape, or a grain, for a brush whose largest size is `largest` px; `seam` are those
    of its seam."""
    if f.white >= 0.9999:
        return BARE
    if f.black >= 0.9999:
        return FULL
    advice = 0
    if not grain and f.border_mean > 0.5 and f.border_mean > f.mean:
        advice |= LIGHT_ON_DARK
    elif not grain and f.border_most > EDGE_INK:
        advice |= EDGE
    if grain:
        advice |= UNEVEN if sided and seam > 0 else seam
    if largest > 0 and max(f.width, f.height) < largest and not grain:
        advice |= SMALL
    if flat or (grain and f.black < TONES and f.white < TONES):
        advice |= FLAT
    return advice


@kernel(void, array("f4"), int32, int32, int32, int32, int32, array("f4"), array("f4"), array(FIGURES))
def measure_source(image, width, height, grain, largest, closed, cuts, scratch, figures):
    """Measure a shape (`grain` 0) or a grain (1). `largest` is the brush's largest size, px, 0 if there is none.

    `closed` is the way in which its seam was closed, or `OPEN`, and `cuts` what its step found along the cuts.
    `scratch` has room as `steps.sizing_room` says.
    """
    f = figures[0]
    f.width, f.height = width, height
    f.seam_across = score(image, width, height, 1, width, width, height)
    f.seam_down = score(image, width, height, width, 1, height, width)
    if closed != OPEN:
        f.seam_across = max(f.seam_across, max(cuts[2], cuts[0] / max(cuts[1], LEAST_NEAR)))
        f.seam_down = max(f.seam_down, max(cuts[5], cuts[3] / max(cuts[4], LEAST_NEAR)))
    f.repeat = shows_tiling(image, width, height) if grain else float32(0)
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
    seam = 0
    if grain and max(f.seam_across, f.seam_down) > SEAM_SHOWS:
        seam = best_closing(image, width, height, closed, scratch)
    sided = grain and closed == OPEN and uneven(image, width, height) > SIDED
    f.advice = advise(f, grain, largest, most_ink - least_ink < FLAT_RANGE, sided, seam)


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
