"""Tip: stamps along the path, and the computed elliptical tip laid into coverage tiles.

The tip's edge is where half of its ink is: the fade runs as far outwards as inwards, so that the
width of a stroke is its size at any softness. Antialiasing takes the first-order distance to the
ellipse, (f - 1) / |grad f| with f the elliptical radius (Taubin 1994), over one pixel.
"""

import math

from numba import float32, int32

from .records import STAMP, TILE, TILE_AREA
from .registry import array, helper, kernel
from .sheet import claim
from .weight import opacity_at, width_at

LEAST_STEP = 0.5
"""Stamps are never nearer to each other than this, px."""

HALF, ONE, TWO, THREE = float32(0.5), float32(1), float32(2), float32(3)
TINY = float32(1e-12)
LANES = int32(4)
"""Rows are widened to whole vectors of this many cells; beyond the tip they take no ink. Divides `TILE`."""


@helper
def set_stamp(stamp, brush, x, y, pressure, s, total):
    """Write the stamp that the brush leaves at a point. Returns its width in px."""
    width = width_at(brush, pressure, s, total)
    cap = opacity_at(brush, pressure)
    # Under one pixel a line gets lighter rather than thinner, as far as a pixel can tell.
    stamp.major = max(HALF, width * HALF)
    stamp.minor = max(HALF, width * HALF * brush.roundness)
    stamp.cap = cap * min(ONE, width)
    stamp.x = x
    stamp.y = y
    stamp.cos = brush.cos_angle
    stamp.sin = brush.sin_angle
    stamp.softness = brush.softness
    stamp.flow = brush.flow
    stamp.s = s
    return width


@helper
def reach_of(stamp):
    """Elliptical radius beyond which a stamp leaves nothing."""
    return ONE + max(stamp.softness, HALF / stamp.minor)


@helper
def box_of(state, stamp):
    """The part of the sheet that a stamp can reach: left, top, right, bottom, px; empty off the sheet."""
    reach = reach_of(stamp)
    a, b = stamp.major * reach, stamp.minor * reach
    half_width = math.sqrt(a * a * stamp.cos * stamp.cos + b * b * stamp.sin * stamp.sin)
    half_height = math.sqrt(a * a * stamp.sin * stamp.sin + b * b * stamp.cos * stamp.cos)
    return (
        max(int32(0), int32(math.floor(stamp.x - half_width))),
        max(int32(0), int32(math.floor(stamp.y - half_height))),
        min(state.sheet_width, int32(math.ceil(stamp.x + half_width)) + int32(1)),
        min(state.sheet_height, int32(math.ceil(stamp.y + half_height)) + int32(1)),
    )


@helper
def fade(depth, smoothness):
    """Coverage 0..1 at a depth inside the edge, in units of the fade's whole width (0 = the edge)."""
    t = min(ONE, max(float32(0), depth + HALF))
    return t + smoothness * (t * t * (THREE - TWO * t) - t)


@helper
def oval_cover(u, v, softness, inv_major, inv_minor, smoothness):
    """Coverage of an elliptical tip at normalised coordinates (1 = the edge)."""
    f = math.sqrt(max(u * u + v * v, TINY))
    gu, gv = u * inv_major, v * inv_minor
    steep = math.sqrt(gu * gu + gv * gv)  # f times the gradient of f per px
    # (1 - f) over twice the softness or over a pixel's worth of gradient, whichever is wider
    return fade((ONE - f) * f / max(max(TWO * softness * f, steep), TINY), smoothness)


@helper
def round_cover(u, v, per_fade, smoothness):
    """Coverage of a round tip at normalised coordinates; `per_fade` is one over its fade's width."""
    return fade((ONE - math.sqrt(u * u + v * v)) * per_fade, smoothness)


@helper
def smoothness_of(stamp):
    """How far the fade is eased, 0..1: none at a crisp edge, whose fade is one pixel's box."""
    return min(ONE, max(float32(0), TWO * (stamp.softness * stamp.minor - HALF)))


