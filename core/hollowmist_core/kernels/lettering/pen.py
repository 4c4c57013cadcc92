"""Pen: how a hand goes along a way.

It slows down where its way bends: speed goes with the curvature's power of minus one third (Lacquaniti, Terzuolo and
Viviani 1983, "The law relating the kinematic and figural aspects of drawing movements", Acta Psychologica 54). It
presses where it comes down the page and hardly where it goes up.
"""

import math

from ..base.registry import helper
from .letters import swing

STEP = 0.03
"""Length between the places that a smooth way is walked in, in x-heights."""

RATE = 5.0
"""Time between two samples, ms."""

BRISK = 0.0085
"""Speed on a straight way, x-heights per ms."""

SLOWEST, QUICKEST = 0.16, 1.7
"""Bounds of the speed, of `BRISK`."""

ALTITUDE, AZIMUTH = 1.012, 5.498
"""How the pen leans: 58 and 315 degrees."""

PRESS = 84
"""Its channel of chance."""


@helper
def spline(p0, p1, p2, p3, u):
    """A value of a Catmull-Rom piece from p1 to p2, evenly parametrised, at u 0..1."""
    return 0.5 * (
        2.0 * p1
        + (p2 - p0) * u
        + (2.0 * p0 - 5.0 * p1 + 4.0 * p2 - p3) * u * u
        + (3.0 * p1 - p0 - 3.0 * p2 + p3) * u * u * u
    )


@helper
def walk_way(places, count, walked):
    """Walk a way in small steps: smooth through its places, sharp at its corners. Returns how many steps there are."""
    if count == 0:
        return 0
    made = 0
    for i in range(count - 1):
        before = i - 1 if i > 0 and places[i].corner == 0.0 else i
        after = i + 2 if i + 2 < count and places[i + 1].corner == 0.0 else i + 1
        a, b, c, d = places[before], places[i], places[i + 1], places[after]
        straight = b.corner != 0.0 and c.corner != 0.0
        length = math.hypot(c.x - b.x, c.y - b.y)
        steps = max(1, int(math.ceil(length / STEP)))
        for k in range(steps):
            if made >= len(walked) - 1:
                return made
            u = k / steps
            if straight:
                walked[made].x, walked[made].y = b.x + u * (c.x - b.x), b.y + u * (c.y - b.y)
            else:
                walked[made].x, walked[made].y = spline(a.x, b.x, c.x, d.x, u), spline(a.y, b.y, c.y, d.y, u)
            walked[made].corner = b.corner if k == 0 else 0.0
            made += 1
    last = places[count - 1]
    walked[made].x, walked[made].y, walked[made].corner = last.x, last.y, 1.0
    return made + 1


@helper
def bend_at(walked, count, i):
    """Curvature of a walked way, 1 / x-heights, over a few steps to either side."""
    reach = 3
    a, b, c = max(0, i - reach), i, min(count - 1, i + reach)
    if a == b or b == c:
        return 0.0
    ax, ay = walked[b].x - walked[a].x, walked[b].y - walked[a].y
    bx, by = walked[c].x - walked[b].x, walked[c].y - walked[b].y
    first, second = math.hypot(ax, ay), math.hypot(bx, by)
    if first < 1e-6 or second < 1e-6:
        return 0.0
    turn = abs(math.atan2(ax * by - ay * bx, ax * bx + ay * by))
    return 2.0 * turn / (first + second)


@helper
def speed_at(walked, count, i, along, total):
    """Speed of the hand, x-heights per ms: slow in bends and at corners, gathering at the beginning and end."""
    bent = bend_at(walked, count, i)
    speed = BRISK * min(QUICKEST, max(SLOWEST, math.pow(max(bent, 0.2), -1.0 / 3.0)))
    if walked[i].corner != 0.0:
        speed = BRISK * SLOWEST
    # From rest and to rest, within a third of an x-height.
    ends = min(along, total - along)
    return speed * min(1.0, 0.25 + 0.75 * ends / 0.33)


@helper
def press_at(setting, walked, count, i, place):
    """Press of the hand where it goes: heavy down the page, light up; `place` counts for its unsteadiness."""
    a, b = max(0, i - 4), min(count - 1, i + 4)
    dx, dy = walked[b].x - walked[a].x, walked[b].y - walked[a].y
    length = math.hypot(dx, dy)
    down = 0.35 if length < 1e-6 else min(1.0, max(0.0, 0.35 - 0.75 * dy / length))
    unsteady = 0.05 * setting.alive * swing(setting.seed, place, PRESS)
    return min(1.0, max(0.02, setting.light + (setting.heavy - setting.light) * down + unsteady))


@helper
def write_way(setting, walked, count, number, samples, made):
    """Write one stroke of the pen: its samples in time, sheet px. Returns how many samples there are now."""
    total = 0.0
    for i in range(1, count):
        total += math.hypot(walked[i].x - walked[i - 1].x, walked[i].y - walked[i - 1].y)
    time, due, along, pressure = 0.0, 0.0, 0.0, 0.0
    first = made
    for i in range(count):
        if i > 0:
            step = math.hypot(walked[i].x - walked[i - 1].x, walked[i].y - walked[i - 1].y)
            along += step
            time += step / speed_at(walked, count, i, along, total)
        # The unsteadiness of a hand changes within a tenth of an x-height, not from sample to sample.
        place = 512 * number + i // 12
        part = (i % 12) / 12.0
        wanted = press_at(setting, walked, count, i, place) * (1.0 - part)
        wanted += press_at(setting, walked, count, i, place + 1) * part
        pressure = wanted if i == 0 else pressure + 0.35 * (wanted - pressure)
        if time < due and 0 < i < count - 1:
            continue
        if made >= len(samples):
            return made
        due = time + RATE
        one = samples[made]
        one.x = setting.x + walked[i].x * setting.x_height
        one.y = setting.baseline - walked[i].y * setting.x_height
        one.t = time
        ends = min(along, total - along)
        one.pressure = pressure * min(1.0, 0.45 + ends / 0.12)
        one.altitude, one.azimuth, one.twist = ALTITUDE, AZIMUTH, 0.0
        made += 1
    return made if made - first > 0 else first


@helper
def end_stroke(setting, places, count, walked, number, samples, made, ends):
    """Write what lies on the way, if anything, as one stroke; returns the samples and strokes there are now."""
    if count == 0 or number >= len(ends):
        return made, number
    steps = walk_way(places, count, walked)
    after = write_way(setting, walked, steps, number, samples, made)
    if after == made:
        return made, number
    ends[number] = after
    return after, number + 1
