"""Line: the curve through the samples, and the steadying of it.

A centripetal Catmull-Rom curve is laid through the samples and flattened; *even-out* then averages
the flattened line over arc length. (Averaging after the curve rather than before keeps a fast hand's
few samples from leaving a polygon.) Each feed appends what can no longer change to `path`, and after
it the open end as it would be if the pen lifted now.
"""

import math

from numba import float32

from .records import KEPT, MEAN, NEWEST, RAW, SUM, TARGET, WINDOW
from .registry import helper

CHORD = 0.1
"""Largest distance, px, between a curve and its flattened line."""

MOST_PIECES = 512


@helper
def copy_point(source, target):
    """Copy all fields of one point to another."""
    target.s = source.s
    target.x = source.x
    target.y = source.y
    target.t = source.t
    target.pressure = source.pressure
    target.lean_x = source.lean_x
    target.lean_y = source.lean_y


@helper
def set_window(state, brush):
    """Weights of the steadying window: a Gaussian with its reach at two and a half deviations."""
    if brush.steadying == 0:
        state.half_window = 0
        return
    state.node_step = max(0.5, brush.reach / WINDOW)
    state.half_window = max(1, int(brush.reach / state.node_step))
    deviation = brush.reach / state.node_step / 2.5
    for j in range(state.half_window + 1):
        state.weights[j] = math.exp(-0.5 * (j / deviation) ** 2)


@helper
def push_path(state, path, at, point):
    """Put a point at index `at` of the path, with its arc length. Returns the index after it."""
    if at >= len(path):
        state.forced = 1
        return at
    copy_point(point, path[at])
    path[at].pressure = min(float32(1), max(float32(0), point.pressure))
    path[at].s = 0.0
    if at > 0:
        before = path[at - 1]
        path[at].s = before.s + math.hypot(point.x - before.x, point.y - before.y)
    return at + 1


@helper
def clear_point(point):
    """Set all that is averaged to zero."""
    point.x = point.y = point.t = point.pressure = point.lean_x = point.lean_y = 0.0


@helper
def add_scaled(point, other, w):
    """Add w times another point."""
    point.x += w * other.x
    point.y += w * other.y
    point.t += w * other.t
    point.pressure += w * other.pressure
    point.lean_x += w * other.lean_x
    point.lean_y += w * other.lean_y


@helper
def blend(a, b, part, out):
    """Write the point a part of the way from a to b."""
    clear_point(out)
    add_scaled(out, a, float32(1.0 - part))
    add_scaled(out, b, float32(part))


@helper
def reflect(point, pivot, out):
    """Write a point's mirror image: as far past the pivot as the point lies before it."""
    clear_point(out)
    add_scaled(out, pivot, float32(2))
    add_scaled(out, point, float32(-1))


@helper
def smooth(state, recent, even, count, node, path, at):
    """Append the windowed average around even node `node` (an index into `even`) to the path.

    Before the first node of the stroke the line is continued by point reflection, so that the average
    starts exactly where the pen came down. Nodes past `count` are left out.
    """
    mean = recent[MEAN]
    clear_point(mean)
    total = float32(0)
    for j in range(-state.half_window, state.half_window + 1):
        k = node + j
        if k >= count or (k < 0 and (state.even_base > 0 or -k >= count)):
            continue
        w = state.weights[abs(j)]
        total += w
        if k >= 0:
            add_scaled(mean, even[k], w)
        else:
            add_scaled(mean, even[0], float32(2) * w)
            add_scaled(mean, even[-k], -w)
    copy_point(mean, recent[SUM])
    clear_point(mean)
    add_scaled(mean, recent[SUM], float32(1) / total)
    return push_path(state, path, at, mean)


@helper
def walk_to(state, recent, even, path, at):
    """Run the flattened line on to recent[TARGET]: steadied nodes go to the path, or the point itself.

    Returns the path's new length.
    """
    raw, target = recent[RAW], recent[TARGET]
    if state.half_window == 0:
        copy_point(target, raw)
        return push_path(state, path, at, target)
    length = math.hypot(target.x - raw.x, target.y - raw.y)
    target.s = raw.s + length
    while state.even_count < len(even):
        s = (state.even_base + state.even_count) * state.node_step
        if s > target.s:
            break
        blend(raw, target, (s - raw.s) / length if length > 0.0 else 0.0, even[state.even_count])
        state.even_count += 1
        ready = state.even_count - 1 - state.half_window
        if ready >= 0:
            at = smooth(state, recent, even, state.even_count, ready, path, at)
    copy_point(target, raw)
    return at


