"""Responses: monotone curves through nodes, sampled into tables."""

import math

from numba import float32, int32, void

from ...tables.brush_record import LINK
from ...tables.responses import GAP, MAX_NODES, TABLE
from .registry import array, helper, kernel


@helper
def secant(link, i):
    """Slope from node i to the next."""
    return (float(link.y[i + 1]) - float(link.y[i])) / (float(link.x[i + 1]) - float(link.x[i]))


@helper
def limited(slope, before, after):
    """A node's slope, limited so that neither neighbouring piece overshoots.

    Fritsch and Carlson (1980), "Monotone Piecewise Cubic Interpolation", SIAM J. Numer. Anal. 17(2):
    zero at a turn, else within three times the smaller secant (their square region, a sufficient
    condition that each node can meet on its own).
    """
    if before * after <= 0.0:
        return 0.0
    most = 3.0 * min(abs(before), abs(after))
    return math.copysign(min(abs(slope), most), before)


@helper
def slope_at(link, i):
    """Slope of the curve at node i: the three-point average inside, the secant at the ends."""
    last = link.count - 1
    if i == 0:
        return secant(link, 0)
    if i == last:
        return secant(link, last - 1)
    before, after = secant(link, i - 1), secant(link, i)
    left = float(link.x[i]) - float(link.x[i - 1])
    right = float(link.x[i + 1]) - float(link.x[i])
    return limited((right * before + left * after) / (left + right), before, after)


@helper
def fill_table(link):
    """Sample a curve into its table; flat before the first node and after the last."""
    piece = 0
    for k in range(TABLE):
        x = k / (TABLE - 1)
        while piece < link.count - 2 and x > link.x[piece + 1]:
            piece += 1
        x0, x1 = float(link.x[piece]), float(link.x[piece + 1])
        y0, y1 = float(link.y[piece]), float(link.y[piece + 1])
        h = x1 - x0
        u = min(1.0, max(0.0, (x - x0) / h))
        m0, m1 = slope_at(link, piece) * h, slope_at(link, piece + 1) * h
        v = 1.0 - u
        y = y0 * (1.0 + 2.0 * u) * v * v + m0 * u * v * v + y1 * u * u * (3.0 - 2.0 * u) - m1 * u * u * v
        link.table[k] = min(1.0, max(0.0, y))


@helper
def past_dead_zone(link, value):
    """An input that stands still in the dead zone and goes on from there after it, so that nothing jumps."""
    if value <= link.dead_low or link.dead_high <= link.dead_low:
        return value
    if value < link.dead_high:
        return link.dead_low
    rest = max(float32(1e-6), float32(1) - link.dead_high)
    return link.dead_low + (value - link.dead_high) / rest * (float32(1) - link.dead_low)


@helper
def height(link, value):
    """A response's curve, 0..1, at an input 0..1, its dead zone included."""
    at = min(float32(1), max(float32(0), past_dead_zone(link, float32(value))))
    place = at * float32(TABLE - 1)
    i = min(int32(TABLE - 2), int32(place))
    part = place - float32(i)
    return link.table[i] * (float32(1) - part) + link.table[i + 1] * part


@helper
def look_up(link, value):
    """What a response says for an input 0..1: its curve, mapped to its range."""
    return link.low + (link.high - link.low) * height(link, value)


@kernel(void, array(LINK), array("f4"))
def trace_link(links, out):
    """A response's curve, 0..1, at inputs evenly spread over 0..1, its dead zone included."""
    fill_table(links[0])
    for k in range(len(out)):
        out[k] = height(links[0], float32(k / (len(out) - 1)))


@kernel(int32, array(LINK), float32, float32)
def add_node(links, x, y):
    """Add a node to a curve. Returns its index, or -1 where the curve is full or has one just there."""
    link = links[0]
    if link.count >= MAX_NODES:
        return -1
    at = 0
    while at < link.count and link.x[at] < x:
        at += 1
    if (at > 0 and x - link.x[at - 1] < GAP) or (at < link.count and link.x[at] - x < GAP):
        return -1
    for i in range(link.count, at, -1):
        link.x[i] = link.x[i - 1]
        link.y[i] = link.y[i - 1]
    link.count += 1
    link.x[at] = min(1.0, max(0.0, x))
    link.y[at] = min(1.0, max(0.0, y))
    return at


@kernel(void, array(LINK), int32, float32, float32)
def move_node(links, index, x, y):
    """Move a node as far as its neighbours and the unit square allow; the curve never folds back."""
    link = links[0]
    low = float(link.x[index - 1]) + GAP if index > 0 else 0.0
    high = float(link.x[index + 1]) - GAP if index < link.count - 1 else 1.0
    # Neighbours nearer than two gaps, as a file may have them, leave only the middle between them.
    link.x[index] = max(low, min(high, x)) if low <= high else 0.5 * (low + high)
    link.y[index] = min(1.0, max(0.0, y))


@kernel(int32, array(LINK), int32)
def remove_node(links, index):
    """Remove a node; a curve keeps two. Returns 1 if it went, else 0."""
    link = links[0]
    if link.count <= 2:
        return 0
    for i in range(index, link.count - 1):
        link.x[i] = link.x[i + 1]
        link.y[i] = link.y[i + 1]
    link.count -= 1
    return 1
