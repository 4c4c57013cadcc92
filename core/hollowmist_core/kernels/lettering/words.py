"""Words: a line of text set in single-stroke skeletons.

Letters come from tables (`words.tables` fills them); where they stand and how they join is computed here, what the hand
adds in `letters` and `pen`.
"""

from typing import NamedTuple

import numpy as np
from numba import int32

from ...tables.records import SAMPLE
from ..base.registry import array, helper, kernel
from .letters import GLYPH, PLACE, SETTING, WAY, Letters, lay_way, letter_at, swing
from .pen import end_stroke

SPACE = 32
FIRST_COMBINING, PAST_COMBINING = 0x300, 0x370
"""Unicode's combining marks: one that the hand lacks does not part the letters that join about it."""

MARKS_APART = 0.1
"""Between marks that stand on one letter, in x-heights."""

BETWEEN_WORDS = 0.62
"""Width of a space, in x-heights."""

MOST_PLACES = 4096
"""Most places of one stroke of the pen: of a whole word, where letters join."""

MOST_STROKES = 8192
"""Most strokes of one line."""

PUSH = 83
"""Its channel of chance."""


class Page(NamedTuple):
    """What a line is written on: scratch space for the way of the pen, and the way as it walks it; the samples of all
    strokes one after the other, and where each stroke ends among them."""

    way: np.ndarray
    walked: np.ndarray
    samples: np.ndarray
    ends: np.ndarray


class Written(NamedTuple):
    """How many samples and strokes a page has."""

    samples: int
    strokes: int


@helper
def end_way(setting, page, count, written):
    """Write the first `count` places of the way of the pen as one stroke."""
    made, number = end_stroke(
        setting, page.way, count, page.walked, written.strokes, page.samples, written.samples, page.ends
    )
    return Written(made, number)


@helper
def advance(setting, glyph, i):
    """How far the next letter stands from the i-th of the text: no hand that lifts the pen sets it quite evenly."""
    push = 0.02 * setting.alive * swing(setting.seed, i, PUSH)
    return glyph.advance + setting.spacing + (0.0 if glyph.joined else push)


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
    setting, letters, page = settings[0], Letters(glyphs, ways, places), Page(way, walked, samples, ends)
    origin, written, count = 0.0, Written(0, 0), 0
    base, base_origin = -1, 0.0
    # How high marks stand on the letter already, and how low they hang below it.
    over = under = 0.0
    # A word that joins is one stroke; bars, dots and marks of its letters wait until it is written.
    waiting, first_of_word, word_origin = 0, 0, 0.0
    missing[0] = 0
    setting.written = 0
    for i in range(code_count + 1):
        code = codes[i] if i < code_count else SPACE
        which = letter_at(setting, codes, code_count, i, glyphs) if code != SPACE else -1
        joins = which >= 0 and glyphs[which].joined and base >= 0 and glyphs[base].joined
        combines = FIRST_COMBINING <= code < PAST_COMBINING
        is_mark = combines if which < 0 else glyphs[which].mark > 0
        if count > 0 and not joins and not is_mark:
            written = end_way(setting, page, count, written)
            count = 0
            if waiting > 0:
                word = (first_of_word, i, word_origin)
                written = write_rest(setting, letters, page, codes[:code_count], word, written)
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
            if not combines:
                # What follows begins anew: nothing joins across what is not written.
                base = -1
            continue
        glyph = glyphs[which]
        setting.written += 1
        if is_mark:
            if base >= 0 and count > 0 and glyphs[base].joined:
                waiting += 1
                continue
            if base >= 0:
                up = height_of_mark(glyphs, base, which, over, under)
                written = write_mark(setting, letters, page, (base, base_origin), which, (up, i), written)
                over, under = stacked(glyph, ways, places, over, under)
            continue
        over = under = 0.0
        if glyph.joined:
            if not joins:
                first_of_word, word_origin = i, origin
            count = lay_way(setting, letters, glyph.first, (origin, 0.0, i), way, count, 1 if joins else 0)
            waiting += glyph.count - 1
        else:
            written = write_strokes(setting, letters, page, glyph, (origin, 0.0, i), 0, written)
            count = 0
        base, base_origin = which, origin
        origin += advance(setting, glyph, i)
    setting.ends_at = setting.x + origin * setting.x_height
    return written.strokes


@helper
def write_strokes(setting, letters, page, glyph, stand, first, written):
    """Write a letter's strokes, from its `first` on, each by itself; `stand` is where, as `lay_way` takes it."""
    for k in range(first, glyph.count):
        count = lay_way(setting, letters, glyph.first + k, stand, page.way, 0, 0)
        written = end_way(setting, page, count, written)
    return written


@helper
def height_of_mark(glyphs, base, mark, over, under):
    """How high a mark stands on a letter that has marks already, which reach `over` its top and `under` its foot."""
    return glyphs[base].top + over if glyphs[mark].mark == 1 else -under


@helper
def stacked(glyph, ways, places, over, under):
    """How far marks reach over the top of a letter and under its foot, with one more."""
    high = low = 0.0
    for which in range(glyph.first, glyph.first + glyph.count):
        for at in range(ways[which].first, ways[which].first + ways[which].count):
            high, low = max(high, float(places[at].y)), min(low, float(places[at].y))
    if glyph.mark == 1:
        return over + high + MARKS_APART, under
    return over, under - low + MARKS_APART


@helper
def write_mark(setting, letters, page, base, mark, stand, written):
    """Write a mark on a letter `base` (its number, where it stands); `stand` is how far the mark stands up from the
    baseline, and its number in the text."""
    which, origin = base
    middle = origin + 0.46 * letters.glyphs[which].advance
    return write_strokes(setting, letters, page, letters.glyphs[mark], (middle, stand[0], stand[1]), 0, written)


@helper
def write_rest(setting, letters, page, codes, word, written):
    """Write what a joined word still lacks, letter by letter: bars, dots and marks. `word` is its first character, the
    one after it, and where it begins."""
    first, past, origin = word
    glyphs, ways, places = letters
    base, base_origin = -1, 0.0
    over = under = 0.0
    for i in range(first, past):
        which = letter_at(setting, codes, len(codes), i, glyphs)
        if which < 0:
            # A mark that the hand lacks: all else would have ended the word.
            continue
        glyph = glyphs[which]
        if glyph.mark > 0:
            if base >= 0:
                up = height_of_mark(glyphs, base, which, over, under)
                written = write_mark(setting, letters, page, (base, base_origin), which, (up, i), written)
                over, under = stacked(glyph, ways, places, over, under)
            continue
        over = under = 0.0
        written = write_strokes(setting, letters, page, glyph, (origin, 0.0, i), 1, written)
        base, base_origin = which, origin
        origin += advance(setting, glyph, i)
    return written
