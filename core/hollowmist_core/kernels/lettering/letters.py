"""Letters: the records of a hand's skeletons, and a letter's places as the hand of a line writes them.

No letter comes out twice alike: each has a little of its own in size, slant, place and every point of its way.
"""

import math
from typing import NamedTuple

import numpy as np
from numba import float32

from ..base.chance import chance
from ..base.registry import helper

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


class Letters(NamedTuple):
    """All lettering hands: vectors of GLYPH, of WAY, and of PLACE."""

    glyphs: np.ndarray
    ways: np.ndarray
    places: np.ndarray


DOTTED, DOTLESS = 105, 305

SIZE, SLANT, LIFT, BEND_X, BEND_Y = 80, 81, 82, 85, 86
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
def lay_way(setting, letters, which, stand, out, count, skip):
    """Lay a letter's stroke on the way of the pen, but for its first `skip` places. `stand` is where the letter stands
    along the line, how far it is lifted, and its number in the text."""
    _, ways, places = letters
    origin, up, letter = stand
    for k in range(skip, ways[which].count):
        at = ways[which].first + k
        was = count
        count = lay_place(setting, places[at], origin, letter, 64 * letter + 8 * (which % 8) + k, out, count)
        if count > was:
            out[was].y += up
            out[was].x += up * math.sin(math.radians(setting.slant)) / math.cos(math.radians(setting.slant))
    return count
