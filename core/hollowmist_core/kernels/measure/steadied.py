"""Steadied: wobble taken out, lag and corner rounding of a brush's steadying, on recorded strokes.

*Wobble* is what a path has beyond itself smoothed: the root mean square of the residue of a Gaussian over arc
length, taken twice (Tukey 1977, "Exploratory Data Analysis", calls it twicing), so that bends hardly count.
*Lag* is the distance from the pen to the end of the steadied line before it runs on to the pen, and the time since
the pen was nearest to that place.
"""

import math

from numba import float32, float64, int32

from ...tables.brush_record import BRUSH
from ...tables.records import HAND, HELD, MOST_HELD, POINT, SAMPLE, STROKE
from ..base.registry import array, helper, kernel
from ..path.corners import MILDEST, SPAN, UNKNOWN, hold_point, is_corner, measure_turns
from ..path.even import compact_even
from ..path.hand import CLOSE, DROPPED, MERGED, take
from ..path.line import begin_line, follow, open_end
from ..path.point import copy_point
from .records import READINGS

SIGMA = 14.0
"""Standard deviation of the wobble's Gaussian, px of arc length."""

LOOK_BACK = 600
"""Samples within which the pen's nearest passage is looked for."""


@helper
def begin_hand(state, brush):
    """Ready a stroke's state for its line alone."""
    state.kind = 0
    state.sample_count = state.dropped = 0
    state.speed = 0.0
    begin_line(state, brush)


@helper
def steadied_end(state, brush, recent, even, path):
    """Where the steadied line ends before it runs on to the pen: (x, y)."""
    finish = brush.finish
    brush.finish = 0
    open_end(state, brush, recent, even, path)
    brush.finish = finish
    # Of an evened line only what has its whole window is done; each node leaves one point.
    last = path[max(0, state.path_open - 1 - state.half_window)]
    return last.x, last.y


@helper
def since_passing(samples, i, x, y):
    """Time, ms, since the hand, now at sample i, was nearest to (x, y)."""
    best, when = 1e18, i
    for k in range(max(0, i - LOOK_BACK), i + 1):
        away = (samples[k].x - x) ** 2 + (samples[k].y - y) ** 2
        if away < best:
            best, when = away, k
    return float(samples[i].t) - float(samples[when].t)


@kernel(
    int32,
    array(STROKE),
    array(BRUSH),
    array(POINT),
    array(POINT),
    array(POINT),
    array(SAMPLE),
    int32,
    array(POINT),
)
def trace_lag(strokes, brushes, recent, even, path, samples, count, ends):
    """Follow recorded samples and tell, for each, where the steadied line ended then.

    `ends` receives x, y, the lag in px as `s` and in ms as `t`. The steadied path is left in `path`,
    `path_open` points long. Returns how many samples were followed, at most the length of `ends`.
    """
    state, brush = strokes[0], brushes[0]
    begin_hand(state, brush)
    count = min(count, len(ends))
    for i in range(count):
        outcome = take(state, brush, recent, even, path, samples, i)
        if outcome != DROPPED and outcome != MERGED:
            follow(state, brush, recent, even, path)
            compact_even(state, even)
        if state.sample_count == 0:
            continue
        x, y = steadied_end(state, brush, recent, even, path)
        ends[i].x, ends[i].y = x, y
        ends[i].s = math.hypot(samples[i].x - x, samples[i].y - y)
        ends[i].t = since_passing(samples, i, x, y)
    if state.sample_count > 0:
        open_end(state, brush, recent, even, path)
    return count


@helper
def resampled(points, count, work, most):
    """Write a path at steps of 1 px: x into `work[0:most]`, y into `work[most:2 * most]`. Returns how many."""
    out = 0
    s, next_s = 0.0, 0.0
    for i in range(1, count):
        dx, dy = float(points[i].x) - points[i - 1].x, float(points[i].y) - points[i - 1].y
        length = math.hypot(dx, dy)
        while next_s <= s + length and out < most and length > 0.0:
            u = (next_s - s) / length
            work[out] = float32(points[i - 1].x + u * dx)
            work[most + out] = float32(points[i - 1].y + u * dy)
            out += 1
            next_s += 1.0
        s += length
    return out


@helper
def less_smooth(work, source, target, count):
    """Write a column less itself smoothed by the Gaussian; beyond its ends it is mirrored."""
    reach = int(4.0 * SIGMA)
    for i in range(count):
        total = weights = 0.0
        for j in range(-reach, reach + 1):
            k = abs(i + j)
            k = k if k < count else 2 * (count - 1) - k
            w = math.exp(-0.5 * (j / SIGMA) ** 2)
            total += w * work[source + max(0, k)]
            weights += w
        work[target + i] = work[source + i] - float32(total / weights)


