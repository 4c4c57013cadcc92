"""Tip: the stamps along the path, with their shape, size, turn and stray."""

import math

from numba import float32, int32

from .chance import (
    ACROSS,
    ALONG,
    ANGLE,
    BITE,
    FLIP_ACROSS,
    FLIP_ALONG,
    MOST_STAMPS,
    SIZE,
    SPACING,
    TURN,
    WHICH,
    chance,
)
from .colour import set_colour
from .registry import helper
from .respond import (
    TO_ANGLE,
    TO_BITE,
    TO_FLOW,
    TO_GRAIN,
    TO_ROUNDNESS,
    TO_SCATTER,
    TO_SOFTNESS,
    TO_SOURCE,
    TO_SPACING,
    TO_SPREAD,
    added,
    factor,
)
from .weight import opacity_at, width_at

ELLIPSE, POLYGON, NIB, SHAPES = 0, 1, 2, 3
"""Kinds of tip, as numbered in the setting `tip`."""

PAGE, STROKE_TURN, FIRST_MOVE, AZIMUTH, CHANCE_TURN, BARREL = 0, 1, 2, 3, 4, 5
BY_CHANCE, IN_TURN, BY_PRESSURE, BY_TILT, BY_RESPONSE = 0, 1, 2, 3, 4
SIDE_BY_SIDE = 1

LEAST_STEP = 0.5
"""Stamps are never nearer to each other than this, px."""

FIRST = 6.0
"""Length of line, px, that tells the stroke's first move."""

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)


@helper
def either_way(seed, index, channel):
    """A chance number from -1 to 1."""
    return TWO * chance(seed, index, channel) - ONE


@helper
def turned(cos, sin, by_cos, by_sin):
    """A turn after another turn."""
    return cos * by_cos - sin * by_sin, sin * by_cos + cos * by_sin


@helper
def set_turn(stamp, state, brush, place, index):
    """Turn a stamp with the page, the stroke, its first move, the pen's azimuth or chance, and its jitter."""
    cos, sin = brush.cos_angle, brush.sin_angle
    if brush.turning == STROKE_TURN:
        cos, sin = turned(cos, sin, place[5], place[6])
    elif brush.turning == FIRST_MOVE:
        cos, sin = turned(cos, sin, state.first_x, state.first_y)
    elif brush.turning == AZIMUTH:
        lean = math.sqrt(place[3] * place[3] + place[4] * place[4])
        if lean > float32(1e-6):
            cos, sin = turned(cos, sin, place[3] / lean, place[4] / lean)
    elif brush.turning == BARREL:
        roll = math.sqrt(place[8] * place[8] + place[9] * place[9])
        if roll > float32(1e-6):
            cos, sin = turned(cos, sin, place[8] / roll, place[9] / roll)
    stray = float32(math.pi / 180.0) * added(state, brush, TO_ANGLE, index)
    stray += float32(brush.angle_jitter * (math.pi / 180.0)) * either_way(state.seed, index, ANGLE)
    if brush.turning == CHANCE_TURN:
        stray += float32(2.0 * math.pi) * chance(state.seed, index, TURN)
    if stray != float32(0):
        cos, sin = turned(cos, sin, float32(math.cos(stray)), float32(math.sin(stray)))
    stamp.cos = cos
    stamp.sin = sin


