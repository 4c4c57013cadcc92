"""Spread: ink creeps out of the tip's edge as far as the grain lets it.

Where the grain g (1 takes ink freely, 0 not at all) lies under a pixel, the edge moves outwards by
spread * (1 - held * (1 - g)); a tip without grain grows evenly. A computed tip's edge is known; a shape's is
looked for round about each pixel, in its own blurred levels.
"""

import math

from numba import float32, int32

from ..base.bundles import Run
from ..base.registry import helper
from ..touch.cover import clear_row, fade, fade_width, oval_cover, samplers_of, shape_level, shapes_cover, texels_of
from ..touch.tip import ELLIPSE, POLYGON, SHAPES

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)

AROUND = 8
"""Places round about a pixel at which a shape is looked for, in each ring."""

TURN = float32(2.0 * math.pi / AROUND)

RINGS = (float32(0.25), float32(0.75))
"""Radii of the rings, in spreads."""


@helper
def creep_row(row, grain, count, stamp, brush):
    """Write how far ink creeps out at each pixel, px; `grain` is read only where the brush has one."""
    spread, held = stamp.spread, brush.spread_held
    if brush.grain_image < 0:
        for i in range(count):
            row[i] = spread
    else:
        for i in range(count):
            row[i] = spread * (ONE - held * (ONE - grain[i]))


@helper
def crept_oval_row(row, creeps, count, run, stamp, smoothness):
    """Coverage of an ellipse whose half sides are longer by as far as ink creeps; its fade stays as wide."""
    u, v, du, dv = run
    for i in range(count):
        k = float32(int32(i))
        inv_a, inv_b = ONE / (stamp.major + creeps[i]), ONE / (stamp.minor + creeps[i])
        x, y = (u + du * k) * stamp.major * inv_a, (v + dv * k) * stamp.minor * inv_b
        row[i] = oval_cover(x, y, stamp.softness * stamp.minor * inv_b, inv_a, inv_b, smoothness)


@helper
def crept_faces_row(row, creep, count, run, stamp, brush, scales):
    """Coverage of a tip whose straight faces stand further out; a polygon's corners are rounded off."""
    creeps, _, other, _ = creep
    u, v, du, dv = run
    inv_major, inv_minor, smoothness = scales
    for i in range(count):
        row[i] = ONE
    for k in range(brush.faces):
        x, y = brush.face_x[k], brush.face_y[k]
        gx, gy = x * inv_major, y * inv_minor
        steep = math.sqrt(gx * gx + gy * gy)
        per_fade = ONE / fade_width(TWO * stamp.softness, steep)
        f, df = u * x + v * y, du * x + dv * y
        for i in range(count):
            depth = ONE - (f + df * float32(int32(i))) + creeps[i] * steep
            row[i] = min(row[i], fade(depth * per_fade, smoothness))
    if stamp.tip == POLYGON:
        crept_oval_row(other, creeps, count, run, stamp, smoothness)
        for i in range(count):
            row[i] = min(row[i], other[i])


@helper
def widen_ring(creep, count, run, stamp, sources, radius, start):
    """Raise `near` to the most of a stamp's coverage at places round about each pixel, at a radius in px."""
    _, near, other, words = creep
    samplers = samplers_of(stamp, sources.images, HALF * stamp.spread)
    for k in range(AROUND):
        turn = TURN * (float32(int32(k)) + start)
        u = run.x + math.cos(turn) * radius / stamp.major
        v = run.y + math.sin(turn) * radius / stamp.minor
        clear_row(other, count)
        shapes_cover(other, words, count, Run(u, v, run.dx, run.dy), stamp, sources.bank, samplers)
        for i in range(count):
            near[i] = max(near[i], other[i])


@helper
def creep_ring(row, creep, count, run, stamp, sources, ring):
    """Let ink creep from a ring of places round about each pixel.

    A texel's mean coverage c, `radius` away, says that the edge is radius + texel (1/2 - c) away.
    """
    creeps, near, _, _ = creep
    image = sources.images[stamp.image]
    radius = RINGS[ring] * stamp.spread
    level = shape_level(image, stamp.major, stamp.minor, HALF * stamp.spread)
    texel = float32(1 << level) / texels_of(image, stamp.major)
    start = HALF * float32(ring)
    for i in range(count):
        near[i] = float32(0)
    widen_ring(creep, count, run, stamp, sources, radius, start)
    # Under one pixel of spread nothing jumps: what creeps out comes in little by little.
    most = min(ONE, stamp.spread)
    for i in range(count):
        away = radius + texel * (HALF - near[i])
        crept = min(ONE, max(float32(0), creeps[i] - away + HALF))
        row[i] = max(row[i], most * crept if near[i] > float32(0) else float32(0))


@helper
def spread_row(row, creep, count, run, stamp, brush, sources, scales):
    """Write the coverage of a stamp's row whose ink creeps out; for a shape, `row` holds its own coverage already.

    `creep` is how far ink creeps at each pixel, px, as `creep_row` tells it, and three rows of scratch space: coverage,
    coverage, words.
    """
    if stamp.tip == SHAPES:
        for ring in range(len(RINGS)):
            creep_ring(row, creep, count, run, stamp, sources, ring)
    elif stamp.tip == ELLIPSE:
        crept_oval_row(row, creep[0], count, run, stamp, scales.smoothness)
    else:
        crept_faces_row(row, creep, count, run, stamp, brush, scales)
