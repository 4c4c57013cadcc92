"""A sheet as it is drawn by code: strokes along curves, and words, each with a brush of the demo's by its name."""

from collections.abc import Sequence
from dataclasses import dataclass, field

import numpy as np
from hollowmist_core.native.words import write
from hollowmist_core.proofs import model
from hollowmist_core.tables.records import SAMPLE
from scipy.interpolate import CubicSpline

STEP = 4.0
"""Between places that a curve is walked in, px."""

BRISK = 1.3
"""Speed of the hand on a straight line, px/ms."""

SLOWEST = 0.25
"""Of that, in the sharpest bends."""


@dataclass(frozen=True)
class Drawn:
    """A stroke as it is drawn: its samples, the brush by its name, and what is its own."""

    samples: np.ndarray
    brush: str
    layer: int = 0
    size: float | None = None
    ink: str = ""
    opacity: float | None = None


@dataclass
class Drawing:
    """A sheet that is being drawn.

    Attributes
    ----------
    name, note : str
    document : dict
        Parts of a sheet document that differ from a new one's.
    pencil : list of ndarray, shape (count, 2)
        Lines of the pencil layout below the ink, if there is one.
    """

    name: str
    note: str
    document: dict
    seed: int
    strokes: list[Drawn] = field(default_factory=list)
    pencil: list[np.ndarray] = field(default_factory=list)

    def __post_init__(self):
        self.rng = np.random.default_rng(self.seed)

    def draw(self, points, brush: str, press: Sequence[float] = (0.5,), shake: float = 0.3, **own) -> None:
        """Draw along a curve, `press` at places spread evenly over it."""
        self.strokes.append(Drawn(along(points, press, self.rng, shake), brush, **own))

    def word(self, text: str, hand: str, at, x_height: float, brush: str, centred: bool = False, **own) -> float:
        """Write a line of text; returns where it ends. `centred` puts its middle at `at`."""
        set_by = ("spacing", "slant", "alive", "press")
        settings = {key: own.pop(key) for key in set_by if key in own}
        seed = int(self.rng.integers(1, 2**31 - 1))
        if centred:
            wide = write(text, hand, (0.0, 0.0), x_height, seed=seed, **settings).ends_at
            at = (at[0] - wide / 2, at[1])
        written = write(text, hand, at, x_height, seed=seed, **settings)
        self.strokes += [Drawn(one, brush, **own) for one in written.strokes]
        return written.ends_at


def along(points, press: Sequence[float], rng, shake: float = 0.3) -> np.ndarray:
    """Samples of a hand that follows a curve: slower where it bends, a little unsteady.

    Parameters
    ----------
    points : array_like, shape (count, 2)
        px.
    press : sequence of float
        0..1.
    shake : float
        RMS of the tremor, px.

    Returns
    -------
    ndarray, dtype SAMPLE
    """
    way = walked(np.asarray(points, float))
    ahead = np.gradient(way, axis=0)
    turn = np.abs(np.gradient(np.unwrap(np.arctan2(ahead[:, 1], ahead[:, 0])))) / STEP
    # The two-thirds power law, as in `hollowmist_core.kernels.lettering.words`.
    speed = BRISK * np.clip((np.maximum(turn, 1e-4) / 0.004) ** (-1 / 3), SLOWEST, 1.4)
    times = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(way, axis=0).T) / speed[1:])])
    t = np.arange(0.0, times[-1] + 1.0, 1000.0 / model.RATE) if len(way) > 1 else np.zeros(1)
    x, y = np.interp(t, times, way[:, 0]), np.interp(t, times, way[:, 1])
    seconds = t / 1000.0
    out = np.zeros(len(t), SAMPLE)
    out["x"], out["y"] = x + model.tremor(seconds, shake, rng), y + model.tremor(seconds, shake, rng)
    out["t"] = t
    levels = list(press) if len(press) > 1 else [press[0], press[0]]
    out["pressure"] = model.press(np.maximum(seconds, 1e-3), levels, rng, rise=0.02)
    out["altitude"], out["azimuth"] = model.lean(seconds, rng)
    return out


def walked(points: np.ndarray) -> np.ndarray:
    """A line's places, `STEP` px apart."""
    lengths = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(points, axis=0).T))])
    if lengths[-1] <= 0:
        return points[:1]
    places = np.linspace(0.0, lengths[-1], max(2, int(lengths[-1] / STEP) + 1))
    return np.column_stack([np.interp(places, lengths, points[:, k]) for k in range(2)])


def straight(x0, y0, x1, y1) -> np.ndarray:
    """A straight line."""
    return np.array([(x0, y0), (x1, y1)], float)


def arc(cx, cy, rx, ry, first, last, count=64) -> np.ndarray:
    """A part of an ellipse, from one angle to another, degrees, clockwise on the page."""
    angles = np.radians(np.linspace(first, last, count))
    return np.column_stack([cx + rx * np.cos(angles), cy + ry * np.sin(angles)])


def smooth(points, count=160) -> np.ndarray:
    """A smooth curve through places (a natural cubic spline over the chords)."""
    places = np.asarray(points, float)
    chords = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(places, axis=0).T))])
    return CubicSpline(chords, places, bc_type="natural")(np.linspace(0, chords[-1], count))


def rounded(left, top, right, bottom, radius) -> np.ndarray:
    """A rectangle with round corners, from the middle of its top side once around."""
    parts = [
        straight((left + right) / 2, top, right - radius, top),
        arc(right - radius, top + radius, radius, radius, -90, 0, 16),
        arc(right - radius, bottom - radius, radius, radius, 0, 90, 16),
        arc(left + radius, bottom - radius, radius, radius, 90, 180, 16),
        arc(left + radius, top + radius, radius, radius, 180, 270, 16),
        straight(left + radius, top, (left + right) / 2, top),
    ]
    return np.concatenate(parts)
