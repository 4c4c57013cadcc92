"""Straighten: a stroke brought onto the line, the arc or the ellipse that it was meant to be.

Only places change: each sample stays as far along the way, in shares of it, as the hand was, with its time and press.
"""

import math

from numba import float32, int32

from ...tables.records import SAMPLE
from ..base.registry import array, helper, kernel

LINE, ARC, ELLIPSE = range(3)
"""What a stroke is brought onto."""

WAYS = ("line", "arc", "ellipse")

CLOSED = 0.25
"""A stroke whose ends are nearer than this, of its length, goes once around."""


@helper
def circle_through(samples, count):
    """Middle and radius of the circle nearest to the samples (Kasa 1976, "A circle fitting procedure"); radius 0 where
    they lie on a line."""
    mx = my = 0.0
    for i in range(count):
        mx += samples[i].x
        my += samples[i].y
    mx /= count
    my /= count
    suu = svv = suv = suuu = svvv = suvv = svuu = 0.0
    for i in range(count):
        u, v = samples[i].x - mx, samples[i].y - my
        suu += u * u
        svv += v * v
        suv += u * v
        suuu += u * u * u
        svvv += v * v * v
        suvv += u * v * v
        svuu += v * u * u
    below = suu * svv - suv * suv
    if below <= 1e-9 * (suu + svv) * (suu + svv):
        return mx, my, 0.0
    p, q = 0.5 * (suuu + suvv), 0.5 * (svvv + svuu)
    uc, vc = (p * svv - q * suv) / below, (q * suu - p * suv) / below
    return mx + uc, my + vc, math.sqrt(uc * uc + vc * vc + (suu + svv) / count)


@helper
def ellipse_through(samples, count):
    """Middle, half axes and turn of an ellipse that the samples go around: its axes are those of their spread, and how
    long they are is told by least squares of x^2/a^2 + y^2/b^2 = 1. Axes of 0 where that has no solution."""
    mx = my = total = 0.0
    for i in range(1, count):
        step = math.hypot(samples[i].x - samples[i - 1].x, samples[i].y - samples[i - 1].y)
        mx += 0.5 * step * (samples[i].x + samples[i - 1].x)
        my += 0.5 * step * (samples[i].y + samples[i - 1].y)
        total += step
    if total <= 0.0:
        return mx, my, 0.0, 0.0, 0.0
    mx /= total
    my /= total
    sxx = syy = sxy = 0.0
    for i in range(1, count):
        step = math.hypot(samples[i].x - samples[i - 1].x, samples[i].y - samples[i - 1].y)
        x, y = samples[i].x - mx, samples[i].y - my
        sxx += step * x * x
        syy += step * y * y
        sxy += step * x * y
    turn = 0.5 * math.atan2(2.0 * sxy, sxx - syy)
    cos, sin = math.cos(turn), math.sin(turn)
    s1 = s2 = s12 = s11 = s22 = 0.0
    for i in range(count):
        x, y = samples[i].x - mx, samples[i].y - my
        u, v = cos * x + sin * y, cos * y - sin * x
        u2, v2 = u * u, v * v
        s1 += u2
        s2 += v2
        s11 += u2 * u2
        s22 += v2 * v2
        s12 += u2 * v2
    below = s11 * s22 - s12 * s12
    if below <= 0.0:
        return mx, my, 0.0, 0.0, turn
    one, two = (s1 * s22 - s2 * s12) / below, (s2 * s11 - s1 * s12) / below
    if one <= 0.0 or two <= 0.0:
        return mx, my, 0.0, 0.0, turn
    return mx, my, 1.0 / math.sqrt(one), 1.0 / math.sqrt(two), turn


@helper
def wound(samples, count, cx, cy, a, b, turn):
    """Angle on an ellipse at which the samples begin, and by how much they go around it, radians."""
    cos, sin = math.cos(turn), math.sin(turn)
    begin = before = by = 0.0
    for i in range(count):
        x, y = samples[i].x - cx, samples[i].y - cy
        angle = math.atan2((cos * y - sin * x) / b, (cos * x + sin * y) / a)
        if i == 0:
            begin = angle
        else:
            step = angle - before
            if step > math.pi:
                step -= 2.0 * math.pi
            elif step < -math.pi:
                step += 2.0 * math.pi
            by += step
        before = angle
    return begin, by


@kernel(float32, array(SAMPLE), int32, int32, array(SAMPLE))
def straighten(samples, count, way, out):
    """Bring the first `count` samples onto a line, an arc or an ellipse, into `out`.

    Returns how far they were from it, RMS, of the length of the stroke; -1 where it cannot be: too few samples, an arc
    of a straight stroke, an ellipse of one that does not close.
    """
    if count < 3:
        return float32(-1)
    total = 0.0
    for i in range(1, count):
        total += math.hypot(samples[i].x - samples[i - 1].x, samples[i].y - samples[i - 1].y)
    first, last = samples[0], samples[count - 1]
    gap = math.hypot(last.x - first.x, last.y - first.y)
    closes = gap < CLOSED * total
    if total <= 0.0 or (way == LINE and closes) or (way == ELLIPSE and not closes):
        return float32(-1)
    cx = cy = a = b = turn = begin = by = 0.0
    if way == ARC:
        cx, cy, a = circle_through(samples, count)
        b = a
        if a <= 0.0 or a > 20.0 * total:
            return float32(-1)
    elif way == ELLIPSE:
        cx, cy, a, b, turn = ellipse_through(samples, count)
        if a <= 0.0 or b <= 0.0:
            return float32(-1)
    if way != LINE:
        begin, by = wound(samples, count, cx, cy, a, b, turn)
        if way == ELLIPSE:
            by = 2.0 * math.pi if by > 0 else -2.0 * math.pi
    x0, y0, x1, y1 = float(first.x), float(first.y), float(last.x), float(last.y)
    along = off = 0.0
    cos, sin = math.cos(turn), math.sin(turn)
    for i in range(count):
        one = samples[i]
        if i > 0:
            along += math.hypot(one.x - samples[i - 1].x, one.y - samples[i - 1].y)
        share = along / total
        out[i] = one
        if way == LINE:
            x, y = x0 + share * (x1 - x0), y0 + share * (y1 - y0)
        else:
            angle = begin + share * by
            u, v = a * math.cos(angle), b * math.sin(angle)
            x, y = cx + cos * u - sin * v, cy + sin * u + cos * v
        off += (one.x - x) * (one.x - x) + (one.y - y) * (one.y - y)
        out[i].x, out[i].y = x, y
    return float32(math.sqrt(off / count) / total)
