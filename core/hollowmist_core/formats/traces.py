"""The text of InkML's traces: numbers by channels and points (section 3.2 of the Recommendation)."""

import math
import re
from contextlib import suppress
from dataclasses import dataclass

import numpy as np

from ..proofs import MOST_SAMPLES

UNKNOWN = "?"
"""Stands for a value that is not known."""

_PLAIN = re.compile(r"[-+.,\d\s]*", re.ASCII)
"""A trace of decimal numbers alone, as most are: no differences, nothing that is not known."""

_CLOSE = re.compile(r"""(?<=[0-9A-Fa-f.*?])(?=[!'"])|(?<=[0-9.])(?=-)""")
"""Between two values that stand close."""


class InkMLError(ValueError):
    """A document that holds no strokes that can be read; the message says why and what to do."""


@dataclass(frozen=True)
class Channel:
    """A channel of a trace format."""

    name: str
    units: str
    low: float | None = None
    high: float | None = None


def column_as_text(values: np.ndarray) -> list[str]:
    """Numbers, float32, as they are written. A pen that does not tell how it leans tells the same one all along."""
    # By their bits: 0 and -0 are two.
    distinct, which = np.unique(np.ascontiguousarray(values).view(np.uint32), return_inverse=True)
    written = [_written(value) for value in distinct.view(np.float32)]
    return [written[i] for i in which.tolist()]


def _written(value: np.float32) -> str:
    """A number in as few digits as tell it from others; what is none is InkML's "not known"."""
    short = str(value)
    if "e" not in short and "n" not in short:
        return short.removesuffix(".0")
    return np.format_float_positional(value, trim="-") if np.isfinite(value) else UNKNOWN


def columns_of(text: str, channels: list[Channel], number: int, exact: bool = False) -> np.ndarray:
    """Values of a trace, one row a point; differences (') and differences of differences (") are added up.

    A value that is not known is that of the point before, or with `exact` none.
    """
    points = [point for point in text.replace(":", " ").split(",") if point.strip()]
    if not points:
        raise InkMLError(f"trace {number} has no points; remove it from the file")
    if len(points) > MOST_SAMPLES:
        raise InkMLError(f"trace {number} has {len(points)} points; up to {MOST_SAMPLES:,} are read. Split it")
    width = len(channels)
    if _PLAIN.fullmatch(text) and all(len(point.split()) == width for point in points):
        # What is no number, or none that is a place, is told below, with where it stands.
        with suppress(ValueError):
            plain = np.fromstring(" ".join(points), sep=" ").reshape(len(points), width)
            if np.isfinite(plain).all():
                return plain
    values = np.zeros((len(points), width))
    order, speed = [0] * width, [0.0] * width
    for row, point in enumerate(points):
        words = _words(point)
        if len(words) != width:
            names = " ".join(channel.name for channel in channels)
            raise InkMLError(
                f"trace {number}, point {row + 1}: {len(words)} values, but its format has {width} ({names}); "
                "mend the file, or save it anew"
            )
        for i, word in enumerate(words):
            before = values[row - 1, i] if row else 0.0
            if word[0] in "!'\"":
                order[i] = "!'\"".index(word[0])
                word = word[1:]
            if word in ("*", UNKNOWN):
                values[row, i] = math.nan if exact and word == UNKNOWN else before
                continue
            value = _number(word, number, row)
            if order[i] == 2:
                speed[i] += value
                values[row, i] = before + speed[i]
            elif order[i] == 1:
                speed[i] = value
                values[row, i] = before + value
            else:
                speed[i] = value - before
                values[row, i] = value
    return values


def _words(point: str) -> list[str]:
    # A prefix or a sign may stand right behind the value before it.
    words = _CLOSE.sub(" ", point).split()
    joined: list[str] = []
    for word in words:
        if joined and joined[-1] in ("!", "'", '"'):
            joined[-1] += word
        else:
            joined.append(word)
    return joined


def _number(word: str, number: int, row: int) -> float:
    try:
        value = float(int(word[1:], 16)) if word.startswith("#") else float(word)
    except ValueError:
        raise InkMLError(
            f"trace {number}, point {row + 1}: {word[:20]!r} is not a number; mend the file, or save it anew"
        ) from None
    if not math.isfinite(value):
        raise InkMLError(f"trace {number}, point {row + 1}: {word[:20]!r} is not a place; mend the file")
    return value
