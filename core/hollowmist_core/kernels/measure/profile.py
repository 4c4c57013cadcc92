"""Profiles: coverage across a stroke, and the width, edge and plateau read from one."""

import math

from numba import float32

from ..base.registry import helper
from .probe import between_pixels

FAINT = 0.004
"""Coverage below which there is nothing to read."""


@helper
def add_profile(desk, work, count, step, x, y, direction):
    """Add the coverage across a line at (x, y) to `count` cells of `work`, `step` px apart, the middle one on it."""
    state, maps, pool = desk[0][0], desk[6], desk[8]
    nx, ny = -math.sin(direction), math.cos(direction)
    for i in range(count):
        away = (i - count // 2) * step
        work[i] += between_pixels(state, maps, pool, x + nx * away, y + ny * away)


@helper
def mean_profile(desk, work, count, step, x, y, direction, length):
    """Average the coverage across a line over `length` px around (x, y), into `work`."""
    for i in range(count):
        work[i] = float32(0)
    rows = max(1, int(length))
    for k in range(rows):
        along = k - (rows - 1) * 0.5
        add_profile(
            desk, work, count, step, x + math.cos(direction) * along, y + math.sin(direction) * along, direction
        )
    for i in range(count):
        work[i] /= float32(rows)


@helper
def peak_of(work, count):
    """Highest coverage of a profile."""
    peak = float32(0)
    for i in range(count):
        peak = max(peak, work[i])
    return peak


@helper
def first_above(work, count, level):
    """Where a profile first rises above a level, in cells, between two of them; -1 if it never does."""
    for i in range(count):
        if work[i] >= level:
            if i == 0:
                return 0.0
            return i - 1 + (level - work[i - 1]) / (work[i] - work[i - 1])
    return -1.0


@helper
def last_above(work, count, level):
    """Where a profile last falls below a level, in cells; -1 if it never rises above it."""
    for k in range(count):
        i = count - 1 - k
        if work[i] >= level:
            if k == 0:
                return float(i)
            return i + (work[i] - level) / (work[i] - work[i + 1])
    return -1.0


@helper
def width_of(work, count, step):
    """Width, px, between the outermost places of half of the highest coverage."""
    peak = peak_of(work, count)
    if peak < FAINT:
        return 0.0
    level = peak * float32(0.5)
    return (last_above(work, count, level) - first_above(work, count, level)) * step


@helper
def read_edges(work, count, edges):
    """Where a profile rises through 10 % and 90 % of its highest coverage and falls through 90 % and 10 %, in cells.

    Returns the distance from 10 % to 90 %, the mean of both edges.
    """
    peak = peak_of(work, count)
    for k in range(4):
        edges[k] = float32(0)
    if peak < FAINT:
        return 0.0
    low, high = peak * float32(0.1), peak * float32(0.9)
    edges[0], edges[1] = first_above(work, count, low), first_above(work, count, high)
    edges[2], edges[3] = last_above(work, count, high), last_above(work, count, low)
    return 0.5 * float(edges[1] - edges[0] + edges[3] - edges[2])


@helper
def plateau_of(work, count):
    """Mean coverage of the middle half of the width."""
    peak = peak_of(work, count)
    if peak < FAINT:
        return 0.0
    level = peak * float32(0.5)
    first, last = first_above(work, count, level), last_above(work, count, level)
    a, b = int(first + 0.25 * (last - first) + 0.5), int(last - 0.25 * (last - first) + 0.5)
    total = 0.0
    for i in range(a, b + 1):
        total += work[i]
    return total / (b - a + 1)
