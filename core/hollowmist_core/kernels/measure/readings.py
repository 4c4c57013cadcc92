"""Readings: the order in which a brush is measured, a little at a time, so that the pen never waits."""

import math

from numba import float32, int32

from ...tables.brush_record import BRUSH
from ...tables.records import IMAGE, POINT, SAMPLE, STAMP, STROKE
from ..base.registry import array, helper, kernel
from ..path.hand import REPORTED, profile_of
from ..touch.derive import prepare, set_reader
from ..touch.tip import SHAPES
from ..touch.weight import OPACITY, WIDTH, lengths_on
from .causes import GRAIN, TAPER_CAUSES, has_cause, switch_off
from .drift import read_lights
from .evenness import (
    MARGIN,
    MIDDLE,
    ROOM,
    cause_at,
    probe_length,
    reach_across,
    read_cause,
    read_evenness,
    tapered_length,
)
from .probe import STILL, drop_probe, ink_probe
from .profile import mean_profile, plateau_of, read_edges, width_of
from .records import ALONG, PLOT, PRESSURES, READINGS
from .texture import LONGEST, RIPPLE_SHOWS, full_probe, inside, period_of, read_repeat, ripple_of

LARGEST = 96.0
"""A brush wider than this, px, is measured smaller, and its lengths are brought back."""

FINEST = 48.0
"""Evenness is measured at this width, px: a pixel's edge would vary a thinner line, and a wider one takes longer."""

LEAST_TIMES = 48.0
"""A hair is enlarged no more than this."""

WIDTHS, TEXTURE, SPACING, REPEAT, LIGHT, TAPERS, EVENNESS, CAUSES = 0, 3, 4, 5, 6, 7, 10, 13
"""First steps of the parts of a measurement."""

TAPERED = 0.98
"""A taper is over where the line has this share of its width."""

WIDEST_SPACING, NARROWEST_SPACING = 5.0, 0.01
HALVINGS = 9

CLOSEST = 0.03
"""An edge that swings at this spacing is ragged by itself; closer stamps do not help, and take long to lay."""


@helper
def scale_lengths(brush, times):
    """Multiply all lengths of a brush that its ink shows; `documents.scaling.scaled` does it to documents."""
    b = brush
    b.size *= times
    b.thinnest_px *= times
    b.thickest_px *= times
    for i in range(len(b.tapers)):
        b.tapers[i].px *= times
    b.grain_px *= times
    b.fade_out *= times
    b.fade_from *= times
    b.run *= times
    b.far *= times


@helper
def largest(brush):
    """The widest line that a brush draws, px, by its bounds."""
    return max(1.0, min(float(brush.most_width), 4.0 * float(brush.size)))


@helper
def take_brush(brushes, whole, times):
    """Put a brush on the desk, so many times as large, and unsteadied: the probes are straight."""
    brushes[0] = whole[0]
    brush = brushes[0]
    scale_lengths(brush, float32(times))
    brush.steadying = 0
    prepare(brushes)


@helper
def middle_of(desk, pair, length):
    """Where on a probe of a length both tapers of a pair are over, px from its start."""
    start, end = lengths_on(desk[0][0], pair, length)
    return 0.5 * (start + length - end)


@helper
def read_widths(desk, work, kind, times, readings):
    """Read width and darkness at the nine pressures with a kind of pointer."""
    brush = desk[1][0]
    for cause in range(TAPER_CAUSES):
        switch_off(brush, cause)
    count = 2 * int(reach_across(brush)) + 1
    reported = profile_of(brush, kind)[0] == REPORTED
    for i in range(len(PRESSURES)):
        if i > 0 and not reported:
            readings.width[kind, i], readings.dark[kind, i] = readings.width[kind, 0], readings.dark[kind, 0]
            continue
        length = probe_length(desk, kind) + float(brush.size)
        ink_probe(desk, kind, length, MIDDLE - 0.5 * length, MIDDLE, 0.0, STILL, PRESSURES[i])
        mean_profile(desk, work, count, 1.0, MIDDLE, MIDDLE, 0.0, 33.0 + float(brush.size))
        readings.width[kind, i] = width_of(work, count, 1.0) / times
        readings.dark[kind, i] = plateau_of(work, count)
        drop_probe(desk)
    thin = thick = readings.width[kind, 0]
    for i in range(len(PRESSURES)):
        thin, thick = min(thin, readings.width[kind, i]), max(thick, readings.width[kind, i])
    readings.thinnest[kind], readings.thickest[kind] = thin, thick
    readings.ratio[kind] = thick / thin if thin > float32(0) else float32(0)