@helper
def choose_shapes(state, brush, place, index):
    """Which shapes a stamp takes: (first, second, share of the second)."""
    count = brush.shape_count
    if brush.choosing == BY_CHANCE:
        which = int32(chance(state.seed, index, WHICH) * float32(count))
        return which, which, float32(0)
    if brush.choosing == IN_TURN:
        which = int32(index // MOST_STAMPS * int32(brush.stamps) + index % MOST_STAMPS) % count
        return which, which, float32(0)
    if brush.choosing == BY_PRESSURE:
        drive = place[2]
    elif brush.choosing == BY_TILT:
        drive = math.sqrt(place[3] * place[3] + place[4] * place[4])
    else:
        drive = factor(state, brush, TO_SOURCE, index)
    at = min(ONE, max(float32(0), drive)) * float32(count)
    which = min(count - int32(1), int32(at))
    # Within half a blend zone on either side of a border two neighbours melt.
    border = max(int32(1), min(count - int32(1), int32(at + HALF)))
    away = at - float32(border)
    if count == 1 or abs(away) >= brush.blend_zone * HALF:
        return which, which, float32(0)
    return border - int32(1), border, away / brush.blend_zone + HALF


@helper
def set_shape(stamp, state, brush, place, index):
    """Give a stamp its shape source, with that source's own turn, flips and scale."""
    which, other, mix = choose_shapes(state, brush, place, index)
    use = brush.shapes[which]
    stamp.image = use.image
    stamp.other = brush.shapes[other].image
    stamp.mix = mix if stamp.other >= 0 else float32(0)
    if stamp.image < 0:
        stamp.image = stamp.other
        stamp.mix = float32(0)
    if use.flip_across:
        stamp.flip_u = -stamp.flip_u
    if use.flip_along:
        stamp.flip_v = -stamp.flip_v
    stamp.major *= use.scale
    stamp.minor *= use.scale
    stamp.cos, stamp.sin = turned(stamp.cos, stamp.sin, use.cos, use.sin)


@helper
def set_stray(stamp, state, brush, place, index, width):
    """Put a stamp where scatter, or its place among strands side by side, takes it off the path."""
    across, along = float32(0), float32(0)
    if brush.several == SIDE_BY_SIDE and brush.stamps > ONE:
        across = (float32(index % MOST_STAMPS) - (brush.stamps - ONE) * HALF) * brush.strand_gap * width
    if brush.scatter_across > float32(0) or brush.scatter_along > float32(0):
        reach = width * factor(state, brush, TO_SCATTER, index)
        across += brush.scatter_across * reach * either_way(state.seed, index, ACROSS)
        along = brush.scatter_along * reach * either_way(state.seed, index, ALONG)
    stamp.x = place[0] + along * place[5] - across * place[6]
    stamp.y = place[1] + along * place[6] + across * place[5]


@helper
def set_stamp(stamp, state, brush, place, index, s, total):
    """Write a stamp that the brush leaves at a place on the path.

    `place` is (x, y, pressure, lean x, lean y, direction x, direction y, speed, twist x, twist y); `index` counts
    stamps, a step having `MOST_STAMPS` of them. The hand's inputs must have been listened to. Returns the line's
    width there, px.
    """
    width = width_at(state, brush, s, total, index)
    cap = opacity_at(state, brush, s, total, index)
    across = width
    if brush.size_jitter > float32(0):
        across *= ONE - brush.size_jitter * chance(state.seed, index, SIZE)
    # Under one pixel a line gets lighter rather than thinner, as far as a pixel can tell.
    stamp.major = max(HALF, across * HALF)
    stamp.minor = max(HALF, across * HALF * min(ONE, brush.roundness * factor(state, brush, TO_ROUNDNESS, index)))
    stamp.cap = cap * min(ONE, across)
    stamp.softness = min(ONE, brush.softness * factor(state, brush, TO_SOFTNESS, index))
    stamp.flow = brush.hold_flow * factor(state, brush, TO_FLOW, index)
    stamp.s = s
    stamp.path_x, stamp.path_y = place[0], place[1]
    stamp.along_x, stamp.along_y = place[5], place[6]
    stamp.press = place[2]
    stamp.flip_u = float32(-1) if brush.flip_across and chance(state.seed, index, FLIP_ACROSS) < HALF else ONE
    stamp.flip_v = float32(-1) if brush.flip_along and chance(state.seed, index, FLIP_ALONG) < HALF else ONE
    stamp.tip = brush.tip
    stamp.image = stamp.other = int32(-1)
    stamp.mix = float32(0)
    set_turn(stamp, state, brush, place, index)
    set_stray(stamp, state, brush, place, index, width)
    if brush.tip == SHAPES:
        if brush.shape_count > 0:
            set_shape(stamp, state, brush, place, index)
        # With no shape at hand a touch is still seen: it is a plain ellipse.
        if stamp.image < 0:
            stamp.tip = ELLIPSE
    stamp.bite = float32(0)
    stamp.grain_times = ONE
    if brush.grain_image >= 0:
        jitter = ONE - brush.bite_jitter * chance(state.seed, index, BITE)
        stamp.bite = max(brush.bite_floor, brush.bite * jitter * factor(state, brush, TO_BITE, index))
        stamp.grain_times = factor(state, brush, TO_GRAIN, index)
    stamp.spread = float32(0)
    if brush.spread > float32(0):
        stamp.spread = across * brush.spread * factor(state, brush, TO_SPREAD, index)
    if brush.coloured:
        set_colour(stamp, state, brush, index)
    return width


@helper
def step_after(state, brush, index, width):
    """Distance to the next step along the path, px."""
    step = brush.spacing * width * factor(state, brush, TO_SPACING, index)
    if brush.spacing_jitter > float32(0):
        step *= ONE + brush.spacing_jitter * either_way(state.seed, index, SPACING)
    return max(LEAST_STEP, float(step))