@helper
def control(p, q, before, here, after):
    """Inner Bezier control of a centripetal Catmull-Rom piece, on one channel.

    Barry and Goldman (1988), in the Bezier form with knot steps p (before..here) and q (here..after).
    """
    if p < 1e-6:
        return here + (after - here) / 3.0
    return (p * p * after - q * q * before + (2.0 * p * p + 3.0 * p * q + q * q) * here) / (3.0 * p * (p + q))


@helper
def cubic(a, b, c, d, u):
    """Bezier cubic at u, by its Bernstein form."""
    v = 1.0 - u
    return a * v * v * v + 3.0 * b * u * v * v + 3.0 * c * u * u * v + d * u * u * u


@helper
def between(value, a, b):
    """A value held between two others: what a hand reports never swings past what it reported."""
    return max(min(a, b), min(max(a, b), value))


@helper
def lay_piece(state, recent, i, even, path, at, last):
    """Flatten the curve from recent[i] to recent[i + 1] and walk along it.

    `last` says that the second point ends the line for now; the point after it is then the second
    point itself. Returns the path's new length. The number of pieces keeps the chord error under
    `CHORD` by the bound on the second differences (Wang 1984).
    """
    a = recent[i]
    d = recent[i + 1]
    start = i - 1 if i - 1 >= 4 - min(4, state.sample_count) else i
    before = recent[start]
    after = recent[i + 1] if last else recent[i + 2]
    p = math.sqrt(math.hypot(a.x - before.x, a.y - before.y))
    q = math.sqrt(math.hypot(d.x - a.x, d.y - a.y))
    r = math.sqrt(math.hypot(after.x - d.x, after.y - d.y))
    bx = control(p, q, before.x, a.x, d.x)
    by = control(p, q, before.y, a.y, d.y)
    cx = control(r, q, after.x, d.x, a.x)
    cy = control(r, q, after.y, d.y, a.y)
    b_press = control(p, q, before.pressure, a.pressure, d.pressure)
    c_press = control(r, q, after.pressure, d.pressure, a.pressure)
    bend = max(
        math.hypot(a.x - 2.0 * bx + cx, a.y - 2.0 * by + cy), math.hypot(bx - 2.0 * cx + d.x, by - 2.0 * cy + d.y)
    )
    swing = max(abs(a.pressure - 2.0 * b_press + c_press), abs(b_press - 2.0 * c_press + d.pressure))
    pieces = math.ceil(math.sqrt(6.0 * bend / (8.0 * CHORD)) + 8.0 * math.sqrt(swing))
    pieces = int(min(MOST_PIECES, max(1, pieces)))
    target = recent[TARGET]
    for k in range(1, pieces + 1):
        u = k / pieces
        blend(a, d, u, target)
        target.x = cubic(a.x, bx, cx, d.x, u)
        target.y = cubic(a.y, by, cy, d.y, u)
        target.pressure = between(cubic(a.pressure, b_press, c_press, d.pressure, u), a.pressure, d.pressure)
        at = walk_to(state, recent, even, path, at)
    return at


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


@helper
def advance(state, recent, even, path):
    """Append to the path what the newest sample has made final: the piece before the last one."""
    if state.sample_count == 1:
        state.path_count = 0
        state.even_count = 0
        copy_point(recent[NEWEST], recent[RAW])
        copy_point(recent[NEWEST], recent[TARGET])
        recent[RAW].s = 0.0
        state.path_count = walk_to(state, recent, even, path, 0)
    elif state.sample_count >= 3:
        state.path_count = lay_piece(state, recent, NEWEST - 2, even, path, state.path_count, False)
        compact_even(state, even)


@helper
def open_end(state, brush, recent, even, path):
    """Write the open end after the path's final points, as if the pen lifted now.

    Leaves `state.path_open` at the length of the whole path and all else as it was, so that the next
    sample goes on from the final part.
    """
    copy_point(recent[RAW], recent[KEPT])
    even_count = state.even_count
    at = state.path_count
    if state.sample_count >= 2:
        at = lay_piece(state, recent, NEWEST - 1, even, path, at, True)
    if state.half_window > 0:
        if brush.finish:
            at = close_steadied(state, recent, even, path, at)
        else:
            at = trail_steadied(state, recent, even, path, at)
    state.path_open = at
    copy_point(recent[KEPT], recent[RAW])
    state.even_count = even_count


@helper
def interpolate(a, b, s):
    """The place at arc length s between two points: (x, y, pressure, lean x, lean y)."""
    span = b.s - a.s
    part = float32((s - a.s) / span) if span > 1e-9 else float32(0)
    return (
        a.x + (b.x - a.x) * part,
        a.y + (b.y - a.y) * part,
        a.pressure + (b.pressure - a.pressure) * part,
        a.lean_x + (b.lean_x - a.lean_x) * part,
        a.lean_y + (b.lean_y - a.lean_y) * part,
    )