@helper
def read_profile(desk, work, times, readings):
    """Read edge, density, texture and ripple at full press, and keep the profile for drawing.

    Ripple is of the stamps: the grain, which makes an edge ragged too, is left aside.
    """
    brush = desk[1][0]
    count = 2 * int(reach_across(brush)) + 1
    length = min(LONGEST, probe_length(desk, 0) + 100.0 + 4.0 * float(brush.spacing) * float(brush.size))
    full_probe(desk, length)
    mean_profile(desk, work, count, 1.0, MIDDLE, MIDDLE, 0.0, 128.0)
    width = width_of(work, count, 1.0)
    readings.softness = read_edges(work, count, readings.edges) / times
    for k in range(4):
        readings.edges[k] /= float32(times)
    readings.profile_count = count
    readings.profile_step = 1.0 / times
    for i in range(count):
        readings.profile[i] = work[i]
    readings.density, readings.texture = inside(desk, width, 128.0)
    if has_cause(brush, GRAIN):
        drop_probe(desk)
        switch_off(brush, GRAIN)
        full_probe(desk, length)
    readings.period = period_of(desk) / times
    readings.ripple = ripple_of(desk, work, readings)
    readings.edge_step = 1.0 / times
    for i in range(readings.edge_count):
        readings.edge[i] /= float32(times)
    drop_probe(desk)


@helper
def read_widest_spacing(desk, work, times, readings):
    """Find the widest spacing at which the ripple stays under `RIPPLE_SHOWS`, by halving; -1 if none hides it."""
    brush = desk[1][0]
    switch_off(brush, GRAIN)
    width = float(readings.width[0, len(PRESSURES) - 1]) * times
    spacing = brush.spacing
    edges = readings.edge_count
    low, high = math.log(NARROWEST_SPACING), math.log(WIDEST_SPACING)
    for _ in range(HALVINGS):
        if high < math.log(CLOSEST):
            break
        middle = 0.5 * (low + high)
        brush.spacing = math.exp(middle)
        set_reader(brush)
        length = min(LONGEST, probe_length(desk, 0) + 4.0 * float(brush.spacing) * width + 64.0)
        if ripple_at(desk, work, length, readings) < RIPPLE_SHOWS:
            low = middle
        else:
            high = middle
    readings.widest_spacing = math.exp(low) if high >= math.log(CLOSEST) else -1.0
    readings.edge_count = edges
    brush.spacing = spacing
    set_reader(brush)


@helper
def ripple_at(desk, work, length, readings):
    """Ripple of the brush on the desk; the drawn edge stays that of the brush itself."""
    kept = work[2 * PLOT : 3 * PLOT]
    for i in range(PLOT):
        kept[i] = readings.edge[i]
    full_probe(desk, length)
    ripple = ripple_of(desk, work, readings)
    drop_probe(desk)
    for i in range(PLOT):
        readings.edge[i] = kept[i]
    return ripple


@helper
def read_grain_repeat(desk, work, times, readings):
    """Read how soon the texture repeats; a smooth stroke has none to repeat."""
    brush = desk[1][0]
    readings.repeat = readings.repeat_px = float32(-1)
    readings.auto_count = 0
    if brush.grain_image < 0:
        return
    side = brush.grain_times * brush.size if brush.grain_scale == 1 else brush.grain_px
    length = min(1500.0, max(400.0, 2.2 * float(side)))
    width = float(readings.width[0, len(PRESSURES) - 1]) * times
    full_probe(desk, length + probe_length(desk, 0))
    read_repeat(desk, work, width, length, readings)
    readings.repeat_px /= float32(times)
    readings.auto_step /= float32(times)
    drop_probe(desk)


@helper
def read_fits(brush, images, readings):
    """Pixels of the sources per px of ink at the largest size; -1 without such a source."""
    readings.shape_fit = readings.grain_fit = float32(-1)
    most = largest(brush)
    if brush.tip == SHAPES:
        for i in range(brush.shape_count):
            use = brush.shapes[i]
            if use.image >= 0:
                image = images[use.image]
                fit = float32(max(image.widths[0], image.heights[0])) / float32(most * use.scale)
                readings.shape_fit = fit if readings.shape_fit < 0 else min(readings.shape_fit, fit)
    if brush.grain_image >= 0:
        side = brush.grain_times * most if brush.grain_scale == 1 else brush.grain_px
        readings.grain_fit = float32(images[brush.grain_image].widths[0]) / float32(side)


@helper
def look_along(desk, work, count, length, s):
    """Width, px, and darkness of the probe on the sheet at a place along it."""
    mean_profile(desk, work, count, 1.0, MIDDLE - 0.5 * length + s, MIDDLE, 0.0, 1.0)
    return width_of(work, count, 1.0), plateau_of(work, count)


@helper
def way_to(desk, work, count, length, which, most, backwards):
    """Way, px, from an end of the probe to where its width (0) or darkness (1) has `TAPERED` of its most."""
    s = 0.5
    while s < length:
        found = look_along(desk, work, count, length, length - s if backwards else s)
        if found[which] >= TAPERED * most:
            break
        s += 1.0
    return s - 0.5


