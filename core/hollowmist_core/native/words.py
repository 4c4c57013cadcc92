"""Writing a line of text on the server: the strokes that a hand would make."""

import unicodedata
from dataclasses import dataclass

import numpy as np

from ..kernels.lettering import words
from ..kernels.lettering.words import MOST_PLACES, MOST_STROKES, PLACE, SETTING
from ..tables.records import SAMPLE
from ..words.tables import HANDS, tables

MOST_LETTERS = 500
"""Most characters of one line."""

MOST_SAMPLES = 200_000

NUMBERED = {key: number for number, (key, *_) in enumerate(HANDS)}


class WordError(ValueError):
    """A line that cannot be written; says why."""


@dataclass(frozen=True)
class Written:
    """A line of text as strokes.

    Attributes
    ----------
    strokes : tuple of ndarray, dtype SAMPLE
    missing : str
        Characters that no skeleton is there for; they were left out.
    ends_at : float
        Where the next letter would stand, px.
    """

    strokes: tuple[np.ndarray, ...]
    missing: str
    ends_at: float


def characters(text: str) -> np.ndarray:
    """The characters of a line as the kernel takes them: letters, each followed by its marks."""
    taken = unicodedata.normalize("NFD", text)
    return np.array([ord(one) for one in taken], np.int32)


@dataclass(frozen=True)
class Style:
    """How a line is written.

    Attributes
    ----------
    spacing : float
        Added between letters, in x-heights.
    slant : float, optional
        Degrees from upright; the hand's own without it.
    alive : float
        How much the letters differ from one another, 0..1.
    press : (float, float)
        Where the pen goes up, and where it comes down.
    seed : int
    """

    spacing: float = 0.0
    slant: float | None = None
    alive: float = 0.5
    press: tuple[float, float] = (0.25, 0.75)
    seed: int = 1


def write(
    text: str, hand: str = "upright", at: tuple[float, float] = (0.0, 0.0), x_height: float = 60.0, **style
) -> Written:
    """Write a line of text.

    Parameters
    ----------
    hand : {"upright", "running", "capitals"}
    at : (float, float)
        Where the first letter stands on its baseline, px.
    x_height : float
        px.
    **style
        As `Style` has it.

    Raises
    ------
    WordError
        The line is empty or too long, or there is no such hand.
    """
    how = Style(**style)
    codes = characters(text)
    if hand not in NUMBERED:
        raise WordError(f"there is no hand “{hand}”; choose {', '.join(NUMBERED)}")
    if not 0 < len(codes) <= MOST_LETTERS:
        raise WordError(f"a line has 1 to {MOST_LETTERS} characters, not {len(codes)}; write it in several lines")
    setting = np.zeros(1, SETTING)
    setting["hand"], setting["seed"] = NUMBERED[hand], how.seed
    setting["x"], setting["baseline"], setting["x_height"] = *at, x_height
    setting["spacing"], setting["alive"] = how.spacing, how.alive
    setting["slant"] = HANDS[NUMBERED[hand]][2] if how.slant is None else how.slant
    setting["light"], setting["heavy"] = how.press
    samples, ends = np.zeros(MOST_SAMPLES, SAMPLE), np.zeros(MOST_STROKES, np.int32)
    missing = np.zeros(1 + MOST_LETTERS, np.int32)
    way, walked = np.zeros(MOST_PLACES, PLACE), np.zeros(16 * MOST_PLACES, PLACE)
    count = words.write_line(setting, codes, len(codes), *tables(), way, walked, samples, ends, missing)
    starts = [0, *ends[: count - 1]] if count else []
    strokes = tuple(samples[a:b].copy() for a, b in zip(starts, ends[:count], strict=True))
    return Written(
        strokes,
        "".join(dict.fromkeys(map(chr, missing[1 : 1 + missing[0]]))),
        float(setting["ends_at"][0]),
    )
