"""Probes: straight strokes drawn by a hand that is known, and their coverage as it lies on the sheet."""

import math

from numba import float32, int32

from ...tables.records import SETTLED, TILE, TILE_AREA
from ..base.registry import helper
from ..laying.stroke import begin, feed, finish
from ..tiles.sheet import give_back_ink, tile_count

STEP = 4.0
"""Distance between a probe's samples, px."""

USUAL_SPEED = 0.5
"""Speed of a probe, px/ms."""

MIDDLING = 0.6
"""Pressure of a probe that is not about pressure."""

STILL, BY_PRESSURE, BY_REST = 0, 1, 2
"""What changes along a probe: nothing, the pressure, or all else (speed, tilt, azimuth, barrel)."""

SLOWEST, FASTEST = 0.1, 5.0
FLATTEST = 0.9
"""Speeds (px/ms) and tilt that a probe of all else runs through."""


@helper
def fill_probe(samples, length, x, y, direction, changing, pressure):
    """Write the samples of a straight probe that starts at (x, y). Returns how many."""
    count = min(len(samples), int32(length / STEP) + 2)
    cos, sin = math.cos(direction), math.sin(direction)
    t = 0.0
    for i in range(count):
        u = i / (count - 1)
        sample = samples[i]
        sample.x = x + cos * length * u
        sample.y = y + sin * length * u
        sample.t = t
        sample.pressure = pressure
        sample.altitude = math.pi / 2.0
        sample.azimuth = 0.0
        sample.twist = 0.0
        speed = USUAL_SPEED
        if changing == BY_PRESSURE:
            sample.pressure = 0.05 + 0.95 * u
        elif changing == BY_REST:
            speed = SLOWEST * (FASTEST / SLOWEST) ** u
            sample.altitude = math.pi / 2.0 * (1.0 - FLATTEST * u)
            sample.azimuth = 2.0 * math.pi * u
            sample.twist = 2.0 * math.pi * u
        t += length / (count - 1) / speed
    return count


@helper
def draw_probe(desk, kind, length, x, y, direction, changing, pressure):
    """Ink a straight probe and leave its coverage, and the colours of a coloured brush, settled on the sheet."""
    strokes, brushes, recent, even, path, stamps, maps, free, pool, work, images, bank, samples = desk
    strokes[0].record_only = 0
    begin(strokes, brushes, kind, 0, 1, 0)
    count = fill_probe(samples, length, x, y, direction, changing, pressure)
    # A probe's sheet has no dried ink: no cell is read as such.
    cells = bank
    feed(
        strokes, brushes, recent, even, path, stamps, maps, free, pool, cells, work, images, bank, samples, count, 0, 0
    )
    finish(strokes, brushes, path, stamps, maps, free, pool, cells, images, bank)


@helper
def ink_probe(desk, kind, length, x, y, direction, changing, pressure):
    """Ink a straight probe and leave its coverage alone settled on the sheet."""
    desk[1][0].coloured = 0
    draw_probe(desk, kind, length, x, y, direction, changing, pressure)


@helper
def drop_probe(desk):
    """Take the probe off the sheet."""
    state, maps, free = desk[0][0], desk[6], desk[7]
    for tile in range(tile_count(state)):
        give_back_ink(state, maps, free, SETTLED, tile)


@helper
def coverage_at(state, maps, pool, x, y):
    """Settled coverage of one sheet pixel; outside the sheet there is none."""
    if x < 0 or y < 0 or x >= state.sheet_width or y >= state.sheet_height:
        return float32(0)
    slot = maps[SETTLED * tile_count(state) + (y // TILE) * state.columns + x // TILE]
    if slot < 0:
        return float32(0)
    return pool[slot * TILE_AREA + (y % TILE) * TILE + x % TILE]


@helper
def between_pixels(state, maps, pool, x, y):
    """Settled coverage at a place, bilinear between pixel centres."""
    left, top = math.floor(x - 0.5), math.floor(y - 0.5)
    u, v = float32(x - 0.5 - left), float32(y - 0.5 - top)
    i, j = int32(left), int32(top)
    one = float32(1)
    if u == float32(0) and v == float32(0):
        return coverage_at(state, maps, pool, i, j)
    upper = coverage_at(state, maps, pool, i, j) * (one - u) + coverage_at(state, maps, pool, i + 1, j) * u
    lower = coverage_at(state, maps, pool, i, j + 1) * (one - u) + coverage_at(state, maps, pool, i + 1, j + 1) * u
    return upper * (one - v) + lower * v
