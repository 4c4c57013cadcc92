"""Ribbon, row by row: where each pixel lies on a piece of the line, and the source's ink there.

A pixel's place along (arc length over what one picture takes of it) and across (its distance from the path over half of
the width there) is looked up in the source. Loops ask nothing that differs from pixel to pixel but by choosing between
two values, so that they become vector instructions.
"""

import math
from typing import NamedTuple

from numba import float32, int32, uint32

from ...tables.settings import numbers
from ..base.registry import helper
from ..touch.images import FIXED, FULL, fixed, weighed

STRETCHED, REPEATED, FIXED_ENDS = numbers("ribbon_fit", "stretched", "repeated", "fixed ends")
ALWAYS, BY_TURNS = numbers("ribbon_mirrored", "always", "by turns")

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)

JUST_UNDER = float32(1e-3)


class Band(NamedTuple):
    """A piece of a ribbon, device px: its length, half widths and ink at both ends; whether the stroke begins and stops
    with it, and the direction of the piece before in this one's frame; the arc length at which it begins, the stroke's,
    and what one picture takes of it at its own proportions."""

    piece: tuple[float, float, float, float, float]
    ends: tuple[bool, bool, float, float]
    along: tuple[float, float, float]


@helper
def place_along(places, count, along, brush):
    """Have arc lengths, px from where a piece begins, be places along the picture (0..1); where it is repeated, plus
    the whole repeats before.

    `along` is (the arc length at which the piece begins, the stroke's, what one picture takes at its own proportions).
    """
    start, total, length = along
    if brush.ribbon_fit == REPEATED:
        for i in range(count):
            places[i] = (start + places[i]) / length
        return
    if brush.ribbon_fit == STRETCHED:
        whole = max(ONE, total)
        for i in range(count):
            places[i] = min(ONE, (start + places[i]) / whole)
        return
    share = brush.ribbon_ends
    # On a short stroke both ends give way alike.
    end = min(share * length, HALF * total)
    between, left = max(ONE, total - TWO * end), ONE - TWO * share
    for i in range(count):
        s = start + places[i]
        middle = share + (s - end) / between * left
        last = ONE - (total - s) / end * share
        places[i] = s / end * share if s < end else last if total - s < end else middle


@helper
def place_row(state, cover, inks, count, run, band, brush):
    """Where each pixel of a row lies on a piece: how much of it between the piece's ends, as coverage, the ink there,
    and in the state's `places` its place along the picture, in `across` its place across, -1..1 from edge to edge, and
    in `halves` half of the width.

    `run` is along the piece and beside it.
    """
    u, v, du, dv = run
    length, first_half, last_half, first_ink, last_ink = band.piece
    begins, stops, before_along, before_beside = band.ends
    places, across, halves = state.places, state.across, state.halves
    per_length = ONE / length
    for i in range(count):
        k = float32(int32(i))
        far, beside = u + du * k, v + dv * k
        # Before its first end a piece lies only where a bend has opened: past the end of what came before.
        before = (far < float32(0)) & (not begins)
        opened = far * before_along + beside * before_beside > float32(0)
        away = math.sqrt(far * far + beside * beside)
        beside = (away if beside >= float32(0) else -away) if before else beside
        edge = min(ONE, far + HALF) if begins else ONE
        edge = min(edge, length - far + HALF) if stops else edge
        part = min(length, max(float32(0), far))
        places[i] = part
        part *= per_length
        half = first_half + (last_half - first_half) * part
        lies = (opened | (not before)) & ((far < length) | stops) & (edge > float32(0)) & (abs(beside) <= half + TWO)
        cover[i] = edge if lies else float32(0)
        inks[i] = first_ink + (last_ink - first_ink) * part if lies else float32(0)
        across[i] = beside / half if lies else float32(0)
        halves[i] = half
    place_along(places, count, band.along, brush)


@helper
def widest_of(level):
    """The farthest place along a level that is still read."""
    return max(ONE, float32(level[0]) - JUST_UNDER)


