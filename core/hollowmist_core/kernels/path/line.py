"""Line: the curve through the samples, and the steadying of it.

A centripetal Catmull-Rom curve is laid through the points that `steer` makes of the samples and flattened; *even-out*
then averages the flattened line over arc length. (Averaging after the curve rather than before keeps a fast hand's
few samples from leaving a polygon.) Each feed appends what can no longer change to `path`, and after
it the open end as it would be if the pen lifted now.
"""

import math

from numba import float32

from ...tables.records import HAND, HELD, INK, KEPT, NEWEST, NOW, RAW, TARGET
from ..base.bundles import Place
from ..base.registry import helper
from .corners import SPAN, UNKNOWN, corner_limit, decidable, hold_point, is_corner, measure_turns
from .even import close_steadied, note_corner, push_path, set_window, smooth, trail_steadied
from .point import blend, copy_point
from .steer import SPEED_AWARE, TOW_LINE, steer

CHORD = 0.1
"""Largest distance, px, between a curve and its flattened line."""

MOST_PIECES = 512


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
    start = i - 1 if i - 1 >= 4 - min(4, state.line_count) else i
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
    if d.corner > 0.0 and state.half_window > 0:
        note_corner(state, recent[RAW].s)
    return at


@helper
def begin_line(state, brush):
    """Ready the line for a stroke: the window, and how corners are told."""
    set_window(state, brush)
    state.even_count = state.even_base = state.path_count = state.path_open = 0
    state.held = state.decided = state.line_count = state.corner_count = 0
    state.corner_span = 0.0
    if brush.steadying > 0 and brush.keep_corners > 0.0:
        state.corner_span = SPAN
        state.corner_limit = corner_limit(brush.keep_corners)


@helper
def advance(state, recent, even, path):
    """Append to the path what the newest point of the line has made final: the piece before the last one."""
    if state.line_count == 1:
        state.path_count = 0
        state.even_count = 0
        copy_point(recent[NEWEST], recent[RAW])
        copy_point(recent[NEWEST], recent[TARGET])
        recent[RAW].s = 0.0
        state.path_count = walk_to(state, recent, even, path, 0)
    elif state.line_count >= 3:
        state.path_count = lay_piece(state, recent, NEWEST - 2, even, path, state.path_count, False)


@helper
def extend(state, brush, recent, even, path, index, corner):
    """Let the steadied ink follow the hand's point `recent[index]`, and the line with it."""
    if not steer(state, brush, recent, recent[index], corner):
        return
    for k in range(NEWEST):
        copy_point(recent[k + 1], recent[k])
    copy_point(recent[INK], recent[NEWEST])
    recent[NEWEST].corner = 1.0 if corner else 0.0
    state.line_count += 1
    advance(state, recent, even, path)


@helper
def follow(state, brush, recent, even, path):
    """Take the hand's newest point into the line; where corners are kept it may have to wait."""
    if state.corner_span <= 0.0:
        extend(state, brush, recent, even, path, HAND, False)
        return
    hold_point(state, recent)
    newest = recent[HELD + state.held]
    copy_point(recent[HAND], newest)
    newest.corner = UNKNOWN
    newest.s = 0.0
    if state.held > 0:
        before = recent[HELD + state.held - 1]
        newest.s = before.s + math.hypot(newest.x - before.x, newest.y - before.y)
    state.held += 1
    known = measure_turns(state, recent)
    while state.decided < state.held and decidable(state, recent, state.decided, known):
        i = state.decided
        extend(state, brush, recent, even, path, HELD + i, is_corner(state, recent, i))
        state.decided += 1


@helper
def put_aside(state, recent):
    """Put the points aside that the open end changes."""
    for k in range(NEWEST + 1):
        copy_point(recent[k], recent[KEPT + k])
    copy_point(recent[RAW], recent[KEPT + 4])
    copy_point(recent[INK], recent[KEPT + 5])


@helper
def take_back(state, recent):
    """Bring back what was put aside."""
    for k in range(NEWEST + 1):
        copy_point(recent[KEPT + k], recent[k])
    copy_point(recent[KEPT + 4], recent[RAW])
    copy_point(recent[KEPT + 5], recent[INK])


@helper
def open_end(state, brush, recent, even, path):
    """Write the open end after the path's final points, as if the pen lifted now.

    Leaves `state.path_open` at the length of the whole path and all else as it was, so that the next
    sample goes on from the final part. (What the even nodes and the corners' ring receive beyond their counts is
    written anew by the next sample.)
    """
    put_aside(state, recent)
    path_count, even_count, line_count = state.path_count, state.even_count, state.line_count
    corner_count = state.corner_count
    ink_x, ink_y, rate_x, rate_y = state.ink_x, state.ink_y, state.rate_x, state.rate_y
    for i in range(state.decided, state.held):
        extend(state, brush, recent, even, path, HELD + i, is_corner(state, recent, i))
    late = brush.steadying == TOW_LINE or brush.steadying == SPEED_AWARE
    if late and brush.finish:
        # Straight on to the pen, as a corner is.
        extend(state, brush, recent, even, path, HAND, True)
    at = state.path_count
    if state.line_count >= 2:
        at = lay_piece(state, recent, NEWEST - 1, even, path, at, True)
    if state.half_window > 0:
        if brush.finish:
            at = close_steadied(state, recent, even, path, at)
        else:
            at = trail_steadied(state, recent, even, path, at)
    state.path_open = at
    take_back(state, recent)
    state.path_count, state.even_count, state.line_count = path_count, even_count, line_count
    state.corner_count = corner_count
    state.ink_x, state.ink_y, state.rate_x, state.rate_y = ink_x, ink_y, rate_x, rate_y


@helper
def interpolate(a, b, s):
    """The place at arc length s between two points: (x, y, pressure, lean x, lean y, speed, twist x, twist y)."""
    span = b.s - a.s
    part = float32((s - a.s) / span) if span > 1e-9 else float32(0)
    return (
        a.x + (b.x - a.x) * part,
        a.y + (b.y - a.y) * part,
        a.pressure + (b.pressure - a.pressure) * part,
        a.lean_x + (b.lean_x - a.lean_x) * part,
        a.lean_y + (b.lean_y - a.lean_y) * part,
        a.speed + (b.speed - a.speed) * part,
        a.twist_x + (b.twist_x - a.twist_x) * part,
        a.twist_y + (b.twist_y - a.twist_y) * part,
    )


@helper
def set_along(state, dx, dy):
    """Keep the line's direction; without a way it goes on as before."""
    length = math.hypot(dx, dy)
    if length > 1e-6:
        state.walk[NOW].along_x = dx / length
        state.walk[NOW].along_y = dy / length


@helper
def place_at(state, a, b, s):
    """The place at arc length s between two points, with the direction that the state keeps."""
    x, y, pressure, lean_x, lean_y, speed, twist_x, twist_y = interpolate(a, b, s)
    return Place(
        x, y, pressure, lean_x, lean_y, state.walk[NOW].along_x, state.walk[NOW].along_y, speed, twist_x, twist_y
    )
