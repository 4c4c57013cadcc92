"""Pixel edge: every pixel is full or empty, for those who fill areas with a bucket afterwards.

What a tip covers to one half is full, the rest is empty. That alone would leave thin lines that are two px wide on the
slant, so up to `SLENDER` px the distance that counts goes over from Euclid's to the sum along both axes. At one px a
pixel is full where the line runs through the diamond round its centre: one pixel in each column or row, and no gap on
any path, as a line that leaves a diamond comes into one that touches the same pixel.
"""

import math

from numba import float32, int32

from ..base.registry import helper

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)

SLENDER = float32(2)
"""Width, px, from which on a line is wide enough for Euclid's distance alone."""

ASIDE_X, ASIDE_Y = float32(1 / 512), float32(1 / 1024)
"""How far strokes are moved, px, so that no line runs in the very middle between two rows, columns or diagonals."""


@helper
def harden(row, count):
    """Bring coverage to all or nothing."""
    for i in range(count):
        row[i] = ONE if row[i] >= HALF else float32(0)


@helper
def harden_bitten(cover, caps, count, cap):
    """Bring coverage, and the most it may be under a cap, to all or nothing where a grain has bitten."""
    harden(cover, count)
    for i in range(count):
        caps[i] = cap if caps[i] >= HALF * cap else float32(0)


@helper
def fill_middle(row, count, dx, dy):
    """Fill the pixel that a stamp's centre is in, however small the stamp: dotted densely, a line has no gap.

    (dx, dy) is from the centre to the row's first pixel.
    """
    at = int32(math.floor(HALF - dx))
    if dy > -HALF and dy <= HALF and at >= 0 and at < count:
        row[at] = ONE


@helper
def along_both(x, y, wx, wy):
    """Distance from a place to the line from (0, 0) to (wx, wy), counted along both axes, px."""
    part = float32(0)
    if abs(wx) >= abs(wy):
        part = x / wx if wx != float32(0) else part
    else:
        part = y / wy
    part = min(ONE, max(float32(0), part))
    return abs(x - part * wx) + abs(y - part * wy)


@helper
def pixel_row(row, count, dx, dy, wx, wy, first_radius, last_radius):
    """Whether a round tip, swept from (0, 0) to (wx, wy), fills the pixels of a row; (dx, dy) is the first one."""
    square = wx * wx + wy * wy
    per_square = ONE / square if square > float32(0) else float32(0)
    for i in range(count):
        x = dx + float32(int32(i))
        part = min(ONE, max(float32(0), (x * wx + dy * wy) * per_square))
        away_x, away_y = x - part * wx, dy - part * wy
        away = math.sqrt(away_x * away_x + away_y * away_y)
        radius = first_radius + (last_radius - first_radius) * part
        slender = min(ONE, max(float32(0), SLENDER - TWO * radius))
        if slender > float32(0):
            away += slender * (along_both(x, dy, wx, wy) - away)
        row[i] = ONE if away <= radius else float32(0)
