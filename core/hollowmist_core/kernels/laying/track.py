"""Track: the line in pieces, between the path and the ink.

A piece is as long as the path stays straight and what the brush does along it changes evenly; its ends are stamps.
How long it is depends on the stroke alone, never on the portions in which its samples came.
"""

import math

from numba import float32, int32

from ...tables.records import NOW
from ..base.registry import helper
from ..path.line import place_at, set_along
from ..touch.respond import listen
from ..touch.tip import STROKE_TURN, set_stamp
from ..touch.weight import is_tapered

LONGEST = 24.0
"""Longest piece, sheet px."""

SHORTEST = 0.5
"""A piece that changes unevenly is halved down to this length, sheet px."""

CHORD = 0.04
"""How far the path may lie beside a piece, sheet px: a piece is the same one at every scale."""

EVEN_WIDTH = float32(0.04)
"""How far a half width in a piece's middle may be from the mean of its ends, device px."""

EVEN_INK = float32(0.002)
"""The same for the ink, 0..1, and for the softness."""

EVEN_BITE = float32(0.02)
"""How far what the grain goes by may differ from end to end."""

QUARTER, HALF, ONE = float32(0.25), float32(0.5), float32(1)

FROM, TO, MIDDLE, QUARTER_WAY = 0, 1, 2, 3
"""Places among the stamps of a piece's ends, of its middle, and of a place a quarter along it."""


@helper
def between(a, b, s):
    """Where the path is at arc length s, between two of its points, sheet px."""
    span = b.s - a.s
    part = (s - a.s) / span if span > 1e-9 else 0.0
    return a.x + (b.x - a.x) * part, a.y + (b.y - a.y) * part


@helper
def chord_end(state, brush, path, path_end):
    """Arc length at which a piece ends that begins at `next_s`: as far as the path is straight."""
    s, longest = state.walk[NOW].next_s, state.walk[NOW].next_s + LONGEST
    at = state.walk[NOW].walked
    after = path[at + 1]
    x, y = between(path[at], after, s)
    if after.s >= longest:
        return longest
    # A tip that turns with the stroke turns at every point of the path.
    if brush.turning == STROKE_TURN and not brush.round:
        return after.s
    end = at + 1
    while end + 1 < path_end and path[end + 1].s <= longest:
        far = path[end + 1]
        dx, dy = far.x - x, far.y - y
        length = math.hypot(dx, dy)
        straight = length > 1e-6
        for i in range(at + 1, end + 1):
            px, py = path[i].x - x, path[i].y - y
            along = px * dx + py * dy
            away = abs(px * dy - py * dx)
            straight = straight and away <= CHORD * length and along >= 0.0 and along <= length * length
        if not straight:
            break
        end += 1
    return path[end].s


@helper
def set_node(stamp, state, brush, path, path_end, s, total):
    """Write the stamp at arc length s, which lies at or after the walk's place; the direction is the state's."""
    at = state.walk[NOW].walked
    while at < path_end - 2 and path[at + 1].s < s:
        at += 1
    place = place_at(state, path[at], path[min(at + 1, path_end - 1)], s)
    listen(state, brush, place, s)
    set_stamp(stamp, state, brush, place, int32(0), s, total)


@helper
def even_bites(a, b):
    """Whether the grain bites alike at both ends of a piece."""
    dark = abs(a.cap - b.cap) + abs(a.flow - b.flow)
    return dark <= EVEN_BITE and abs(a.bite - b.bite) <= EVEN_BITE and abs(a.press - b.press) <= EVEN_BITE


@helper
def even_at(a, inner, b, part):
    """Whether all that a piece is filled with lies, a part of the way along it, where its ends would have it."""
    # What is thinner than a pixel is as dark as it is wide.
    share = min(ONE, max(QUARTER, inner.minor))
    first = ONE - part
    wide = abs(inner.major - (a.major * first + b.major * part)) + abs(inner.minor - (a.minor * first + b.minor * part))
    dark = abs(inner.flow * inner.cap - (a.flow * a.cap * first + b.flow * b.cap * part))
    soft = abs(inner.softness - (a.softness * first + b.softness * part))
    turn = abs(a.cos * b.sin - a.sin * b.cos) * a.major
    return wide <= EVEN_WIDTH * share and dark <= EVEN_INK and soft <= EVEN_INK and turn <= float32(0.25)


@helper
def is_even(a, b):
    """Whether both ends of a piece are alike."""
    alike = a.major == b.major and a.minor == b.minor and a.softness == b.softness
    return alike and a.flow * a.cap == b.flow * b.cap


@helper
def set_direction(state, path, path_end, s, end):
    """Keep the direction of the piece from s to its end; a piece without length goes on as before."""
    first = path[state.walk[NOW].walked]
    after = path[min(state.walk[NOW].walked + 1, path_end - 1)]
    x, y = between(first, after, s)
    at = state.walk[NOW].walked
    while at < path_end - 2 and path[at + 1].s < end:
        at += 1
    to_x, to_y = between(path[at], path[min(at + 1, path_end - 1)], end)
    set_along(state, to_x - x, to_y - y)


@helper
def next_piece(state, brush, path, path_end, total, stamps):
    """Write the ends (stamps `FROM` and `TO`) of the piece that begins at `next_s`; returns where it ends."""
    while state.walk[NOW].walked < path_end - 2 and path[state.walk[NOW].walked + 1].s <= state.walk[NOW].next_s:
        state.walk[NOW].walked += 1
    s = state.walk[NOW].next_s
    end = max(s, chord_end(state, brush, path, path_end)) if path_end > 1 else s
    set_direction(state, path, path_end, s, end)
    set_node(stamps[FROM], state, brush, path, path_end, s, total)
    set_node(stamps[TO], state, brush, path, path_end, end, total)
    if brush.even and not is_tapered(state):
        return end
    while end - s > SHORTEST:
        middle = 0.5 * (s + end)
        set_node(stamps[MIDDLE], state, brush, path, path_end, middle, total)
        bites = brush.grain_image < 0 or even_bites(stamps[FROM], stamps[TO])
        if bites and even_at(stamps[FROM], stamps[MIDDLE], stamps[TO], HALF):
            if is_even(stamps[FROM], stamps[TO]):
                break
            # A middle can lie right by chance, where a taper bends one way and the pressure the other.
            set_node(stamps[QUARTER_WAY], state, brush, path, path_end, s + 0.25 * (end - s), total)
            if even_at(stamps[FROM], stamps[QUARTER_WAY], stamps[TO], QUARTER):
                break
        end = middle
        stamps[TO] = stamps[MIDDLE]
    return end
