"""Hand: which samples count, and what stands in for what a pointer does not report."""

import math

from numba import float32, int32, void

from .records import FINGER, MOUSE, NEWEST, POINT, SAMPLE
from .registry import array, helper, kernel

DROPPED, TAKEN, MERGED = 0, 1, 2
FAR = 32768.0
"""Positions beyond this many px are no pen's."""

CLOSE = 0.05
"""A sample nearer than this to the last one (px) is a double: it can press harder, not move the line."""

QUICK = 3.0
"""Speed (px/ms) at which a pressure made from speed is at its lightest."""


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
def pressure_of(state, sample):
    """Pressure 0..1; a finger or a mouse reports none, so the stand-in holds."""
    if state.kind == FINGER or state.kind == MOUSE:
        return state.stand_in
    return min(float32(1), max(float32(0), sample.pressure))


@helper
def tilt_of(sample):
    """Tilt 0 (upright) .. 1 (flat); a pen that does not know its altitude counts as upright."""
    if not math.isfinite(sample.altitude):
        return 0.0
    return min(1.0, max(0.0, 1.0 - sample.altitude / (math.pi / 2.0)))


@helper
def take(state, recent, samples, i):
    """Take sample i into `recent`. Returns DROPPED, TAKEN or MERGED."""
    sample = samples[i]
    newest = recent[NEWEST]
    if not sound(sample, newest.t if state.sample_count > 0 else -math.inf):
        state.dropped += 1
        return DROPPED
    pressure = pressure_of(state, sample)
    tilt = tilt_of(sample)
    azimuth = sample.azimuth if math.isfinite(sample.azimuth) else 0.0
    if state.sample_count > 0:
        step = math.hypot(sample.x - newest.x, sample.y - newest.y)
        if step < CLOSE:
            newest.pressure = max(newest.pressure, pressure)
            newest.t = sample.t
            state.pressure = newest.pressure
            return MERGED
        elapsed = max(1.0, sample.t - newest.t)
        # Half of the new value: single events are too coarse in time to show as they are.
        state.speed = 0.5 * state.speed + 0.5 * step / elapsed
    for k in range(NEWEST):
        recent[k] = recent[k + 1]
    newest = recent[NEWEST]
    newest.x = sample.x
    newest.y = sample.y
    newest.t = sample.t
    newest.pressure = pressure
    newest.lean_x = tilt * math.cos(azimuth)
    newest.lean_y = tilt * math.sin(azimuth)
    state.pressure = pressure
    state.tilt = tilt
    state.azimuth = azimuth
    state.sample_count += 1
    return TAKEN


@kernel(float32, float32, float32)
def pressure_from_speed(speed, usual):
    """Pressure that the practice pen reports at a speed (px/ms): the quicker, the lighter.

    At rest it is the usual pressure and half as much again, at `QUICK` a quarter of it.
    """
    pace = min(1.0, max(0.0, speed / QUICK))
    return min(1.0, usual * (1.5 - 1.25 * pace))


@kernel(void, array("f4"), int32, array(SAMPLE), int32)
def pressure_histogram(bins, bin_count, samples, count):
    """Add the pressures of `count` samples to the bins, each weighed by the length of line it drew (px)."""
    for i in range(1, count):
        length = math.hypot(samples[i].x - samples[i - 1].x, samples[i].y - samples[i - 1].y)
        place = int32(min(0.9999, max(0.0, samples[i].pressure)) * bin_count)
        bins[place] += length


@kernel(int32, array(SAMPLE), int32, array(POINT))
def trace_hand(samples, count, points):
    """Pressure, lean and running speed of recorded samples, for the Hand card. Speed (px/ms) is put in `s`.

    Returns the number of points, at most the length of `points`.
    """
    speed = 0.0
    count = min(count, len(points))
    for i in range(count):
        if i > 0:
            step = math.hypot(samples[i].x - samples[i - 1].x, samples[i].y - samples[i - 1].y)
            speed = 0.5 * speed + 0.5 * step / max(1.0, samples[i].t - samples[i - 1].t)
        tilt = tilt_of(samples[i])
        points[i].s = speed
        points[i].t = samples[i].t
        points[i].pressure = samples[i].pressure
        points[i].lean_x = tilt
        points[i].lean_y = samples[i].azimuth
    return count
