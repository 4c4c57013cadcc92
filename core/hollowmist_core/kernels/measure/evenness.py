"""Evenness: how much a line varies over all that a hand does, and what makes it vary."""

import math

from numba import float32

from ..base.registry import helper
from ..path.hand import REPORTED, profile_of
from ..touch.derive import prepare
from ..touch.grain import PRESS
from ..touch.respond import AZIMUTH, PRESSURE, TILT, TO_ANGLE, TWIST
from ..touch.tip import AZIMUTH as AZIMUTH_TURN
from ..touch.tip import BARREL, BUILD, BY_TILT, SHAPES
from ..touch.tip import BY_PRESSURE as BY_PRESSURE_CHOSEN
from ..touch.weight import EACH, held_back, least_length, set_tapers
from .causes import FIRST_LINK, LAST, has_cause, switch_off
from .probe import BY_PRESSURE, BY_REST, MIDDLING, STILL, drop_probe, ink_probe
from .profile import mean_profile, plateau_of, width_of
from .records import KINDS, MOST_CAUSES, PLOT

WINDOW = 4
"""Length of line, px, over which one width is taken."""

STRIDE = 6.0

EVEN = 0.01
"""A line is even when it varies by this share or less."""

NOTABLE = 0.005
"""A cause is listed when it alone makes the line vary by more than this share."""

MARGIN = 40.0
"""Length of a probe, px, besides its tapers and its width."""

ROOM = 1600.0
"""Longest probe that is looked along, px."""

MIDDLE = 1024.5
"""The middle of the probes' sheet, px."""


TRIFLE = 0.002
"""Variation that is no more than what measuring leaves."""


