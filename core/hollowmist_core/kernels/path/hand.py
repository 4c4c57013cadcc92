"""Hand: which samples count, and what stands in for what a pointer does not report."""

import math

from numba import float32, int32, void

from ...tables.brush_record import BRUSH
from ...tables.records import FINGER, HAND, HELD, INK, MOUSE, NEWEST, POINT, RAW, SAMPLE, STROKE
from ...tables.settings import numbers
from ..base.registry import array, helper, kernel
from ..touch.respond import AZIMUTH, DIRECTION, PRESSURE, SPEED, TILT, TWIST, part_of_turn

DROPPED, TAKEN, MERGED = 0, 1, 2
REPORTED, FIXED, FROM_SPEED = numbers("pen_pressure", "as reported", "fixed", "from speed")
FAR = 32768.0
"""Positions beyond this many px are no pen's."""

CLOSE = 0.05
"""A sample nearer than this to the last one (px) is a double: it can press harder, not move the line."""

QUICK = 3.0
"""Speed (px/ms) at which a pressure made from speed is at its lightest."""

PACE = 20.0
"""Time, ms, over which the hand's speed is taken: single events are too coarse to show as they are."""

RISE = 25.0
"""No hand presses from nothing to full in less time than this, ms; what rises faster is a fault of the pen."""

JUMP = 0.12
"""Rise of pressure that is let through at once."""


@helper
def sound(sample, last_t):
    """Whether a sample can be drawn: finite, on this side of the world, time not going back."""
    if not (math.isfinite(sample.x) and math.isfinite(sample.y)):
        return False
    if not (math.isfinite(sample.t) and math.isfinite(sample.pressure)):
        return False
    if abs(sample.x) > FAR or abs(sample.y) > FAR:
        return False
    return sample.t >= last_t


@helper
def profile_of(brush, kind):
    """What stands for pressure and tilt with a kind of pointer: (from, level, from, degrees)."""
    if kind == FINGER:
        return brush.finger_pressure, brush.finger_level, brush.finger_tilt, brush.finger_lean
    if kind == MOUSE:
        return brush.mouse_pressure, brush.mouse_level, brush.mouse_tilt, brush.mouse_lean
    return brush.pen_pressure, brush.pen_level, brush.pen_tilt, brush.pen_lean


@helper
def tilt_of(sample):
    """Tilt 0 (upright) .. 1 (flat); a pen that does not know its altitude counts as upright."""
    if not math.isfinite(sample.altitude):
        return 0.0
    return min(1.0, max(0.0, 1.0 - sample.altitude / (math.pi / 2.0)))


@helper
def angle_or_zero(angle):
    """An angle, or 0 where the pen does not know it."""
    return angle if math.isfinite(angle) else float32(0)


@kernel(float32, float32, float32, float32)
def paced(speed, step, elapsed):
    """Running speed, px/ms, after a step (px) that took `elapsed` ms: an exponential mean over `PACE` ms.

    A hand's first step (`speed` below zero) counts whole.
    """
    elapsed = max(float32(0.5), elapsed)
    now = step / elapsed
    if speed < float32(0):
        return now
    return now + (speed - now) * float32(math.exp(-elapsed / float32(PACE)))


@kernel(float32, float32, float32)
def pressure_from_speed(speed, usual):
    """Pressure made from a speed (px/ms): the quicker, the lighter.

    At rest it is the usual pressure and half as much again, at `QUICK` a quarter of it.
    """
    pace = min(1.0, max(0.0, speed / QUICK))
    return min(1.0, usual * (1.5 - 1.25 * pace))


@helper
def pressure_of(brush, kind, reported, speed):
    """Pressure 0..1 as the pointer's profile has it."""
    source, level, _, _ = profile_of(brush, kind)
    if source == FIXED:
        return level
    if source == FROM_SPEED:
        return float32(pressure_from_speed(speed, level))
    return min(float32(1), max(float32(0), reported))


@helper
def held_rise(pressure, before, elapsed):
    """A reported pressure that rises no faster than a hand can press."""
    most = before + float32(JUMP) + elapsed / float32(RISE)
    return min(pressure, max(before, most))


@helper
def spread_first(state, recent, even, path):
    """Carry pressure and speed of the only sample so far to all that was made of it."""
    first = recent[HAND]
    for place in (NEWEST, RAW, INK):
        recent[place].speed, recent[place].pressure = first.speed, first.pressure
    if state.held > 0:
        recent[HELD].speed, recent[HELD].pressure = first.speed, first.pressure
    if state.path_count > 0:
        path[0].speed, path[0].pressure = first.speed, first.pressure
    if state.even_count > 0:
        even[0].speed, even[0].pressure = first.speed, first.pressure


@helper
def backdate(state, brush, recent, even, path, speed):
    """The first sample could not tell its speed; the second one does, and what was made of the first follows."""
    first = recent[HAND]
    first.speed = speed
    source, level, _, _ = profile_of(brush, state.kind)
    if source == FROM_SPEED:
        first.pressure = float32(pressure_from_speed(speed, level))
    spread_first(state, recent, even, path)


