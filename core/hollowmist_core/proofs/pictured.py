"""Strokes that the stations' pictures show, where it is not the one in hand.

Each is a curve of u, 0..1 along the stroke, in the px of its room.
"""

from collections.abc import Callable

import numpy as np

ROOM = (320, 160)
"""Width and height of a station's picture, px."""

PAPER_ROOM = (300, 212)
"""Of the picture of a whole paper, px."""

TOOK = 800.0
"""How long a hand takes for each of them, ms."""

ALTITUDE = np.pi / 3
"""How the pen is held, radians."""

Curve = Callable[[np.ndarray], tuple]


def _drawn(count: int, curve: Curve) -> list[list[float]]:
    """Rows of x, y, t, pressure, altitude and azimuth."""
    u = np.linspace(0.0, 1.0, count)
    x, y, pressure = curve(u)
    columns = np.broadcast_arrays(x, y, TOOK * u, pressure, ALTITUDE, 0.0)
    return [[round(float(value), 4) for value in row] for row in np.stack(columns, axis=1)]


def _across(inset: float, pressure: float) -> Curve:
    width, height = ROOM
    return lambda u: (inset + u * (width - 2 * inset), height / 2, pressure)


def _patch(left: float, right: float) -> Curve:
    return lambda u: (left + u * (right - left), ROOM[1] / 2, 1.0)


def _crossing(u: np.ndarray) -> tuple:
    """It crosses itself in the middle; where it turns at its left it is a line alone."""
    width, height = ROOM
    angle = (-0.17 + 0.84 * u) * 2.0 * np.pi
    return width / 2 - 120.0 * np.sin(angle), height / 2 + 44.0 * np.sin(2.0 * angle), 0.75


def _over_paper(u: np.ndarray) -> tuple:
    width, height = PAPER_ROOM
    swing = 1.0 + 0.5 * np.sin(2.0 * np.pi * u)
    return 24.0 + u * (width - 48.0), height / 2 * swing, 0.15 + 0.85 * np.sin(np.pi * u)


def _over_patches(u: np.ndarray) -> tuple:
    width, height = ROOM
    return 24.0 + u * (width - 48.0), height / 2 + 30.0 * np.sin(4.0 * np.pi * u), 0.75


def _straight(u: np.ndarray) -> tuple:
    width, height = ROOM
    return 36.0 + u * (width - 72.0), height / 2, 0.35 + 0.65 * u


STROKES: dict[str, tuple[int, Curve]] = {
    "across": (24, _across(30.0, 0.9)),
    # A bend, and a straight stroke across it: for each way to hold the grain, in a quarter of the width.
    "bend": (40, lambda u: (18.0 + 44.0 * u, 40.0 + 44.0 * np.sin(np.pi * u), 0.9)),
    "over bend": (12, lambda u: (18.0 + 44.0 * u, 130.0 - 24.0 * u, 0.9)),
    "over paper": (80, _over_paper),
    "light patch": (8, _patch(70.0, 92.0)),
    "dark patch": (8, _patch(228.0, 250.0)),
    "over patches": (100, _over_patches),
    "wet across": (24, _across(30.0, 0.75)),
    "wet down": (24, lambda u: (ROOM[0] / 2, 22.0 + u * (ROOM[1] - 44.0), 0.75)),
    "straight": (24, _straight),
    "crossing": (160, _crossing),
    # From the foot of a room of 1 x 1 to its top.
    "upright": (60, lambda u: (0.0, 1.0 - u, 0.8)),
}


def as_rows() -> dict[str, list[list[float]]]:
    """The strokes for the tablet: of each its rows of x, y, t, pressure, altitude and azimuth."""
    return {key: _drawn(count, curve) for key, (count, curve) in STROKES.items()}