@kernel(float64, array(POINT), int32, array("f4"))
def wobble_of(points, count, work):
    """Root mean square of a path's wobble, px. `work` is scratch space for six columns."""
    most = len(work) // 6
    n = resampled(points, count, work, most)
    reach = int(4.0 * SIGMA)
    if n <= 2 * reach:
        return 0.0
    square = 0.0
    for axis in range(2):
        less_smooth(work, axis * most, (2 + axis) * most, n)
        less_smooth(work, (2 + axis) * most, (4 + axis) * most, n)
    # The mirrored ends are left out.
    for i in range(reach // 2, n - reach // 2):
        square += float(work[4 * most + i]) ** 2 + float(work[5 * most + i]) ** 2
    return math.sqrt(square / (n - 2 * (reach // 2)))


@helper
def away_from_path(path, count, x, y):
    """Least distance, px, from a place to a path."""
    best = 1e18
    for i in range(1, count):
        ax, ay = float(path[i - 1].x), float(path[i - 1].y)
        dx, dy = float(path[i].x) - ax, float(path[i].y) - ay
        square = dx * dx + dy * dy
        u = 0.0 if square < 1e-12 else min(1.0, max(0.0, ((x - ax) * dx + (y - ay) * dy) / square))
        best = min(best, (x - ax - u * dx) ** 2 + (y - ay - u * dy) ** 2)
    return math.sqrt(best)


@kernel(float64, array(STROKE), array(POINT), array(SAMPLE), int32, array(POINT), int32)
def rounding_of(strokes, recent, samples, count, path, path_count):
    """Mean distance, px, from the corners of recorded samples to a path; -1 where the samples have none."""
    state = strokes[0]
    state.held = state.decided = 0
    state.corner_span = SPAN
    state.corner_limit = MILDEST
    total = 0.0
    corners = 0
    for i in range(count):
        if state.held > 0:
            last = recent[HELD + state.held - 1]
            if math.hypot(samples[i].x - last.x, samples[i].y - last.y) < CLOSE:
                continue
        hold_point(state, recent)
        copy_point(recent[HAND], recent[HELD + state.held])
        point = recent[HELD + state.held]
        point.x, point.y = samples[i].x, samples[i].y
        point.corner = UNKNOWN
        point.s = 0.0
        if state.held > 0:
            before = recent[HELD + state.held - 1]
            point.s = before.s + math.hypot(point.x - before.x, point.y - before.y)
        state.held += 1
        known = measure_turns(state, recent)
        while state.decided < known and (
            recent[HELD + known - 1].s - recent[HELD + state.decided].s > state.corner_span
            or state.held >= MOST_HELD - 1
        ):
            j = state.decided
            if is_corner(state, recent, j):
                total += away_from_path(path, path_count, float(recent[HELD + j].x), float(recent[HELD + j].y))
                corners += 1
            state.decided += 1
    return total / corners if corners > 0 else -1.0


@helper
def samples_as_points(samples, count, points):
    """Copy the places of samples, so that the hand's own path can be measured."""
    for i in range(count):
        points[i].x, points[i].y = samples[i].x, samples[i].y


@kernel(
    int32,
    array(READINGS),
    array(STROKE),
    array(BRUSH),
    array(POINT),
    array(POINT),
    array(POINT),
    array(SAMPLE),
    int32,
    array(SAMPLE),
    int32,
    array(POINT),
    array("f4"),
)
def read_steadying(
    records, strokes, brushes, recent, even, path, shaky, shaky_count, cornered, cornered_count, ends, work
):
    """Read the steadying of a prepared brush: wobble and lag on a slow, shaky stroke, rounding on one with corners.

    `ends` is scratch space for as many points as the longer stroke has samples. Returns how many points the
    steadied line of the shaky stroke had.
    """
    readings, state = records[0], strokes[0]
    samples_as_points(shaky, shaky_count, ends)
    raw = wobble_of(ends, shaky_count, work)
    followed = trace_lag(strokes, brushes, recent, even, path, shaky, shaky_count, ends)
    px = ms = 0.0
    for i in range(followed):
        px += ends[i].s
        ms += ends[i].t
    readings.lag_px = px / max(1, followed)
    readings.lag_ms = ms / max(1, followed)
    points = state.path_open
    readings.wobble = 1.0 - wobble_of(path, points, work) / raw if raw > 1e-6 else 0.0
    trace_lag(strokes, brushes, recent, even, path, cornered, cornered_count, ends)
    readings.rounding = rounding_of(strokes, recent, cornered, cornered_count, path, state.path_open)
    return points
