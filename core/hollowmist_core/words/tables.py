"""The skeletons as tables that the kernel reads."""

import base64
import json
from functools import cache
from typing import NamedTuple

import numpy as np

from ..kernels.lettering.words import GLYPH, PLACE, WAY
from . import capitals, running, signs, upright
from .drawing import Glyph, moved

HANDS = (
    ("upright", "Upright", 0.0, 1.0),
    ("running", "Running hand", 14.0, 1.0),
    ("capitals", "Capitals", 0.0, 1.4),
)
"""Hands by their number: key, label, the slant that suits them, degrees, and how high their usual letters stand, in
x-heights."""

NARROW = 0.82
"""Capitals among small letters are narrower than among themselves."""


class Tables(NamedTuple):
    """Letters in the order of hands and characters, their strokes, and the places of these."""

    glyphs: np.ndarray
    ways: np.ndarray
    places: np.ndarray


def _narrow(glyph: Glyph) -> Glyph:
    strokes = tuple(moved(one, across=NARROW) for one in glyph.strokes)
    return glyph._replace(strokes=strokes, advance=NARROW * glyph.advance + 0.06)


def letters_of(hand: str) -> dict[str, Glyph]:
    """All characters that a hand can write, marks among them."""
    shared = {**signs.DIGITS, **signs.PUNCTUATION, **signs.MARKS}
    if hand == "capitals":
        small = {one.lower(): capitals.small_capital(glyph) for one, glyph in capitals.LETTERS.items()}
        small["ı"] = small["i"]
        return {**shared, **small, **capitals.LETTERS}
    own = upright.LETTERS if hand == "upright" else running.LETTERS
    return {**shared, **{one: _narrow(glyph) for one, glyph in capitals.LETTERS.items()}, **own}


def mark_of(character: str) -> int:
    """1 for a mark over a letter, 2 for one below it, 0 for a letter."""
    return 0 if character not in signs.MARKS else 2 if character == signs.BELOW else 1


@cache
def tables() -> Tables:
    """The tables of all hands."""
    glyphs: list[tuple] = []
    ways: list[tuple] = []
    places: list[tuple] = []
    for number, (hand, *_) in enumerate(HANDS):
        for character, glyph in sorted(letters_of(hand).items()):
            first = len(ways)
            for stroke in glyph.strokes:
                ways.append((len(places), len(stroke)))
                places += stroke
            about = (glyph.advance, glyph.top, glyph.joined, mark_of(character), first, len(glyph.strokes))
            glyphs.append((number, ord(character), *about))
    return Tables(np.array(glyphs, GLYPH), np.array(ways, WAY), np.array(places, PLACE))


def as_json() -> str:
    """The tables for the tablet: the bytes of each as base64, and how many there are."""
    packed = {
        name: {"count": len(table), "bytes": base64.b64encode(table.tobytes()).decode("ascii")}
        for name, table in tables()._asdict().items()
    }
    return json.dumps(packed)