@helper
def take(state, brush, recent, even, path, samples, i):
    """Take sample i into `recent[HAND]`. Returns DROPPED, TAKEN or MERGED."""
    sample = samples[i]
    hand = recent[HAND]
    started = state.sample_count > 0
    if not sound(sample, hand.t if started else -math.inf):
        state.dropped += 1
        return DROPPED
    step = math.hypot(sample.x - hand.x, sample.y - hand.y) if started else 0.0
    elapsed = sample.t - hand.t if started else float32(0)
    if started and step >= CLOSE:
        first = state.sample_count == 1
        state.speed = paced(float32(-1) if first else state.speed, float32(step), elapsed)
        if first:
            backdate(state, brush, recent, even, path, state.speed)
    pressure = pressure_of(brush, state.kind, sample.pressure, state.speed)
    if started and profile_of(brush, state.kind)[0] == REPORTED:
        pressure = held_rise(pressure, hand.pressure, elapsed)
    if started and step < CLOSE:
        hand.pressure = max(hand.pressure, pressure)
        hand.t = sample.t
        state.pressure = hand.pressure
        if state.held == state.decided:
            recent[NEWEST].pressure = max(recent[NEWEST].pressure, pressure)
            recent[NEWEST].t = sample.t
        if state.sample_count == 1:
            spread_first(state, recent, even, path)
        return MERGED
    _, _, tilt_from, lean = profile_of(brush, state.kind)
    tilt = tilt_of(sample) if tilt_from == REPORTED else lean / 90.0
    azimuth = angle_or_zero(sample.azimuth)
    twist = angle_or_zero(sample.twist)
    hand.x = sample.x
    hand.y = sample.y
    hand.t = sample.t
    hand.pressure = pressure
    hand.lean_x = tilt * math.cos(azimuth)
    hand.lean_y = tilt * math.sin(azimuth)
    hand.twist_x = math.cos(twist)
    hand.twist_y = math.sin(twist)
    hand.speed = state.speed
    hand.corner = 0.0
    state.pressure = pressure
    state.tilt = tilt
    state.azimuth = azimuth
    state.twist = twist
    state.sample_count += 1
    return TAKEN


@helper
def reported(samples, i, which, fast):
    """What sample i tells of an input, 0..1; -1 where a sample alone cannot tell."""
    here, before = samples[i], samples[i - 1]
    dx, dy = here.x - before.x, here.y - before.y
    if which == PRESSURE:
        return float(here.pressure)
    if which == TILT:
        return tilt_of(here)
    if which == AZIMUTH and not math.isfinite(here.azimuth):
        return -1.0
    if which == AZIMUTH:
        return part_of_turn(math.cos(here.azimuth), math.sin(here.azimuth))
    if which == TWIST and not math.isfinite(here.twist):
        return -1.0
    if which == TWIST:
        return part_of_turn(math.cos(here.twist), math.sin(here.twist))
    if which == SPEED:
        return math.hypot(dx, dy) / max(0.5, here.t - before.t) / fast
    return part_of_turn(dx, dy) if which == DIRECTION else -1.0


@kernel(void, array("f4"), int32, array(SAMPLE), int32, int32, float32)
def input_histogram(bins, bin_count, samples, count, which, fast):
    """Add what `count` samples tell of an input to the bins, each weighed by the length of line it drew (px).

    `which` numbers the input as `responses.INPUTS` does; `fast` is the speed, px/ms, that counts as full.
    """
    for i in range(1, count):
        value = reported(samples, i, which, fast)
        if value < 0.0:
            continue
        length = math.hypot(samples[i].x - samples[i - 1].x, samples[i].y - samples[i - 1].y)
        bins[int32(min(0.9999, max(0.0, value)) * bin_count)] += length


@kernel(void, array("f4"), array(SAMPLE), int32)
def widen_reports(spans, samples, count):
    """Widen what a pointer was seen to report by `count` samples.

    `spans` holds least and most of pressure (0..1), tilt (0..1) and twist (radians), in this order; it begins with
    every least above its most.
    """
    for i in range(count):
        now = (
            float32(samples[i].pressure),
            float32(tilt_of(samples[i])),
            float32(angle_or_zero(samples[i].twist)),
        )
        for k in range(3):
            spans[2 * k] = min(spans[2 * k], now[k])
            spans[2 * k + 1] = max(spans[2 * k + 1], now[k])


@kernel(int32, array(BRUSH), array(STROKE), array(SAMPLE), int32, array(POINT), int32)
def trace_hand(brushes, strokes, samples, count, points, kind):
    """Pressure, tilt and running speed of recorded samples as the brush takes them, for the Hand card.

    Tilt is put in `lean_x`, the reported pressure in `lean_y`. Returns the number of points, at most the length of
    `points`.
    """
    brush, state = brushes[0], strokes[0]
    state.kind = kind
    _, _, tilt_from, lean = profile_of(brush, kind)
    speed = float32(-1)
    count = min(count, len(points))
    for i in range(count):
        if i > 0:
            step = math.hypot(samples[i].x - samples[i - 1].x, samples[i].y - samples[i - 1].y)
            speed = paced(speed, float32(step), samples[i].t - samples[i - 1].t)
        points[i].speed = max(float32(0), speed)
        points[i].t = samples[i].t
        points[i].pressure = pressure_of(brush, kind, samples[i].pressure, max(float32(0), speed))
        if i > 0 and profile_of(brush, kind)[0] == REPORTED:
            elapsed = samples[i].t - samples[i - 1].t
            points[i].pressure = held_rise(points[i].pressure, points[i - 1].pressure, elapsed)
        points[i].lean_x = tilt_of(samples[i]) if tilt_from == REPORTED else lean / 90.0
        points[i].lean_y = samples[i].pressure
    return count
