"""Tests of the core, run by Django's test runner without a database."""

import numpy as np

from ..tables.records import SAMPLE


def straight(x0, y0, x1, y1, count=60, pressure=1.0, ms=600.0):
    """Samples of a straight stroke; the pressure is one number or a (first, last) pair."""
    u = np.linspace(0.0, 1.0, count)
    samples = np.zeros(count, SAMPLE)
    samples["x"], samples["y"] = x0 + (x1 - x0) * u, y0 + (y1 - y0) * u
    samples["t"] = ms * u
    first, last = pressure if isinstance(pressure, tuple) else (pressure, pressure)
    samples["pressure"] = first + (last - first) * u
    samples["altitude"] = np.pi / 2
    return samples


def coverage(sheet):
    """Coverage 0..1 of black ink on white paper, from the pixels as shown."""
    return 1.0 - sheet.pixels(paper=0xFFFFFF)[..., 0] / 255.0