@helper
def down(value):
    """A place in 1/65536 texel, as `images.fixed` tells it."""
    value = value * FIXED + HALF
    whole = int32(value)
    return int32(whole - int32(float32(whole) > value))


@helper
def add_ink(sums, words, count, level, bank, xs, ys, steps):
    """Add to each pixel's sum the ink, 0..255 * 65536, at its place on a level, if that lies on it, and take the place
    a step further down."""
    width, height, at = level
    stride = uint32(width + int32(1))
    # There is a row more than it has texels, on either side of which they are weighed.
    last = int32(((height + int32(1)) << 16) - 1)
    for i in range(count):
        row = min(last, max(int32(0), ys[i])) >> 16
        words[i] = at + uint32(row) * stride + uint32(xs[i] >> 16)
    for i in range(count):
        words[i] = bank[words[i]]
    for i in range(count):
        y = ys[i]
        ink = weighed(words[i], xs[i], y)
        sums[i] = int32(sums[i] + (ink if (y >= 0) & (y <= last) else int32(0)))
        ys[i] = int32(y + steps[i])


@helper
def read_column(level, bank, x, y, step, taps):
    """Ink 0..255 at a place x along a level, summed over `taps` places across: from y on, each a step further."""
    width, height, at = level
    px, past = fixed(x), int32((height + 1) << 16)
    stride, at = uint32(width + int32(1)), at + uint32(px >> 16)
    ink = int32(0)
    for _ in range(taps):
        if y >= 0 and y < past:
            ink = int32(ink + weighed(bank[at + uint32(y >> 16) * stride], px, y))
        y = int32(y + step)
    return float32(ink) * (ONE / FIXED)


@helper
def join_ends(state, inks, count, level, bank, taps):
    """Have a repeated picture go on at its other end: between its last texel and its first."""
    wide = float32(level[0])
    for i in range(count):
        x = state.places[i]
        if x >= ONE and x <= wide:
            continue
        step = state.steps[i]
        y = int32(state.ys[i] - taps * step)
        head = read_column(level, bank, ONE, y, step, taps)
        last = read_column(level, bank, widest_of(level), y, step, taps)
        inks[i] = last + (x if x < ONE else x - wide) * (head - last)


@helper
def read_row(state, cover, count, picture, bank, brush):
    """Take a row's coverage times the picture's ink at the places that `place_row` has told.

    `picture` is (the level, as `images.level_of` tells it; at how many places across a pixel is read). Places are
    counted as `images.read_clear` does; lengthwise the picture ends at its last texel.
    """
    level, taps = picture
    places, across, halves = state.places, state.across, state.halves
    xs, ys, steps, sums = state.xs, state.ys, state.steps, state.sums
    wide, tall = float32(level[0]), HALF * float32(level[1])
    widest = widest_of(level)
    apart, before = tall / float32(taps), HALF * float32(taps - 1)
    repeats, turned = brush.ribbon_fit == REPEATED, brush.ribbon_reversed != 0
    always, by_turns = brush.ribbon_mirrored == ALWAYS, brush.ribbon_mirrored == BY_TURNS
    for i in range(count):
        whole = float32(int32(places[i])) if repeats else float32(0)
        u = places[i] - whole
        u = ONE - u if turned else u
        mirrored = always | (by_turns & ((int32(whole) & int32(1)) == 1))
        beside = -across[i] if mirrored else across[i]
        between = apart / halves[i]
        x = u * wide + HALF
        places[i] = x
        xs[i] = down(min(widest, max(ONE, x)))
        ys[i] = down((beside + ONE) * tall + HALF - before * between)
        steps[i] = down(between)
        sums[i] = int32(0)
    for _ in range(taps):
        add_ink(sums, state.words, count, level, bank, xs, ys, steps)
    # Whole numbers: eight times the most that one place has is far from their end.
    for i in range(count):
        halves[i] = float32(sums[i]) * (ONE / FIXED)
    if repeats:
        join_ends(state, halves, count, level, bank, taps)
    per = ONE / (float32(taps) * FULL)
    for i in range(count):
        cover[i] *= halves[i] * per
