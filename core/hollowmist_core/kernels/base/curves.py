"""Curves: few cubic pieces that stay near the many points of a traced outline.

The fitting is that of Schneider (1990), "An Algorithm for Automatically Fitting Digitized Curves", in Graphics Gems:
least squares for the lengths of the handles, Newton-Raphson steps for the parameters, a split where the error is
largest.
"""

import math
from typing import NamedTuple

import numpy as np
from numba import float64, int32

from .registry import array, helper, kernel

SHARP = math.cos(math.radians(50.0))
"""A turn sharper than this is a corner, where curves do not go through smoothly."""

REACH = 1.6
"""Distance over which a turn is looked at, px: within it, the steps of pixels are no corners."""

ROUNDS = 6
"""Most rounds of better parameters before a piece is split."""

HOPELESS = 16.0
"""A piece that is so many times the tolerance off is split at once."""

SPAN = 6
"""Numbers of a span that waits to be fitted: its first and last point, and the directions at both."""


class Line(NamedTuple):
    """A closed line, its corners put first: places, and their parameters on the piece that is fitted."""

    x: np.ndarray
    y: np.ndarray
    u: np.ndarray


@kernel(int32, int32)
def fitting_room(count):
    """Numbers of scratch space that `fit_closed` needs for a line of so many points."""
    return 4 * (count + 1) + count + SPAN * (count + 8)


@helper
def unit(x, y):
    """A vector of length 1; one without length points to the right."""
    length = math.sqrt(x * x + y * y)
    return (x / length, y / length) if length > 0.0 else (1.0, 0.0)


@helper
def direction(line, at, step, low, high):
    """Direction of a line at a point, over a little way to one side of it, within a span."""
    i = at
    while low <= i + step <= high and math.hypot(line.x[i] - line.x[at], line.y[i] - line.y[at]) < REACH:
        i += step
    return unit(line.x[i] - line.x[at], line.y[i] - line.y[at])


@helper
def through_point(line, at, low, high):
    """Direction in which a smooth line goes through a point."""
    ax, ay = direction(line, at, 1, low, high)
    bx, by = direction(line, at, -1, low, high)
    return unit(ax - bx, ay - by)


@helper
def set_parameters(line, a, b):
    """Parameters 0..1 of a span's points by their way along it."""
    total = 0.0
    line.u[a] = 0.0
    for i in range(a + 1, b + 1):
        total += math.hypot(line.x[i] - line.x[i - 1], line.y[i] - line.y[i - 1])
        line.u[i] = total
    for i in range(a, b + 1):
        line.u[i] = line.u[i] / total if total > 0.0 else 0.0


@helper
def set_handles(line, a, b, first, last, piece):
    """Write the cubic with given ends and directions there that is nearest to a span's points at their parameters."""
    c00 = c01 = c11 = x0 = x1 = 0.0
    for i in range(a, b + 1):
        u = line.u[i]
        v = 1.0 - u
        b1, b2 = 3.0 * u * v * v, 3.0 * u * u * v
        start, end = v * v * v + b1, b2 + u * u * u
        rest_x = line.x[i] - (line.x[a] * start + line.x[b] * end)
        rest_y = line.y[i] - (line.y[a] * start + line.y[b] * end)
        c00 += b1 * b1
        c01 += b1 * b2
        c11 += b2 * b2
        x0 += b1 * (first[0] * rest_x + first[1] * rest_y)
        x1 += b2 * (last[0] * rest_x + last[1] * rest_y)
    c01 *= first[0] * last[0] + first[1] * last[1]
    det = c00 * c11 - c01 * c01
    chord = math.hypot(line.x[b] - line.x[a], line.y[b] - line.y[a])
    one = two = 0.0
    if abs(det) > 1e-12 * max(1e-300, c00 * c11):
        one, two = (x0 * c11 - x1 * c01) / det, (c00 * x1 - c01 * x0) / det
    if one < 1e-3 * chord or two < 1e-3 * chord or max(one, two) > 4.0 * chord:
        one = two = chord / 3.0
    piece[0], piece[1] = line.x[a], line.y[a]
    piece[2], piece[3] = line.x[a] + first[0] * one, line.y[a] + first[1] * one
    piece[4], piece[5] = line.x[b] + last[0] * two, line.y[b] + last[1] * two
    piece[6], piece[7] = line.x[b], line.y[b]


@helper
def on_cubic(piece, k, u):
    """One coordinate (0 x, 1 y) of a cubic, and its first and second derivative."""
    v = 1.0 - u
    a, b, c, d = piece[k], piece[2 + k], piece[4 + k], piece[6 + k]
    place = v * v * v * a + 3.0 * u * v * v * b + 3.0 * u * u * v * c + u * u * u * d
    first = 3.0 * (v * v * (b - a) + 2.0 * u * v * (c - b) + u * u * (d - c))
    second = 6.0 * (v * (c - 2.0 * b + a) + u * (d - 2.0 * c + b))
    return place, first, second


@helper
def worst_of(line, a, b, piece):
    """How far the point lies off that is farthest from the cubic at its parameter, and which it is."""
    worst, most = a, -1.0
    for i in range(a, b + 1):
        x, _, _ = on_cubic(piece, 0, line.u[i])
        y, _, _ = on_cubic(piece, 1, line.u[i])
        off = math.hypot(x - line.x[i], y - line.y[i])
        if off > most:
            worst, most = i, off
    return worst, most


