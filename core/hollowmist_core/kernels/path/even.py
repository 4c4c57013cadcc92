"""Even-out: the flattened line averaged over arc length, with corners kept where they were drawn."""

import math

from numba import float32

from ...tables.records import CORNERS, MEAN, RAW, TARGET, WINDOW
from ...tables.settings import numbers
from ..base.registry import helper
from .point import blend, copy_point, reflect

(EVEN_OUT,) = numbers("steadying", "even-out")

RECALLED = 8
"""Last corners that a window minds; the open end may overwrite older ones."""


@helper
def push_path(state, path, at, point):
    """Put a point at index `at` of the path, with its arc length. Returns the index after it."""
    if at >= len(path):
        return at
    copy_point(point, path[at])
    path[at].pressure = min(float32(1), max(float32(0), point.pressure))
    path[at].s = 0.0
    if at > 0:
        before = path[at - 1]
        path[at].s = before.s + math.hypot(point.x - before.x, point.y - before.y)
    return at + 1


@helper
def set_window(state, brush):
    """Weights of the steadying window: a Gaussian with its reach at two and a half deviations."""
    if brush.steadying != EVEN_OUT:
        state.half_window = 0
        return
    state.node_step = max(0.5, brush.reach / WINDOW)
    state.half_window = max(1, int(brush.reach / state.node_step))
    deviation = brush.reach / state.node_step / 2.5
    for j in range(state.half_window + 1):
        state.weights[j] = math.exp(-0.5 * (j / deviation) ** 2)


@helper
def note_corner(state, s):
    """Remember that the line has a corner at arc length s."""
    state.corner_s[state.corner_count % CORNERS] = s
    state.corner_count += 1


@helper
def window_at(state, node):
    """Half width of the window at even node `node`, in nodes: no window reaches over a corner."""
    half = state.half_window
    for k in range(min(RECALLED, state.corner_count)):
        away = state.corner_s[(state.corner_count - 1 - k) % CORNERS] / state.node_step - (state.even_base + node)
        half = min(half, int(abs(away) + 0.5))
    return half


@helper
def plus(sums, point, w):
    """Sums over points with w times one more. In local numbers, not in a record: so they stay in registers."""
    x, y, t, pressure, lean_x, lean_y, twist_x, twist_y, speed = sums
    return (
        x + w * point.x,
        y + w * point.y,
        t + w * point.t,
        pressure + w * point.pressure,
        lean_x + w * point.lean_x,
        lean_y + w * point.lean_y,
        twist_x + w * point.twist_x,
        twist_y + w * point.twist_y,
        speed + w * point.speed,
    )


@helper
def smooth(state, recent, even, count, node, path, at):
    """Append the windowed average around even node `node` (an index into `even`) to the path.

    Before the first node of the stroke the line is continued by point reflection, so that the average
    starts exactly where the pen came down. Nodes past `count` are left out.
    """
    mean = recent[MEAN]
    half = window_at(state, node)
    if half == 0:
        return push_path(state, path, at, even[node])
    zero = float32(0)
    sums, total = (zero, zero, zero, zero, zero, zero, zero, zero, zero), zero
    whole = half == state.half_window
    first = even[0]
    # All of the line but its ends and corners: the loop asks nothing.
    inside = whole and node >= half and node + half < count
    for j in range(-half, half + 1 if inside else -half):
        w = state.weights[abs(j)]
        total += w
        sums = plus(sums, even[node + j], w)
    for j in range(-half, -half if inside else half + 1):
        k = node + j
        if k >= count or (k < 0 and (state.even_base > 0 or -k >= count)):
            continue
        w = state.weights[abs(j) if whole else abs(j) * state.half_window // half]
        total += w
        if k < 0:
            sums = plus(sums, first, float32(2) * w)
            w = -w
        sums = plus(sums, even[abs(k)], w)
    x, y, t, pressure, lean_x, lean_y, twist_x, twist_y, speed = sums
    share = float32(1) / total
    mean.x, mean.y, mean.t, mean.pressure = x * share, y * share, t * share, pressure * share
    mean.lean_x, mean.lean_y, mean.speed = lean_x * share, lean_y * share, speed * share
    mean.twist_x, mean.twist_y = twist_x * share, twist_y * share
    return push_path(state, path, at, mean)


@helper
def compact_even(state, even):
    """Drop even nodes that no window reaches any more, once the buffer is half full."""
    if state.even_count < len(even) // 2:
        return
    keep = 2 * state.half_window + 2
    drop = state.even_count - keep
    if drop <= 0:
        return
    for i in range(keep):
        copy_point(even[drop + i], even[i])
    state.even_base += drop
    state.even_count = keep


@helper
def close_steadied(state, recent, even, path, at):
    """Carry the steadied line on to the lift. Returns the path's new length.

    The last nodes need a window that reaches past the end: the line is continued by point reflection
    about the lift, so that it finishes there.
    """
    count = state.even_count
    raw = recent[RAW]
    # From the last even node to the lift, in node steps.
    rest = raw.s / state.node_step - (state.even_base + count - 1)
    total = count
    for j in range(1, state.half_window + 1):
        if total >= len(even):
            break
        mirror = 2.0 * rest - j  # place of the mirror image, in node steps from the last node
        if mirror >= 0.0:
            blend(even[count - 1], raw, mirror / rest if rest > 1e-9 else 0.0, recent[TARGET])
        else:
            below = max(0, count - 1 + int(math.floor(mirror)))
            part = mirror - math.floor(mirror)
            blend(even[below], even[min(count - 1, below + 1)], part, recent[TARGET])
        reflect(recent[TARGET], raw, even[total])
        total += 1
    for node in range(max(0, count - state.half_window), count):
        at = smooth(state, recent, even, total, node, path, at)
    if rest > 1e-6:
        at = push_path(state, path, at, raw)
    return at


@helper
def trail_steadied(state, recent, even, path, at):
    """End the steadied line without finishing at the lift: the window is cut off where the line ends."""
    for node in range(max(0, state.even_count - state.half_window), state.even_count):
        at = smooth(state, recent, even, state.even_count, node, path, at)
    return at
