"""Words: a line of text set in single-stroke skeletons, and the way a hand would go along them.

Letters come from tables (`words.tables` fills them); where they stand, how they join and what the hand adds is
computed here. A hand slows down where its way bends: speed goes with the curvature's power of minus one third
(Lacquaniti, Terzuolo and Viviani 1983, "The law relating the kinematic and figural aspects of drawing movements",
Acta Psychologica 54). It presses where it comes down the page and hardly where it goes up, and no letter comes out
twice alike: each has a little of its own in size, slant, place and every point of its way.
"""

import math

import numpy as np
from numba import float32, int32

from .chance import chance
from .records import SAMPLE
from .registry import array, helper, kernel

GLYPH = np.dtype(
    [
        ("hand", "i4"),
        ("code", "i4"),
        ("advance", "f4"),
        ("top", "f4"),
        ("joined", "i4"),
        ("mark", "i4"),
        ("first", "i4"),
        ("count", "i4"),
    ]
)
"""A letter of a hand: its character, where the next one begins and how high a mark stands on it, in x-heights; whether
its first stroke joins; whether it is a mark over (1) or below (2) another letter; its strokes, from `first` on."""

WAY = np.dtype([("first", "i4"), ("count", "i4")])
"""A stroke of a letter: its places, from `first` on."""

PLACE = np.dtype([("x", "f4"), ("y", "f4"), ("corner", "f4")])
"""A place on the way of the pen, in x-heights, y up; 1 at a corner."""

SETTING = np.dtype(
    [
        ("hand", "i4"),
        ("x", "f4"),
        ("baseline", "f4"),
        ("x_height", "f4"),
        ("spacing", "f4"),
        ("slant", "f4"),
        ("alive", "f4"),
        ("light", "f4"),
        ("heavy", "f4"),
        ("seed", "i4"),
        ("ends_at", "f4"),
        ("written", "i4"),
    ]
)
"""How a line is set: the hand's number, where its first letter and its baseline stand and how high an x is, sheet px;
space that is added between letters, in x-heights; slant from upright, degrees; how alive the hand is, 0 (a machine's)
to 1; its press where it goes up and where it comes down, 0..1; the seed of its chance. What comes out: `ends_at`,
where the next letter would stand, and how many characters were written."""

SPACE, DOTTED, DOTLESS = 32, 105, 305
BETWEEN_WORDS = 0.62
"""Width of a space, in x-heights."""

MOST_PLACES = 4096
"""Most places of one stroke of the pen: of a whole word, where letters join."""

MOST_STROKES = 8192
"""Most strokes of one line."""

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

SIZE, SLANT, LIFT, PUSH, PRESS, BEND_X, BEND_Y = 80, 81, 82, 83, 84, 85, 86
"""Channels of chance."""


@helper
def swing(seed, index, channel):
    """A chance number from -1 to 1 that is more often small: the mean of three."""
    total = (
        chance(seed, 3 * index, channel) + chance(seed, 3 * index + 1, channel) + chance(seed, 3 * index + 2, channel)
    )
    return float32(2.0 / 3.0) * total - float32(1)


@helper
def find(glyphs, hand, code):
    """Number of a letter in the table, which is in the order of hands and characters; -1 if there is none."""
    low, high = 0, len(glyphs)
    while low < high:
        middle = (low + high) // 2
        one = glyphs[middle]
        if one.hand < hand or (one.hand == hand and one.code < code):
            low = middle + 1
        else:
            high = middle
    if low < len(glyphs) and glyphs[low].hand == hand and glyphs[low].code == code:
        return low
    return -1


@helper
def letter_at(setting, codes, code_count, i, glyphs):
    """Number of the letter for a character: an i that a mark stands on has lost its dot."""
    code = codes[i]
    if code == DOTTED and i + 1 < code_count:
        after = find(glyphs, setting.hand, codes[i + 1])
        if after >= 0 and glyphs[after].mark == 1:
            code = DOTLESS
    return find(glyphs, setting.hand, code)


@helper
def lay_place(setting, place, origin, letter, at, out, count):
    """Lay one place of a letter, as the hand of this line writes it, on the way of the pen; returns its new length."""
    if count >= len(out):
        return count
    alive, seed = setting.alive, setting.seed
    size = 1.0 + 0.03 * alive * swing(seed, letter, SIZE)
    lean = math.radians(setting.slant + 1.2 * alive * swing(seed, letter, SLANT))
    x = place.x * size + 0.022 * alive * swing(seed, at, BEND_X)
    y = place.y * size + 0.02 * alive * swing(seed, at, BEND_Y) + 0.022 * alive * swing(seed, letter, LIFT)
    out[count].x = origin + x + y * math.sin(lean) / math.cos(lean)
    out[count].y = y
    out[count].corner = place.corner
    return count + 1


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


@helper
def lay_way(setting, ways, places, which, origin, up, letter, out, count, skip):
    """Lay a letter's stroke, lifted by `up`, on the way of the pen, but for its first `skip` places."""
    for k in range(skip, ways[which].count):
        at = ways[which].first + k
        was = count
        count = lay_place(setting, places[at], origin, letter, 64 * letter + 8 * (which % 8) + k, out, count)
        if count > was:
            out[was].y += up
            out[was].x += up * math.sin(math.radians(setting.slant)) / math.cos(math.radians(setting.slant))
    return count


