"""Tip: the stamps along the path, with their shape, size, turn and stray."""

import math

from numba import float32, float64, int32

from ...tables.records import NOW
from ...tables.settings import numbers
from ..base.chance import (
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
from ..base.registry import helper
from ..tiles.sheet import on_grid
from .colour import set_colour
from .pixel import ASIDE_X, ASIDE_Y
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

ELLIPSE, POLYGON, NIB, SHAPES = numbers("tip", "ellipse", "polygon", "broad nib", "shapes")
PAGE, STROKE_TURN, FIRST_MOVE = numbers("turning", "page", "stroke", "first move")
AZIMUTH, CHANCE_TURN, BARREL = numbers("turning", "azimuth", "chance", "barrel")
BY_CHANCE, IN_TURN, BY_PRESSURE, BY_TILT = numbers("choosing", "by chance", "in turn", "by pressure", "by tilt")
(SIDE_BY_SIDE,) = numbers("several", "side by side")
(BUILD,) = numbers("overlap", "build")

DENSE = float32(0.1)
"""Spacing that held density refers to."""

LEAST_STEP = 0.5
"""Stamps are never nearer to each other than this, px."""

FIRST = 6.0
"""Length of line, px, that tells the stroke's first move."""

FINEST = float32(1e-3)
"""Least half side of a tip that is swept, px."""

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
        cos, sin = turned(cos, sin, place.along_x, place.along_y)
    elif brush.turning == FIRST_MOVE:
        cos, sin = turned(cos, sin, state.walk[NOW].first_x, state.walk[NOW].first_y)
    elif brush.turning == AZIMUTH:
        lean = math.sqrt(place.lean_x * place.lean_x + place.lean_y * place.lean_y)
        if lean > float32(1e-6):
            cos, sin = turned(cos, sin, place.lean_x / lean, place.lean_y / lean)
    elif brush.turning == BARREL:
        roll = math.sqrt(place.twist_x * place.twist_x + place.twist_y * place.twist_y)
        if roll > float32(1e-6):
            cos, sin = turned(cos, sin, place.twist_x / roll, place.twist_y / roll)
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
        drive = place.pressure
    elif brush.choosing == BY_TILT:
        drive = math.sqrt(place.lean_x * place.lean_x + place.lean_y * place.lean_y)
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
    if brush.shapes[which].image < 0:
        which, mix = other, float32(0)
    use, second = brush.shapes[which], brush.shapes[other]
    stamp.image, stamp.other = use.image, second.image
    stamp.mix = mix if stamp.other >= 0 else float32(0)
    stamp.other_flip_u = -stamp.flip_u if second.flip_across else stamp.flip_u
    stamp.other_flip_v = -stamp.flip_v if second.flip_along else stamp.flip_v
    stamp.other_major, stamp.other_minor = stamp.major * second.scale, stamp.minor * second.scale
    stamp.other_cos, stamp.other_sin = turned(stamp.cos, stamp.sin, second.cos, second.sin)
    if use.flip_across:
        stamp.flip_u = -stamp.flip_u
    if use.flip_along:
        stamp.flip_v = -stamp.flip_v
    stamp.major *= use.scale
    stamp.minor *= use.scale
    stamp.cos, stamp.sin = turned(stamp.cos, stamp.sin, use.cos, use.sin)


@helper
def on_sheet(state, x, y):
    """A place of the paper, sheet px, on the part of it that is inked, device px.

    It is rounded before that part's corner is taken off, which is exact: so every part rounds as the whole does.
    """
    at_x, at_y = on_grid(float64(state.scale) * x), on_grid(float64(state.scale) * y)
    return at_x - float32(state.from_x), at_y - float32(state.from_y)


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
    x = place.x + along * place.along_x - across * place.along_y
    y = place.y + along * place.along_y + across * place.along_x
    stamp.x, stamp.y = on_sheet(state, x, y)


@helper
def flow_of(state, brush, index, width):
    """Ink of one stamp, 0..1. Held density keeps the ink per length as `DENSE` spacing would have it, with steps as
    they are taken: never under `LEAST_STEP`."""
    flow = min(ONE, brush.flow * factor(state, brush, TO_FLOW, index))
    if not brush.hold_density or flow >= ONE:
        return flow
    least = float32(LEAST_STEP)
    step = max(least, brush.spacing * width * factor(state, brush, TO_SPACING, index))
    return ONE - (ONE - flow) ** (step / max(least, DENSE * width))


@helper
def length_across(a, b, cos, sin):
    """Length of an ellipse of semi-axes a and b, px, along a direction in its own frame."""
    return TWO * math.sqrt(a * a * cos * cos + b * b * sin * sin)


@helper
def lightened(stamp, brush, across, thin, width):
    """How much lighter a stamp is that a pixel cannot show as thin as it is, 0..1.

    `across` and `thin` are its true axes, px; the stamp's own are a pixel at least. Stamps that build add up by
    their area. In a level line what counts is the length across the line and, where stamps stand apart, along it.
    """
    a, b = across * HALF, thin * HALF
    if a >= HALF and b >= HALF:
        return ONE
    if brush.overlap == BUILD:
        return a * b / (stamp.major * stamp.minor)
    cos = stamp.along_x * stamp.cos + stamp.along_y * stamp.sin
    sin = stamp.along_y * stamp.cos - stamp.along_x * stamp.sin
    true, shown = length_across(a, b, sin, cos), length_across(stamp.major, stamp.minor, sin, cos)
    beside = true / shown
    if brush.swept:
        return beside
    # Along the line stamps are as long, on average, as their area over that; what is longer than a step overlaps.
    step = max(float32(1e-6), brush.spacing * width)
    pi = float32(math.pi)
    along = min(step, pi * a * b / true) / min(step, pi * stamp.major * stamp.minor / shown)
    return beside * along


@helper
def set_stamp(stamp, state, brush, place, index, s, total):
    """Write a stamp that the brush leaves at a place on the path.

    `index` counts stamps, a step having `MOST_STAMPS` of them. The hand's inputs must have been listened to. The
    stamp's lengths are in device px, but for its arc length. Returns the line's width there, sheet px.
    """
    scale = state.scale
    width = width_at(state, brush, s, total, index)
    cap = opacity_at(state, brush, s, total, index)
    across = width
    if brush.size_jitter > float32(0):
        across *= ONE - brush.size_jitter * chance(state.seed, index, SIZE)
    # Under one pixel a stamp gets lighter rather than thinner, as far as a pixel can tell; a swept line is what it is.
    fine = brush.swept and brush.tip == ELLIPSE and not brush.pixel_edge
    least = FINEST if fine else HALF
    thin = across * min(ONE, brush.roundness * factor(state, brush, TO_ROUNDNESS, index))
    stamp.major, stamp.minor = max(least, across * scale * HALF), max(least, thin * scale * HALF)
    stamp.softness = min(ONE, brush.softness * factor(state, brush, TO_SOFTNESS, index))
    stamp.flow = flow_of(state, brush, index, width)
    stamp.s = s
    stamp.path_x, stamp.path_y = on_sheet(state, place.x, place.y)
    stamp.along_x, stamp.along_y = place.along_x, place.along_y
    stamp.press = place.pressure
    stamp.flip_u = float32(-1) if brush.flip_across and chance(state.seed, index, FLIP_ACROSS) < HALF else ONE
    stamp.flip_v = float32(-1) if brush.flip_along and chance(state.seed, index, FLIP_ALONG) < HALF else ONE
    stamp.tip = brush.tip
    stamp.image = stamp.other = int32(-1)
    stamp.mix = float32(0)
    set_turn(stamp, state, brush, place, index)
    # A pixel edge has no lighter pixels: its lines end at one px.
    lighter = ONE if fine or brush.pixel_edge else lightened(stamp, brush, across * scale, thin * scale, width * scale)
    stamp.cap = cap * lighter
    set_stray(stamp, state, brush, place, index, width)
    if brush.pixel_edge:
        stamp.softness = float32(0)
        stamp.x += ASIDE_X
        stamp.y += ASIDE_Y
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
        stamp.spread = across * scale * brush.spread * factor(state, brush, TO_SPREAD, index)
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
