"""Screens: halftone dots, lines and ellipses at a ruling and an angle that tile, and hatching.

A screen repeats in a square of N px where its lattice fits a whole number of times: a cells across and
b down for an angle of atan(b / a) (rational screens, as in Amidror 2009, "The Theory of the Moire
Phenomenon", chapter 2). The nearest such a, b and N are taken.
"""

import math

import numpy as np
from numba import float32, void

from ....tables.generators import GENERATOR_BY_NAME
from ...base.registry import array, helper, kernel
from ..prepare.seam import most_typical, roll

DOTS, LINES, ELLIPSES = GENERATOR_BY_NAME["screen"].numbers("form", "dots", "lines", "ellipses")
TWO_PI = 2.0 * math.pi
MOST_SIDE = 1024
LEVELS = 4096

SCREEN = np.dtype(
    [
        ("side", "i4"),
        ("a", "i4"),
        ("b", "i4"),
        ("period", "f4"),
        ("angle", "f4"),
        ("threshold", "f4"),
        ("first_threshold", "f4"),
        ("shift_u", "f4"),
        ("shift_v", "f4"),
        ("overlap", "f4"),
        ("ruling", "f4"),
    ]
)
"""A screen that tiles: side of its tile in px, cells of its lattice across and down, distance of its
lines in px, angle in degrees, the level of its spot function where ink begins (its own, and that of the
screen it is partner to), where it is moved to (in
cells), the share of paper that it covers together with its partner, and its ruling as asked for (per cm
or inch)."""


@helper
def spot(form, u, v):
    """The spot function, 1 in the middle of the ink and -1 farthest from it, at a place counted in cells."""
    if form == LINES:
        return math.cos(TWO_PI * v)
    if form == ELLIPSES:
        return 0.64 * math.cos(TWO_PI * u) + 0.36 * math.cos(TWO_PI * v)
    return 0.5 * math.cos(TWO_PI * u) + 0.5 * math.cos(TWO_PI * v)


@helper
def threshold_for(form, tone):
    """The level above which the spot function covers a share `tone` of the cell, by counting a fine grid."""
    fine = 128
    low, high = -1.0, 1.0
    for _ in range(24):
        middle = 0.5 * (low + high)
        inside = 0
        for j in range(fine):
            for i in range(fine):
                if spot(form, (i + 0.5) / fine, (j + 0.5) / fine) > middle:
                    inside += 1
        if inside > tone * fine * fine:
            low = middle
        else:
            high = middle
    return 0.5 * (low + high)


@helper
def fit(screen, period, degrees):
    """Find the tile, of at most `MOST_SIDE` px, whose lattice is nearest to a period and an angle."""
    turn = math.radians(degrees)
    least = 1e30
    for side in range(64, MOST_SIDE + 1):
        a = round(side * math.cos(turn) / period)
        b = round(side * math.sin(turn) / period)
        if a == 0 and b == 0:
            continue
        cells = math.hypot(a, b)
        off = abs(side / cells - period) / period + abs(math.atan2(b, a) - turn)
        # A larger tile has to earn its size.
        off += 1e-5 * side
        if off < least:
            least = off
            screen.side, screen.a, screen.b = side, a, b
            screen.period = side / cells
            screen.angle = math.degrees(math.atan2(b, a))


@helper
def both_inked(form, tone_level, other_level, shift_u, shift_v):
    """Share of a cell that a screen and its partner, moved by a part of a cell, both cover."""
    fine, both = 96, 0
    for j in range(fine):
        for i in range(fine):
            u, v = (i + 0.5) / fine, (j + 0.5) / fine
            if spot(form, u, v) > other_level and spot(form, u - shift_u, v - shift_v) > tone_level:
                both += 1
    return both / (fine * fine)


@kernel(void, array(SCREEN), array("f4"))
def plan_screen(screens, v):
    """Fit a screen. Values: form, ruling, unit (0 per cm, 1 per inch), dpi, angle, tone, partner, partner's tone.

    A partner is moved to where it overlaps least with the same screen of the partner's tone at rest;
    `overlap` is the share of the paper that both cover.
    """
    screen = screens[0]
    per_px = v[1] / (v[3] / 2.54 if v[2] == 0 else v[3])
    form = int(v[0])
    fit(screen, max(2.0, 1.0 / per_px), v[4])
    screen.ruling = (v[3] / 2.54 if v[2] == 0 else v[3]) / screen.period
    screen.threshold = threshold_for(form, v[5])
    other = threshold_for(form, v[7])
    screen.first_threshold = other if v[6] > 0 else screen.threshold
    screen.shift_u = screen.shift_v = 0.0
    if v[6] > 0:
        least = 2.0
        for j in range(8):
            for i in range(8):
                # Of places that overlap alike the farthest one is taken: half a cell away.
                both = both_inked(form, screen.threshold, other, i / 8.0, j / 8.0)
                both += 1e-4 * math.hypot(i / 8.0 - 0.5, j / 8.0 - 0.5)
                if both < least - 1e-9:
                    least = both
                    screen.shift_u, screen.shift_v = i / 8.0, j / 8.0
    screen.overlap = both_inked(form, screen.threshold, other, screen.shift_u, screen.shift_v)


@helper
def draw_dots(out, width, height, screen, form, threshold, shift_u, shift_v):
    """Draw a fitted screen's lattice; edges are averaged over 4 x 4 places a pixel."""
    scale_x, scale_y = 1.0 / width, 1.0 / height
    for y in range(height):
        for x in range(width):
            inside = 0
            for k in range(16):
                px = (x + (k % 4 + 0.5) * 0.25) * scale_x
                py = (y + (k // 4 + 0.5) * 0.25) * scale_y
                u = screen.a * px + screen.b * py - shift_u
                v = screen.a * py - screen.b * px - shift_v
                if spot(form, u, v) > threshold:
                    inside += 1
            out[y * width + x] = float32(inside * 0.0625)


@helper
def draw_screen(out, width, height, screen, form, scratch):
    """Draw a fitted screen into a tile.

    A partner is cut where its first screen is cut, so that the two lie on each other as planned.
    """
    draw_dots(out, width, height, screen, form, screen.first_threshold, 0.0, 0.0)
    left = most_typical(out, width, height, 1, width)
    top = most_typical(out, height, width, width, 1)
    if screen.shift_u != 0.0 or screen.shift_v != 0.0 or screen.threshold != screen.first_threshold:
        draw_dots(out, width, height, screen, form, screen.threshold, screen.shift_u, screen.shift_v)
    roll(out, width, height, left, top, scratch)
