"""What the modelled hand draws for each lane."""

from typing import NamedTuple

import numpy as np

from . import model

SEED = 1871


def _record(t, x, y, pressure, rng):
    altitude, azimuth = model.lean(t, rng)
    rows = np.column_stack([x, y, t * 1000.0, pressure, altitude, azimuth])
    return np.round(rows, 3).tolist()


class Manner(NamedTuple):
    """How a hand moves: its tremor, px, and what `model.through` takes."""

    shake: float = 0.25
    quickness: float = 0.16
    sigma: float = 0.22


STEADY = Manner()


def _drawn(origin, points, turns, pace, rng, levels, manner=STEADY):
    """One stroke through points (relative to an origin); `pace` is the time between two commands and that of all, s."""
    gap, duration = pace
    shake, quickness, sigma = manner
    places = [(origin[0] + x, origin[1] + y) for x, y in points]
    times = [gap * i for i in range(len(points) - 1)]
    t, x, y = model.on_paper(*model.move(places[0], model.through(places, turns, times, quickness, sigma), duration))
    x = x + model.tremor(t, shake, rng)
    y = y + model.tremor(t, shake, rng)
    pressure = model.press_on_descent(t, y, rng) if levels is None else model.press(t, levels, rng)
    return _record(t, x, y, pressure, rng)


def press_ramp(rng):
    """Light to heavy, across."""
    return [
        _drawn(
            (70, 84),
            [(0, 0), (320, -6)],
            [6],
            (0.0, 1.5),
            rng,
            [0.03, 0.5, 1.0, 0.98],
            Manner(shake=0.2, quickness=0.62, sigma=0.32),
        )
    ]


def swell(rng):
    """Light, heavy, light, on a wave."""
    points = [(0, 20), (105, -22), (215, 22), (320, -20)]
    return [
        _drawn(
            (480, 84),
            points,
            [-70, 95, -70],
            (0.34, 1.5),
            rng,
            [0.08, 0.3, 0.95, 0.95, 0.3, 0.05],
            Manner(quickness=0.34, sigma=0.3),
        )
    ]


def slow_and_shaky(rng):
    """A slow, long line of an unsteady hand."""
    points = [(0, 6), (90, -14), (190, 16), (310, -4)]
    return [
        _drawn(
            (70, 258),
            points,
            [14, -18, 12],
            (0.62, 3.4),
            rng,
            [0.4, 0.55, 0.5, 0.55, 0.45],
            Manner(shake=1.3, quickness=1.0, sigma=0.3),
        )
    ]


def fast_flick(rng):
    """Three quick flicks."""
    strokes = []
    for i in range(3):
        origin = (476 + 112 * i, 300)
        strokes.append(
            _drawn(
                origin,
                [(0, 0), (96, -84)],
                [-52 + 14 * i],
                (0.0, 0.3),
                rng,
                [0.85, 0.9, 0.4, 0.05],
                Manner(quickness=0.11, sigma=0.26),
            )
        )
    return strokes


def sharp_corners(rng):
    """Corners drawn with a stop at each: the commands do not overlap."""
    points = [(0, 40), (52, -44), (104, 40), (156, -44), (208, 40), (262, -44), (262, 40), (320, 40)]
    return [
        _drawn(
            (70, 440),
            points,
            [4, -4, 4, -4, 3, 0, 0],
            (0.34, 2.6),
            rng,
            [0.5, 0.62, 0.58, 0.62, 0.5],
            Manner(quickness=0.2, sigma=0.2),
        )
    ]


def spiral(rng):
    """A spiral outwards."""
    turns, steps = 3.2, 20
    angles = np.linspace(0, turns * 2 * np.pi, steps)
    radii = np.linspace(5, 70, steps)
    points = [(r * np.cos(a), r * np.sin(a)) for r, a in zip(radii, angles, strict=True)]
    bend = np.degrees(angles[1] - angles[0])
    return [
        _drawn(
            (975, 96),
            points,
            [bend] * (steps - 1),
            (0.11, 2.6),
            rng,
            [0.15, 0.4, 0.65, 0.9, 0.5],
            Manner(quickness=0.2, sigma=0.28),
        )
    ]


def crossing_loop(rng):
    """Two loops that cross themselves."""
    points = [(0, 30), (92, -40), (52, -60), (70, 34), (190, 10), (250, -50), (206, -62), (214, 34), (320, -10)]
    turns = [-60, -150, -70, -80, -45, -160, -60, -60]
    return [
        _drawn(
            (480, 452),
            points,
            turns,
            (0.17, 2.0),
            rng,
            [0.3, 0.75, 0.45, 0.85, 0.5, 0.3],
            Manner(quickness=0.22, sigma=0.24),
        )
    ]


def word(rng):
    """The word "eel", joined, pressed on the way down."""

    def small(x):
        return [(x + 44, -26), (x + 28, -62), (x + 14, -18), (x + 40, 2), (x + 66, -14)]

    points = [(0, -8), *small(0), *[(x, y) for x, y in small(64)]]
    points += [(176, -60), (166, -146), (148, -60), (172, 2), (206, -22)]
    letter = [-50, -150, -40, -80, -25]
    turns = [-50, *letter[1:], *letter, -30, -150, -14, -95, -30]
    points = [(1.4 * x, 1.25 * y) for x, y in points]
    return [_drawn((846, 440), points, turns, (0.15, 2.9), rng, None, Manner(shake=0.3, quickness=0.18, sigma=0.2))]


COLUMNS = (46, 456, 836)
ROWS = (14, 184, 344)

LANES = (
    ("ramp", "Press ramp", (COLUMNS[0], ROWS[0]), press_ramp),
    ("swell", "Swell", (COLUMNS[1], ROWS[0]), swell),
    ("spiral", "Spiral", (COLUMNS[2], ROWS[0]), spiral),
    ("shaky", "Slow and shaky", (COLUMNS[0], ROWS[1]), slow_and_shaky),
    ("flick", "Fast flick", (COLUMNS[1], ROWS[1]), fast_flick),
    ("word", "A word", (COLUMNS[2], ROWS[1]), word),
    ("corners", "Sharp corners", (COLUMNS[0], ROWS[2]), sharp_corners),
    ("loop", "Crossing loop", (COLUMNS[1], ROWS[2]), crossing_loop),
)
"""Key, label, where the label stands (sheet px), and what the hand does."""


def make_lanes() -> list[dict]:
    """All lanes as plain data; the same at every call."""
    made = []
    for i, (key, label, at, draw) in enumerate(LANES):
        strokes = draw(np.random.default_rng([SEED, i]))
        seeds = [int(seed) for seed in np.random.default_rng([SEED, i]).integers(1, 2**31, len(strokes))]
        made.append({"key": key, "label": label, "at": at, "seeds": seeds, "strokes": strokes})
    return made
