"""Weight: how wide and how dark the line is at each point."""

from numba import float32

from .registry import helper
from .respond import TO_OPACITY, TO_SIZE, factor

TIMES_SIZE, PX, PART = 0, 1, 2
"""Units of a taper's length, as numbered in the settings."""

EACH = 1

BLUNTEST = 3.0
"""Exponent of a taper at the ends of its shape setting: 3 is a needle, 1/3 blunt."""

ONE = float32(1)


@helper
def length_of(brush, taper):
    """A taper's length in px, or its share of the stroke."""
    if taper.unit == PX:
        return taper.px
    return taper.part if taper.unit == PART else taper.length * brush.size


@helper
def set_tapers(state, brush):
    """Keep the tapers that hold for the pointer in hand."""
    first = 2 * state.kind if brush.tapers_for == EACH else 0
    start, end = brush.tapers[first], brush.tapers[first + 1]
    state.start_in, state.end_in = start.unit, end.unit
    state.start_length, state.end_length = length_of(brush, start), length_of(brush, end)
    state.start_point, state.end_point = start.point, end.point
    state.start_curve, state.end_curve = BLUNTEST**-start.curve, BLUNTEST**-end.curve
    state.start_opacity, state.end_opacity = start.opacity, end.opacity


@helper
def held_back(state):
    """Length of the stroke's end, px, that later samples still change; below zero it is the whole stroke."""
    whole = state.start_in == PART and state.start_length > 0.0
    if whole or (state.end_in == PART and state.end_length > 0.0):
        return -1.0
    return float(state.end_length)


@helper
def least_length(state):
    """Length of stroke from which on both tapers have room, px."""
    return float(state.start_length) + float(state.end_length)


@helper
def rise(along, length, exponent):
    """How far a taper has come, 0..1, at a distance into it.

    The rise u (2 - u) meets the full width without a kink; the exponent is its shape.
    """
    if along >= length or length <= 0.0:
        return 1.0
    u = max(0.0, along / length)
    return (u * (2.0 - u)) ** exponent


@helper
def rises(state, s, total):
    """How far the start taper and the end taper have come at arc length s of a stroke `total` px long.

    Tapers that are together longer than the stroke shrink in proportion; a single touch has none.
    """
    start, end = float(state.start_length), float(state.end_length)
    if state.start_in == PART:
        start *= total
    if state.end_in == PART:
        end *= total
    if start + end > total:
        fit = total / (start + end)
        start *= fit
        end *= fit
    return rise(s, start, state.start_curve), rise(total - s, end, state.end_curve)


@helper
def from_point(point, risen):
    """A taper's share: from its point to 1."""
    return point + (1.0 - point) * risen


@helper
def width_at(state, brush, risen, index):
    """Width in px: size times its responses, held between thinnest and thickest, then tapered."""
    width = brush.size * factor(state, brush, TO_SIZE, index)
    width = max(brush.least_width, min(brush.most_width, width))
    taper = from_point(state.start_point, risen[0]) * from_point(state.end_point, risen[1])
    return width * float32(taper)


@helper
def opacity_at(state, brush, risen, s, index):
    """The most a stamp may cover, 0..1."""
    most = brush.opacity * factor(state, brush, TO_OPACITY, index)
    if risen[0] < 1.0 or risen[1] < 1.0:
        most *= float32(from_point(state.start_opacity, risen[0]) * from_point(state.end_opacity, risen[1]))
    if brush.fade_out > 0.0:
        most *= float32(max(0.0, 1.0 - s / brush.fade_out))
    return most
