"""Proof strokes: recorded strokes that every change of a brush re-inks.

They ship as data (`strokes.json`), made by `model`, a model of a hand; `python -m
hollowmist_core.proofs` writes them anew.
"""

import json
from dataclasses import dataclass
from functools import cache
from pathlib import Path

import numpy as np

from ..kernels.records import SAMPLE

DATA = Path(__file__).with_name("strokes.json")

SHEET = (2048, 1536)
"""Size of the proof sheet, px."""

LANES_AREA = (1216, 520)
"""Part of the sheet, from its top left corner, that the shipped lanes fill."""


@dataclass(frozen=True)
class Lane:
    """A named proof stroke: one or more pen strokes, in sheet px.

    Attributes
    ----------
    key, label : str
    strokes : tuple of ndarray, dtype SAMPLE
    """

    key: str
    label: str
    strokes: tuple[np.ndarray, ...]


def samples_from(rows) -> np.ndarray:
    """Samples from rows of x, y, t, pressure, altitude, azimuth."""
    return np.array([tuple(row) for row in rows], SAMPLE)


@cache
def lanes() -> tuple[Lane, ...]:
    """The shipped lanes, in order."""
    data = json.loads(DATA.read_text(encoding="utf-8"))
    return tuple(
        Lane(lane["key"], lane["label"], tuple(samples_from(rows) for rows in lane["strokes"]))
        for lane in data["lanes"]
    )