@helper
def read_tapers(desk, work, given, kind, times, readings):
    """Read how long the tapers of width and darkness are, and what is left at the very ends.

    Tapers that the probes' sheet has no room for are measured on a smaller brush.
    """
    needed = tapered_length(desk, kind)
    if needed > ROOM:
        times *= (ROOM - MARGIN) / (needed - MARGIN)
        take_brush(desk[1], given, times)
    brush = desk[1][0]
    count = 2 * int(reach_across(brush)) + 1
    length = probe_length(desk, kind)
    ink_probe(desk, kind, length, MIDDLE - 0.5 * length, MIDDLE, 0.0, STILL, 1.0)
    full = max(1e-6, look_along(desk, work, count, length, middle_of(desk, WIDTH, length))[0])
    dark = max(1e-6, look_along(desk, work, count, length, middle_of(desk, OPACITY, length))[1])
    first = look_along(desk, work, count, length, 0.5)
    last = look_along(desk, work, count, length, length - 0.5)
    readings.point_start[kind], readings.faint_start[kind] = first[0] / full, first[1] / dark
    readings.point_end[kind], readings.faint_end[kind] = last[0] / full, last[1] / dark
    readings.taper_start[kind] = way_to(desk, work, count, length, 0, full, False) / times
    readings.taper_end[kind] = way_to(desk, work, count, length, 0, full, True) / times
    readings.fade_start[kind] = way_to(desk, work, count, length, 1, dark, False) / times
    readings.fade_end[kind] = way_to(desk, work, count, length, 1, dark, True) / times
    readings.along_step[kind] = length / (ALONG - 1) / times
    for k in range(ALONG):
        width, darkness = look_along(desk, work, count, length, length * k / (ALONG - 1))
        readings.along_width[kind, k], readings.along_dark[kind, k] = width / times, darkness
    drop_probe(desk)


@kernel(
    int32,
    array(READINGS),
    array(BRUSH),
    array(BRUSH),
    array(BRUSH),
    array(STROKE),
    array(POINT),
    array(POINT),
    array(POINT),
    array(STAMP),
    array("i4"),
    array("i4"),
    array("f4"),
    array(IMAGE),
    array("u4"),
    array(SAMPLE),
    array("f4"),
    int32,
)
def read_brush(
    records,
    given,
    brushes,
    whole,
    strokes,
    recent,
    even,
    path,
    stamps,
    maps,
    free,
    pool,
    images,
    bank,
    samples,
    work,
    step,
):
    """One step of measuring a prepared brush `given`; the first is 0. Returns the next step, or -1 at the end.

    `brushes` and `whole` are scratch for a brush, `work` for 32 K numbers; the sheet, 2048 px a side, must be empty
    and is left so.
    """
    readings = records[0]
    desk = (strokes, brushes, recent, even, path, stamps, maps, free, pool, work, images, bank, samples)
    times = min(1.0, LARGEST / largest(given[0]))
    if step < EVENNESS:
        take_brush(brushes, given, times)
    if step < TEXTURE:
        if step == WIDTHS:
            readings.scale = times
            readings.cause_count = 0
            read_fits(given[0], images, readings)
        read_widths(desk, work, step, times, readings)
        return step + 1
    if step == TEXTURE:
        read_profile(desk, work, times, readings)
        return step + 1
    if step == SPACING:
        read_widest_spacing(desk, work, times, readings)
        return step + 1
    if step == REPEAT:
        read_grain_repeat(desk, work, times, readings)
        return step + 1
    if step == LIGHT:
        read_lights(desk, readings)
        return step + 1
    if step < EVENNESS:
        read_tapers(desk, work, given, step - TAPERS, times, readings)
        return step + 1
    times = min(LEAST_TIMES, FINEST / largest(given[0]))
    take_brush(whole, given, times)
    brushes[0] = whole[0]
    if step < CAUSES:
        read_evenness(desk, work, step - EVENNESS, times, readings)
        return step + 1
    place = step - CAUSES
    while cause_at(given[0], place) >= 0 and not has_cause(given[0], cause_at(given[0], place)):
        place += 1
    if cause_at(given[0], place) < 0:
        return -1
    read_cause(desk, work, whole, cause_at(given[0], place), readings)
    return CAUSES + place + 1


@kernel(int32, array(BRUSH), int32)
def without_cause(brushes, cause):
    """Take one cause of variation out of a brush. Returns whether it had it."""
    had = has_cause(brushes[0], cause)
    switch_off(brushes[0], cause)
    prepare(brushes)
    return int32(had)


@kernel(int32, array(BRUSH), float32)
def enlarge(brushes, times):
    """Multiply a brush's lengths. Returns 1."""
    scale_lengths(brushes[0], times)
    prepare(brushes)
    return 1