@kernel(
    int32,
    array(SETTING),
    array("i4"),
    int32,
    array(GLYPH),
    array(WAY),
    array(PLACE),
    array(PLACE),
    array(PLACE),
    array(SAMPLE),
    array("i4"),
    array("i4"),
)
def write_line(settings, codes, code_count, glyphs, ways, places, way, walked, samples, ends, missing):
    """Write a line of text.

    `codes` are its characters, marks after the letters that they stand on (Unicode's NFD). `way` and `walked` are
    scratch space. `samples` receive the strokes one after the other, `ends` where each ends among them. `missing[0]`
    is how many characters no skeleton is there for, and they follow it. Returns how many strokes there are.
    """
    setting = settings[0]
    origin, made, number, count = 0.0, 0, 0, 0
    base, base_origin = -1, 0.0
    waiting = 0
    missing[0] = 0
    setting.written = 0
    # A word that joins is one stroke; bars and dots of its letters are written after it.
    first_of_word = 0
    for i in range(code_count + 1):
        code = codes[i] if i < code_count else SPACE
        which = letter_at(setting, codes, code_count, i, glyphs) if code != SPACE else -1
        joins = which >= 0 and glyphs[which].joined and base >= 0 and glyphs[base].joined
        is_mark = which >= 0 and glyphs[which].mark > 0
        if count > 0 and not joins and not is_mark:
            made, number = end_stroke(setting, way, count, walked, number, samples, made, ends)
            count = 0
            if waiting > 0:
                made, number = write_rest(
                    setting,
                    codes,
                    code_count,
                    first_of_word,
                    i,
                    glyphs,
                    ways,
                    places,
                    way,
                    walked,
                    samples,
                    ends,
                    made,
                    number,
                )
                waiting = 0
        if code == SPACE:
            if i < code_count:
                origin += BETWEEN_WORDS + setting.spacing
                setting.written += 1
            base = -1
            continue
        if which < 0:
            if missing[0] < len(missing) - 1:
                missing[0] += 1
                missing[missing[0]] = code
            continue
        glyph = glyphs[which]
        setting.written += 1
        if is_mark:
            if base >= 0 and count > 0 and glyphs[base].joined:
                waiting += 1
                continue
            if base >= 0:
                made, number = write_mark(
                    setting, glyphs, ways, places, base, which, base_origin, i, way, walked, samples, ends, made, number
                )
            continue
        if glyph.joined:
            if not joins:
                first_of_word = i
            start = origin
            skip = 1 if joins else 0
            count = lay_way(setting, ways, places, glyph.first, start, 0.0, i, way, count, skip)
            waiting += glyph.count - 1
        else:
            for k in range(glyph.count):
                count = lay_way(setting, ways, places, glyph.first + k, origin, 0.0, i, way, 0, 0)
                made, number = end_stroke(setting, way, count, walked, number, samples, made, ends)
            count = 0
        base, base_origin = which, origin
        push = 0.02 * setting.alive * swing(setting.seed, i, PUSH)
        origin += glyph.advance + setting.spacing + (0.0 if glyph.joined else push)
    setting.ends_at = setting.x + origin * setting.x_height
    return number


@helper
def write_mark(setting, glyphs, ways, places, base, mark, origin, at, way, walked, samples, ends, made, number):
    """Write a mark over, or below, a letter that stands at an origin."""
    letter, glyph = glyphs[base], glyphs[mark]
    middle = origin + 0.46 * letter.advance
    up = letter.top if glyph.mark == 1 else 0.0
    for k in range(glyph.count):
        count = lay_way(setting, ways, places, glyph.first + k, middle, up, at, way, 0, 0)
        made, number = end_stroke(setting, way, count, walked, number, samples, made, ends)
    return made, number


@helper
def write_rest(setting, codes, code_count, first, past, glyphs, ways, places, way, walked, samples, ends, made, number):
    """Write what a joined word still lacks, letter by letter: bars, dots and marks."""
    origin = 0.0
    base, base_origin = -1, 0.0
    # Where the word began is told by going over the line up to there.
    for i in range(past):
        which = letter_at(setting, codes, code_count, i, glyphs) if codes[i] != SPACE else -1
        if codes[i] == SPACE:
            origin += BETWEEN_WORDS + setting.spacing
            base = -1
            continue
        if which < 0:
            continue
        glyph = glyphs[which]
        if glyph.mark > 0:
            if i >= first and base >= 0:
                made, number = write_mark(
                    setting, glyphs, ways, places, base, which, base_origin, i, way, walked, samples, ends, made, number
                )
            continue
        if i >= first and glyph.joined:
            for k in range(1, glyph.count):
                count = lay_way(setting, ways, places, glyph.first + k, origin, 0.0, i, way, 0, 0)
                made, number = end_stroke(setting, way, count, walked, number, samples, made, ends)
        base, base_origin = which, origin
        push = 0.02 * setting.alive * swing(setting.seed, i, PUSH)
        origin += glyph.advance + setting.spacing + (0.0 if glyph.joined else push)
    return made, number
