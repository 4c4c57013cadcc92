"""Spans: from where to where a row of a tile crosses a stamp, or a piece of a line."""

import math

import numpy as np
from numba import float32, int32

from ...tables.records import TILE
from ..base.registry import helper
from .cover import half_sides, has_corners, reach_of, shape_sides, sides_of

HALF, ONE = float32(0.5), float32(1)
LANES = int32(8)
"""Rows of computed tips are widened to whole vectors of this many cells; beyond the tip they take no ink. Shapes are
read cell by cell. Divides `TILE`."""


@helper
def oval_span(stamp, dy):
    """Where a row at height dy over the centre crosses an elliptical stamp: middle and half width, px.

    |position|^2 = qa dx^2 + 2 qb dx + qc <= reach^2, solved for dx. The half width is negative where
    the row misses it.
    """
    reach = reach_of(stamp)
    major, minor = sides_of(stamp)
    du, dv = stamp.cos / major, -stamp.sin / minor
    eu, ev = stamp.sin / major, stamp.cos / minor
    inv_qa = ONE / (du * du + dv * dv)
    qb = du * eu + dv * ev
    qc = (eu * eu + ev * ev) * dy * dy - reach * reach
    root = qb * qb * dy * dy * inv_qa * inv_qa - qc * inv_qa
    if root <= float32(0):
        return float32(0), float32(-1)
    return -qb * dy * inv_qa, math.sqrt(root)


@helper
def box_span(a, b, cos, sin, dy):
    """Where a row crosses a turned box of half sides a and b: middle and half width, px."""
    low, high = float32(-1e9), float32(1e9)
    if abs(cos) > float32(1e-6):
        one, two = (-a - dy * sin) / cos, (a - dy * sin) / cos
        low, high = max(low, min(one, two)), min(high, max(one, two))
    elif abs(dy * sin) > a:
        return float32(0), float32(-1)
    if abs(sin) > float32(1e-6):
        one, two = (dy * cos - b) / sin, (dy * cos + b) / sin
        low, high = max(low, min(one, two)), min(high, max(one, two))
    elif abs(dy * cos) > b:
        return float32(0), float32(-1)
    return (low + high) * HALF, (high - low) * HALF


@helper
def both_spans(middle, half, other_middle, other_half):
    """The span, as middle and half width, that holds two; one of negative half width is none."""
    if other_half < float32(0):
        return middle, half
    if half < float32(0):
        return other_middle, other_half
    low = min(middle - half, other_middle - other_half)
    high = max(middle + half, other_middle + other_half)
    return (low + high) * HALF, (high - low) * HALF


@helper
def tip_sides(stamp, images):
    """Half sides of the box that a stamp fills, as `half_sides` tells them; and of its second shape's."""
    one = half_sides(stamp, images)
    if stamp.mix <= float32(0):
        return one, one
    return one, shape_sides(images[stamp.other], stamp.other_major, stamp.other_minor, stamp.spread)


@helper
def stamp_span(stamp, sides, dy):
    """Where a row at height dy over its centre crosses a stamp, whose sides are as `tip_sides` tells them: middle and
    half width, px. The half width is negative where the row misses it."""
    if not has_corners(stamp):
        return oval_span(stamp, dy)
    one, other = sides
    middle, half = box_span(one[0], one[1], stamp.cos, stamp.sin, dy)
    if stamp.mix > float32(0):
        beside, wide = box_span(other[0], other[1], stamp.other_cos, stamp.other_sin, dy)
        middle, half = both_spans(middle, half, beside, wide)
    return middle, half


@helper
def narrow_spans(spans, line, y, growth, limits):
    """Narrow the spans of rows to where a place's measure, which grows by `growth` (a px, a row), lies within its
    limits, both counted from 0 outwards. A span of which nothing is left ends before it begins."""
    lows, highs, count = spans
    across, down = growth
    before, after = limits
    if abs(across) > float32(1e-6):
        per = ONE / across
        for i in range(count):
            off = (float32(int32(line + i)) + HALF - y) * down
            one, two = (-before - off) * per, (after - off) * per
            lows[i], highs[i] = max(lows[i], min(one, two)), min(highs[i], max(one, two))
    else:
        for i in range(count):
            off = (float32(int32(line + i)) + HALF - y) * down
            if off < -before or off > after:
                lows[i], highs[i] = ONE, float32(0)


@helper
def row_spans(state, count, line, y, low, high, frame, strip):
    """Where `count` rows, from a line of the sheet on, cross the strip of a piece whose first end is at a height y:
    from where to where, within `low` to `high`, device px from that end; and how many. A row's first is larger than its
    last where it misses the strip.

    `frame` is how places grow by px and by row: (along by px, along by row, beside by px, beside by row); `strip` (how
    far beside, how far behind, how far ahead). All rows at once, so that they become vector instructions.
    """
    along_x, along_y, beside_x, beside_y = frame
    beside, behind, ahead = strip
    lows, highs = state.creeps[:count], state.nears[:count]
    for i in range(count):
        lows[i], highs[i] = low, high
    spans = (lows, highs, count)
    narrow_spans(spans, line, y, (beside_x, beside_y), (beside, beside))
    narrow_spans(spans, line, y, (along_x, along_y), (behind, ahead))
    return spans


@helper
def away_from(along, beside, length):
    """Distance of a place from a piece, both in px along it and beside it."""
    ahead = along - min(length, max(float32(0), along))
    return math.sqrt(ahead * ahead + beside * beside)


@helper
def fill_spans(fulls, spans, line, y, start, frame, inner, length):
    """Bring the spans of rows to whole vectors of a tile's cells, and tell which are full: 1 where both of a row's ends
    lie within `inner` of the line. It bulges nowhere inwards: between two full pixels all are full.

    A row without a cell ends where it begins. All rows at once, so that they become vector instructions.
    """
    lows, highs, count = spans
    along_x, along_y, beside_x, beside_y = frame
    lanes, whole = float32(LANES), float32(TILE)
    for i in range(count):
        first = max(float32(0), np.floor(start + lows[i] - HALF))
        past = min(whole, np.ceil(start + highs[i] + HALF))
        first, past = np.floor(first / lanes) * lanes, np.ceil(past / lanes) * lanes
        dx, dy, last = first + HALF - start, float32(int32(line + i)) + HALF - y, past - first - ONE
        u, v = dx * along_x + dy * along_y, dx * beside_x + dy * beside_y
        begins, ends = away_from(u, v, length), away_from(u + along_x * last, v + beside_x * last, length)
        fulls[i] = ONE if max(begins, ends) <= inner else float32(0)
        missed = lows[i] > highs[i]
        lows[i], highs[i] = (float32(0) if missed else first), (float32(0) if missed else past)
