"""How a skeleton is written down: strokes as places that the pen goes through.

Lengths are x-heights, y goes up from the baseline.
"""

import math
from typing import NamedTuple

Point = tuple[float, float, bool]
"""A place on the way of the pen, and whether the way turns a corner there."""


class Glyph(NamedTuple):
    """A letter.

    Attributes
    ----------
    strokes : tuple of tuple of Point
        In the order in which they are written.
    advance : float
        Where the next letter begins.
    top : float
        Height above which a mark stands.
    joined : bool
        Whether the first stroke comes from the letter before, and leads on to the next.
    """

    strokes: tuple[tuple[Point, ...], ...]
    advance: float
    top: float = 1.0
    joined: bool = False


def way(text: str) -> tuple[Point, ...]:
    """A smooth way through places "x,y"; one with a star behind it is a corner.

    Examples
    --------
    >>> way("0,1 .5,0* 1,1")
    ((0.0, 1.0, False), (0.5, 0.0, True), (1.0, 1.0, False))
    """
    points = []
    for word in text.split():
        x, y = word.rstrip("*").split(",")
        points.append((float(x), float(y), word.endswith("*")))
    return tuple(points)


def line(text: str) -> tuple[Point, ...]:
    """Straight pieces through places: all of them are corners."""
    return tuple((x, y, True) for x, y, _ in way(text))


def arc(cx, cy, rx, ry, first, last) -> tuple[Point, ...]:
    """A part of an ellipse, from one angle to another, degrees; against the clock where the angle grows."""
    count = max(2, math.ceil(abs(last - first) / 30.0) + 1)
    angles = [math.radians(first + (last - first) * i / (count - 1)) for i in range(count)]
    return tuple((cx + rx * math.cos(a), cy + ry * math.sin(a), False) for a in angles)


def dot(x, y) -> tuple[Point, ...]:
    """A touch of the pen, as it is made: a very short way down."""
    return ((x, y + 0.03, True), (x + 0.015, y - 0.03, True))


def moved(stroke, dx=0.0, dy=0.0, across=1.0, up=1.0) -> tuple[Point, ...]:
    """A stroke made wider and higher, then moved."""
    return tuple((across * x + dx, up * y + dy, corner) for x, y, corner in stroke)


def letter(advance, *strokes, top=1.0, joined=False) -> Glyph:
    """A letter of some strokes; `joined` ones are led on from their first."""
    return Glyph(tuple(strokes), advance, top, joined)
