"""Words: a line of text set in single-stroke skeletons.

Letters come from tables (`words.tables` fills them); where they stand and how they join is computed here, what the hand
adds in `letters` and `pen`.
"""

from numba import int32

from ...tables.records import SAMPLE
from ..base.registry import array, helper, kernel
from .letters import GLYPH, PLACE, SETTING, WAY, lay_way, letter_at, swing
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
    # How high marks stand on the letter already, and how low they hang below it.
    over = under = 0.0
    waiting = 0
    missing[0] = 0
    setting.written = 0
    # A word that joins is one stroke; bars and dots of its letters are written after it.
    first_of_word = 0
    for i in range(code_count + 1):
        code = codes[i] if i < code_count else SPACE
        which = letter_at(setting, codes, code_count, i, glyphs) if code != SPACE else -1
        joins = which >= 0 and glyphs[which].joined and base >= 0 and glyphs[base].joined
        combines = FIRST_COMBINING <= code < PAST_COMBINING
        is_mark = combines if which < 0 else glyphs[which].mark > 0
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
                made, number = write_mark(
                    setting,
                    glyphs,
                    ways,
                    places,
                    base,
                    which,
                    base_origin,
                    up,
                    i,
                    way,
                    walked,
                    samples,
                    ends,
                    made,
                    number,
                )
                over, under = stacked(glyphs[which], ways, places, over, under)
            continue
        over = under = 0.0
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
def write_mark(setting, glyphs, ways, places, base, mark, origin, up, at, way, walked, samples, ends, made, number):
    """Write a mark on a letter that stands at an origin, `up` from its baseline."""
    letter, glyph = glyphs[base], glyphs[mark]
    middle = origin + 0.46 * letter.advance
    for k in range(glyph.count):
        count = lay_way(setting, ways, places, glyph.first + k, middle, up, at, way, 0, 0)
        made, number = end_stroke(setting, way, count, walked, number, samples, made, ends)
    return made, number


@helper
def write_rest(setting, codes, code_count, first, past, glyphs, ways, places, way, walked, samples, ends, made, number):
    """Write what a joined word still lacks, letter by letter: bars, dots and marks."""
    origin = 0.0
    base, base_origin = -1, 0.0
    over = under = 0.0
    # Where the word began is told by going over the line up to there.
    for i in range(past):
        which = letter_at(setting, codes, code_count, i, glyphs) if codes[i] != SPACE else -1
        if codes[i] == SPACE:
            origin += BETWEEN_WORDS + setting.spacing
            base = -1
            continue
        if which < 0:
            if not FIRST_COMBINING <= codes[i] < PAST_COMBINING:
                base = -1
            continue
        glyph = glyphs[which]
        if glyph.mark > 0:
            if i >= first and base >= 0:
                up = height_of_mark(glyphs, base, which, over, under)
                made, number = write_mark(
                    setting,
                    glyphs,
                    ways,
                    places,
                    base,
                    which,
                    base_origin,
                    up,
                    i,
                    way,
                    walked,
                    samples,
                    ends,
                    made,
                    number,
                )
                over, under = stacked(glyph, ways, places, over, under)
            continue
        over = under = 0.0
        if i >= first and glyph.joined:
            for k in range(1, glyph.count):
                count = lay_way(setting, ways, places, glyph.first + k, origin, 0.0, i, way, 0, 0)
                made, number = end_stroke(setting, way, count, walked, number, samples, made, ends)
        base, base_origin = which, origin
        push = 0.02 * setting.alive * swing(setting.seed, i, PUSH)
        origin += glyph.advance + setting.spacing + (0.0 if glyph.joined else push)
    return made, number
