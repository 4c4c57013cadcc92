"""Texture: the edge's ripple, the coverage inside the stroke, and how soon it repeats."""

import math

from numba import float32

from ...tables.records import NOW
from ..base.registry import helper
from .evenness import MIDDLE, reach_across
from .probe import STILL, coverage_at, ink_probe
from .profile import FAINT, add_profile, first_above, peak_of
from .records import PLOT

FULL_PRESS = 1.0

FOLDS = 64
"""Places within one period at which the edge is averaged."""

LONGEST = 1800.0
"""Longest probe, px."""

ROWS = 8
"""Rows of the stroke over which the autocorrelation is taken."""

INSIDE = 0.6
"""Share of the width, about the middle, that counts as the inside."""

RIPPLE_SHOWS = 0.02
"""Ripple, of the width, from which on single stamps show."""


@helper
def full_probe(desk, length):
    """Ink a straight probe at full press about the middle of the sheet, its tapers left beyond its ends."""
    ink_probe(desk, 0, length, MIDDLE - 0.5 * length, MIDDLE, 0.0, STILL, FULL_PRESS)


@helper
def edge_at(desk, work, count, x):
    """Place of the upper edge at a column, cells from the profile's start; below zero where there is no ink."""
    for i in range(count):
        work[i] = float32(0)
    add_profile(desk, work, count, 1.0, x, MIDDLE, 0.0)
    peak = peak_of(work, count)
    if peak < FAINT:
        return -1.0
    return first_above(work, count, peak * float32(0.5))


@helper
def period_of(desk):
    """Mean distance, px, from stamp to stamp on the probe on the sheet; where the line is swept, as they would lie."""
    state, brush = desk[0][0], desk[1][0]
    if brush.swept:
        return max(0.5, float(brush.spacing * brush.size))
    return max(0.5, float(state.walk[NOW].next_s) / max(1, state.walk[NOW].stamp_index))


@helper
def ripple_of(desk, work, readings):
    """Peak to peak of the edge at the spacing's period as a share of the width; 1 where the line is broken.

    The edge is folded into one period and averaged: what does not go with the spacing cancels out. With a
    record of readings the edge over some periods is put there. A ribbon has no stamps that could show.
    """
    if desk[1][0].ribbon:
        return 0.0
    count = 2 * int(reach_across(desk[1][0])) + 1
    period = period_of(desk)
    folds = work[PLOT : PLOT + FOLDS]
    hits = work[PLOT + FOLDS : PLOT + 2 * FOLDS]
    for k in range(FOLDS):
        folds[k] = hits[k] = float32(0)
    columns = int(max(64.0, math.ceil(4.0 * period)))
    columns = min(columns, 600)
    drawn = 0
    for i in range(columns):
        x = MIDDLE - columns // 2 + i
        edge = edge_at(desk, work, count, x)
        if edge < 0.0:
            return 1.0
        place = (x - MIDDLE) / period
        k = min(FOLDS - 1, int((place - math.floor(place)) * FOLDS))
        folds[k] += float32(edge)
        hits[k] += float32(1)
        if i < PLOT:
            readings.edge[i] = float32(edge)
            drawn = i + 1
    readings.edge_count = drawn
    readings.edge_step = 1.0
    low, high = 1e9, -1e9
    for k in range(FOLDS):
        if hits[k] > float32(0):
            low, high = min(low, float(folds[k] / hits[k])), max(high, float(folds[k] / hits[k]))
    # From the middle of the line to where it reaches furthest: half of the width.
    return min(1.0, (high - low) / max(1e-6, 2.0 * (count // 2 - low)))


@helper
def inside(desk, width, length):
    """Mean coverage inside the stroke, and its standard deviation over the mean."""
    state, maps, pool = desk[0][0], desk[6], desk[8]
    half = max(0, int(0.5 * INSIDE * width))
    total = square = 0.0
    count = 0
    for j in range(-half, half + 1):
        for i in range(int(length)):
            c = float(coverage_at(state, maps, pool, int(MIDDLE) - int(length) // 2 + i, int(MIDDLE) + j))
            total += c
            square += c * c
            count += 1
    mean = total / count
    if mean < FAINT:
        return 0.0, 0.0
    return mean, math.sqrt(max(0.0, square / count - mean * mean)) / mean


@helper
def read_rows(desk, work, width, length):
    """Put rows of the inside into `work`, each less its mean. Returns how many cells a row has."""
    state, maps, pool = desk[0][0], desk[6], desk[8]
    columns = int(length)
    for r in range(ROWS):
        y = int(MIDDLE + (r / (ROWS - 1) - 0.5) * INSIDE * width)
        total = 0.0
        for i in range(columns):
            c = coverage_at(state, maps, pool, int(MIDDLE) - columns // 2 + i, y)
            work[r * columns + i] = c
            total += float(c)
        for i in range(columns):
            work[r * columns + i] -= float32(total / columns)
    return columns


@helper
def correlation(work, columns, lag):
    """Autocorrelation of the rows at a lag along the line, as cells: 1 at lag 0."""
    above = left = right = 0.0
    for r in range(ROWS):
        start = r * columns
        for i in range(columns - lag):
            a, b = float(work[start + i]), float(work[start + i + lag])
            above += a * b
            left += a * a
            right += b * b
    below = math.sqrt(left * right)
    return above / below if below > 1e-9 else 0.0


@helper
def read_repeat(desk, work, width, length, readings):
    """Find the strongest autocorrelation along the line away from zero, beyond where it first dips."""
    columns = read_rows(desk, work, width, length)
    most = columns * 2 // 3
    step = max(1, -(-most // PLOT))
    readings.auto_step = float32(step)
    readings.auto_count = min(PLOT, most // step)
    readings.repeat = readings.repeat_px = float32(0)
    dipped = False
    for k in range(readings.auto_count):
        r = float32(correlation(work, columns, k * step))
        readings.auto[k] = r
        if r < float32(0.2):
            dipped = True
        if dipped and r > readings.repeat:
            readings.repeat = r
            readings.repeat_px = float32(k * step)