@helper
def reach_across(brush):
    """How far from its path a brush may leave ink, px."""
    wide = max(brush.size, min(brush.most_width, float32(4) * brush.size))
    stray = brush.scatter_across
    if brush.stamps > 1 and brush.several == 1:
        stray += brush.strand_gap * (brush.stamps - 1) * float32(0.5)
    return min(float(PLOT // 2 - 1), float(wide * (float32(0.5) + brush.softness + stray + brush.spread)) + 4.0)


@helper
def tapered_length(desk, kind):
    """Length of line, px, that leaves room for the tapers."""
    state, brush = desk[0][0], desk[1][0]
    state.kind = kind
    set_tapers(state, brush)
    ends = least_length(state) if held_back(state) >= 0.0 else 0.0
    return ends + 1.2 * float(brush.size) + MARGIN


@helper
def probe_length(desk, kind):
    """Length of a probe, px, that leaves room for the tapers as far as the sheet does."""
    return min(ROOM, tapered_length(desk, kind))


@helper
def widen_limits(desk, work, length, direction, limits, line):
    """Take widths and plateaus along the probe on the sheet into `limits`: least, most, sum of each; the count.

    As many widths as `line` has room for are put there. Returns how many.
    """
    brush = desk[1][0]
    count = 2 * int(reach_across(brush)) + 1
    margin = float(brush.size) * 0.5 if brush.overlap == BUILD else 1.0
    s = margin + 0.5 * WINDOW
    drawn = 0
    while s <= length - margin - 0.5 * WINDOW:
        x = MIDDLE + math.cos(direction) * (s - 0.5 * length)
        y = MIDDLE + math.sin(direction) * (s - 0.5 * length)
        mean_profile(desk, work, count, 1.0, x, y, direction, WINDOW)
        width, dark = float32(width_of(work, count, 1.0)), float32(plateau_of(work, count))
        limits[0] = min(limits[0], width)
        limits[1] = max(limits[1], width)
        limits[2] += width
        limits[3] = min(limits[3], dark)
        limits[4] = max(limits[4], dark)
        limits[5] += dark
        limits[6] += float32(1)
        if drawn < len(line):
            line[drawn] = width
            drawn += 1
        s += STRIDE
    return drawn


@helper
def probe_into(desk, work, kind, direction, changing, limits, line):
    """Ink one probe, take its limits and as many of its widths as `line` has room for. Returns how many."""
    length = probe_length(desk, kind)
    x = MIDDLE - math.cos(direction) * 0.5 * length
    y = MIDDLE - math.sin(direction) * 0.5 * length
    ink_probe(desk, kind, length, x, y, direction, changing, MIDDLING)
    drawn = widen_limits(desk, work, length, direction, limits, line)
    drop_probe(desk)
    return drawn


@helper
def direction_matters(brush):
    """Whether a line may be different in another direction."""
    flat = brush.tip > 0 or brush.roundness < 1 or brush.link_from[TO_ANGLE] < brush.link_from[TO_ANGLE + 1]
    return flat or brush.needs_turns != 0 or brush.grain_image >= 0


@helper
def feels_pressure(brush):
    """Whether anything of a brush goes with the pressure."""
    chosen = brush.tip == SHAPES and brush.choosing == BY_PRESSURE_CHOSEN
    found = chosen or (brush.grain_image >= 0 and brush.grain_way == PRESS)
    for i in range(brush.link_count):
        link = brush.responses[i]
        found = found or (link.on != 0 and link.input == PRESSURE)
    return found


@helper
def feels_lean(brush):
    """Whether anything of a brush goes with how the pen leans or is rolled."""
    found = brush.tip == SHAPES and brush.choosing == BY_TILT
    found = found or brush.turning == AZIMUTH_TURN or brush.turning == BARREL
    for i in range(brush.link_count):
        link = brush.responses[i]
        leans = link.input == TILT or link.input == AZIMUTH or link.input == TWIST
        found = found or (link.on != 0 and leans)
    return found


@helper
def alike(brush, a, b):
    """Whether a brush treats two kinds of pointer alike, whatever these report."""
    same = brush.tapers_for != EACH
    if profile_of(brush, a) != profile_of(brush, b):
        same = same and not feels_pressure(brush) and not feels_lean(brush)
    for i in range(brush.link_count):
        link = brush.responses[i]
        same = same and (link.on == 0 or ((link.pointers >> a) & 1) == ((link.pointers >> b) & 1))
    return same


@helper
def like_before(brush, kind):
    """An earlier kind of pointer that a brush treats like this one; -1 if there is none."""
    for other in range(kind):
        if alike(brush, other, kind):
            return other
    return -1


@helper
def variation(desk, work, kind, pressed, rest):
    """How much the line of the brush in `desk` varies with a kind of pointer.

    `pressed` and `rest` receive as many widths as they have room for, light to heavy and through all else. Returns
    the variation of width and darkness, as shares, and how many widths were put into each.
    """
    brush = desk[1][0]
    # The limits lie behind the profile in the scratch space.
    limits = work[PLOT : PLOT + 7]
    limits[0] = limits[3] = float32(1e9)
    limits[1] = limits[2] = limits[4] = limits[5] = limits[6] = float32(0)
    none = work[0:0]
    by_pressure = 0
    if profile_of(brush, kind)[0] == REPORTED and feels_pressure(brush):
        by_pressure = probe_into(desk, work, kind, 0.0, BY_PRESSURE, limits, pressed)
    by_rest = probe_into(desk, work, kind, 0.0, BY_REST, limits, rest)
    if direction_matters(brush):
        for k in range(1, 4):
            probe_into(desk, work, kind, k * math.pi / 4.0, STILL, limits, none)
    count = limits[6]
    width, dark = limits[2] / count, limits[5] / count
    if width <= float32(0) or dark <= float32(0):
        return float32(0), float32(0), by_pressure, by_rest
    return (limits[1] - limits[0]) / width, (limits[4] - limits[3]) / dark, by_pressure, by_rest


@helper
def cause_at(brush, place):
    """The number of the cause at a place 0.. among all that there can be; -1 past the last."""
    if place <= LAST:
        return place
    if place - LAST - 1 < brush.link_count:
        return FIRST_LINK + place - LAST - 1
    return -1


@helper
def only_cause(brush, cause):
    """Take all causes but one out of a brush."""
    place = 0
    while cause_at(brush, place) >= 0:
        other = cause_at(brush, place)
        if other != cause and has_cause(brush, other):
            switch_off(brush, other)
        place += 1


@helper
def read_evenness(desk, work, kind, times, readings):
    """Read how much the line varies with a kind of pointer, and keep two of the strokes for drawing."""
    before = like_before(desk[1][0], kind)
    if before >= 0:
        readings.width_varies[kind] = readings.width_varies[before]
        readings.dark_varies[kind] = readings.dark_varies[before]
        for which in range(2):
            readings.even_count[kind, which] = readings.even_count[before, which]
            for i in range(readings.even_count[before, which]):
                readings.evens[kind, which, i] = readings.evens[before, which, i]
        return
    pressed, rest = readings.evens[kind, 0], readings.evens[kind, 1]
    width, dark, by_pressure, by_rest = variation(desk, work, kind, pressed, rest)
    readings.width_varies[kind], readings.dark_varies[kind] = width, dark
    readings.even_count[kind, 0], readings.even_count[kind, 1] = by_pressure, by_rest
    for i in range(by_pressure):
        pressed[i] /= float32(times)
    for i in range(by_rest):
        rest[i] /= float32(times)


@helper
def read_cause(desk, work, whole, cause, readings):
    """Measure what a cause makes of the line: how much less it varies without it, or how much by it alone.

    (Two causes that vary the line alike hide each other when only one of them is switched off.) `whole` is the
    brush with all its causes.
    """
    brushes = desk[1]
    at = readings.cause_count
    if at >= MOST_CAUSES:
        return
    most = float32(0)
    # What was measured with each kind of pointer lies behind the limits in the scratch space.
    widths, darks = work[PLOT + 8 : PLOT + 8 + KINDS], work[PLOT + 16 : PLOT + 16 + KINDS]
    for k in range(2):
        brushes[0] = whole[0]
        if k == 0:
            switch_off(brushes[0], cause)
        else:
            only_cause(brushes[0], cause)
        prepare(brushes)
        for kind in range(KINDS):
            before = like_before(brushes[0], kind)
            if before < 0:
                widths[kind], darks[kind], _, _ = variation(desk, work, kind, work[0:0], work[0:0])
            else:
                widths[kind], darks[kind] = widths[before], darks[before]
            width, dark = widths[kind], darks[kind]
            if k == 0:
                drop = max(readings.width_varies[kind] - width, readings.dark_varies[kind] - dark)
                readings.effects[at, kind] = max(float32(0), drop)
            elif max(width, dark) < float32(TRIFLE):
                # What does nothing alone only made the line wider or thinner as a whole.
                readings.effects[at, kind] = float32(0)
            else:
                readings.effects[at, kind] = max(readings.effects[at, kind], max(width, dark))
    for kind in range(KINDS):
        most = max(most, readings.effects[at, kind])
    brushes[0] = whole[0]
    if most > NOTABLE:
        readings.causes[at] = cause
        readings.cause_count += 1