@helper
def better_parameters(line, a, b, piece):
    """Move each parameter to where the cubic is nearer to its point: one step of Newton and Raphson."""
    for i in range(a, b + 1):
        u = line.u[i]
        x, dx, ddx = on_cubic(piece, 0, u)
        y, dy, ddy = on_cubic(piece, 1, u)
        off_x, off_y = x - line.x[i], y - line.y[i]
        below = dx * dx + dy * dy + off_x * ddx + off_y * ddy
        if abs(below) > 1e-12:
            u -= (off_x * dx + off_y * dy) / below
        line.u[i] = min(1.0, max(0.0, u))


@helper
def fit_span(line, a, b, first, last, tolerance, piece):
    """Fit one cubic to a span. Returns -1, or the point at which it is to be split because it lies too far off."""
    if b - a == 1:
        third = math.hypot(line.x[b] - line.x[a], line.y[b] - line.y[a]) / 3.0
        piece[0], piece[1] = line.x[a], line.y[a]
        piece[2], piece[3] = line.x[a] + first[0] * third, line.y[a] + first[1] * third
        piece[4], piece[5] = line.x[b] + last[0] * third, line.y[b] + last[1] * third
        piece[6], piece[7] = line.x[b], line.y[b]
        return -1
    set_parameters(line, a, b)
    worst = a
    for _ in range(ROUNDS):
        set_handles(line, a, b, first, last, piece)
        worst, off = worst_of(line, a, b, piece)
        if off <= tolerance:
            return -1
        if off > HOPELESS * tolerance:
            break
        better_parameters(line, a, b, piece)
    return min(max(worst, a + 1), b - 1)


@helper
def find_corners(xs, ys, count, corners, cosines):
    """Write where a closed line of `count` points turns sharply. Returns how many places those are."""
    total = 0.0
    for i in range(count):
        after = i + 1 if i + 1 < count else 0
        total += math.hypot(xs[after] - xs[i], ys[after] - ys[i])
    reach = max(1, int(REACH / max(1e-6, total / count) + 0.5))
    for i in range(count):
        ahead, behind = (i + reach) % count, (i - reach) % count
        ax, ay = xs[ahead] - xs[i], ys[ahead] - ys[i]
        bx, by = xs[i] - xs[behind], ys[i] - ys[behind]
        lengths = math.hypot(ax, ay) * math.hypot(bx, by)
        cosines[i] = (ax * bx + ay * by) / lengths if lengths > 0.0 else 1.0
    found = 0
    for i in range(count):
        if cosines[i] >= SHARP:
            continue
        sharpest = found == 0 or i - corners[found - 1] > reach
        for k in range(-reach, reach + 1):
            sharpest = sharpest and cosines[i] <= cosines[(i + k) % count]
        if sharpest:
            corners[found] = i
            found += 1
    return found


@helper
def push(spans, waiting, a, b, first, last):
    """Have a span wait; returns how many do."""
    at = waiting * SPAN
    spans[at], spans[at + 1] = a, b
    spans[at + 2], spans[at + 3] = first
    spans[at + 4], spans[at + 5] = last
    return waiting + 1


@helper
def fit_part(line, ends, headings, tolerance, spans, pieces, made):
    """Fit a part of a line between two corners, with the directions there. Returns how many pieces there are now."""
    waiting = push(spans, 0, ends[0], ends[1], headings[0], headings[1])
    while waiting > 0 and 8 * (made + 1) <= len(pieces):
        waiting -= 1
        at = waiting * SPAN
        a, b = int(spans[at]), int(spans[at + 1])
        first, last = (spans[at + 2], spans[at + 3]), (spans[at + 4], spans[at + 5])
        middle = fit_span(line, a, b, first, last, tolerance, pieces[8 * made : 8 * made + 8])
        if middle < 0:
            made += 1
            continue
        through = through_point(line, middle, a, b)
        waiting = push(spans, waiting, middle, b, through, last)
        waiting = push(spans, waiting, a, middle, first, (-through[0], -through[1]))
    return made


@kernel(int32, array("f8"), array("f8"), int32, float64, array("f8"), array("f8"))
def fit_closed(xs, ys, count, tolerance, work, pieces):
    """Fit cubic pieces to a closed line of `count` points, the last of which goes on to the first.

    No point lies farther than `tolerance` from the pieces. `pieces` receives 8 numbers of each, its four points; as
    many as the line has points are enough. `work` is scratch space as `fitting_room` says. Returns how many there are.
    """
    if count < 2:
        return 0
    size = count + 1
    corners = work[3 * size : 4 * size]
    cosines, spans = work[4 * size : 4 * size + count], work[4 * size + count :]
    found = find_corners(xs, ys, count, corners, cosines)
    line = Line(work[:size], work[size : 2 * size], work[2 * size : 3 * size])
    start = int(corners[0]) if found > 0 else 0
    for i in range(size):
        line.x[i], line.y[i] = xs[(start + i) % count], ys[(start + i) % count]
    made = int32(0)
    for k in range(max(1, found)):
        a = int(corners[k]) - start if found > 0 else 0
        b = int(corners[k + 1]) - start if k + 1 < found else count
        first, last = direction(line, a, 1, a, b), direction(line, b, -1, a, b)
        if found == 0:
            # A line without a corner goes through its beginning smoothly.
            first = unit(first[0] - last[0], first[1] - last[1])
            last = (-first[0], -first[1])
        made = int32(fit_part(line, (a, b), (first, last), tolerance, spans, pieces, made))
    return made