@helper
def lay_row(pool, at, count, u, v, du, dv, stamp, build, inv_major, inv_minor, smoothness):
    """Lay one row of a stamp: `count` cells from pool[at]; (u, v) at the first, (du, dv) per cell.

    Level overlap keeps the larger coverage; build lays ink over ink, up to the stamp's cap. The loops
    hold nothing but local numbers, so that they become vector instructions.
    """
    row = pool[at : at + count]
    flow, cap, softness = stamp.flow, stamp.cap, stamp.softness
    ink = flow * cap
    disc = stamp.major == stamp.minor
    per_fade = ONE / max(TWO * softness, inv_major)
    if disc and not build:
        for i in range(count):
            k = float32(int32(i))
            c = round_cover(u + du * k, v + dv * k, per_fade, smoothness)
            row[i] = max(row[i], ink * c)
    elif not build:
        for i in range(count):
            k = float32(int32(i))
            c = oval_cover(u + du * k, v + dv * k, softness, inv_major, inv_minor, smoothness)
            row[i] = max(row[i], ink * c)
    elif disc:
        for i in range(count):
            k = float32(int32(i))
            c = round_cover(u + du * k, v + dv * k, per_fade, smoothness)
            row[i] = row[i] + max(float32(0), cap - row[i]) * flow * c
    else:
        for i in range(count):
            k = float32(int32(i))
            c = oval_cover(u + du * k, v + dv * k, softness, inv_major, inv_minor, smoothness)
            row[i] = row[i] + max(float32(0), cap - row[i]) * flow * c


@helper
def lay_in_tile(pool, slot, left, top, right, bottom, stamp, build):
    """Lay a stamp into the part [left, right) x [top, bottom) of a tile, all in px from the tile's corner.

    The stamp's centre is relative to the same corner. Each row is cut to the chord of the ellipse, rounded out to whole
    vectors.
    """
    inv_major, inv_minor = ONE / stamp.major, ONE / stamp.minor
    smoothness = smoothness_of(stamp)
    reach = reach_of(stamp)
    c, s = stamp.cos, stamp.sin
    du, dv = c * inv_major, -s * inv_minor
    # f^2 = A dx^2 + 2 B dx dy + C dy^2
    qa = du * du + dv * dv
    qb = du * s * inv_major + dv * c * inv_minor
    qc = s * s * inv_major * inv_major + c * c * inv_minor * inv_minor
    inv_qa = ONE / qa
    for row in range(top, bottom):
        dy = float32(row) + HALF - stamp.y
        root = qb * dy * qb * dy - qa * (qc * dy * dy - reach * reach)
        if root <= float32(0):
            continue
        half = math.sqrt(root) * inv_qa + HALF
        middle = stamp.x - qb * dy * inv_qa
        first = max(left, int32(math.floor(middle - half))) & -LANES
        past = (min(right, int32(math.ceil(middle + half))) + LANES - 1) & -LANES
        if first >= past:
            continue
        dx = float32(first) + HALF - stamp.x
        u = dx * du + dy * s * inv_major
        v = dx * dv + dy * c * inv_minor
        at = slot * TILE_AREA + row * TILE + first
        lay_row(pool, at, past - first, u, v, du, dv, stamp, build, inv_major, inv_minor, smoothness)


@helper
def lay(state, stamp, build, plane, maps, free, pool):
    """Lay a stamp into a plane of the sheet, claiming tiles as it needs them."""
    left, top, right, bottom = box_of(state, stamp)
    if left >= right or top >= bottom:
        return
    x, y = stamp.x, stamp.y
    for row in range(top // TILE, (bottom - 1) // TILE + 1):
        for column in range(left // TILE, (right - 1) // TILE + 1):
            slot = claim(state, maps, free, pool, plane, row * state.columns + column)
            if slot < 0:
                continue
            corner_x, corner_y = column * TILE, row * TILE
            stamp.x = x - float32(corner_x)
            stamp.y = y - float32(corner_y)
            lay_in_tile(
                pool,
                slot,
                max(0, left - corner_x),
                max(0, top - corner_y),
                min(TILE, right - corner_x),
                min(TILE, bottom - corner_y),
                stamp,
                build,
            )
    stamp.x = x
    stamp.y = y


@kernel(int32, array("f4"), array(STAMP), int32, int32)
def lay_stamps(pool, stamps, count, build):
    """Lay stamps into the tile at the start of a pool: the tip alone, for the speed table."""
    for i in range(count):
        lay_in_tile(pool, 0, 0, 0, TILE, TILE, stamps[i], build)
    return count
