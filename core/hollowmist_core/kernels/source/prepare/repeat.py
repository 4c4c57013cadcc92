"""Repeat: the picture's own period, found by its autocorrelation, so that a pattern is cut at whole courses."""

import math

from numba import float32

from ...base.registry import helper

LEAST_PERIOD = 6
"""Shortest period that is looked for, px: what is finer is a texture."""

LIKE = 0.3
"""Likeness (-1..1) that a picture must have to itself, moved on by a period, for the period to count."""

NEARLY = 0.9
"""The first peak counts that has this share of the best one's likeness: its multiples are alike too."""

MOST_LINES = 96
"""Lines that are looked at, evenly spread."""

SLACK = 0.03
"""How far a tile of several periods may lie from their number times the period: photos are seen at a slant."""

NO_WORSE = 1.1
"""A larger tile is taken as long as its two sides differ no more than this times as much as the best one's do."""


@helper
def likeness(image, side, lines, step, line_step, lag):
    """How like a picture's lines are to themselves `lag` px farther on: the correlation, -1..1.

    Each line counts from its own mean: that lines differ from each other says nothing of a repeat along them.
    """
    every = max(1, lines // MOST_LINES)
    aa, bb, ab = 0.0, 0.0, 0.0
    count = side - lag
    for line in range(0, lines, every):
        row = line * line_step
        a_sum, b_sum, a_square, b_square, both = 0.0, 0.0, 0.0, 0.0, 0.0
        for i in range(count):
            a, b = float(image[row + i * step]), float(image[row + (i + lag) * step])
            a_sum += a
            b_sum += b
            a_square += a * a
            b_square += b * b
            both += a * b
        aa += a_square - a_sum * a_sum / count
        bb += b_square - b_sum * b_sum / count
        ab += both - a_sum * b_sum / count
    return ab / math.sqrt(aa * bb) if aa * bb > 1e-12 else 0.0


@helper
def period_of(image, side, lines, step, line_step, likes):
    """The picture's own period along a direction, px; 0 where it has none. `likes` is scratch for side / 2 numbers."""
    most = side // 2
    best = 0.0
    dipped = False
    for lag in range(LEAST_PERIOD // 2, most):
        likes[lag] = likeness(image, side, lines, step, line_step, lag)
    for lag in range(LEAST_PERIOD, most - 1):
        # What a texture's own blobs are like is over with the first dip.
        dipped = dipped or likes[lag] < 0.5 * LIKE
        if dipped and likes[lag] >= likes[lag - 1] and likes[lag] >= likes[lag + 1]:
            best = max(best, likes[lag])
    if best < LIKE:
        return 0
    dipped = False
    for lag in range(LEAST_PERIOD, most - 1):
        dipped = dipped or likes[lag] < 0.5 * LIKE
        peak = likes[lag] >= likes[lag - 1] and likes[lag] >= likes[lag + 1]
        if dipped and peak and likes[lag] >= NEARLY * best:
            return lag
    return 0


@helper
def difference_at(image, first, past, step, line_step, kept, band):
    """Mean difference of the first `band` places of some lines from those `kept` px farther on."""
    total = 0.0
    for line in range(first, past):
        row = line * line_step
        for i in range(band):
            total += abs(image[row + i * step] - image[row + (kept + i) * step])
    return total / ((past - first) * band)


@helper
def best_near(image, side, first, past, step, line_step, about, band):
    """The size near `about` at which two sides of some lines differ least, to a part of a px, and by how much."""
    slack = max(2, int(SLACK * about))
    low, high = max(band, about - slack), min(side - band, about + slack)
    best, least = about, 1e30
    for kept in range(low, high + 1):
        difference = difference_at(image, first, past, step, line_step, kept, band)
        if difference < least:
            best, least = kept, difference
    if best <= low or best >= high:
        return float(best), least
    # The lowest point of the parabola through the three.
    before = difference_at(image, first, past, step, line_step, best - 1, band)
    after = difference_at(image, first, past, step, line_step, best + 1, band)
    bend = before - 2.0 * least + after
    return best + (0.5 * (before - after) / bend if bend > 1e-12 else 0.0), least


@helper
def whole_periods(image, side, lines, step, line_step, band, period, spans):
    """Size of a tile of whole periods along a direction, px: as large as its two sides stay alike; 0 without one.

    `spans` receives what that size is, to a part of a px, in the first and in the last third of the lines: photos are
    seen at a slant.
    """
    if period == 0 or period + band > side:
        return 0
    least = 1e30
    for times in range(1, (side - band) // period + 1):
        _, difference = best_near(image, side, 0, lines, step, line_step, times * period, band)
        least = min(least, difference)
    found = 0.0
    for times in range(1, (side - band) // period + 1):
        kept, difference = best_near(image, side, 0, lines, step, line_step, times * period, band)
        if difference <= NO_WORSE * least:
            found = kept
    size = int(found + 0.5)
    spans[0], _ = best_near(image, side, 0, lines // 3, step, line_step, size, band)
    spans[1], _ = best_near(image, side, lines - lines // 3, lines, step, line_step, size, band)
    return size


@helper
def straighten(image, out, side, lines, step, line_step, size, spans):
    """Stretch every line so that what spans `spans[0]` px in the first third of the lines and `spans[1]` in the last
    is `size` px wide in all of them."""
    for line in range(lines):
        row = line * line_step
        down = (line + 0.5) / lines
        span = spans[0] + (spans[1] - spans[0]) * (down - 1.0 / 6.0) / (2.0 / 3.0)
        times = span / size
        for i in range(side):
            at = min(side - 1.001, i * times)
            left = int(at)
            part = float32(at - left)
            here = image[row + left * step]
            out[row + i * step] = here + part * (image[row + (left + 1) * step] - here)


@helper
def shows_tiling(image, width, height):
    """How plainly a tile is told from the next when it is laid many times, 0..1.

    The part of its variation that lies between the means of 8 x 8 patches: marks that large repeat in rows.
    """
    mean, square = 0.0, 0.0
    for i in range(width * height):
        mean += image[i]
        square += image[i] * image[i]
    mean /= width * height
    spread = square / (width * height) - mean * mean
    if spread < 1e-9 or min(width, height) < 8:
        return float32(0)
    between = 0.0
    for row in range(8):
        for column in range(8):
            total, count = 0.0, 0
            for y in range(row * height // 8, (row + 1) * height // 8):
                for x in range(column * width // 8, (column + 1) * width // 8):
                    total += image[y * width + x]
                    count += 1
            away = total / count - mean
            between += away * away
    return float32(min(1.0, math.sqrt(between / 64.0 / spread)))
