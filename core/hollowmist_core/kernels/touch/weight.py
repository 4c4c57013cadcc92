"""Weight: how wide and how dark the line is at each point."""

from numba import float32, int32

from ...tables.settings import numbers
from ..base.registry import helper
from .respond import TO_OPACITY, TO_SIZE, factor

PX, PART = numbers("taper_start_in", "px", "% of stroke")
(EACH,) = numbers("tapers_for", "each")

BLUNTEST = 3.0
"""Exponent of a taper at the ends of its shape setting: 3 is a needle, 1/3 blunt."""

DOT = 0.5
"""A tapered stroke shorter than this share of the brush's size is a dot still: a hand that trembles leaves its mark."""

WIDTH, OPACITY = 0, 2
"""Where the pair of tapers of the width begins, and that of the opacity, as `settings.TAPERS` lists them."""


@helper
def length_of(brush, taper):
    """A taper's length in px, or its share of the stroke."""
    if taper.unit == PX:
        return taper.px
    return taper.part if taper.unit == PART else taper.length * brush.size


@helper
def set_tapers(state, brush):
    """Keep the tapers that hold for the pointer in hand."""
    first = len(state.tapers) * state.kind if brush.tapers_for == EACH else 0
    state.dot = float32(0)
    for k in range(len(state.tapers)):
        given, taper = brush.tapers[first + k], state.tapers[k]
        taper.length = length_of(brush, given)
        taper.of_stroke = int32(given.unit == PART and taper.length > 0.0)
        taper.point = given.point
        taper.exponent = BLUNTEST**-given.curve
        if taper.length > 0.0:
            state.dot = float32(DOT) * brush.size


@helper
def is_tapered(state):
    """Whether the stroke in hand has a taper."""
    tapered = False
    for k in range(len(state.tapers)):
        tapered = tapered or state.tapers[k].length > float32(0)
    return tapered


@helper
def held_back(state):
    """Length of the stroke's end, px, that later samples still change; below zero it is the whole stroke."""
    for k in range(len(state.tapers)):
        if state.tapers[k].of_stroke:
            return -1.0
    return max(float(state.tapers[WIDTH + 1].length), float(state.tapers[OPACITY + 1].length))


@helper
def least_length(state):
    """Length of stroke from which on all tapers have room, and it is no dot any more, px."""
    width = float(state.tapers[WIDTH].length) + float(state.tapers[WIDTH + 1].length)
    opacity = float(state.tapers[OPACITY].length) + float(state.tapers[OPACITY + 1].length)
    return max(float(state.dot), max(width, opacity))


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
def lengths_on(state, pair, total):
    """Lengths, px, of a pair of tapers on a stroke `total` px long: together no longer than it, in proportion."""
    a, b = state.tapers[pair], state.tapers[pair + 1]
    start = float(a.length) * (total if a.of_stroke else 1.0)
    end = float(b.length) * (total if b.of_stroke else 1.0)
    if start + end > total:
        fit = total / (start + end)
        start *= fit
        end *= fit
    return start, end


@helper
def share_left(state, pair, s, total):
    """What a pair of tapers (`WIDTH` or `OPACITY`) leaves, 0..1, at arc length s of a stroke `total` px long.

    A single touch has no tapers, and they come in little by little while the stroke is a dot.
    """
    a, b = state.tapers[pair], state.tapers[pair + 1]
    if a.length <= 0.0 and b.length <= 0.0:
        return float32(1)
    start, end = lengths_on(state, pair, total)
    risen_a, risen_b = rise(s, start, a.exponent), rise(total - s, end, b.exponent)
    left = (a.point + (1.0 - a.point) * risen_a) * (b.point + (1.0 - b.point) * risen_b)
    if total < state.dot:
        left += (1.0 - left) * (1.0 - total / state.dot)
    return float32(left)


@helper
def width_at(state, brush, s, total, index):
    """Width in px: size times its responses, held between thinnest and thickest, then tapered."""
    width = brush.size * factor(state, brush, TO_SIZE, index)
    width = max(brush.least_width, min(brush.most_width, width))
    return width * share_left(state, WIDTH, s, total)


@helper
def opacity_at(state, brush, s, total, index):
    """The most a stamp may cover, 0..1."""
    most = brush.opacity * factor(state, brush, TO_OPACITY, index) * share_left(state, OPACITY, s, total)
    if brush.fade_out > 0.0:
        most *= float32(min(1.0, max(0.0, 1.0 - (s - brush.fade_from) / brush.fade_out)))
    return most
