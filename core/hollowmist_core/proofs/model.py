"""A model of a hand: where the pen goes, when, how hard it presses and how it shakes.

Movement follows the kinematic theory of rapid human movements: a stroke of the pen is a vector sum of
simple strokes whose speed is lognormal in time and whose direction turns along a circular arc
(Plamondon 1995, "A kinematic theory of rapid human movements", Biol. Cybern. 72; O'Reilly and
Plamondon 2009, "Development of a Sigma-Lognormal representation for on-line signatures", Pattern
Recognition 42). Physiological tremor lies at 8 to 12 Hz (Elble and Koller 1990, "Tremor").
"""

from dataclasses import dataclass

import numpy as np
from scipy.special import erf

RATE = 200.0
"""Samples a second."""

TREMOR_BAND = (8.0, 12.0)


@dataclass(frozen=True)
class Simple:
    """One lognormal stroke.

    Attributes
    ----------
    start : float
        When the command is given, s.
    length : float
        Distance covered, px.
    mu, sigma : float
        Delay and response time of the muscles, in logarithms of seconds.
    direction, turn : float
        Direction at the middle and the whole turn over the stroke, radians.
    """

    start: float
    length: float
    mu: float
    sigma: float
    direction: float
    turn: float


def progress(simple: Simple, t):
    """Share of a simple stroke done at times t (s): the lognormal's distribution function."""
    late = np.maximum(t - simple.start, 1e-9)
    return 0.5 * (1.0 + erf((np.log(late) - simple.mu) / (simple.sigma * np.sqrt(2.0))))


def displacement(simple: Simple, t):
    """Displacement (dx, dy) of a simple stroke at times t, px.

    With the direction turning in proportion to the progress the integral is closed: an arc of
    radius length / turn.
    """
    done = progress(simple, t)
    if abs(simple.turn) < 1e-6:
        return simple.length * done * np.cos(simple.direction), simple.length * done * np.sin(simple.direction)
    radius = simple.length / simple.turn
    first = simple.direction - simple.turn / 2
    angle = first + simple.turn * done
    return radius * (np.sin(angle) - np.sin(first)), radius * (np.cos(first) - np.cos(angle))


def through(points, turns, times, quickness=0.16, sigma=0.22):
    """Simple strokes that lead from point to point.

    Parameters
    ----------
    points : sequence of (x, y)
        Virtual targets, px.
    turns : sequence of float
        Turn on the way to each next point, degrees; positive bends to the right on the page.
    times : sequence of float
        When each simple stroke is commanded, s. Those that overlap in time round their corners.
    quickness, sigma : float
        Median time a simple stroke takes, s, and the spread of its logarithm.
    """
    simples = []
    for (x0, y0), (x1, y1), turn, start in zip(points[:-1], points[1:], turns, times, strict=True):
        chord, half = np.hypot(x1 - x0, y1 - y0), np.radians(turn) / 2
        length = chord * (half / np.sin(half) if abs(half) > 1e-6 else 1.0)
        simples.append(
            Simple(start, length, float(np.log(quickness)), sigma, float(np.arctan2(y1 - y0, x1 - x0)), 2 * half)
        )
    return simples


def move(origin, simples, duration):
    """Times (s) and positions (px) of a hand that carries out simple strokes from an origin."""
    t = np.arange(0.0, duration, 1.0 / RATE)
    x, y = np.full_like(t, float(origin[0])), np.full_like(t, float(origin[1]))
    for simple in simples:
        dx, dy = displacement(simple, t)
        x += dx
        y += dy
    return t, x, y


def on_paper(t, x, y, still=0.6):
    """The part of a movement in which the pen is down: it starts and ends within `still` px of rest."""
    moving = (np.hypot(x - x[0], y - y[0]) > still) & (np.hypot(x - x[-1], y - y[-1]) > still)
    first, last = np.flatnonzero(moving)[[0, -1]]
    return t[first : last + 1] - t[first], x[first : last + 1], y[first : last + 1]


def tremor(t, amplitude, rng, parts=7):
    """Tremor at times t: a sum of sinusoids in the physiological band, with the given RMS amplitude in px."""
    shake = np.zeros_like(t)
    for frequency, phase in zip(rng.uniform(*TREMOR_BAND, parts), rng.uniform(0, 2 * np.pi, parts), strict=True):
        shake += np.sin(2 * np.pi * frequency * t + phase)
    return amplitude * np.sqrt(2.0 / parts) * shake


def press(t, levels, rng, rise=0.05, grain=0.012):
    """Pressure 0..1 at times t: through levels spread evenly over the stroke, rising and lifting in `rise` s.

    `grain` is the RMS unsteadiness of the press.
    """
    place = np.linspace(0.0, t[-1], len(levels))
    pressure = np.interp(t, place, levels)
    pressure *= np.clip((t + 0.4 * rise) / rise, 0, 1) * np.clip((t[-1] - t + 0.2 * rise) / rise, 0, 1)
    return np.clip(pressure + tremor(t, grain, rng), 0.0, 1.0)


def press_on_descent(t, y, rng, light=0.22, heavy=0.85):
    """Pressure of a letterer: heavy where the pen comes down the page, light where it goes up."""
    speed = np.gradient(y, t)
    down = np.clip(speed / max(1e-6, np.percentile(np.abs(speed), 85)), 0.0, 1.0)
    width = int(0.05 * RATE)
    window = np.hanning(2 * width + 1)
    eased = np.convolve(np.pad(down, width, mode="edge"), window / window.sum(), mode="valid")
    return np.clip(light + (heavy - light) * eased + tremor(t, 0.01, rng), 0.0, 1.0)


def lean(t, rng, altitude=58.0, azimuth=315.0):
    """Altitude and azimuth (radians) of a hand that holds its pen at rest and sways a little."""
    sway = tremor(t / 14.0, 2.0, rng)
    return np.radians(altitude + sway), np.radians(azimuth + 2.5 * sway)
