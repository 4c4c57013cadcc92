"""Proof strokes: recorded strokes that every change of a brush re-inks.

They ship as data (`strokes.json`), made by `model`, a model of a hand; `python -m
hollowmist_core.proofs` writes them anew.
"""

import json
from dataclasses import dataclass
from functools import cache
from pathlib import Path

import numpy as np

from ..tables.records import SAMPLE, samples_from

DATA = Path(__file__).with_name("strokes.json")

SHEET = (3072, 2048)
"""Size of the proof sheet, px: at 40 % it fills a screen of 1216 px."""

MOST_SAMPLES = 100_000
"""Samples in one recorded stroke."""

LANES_AREA = (1216, 520)
"""Part of the sheet, from its top left corner, that the shipped lanes fill."""


@dataclass(frozen=True)
class Lane:
    """A named proof stroke: one or more pen strokes, in sheet px.

    Attributes
    ----------
    key, label : str
    strokes : tuple of ndarray, dtype SAMPLE
    seeds : tuple of int
        Of each stroke.
    """

    key: str
    label: str
    strokes: tuple[np.ndarray, ...]
    seeds: tuple[int, ...]


@cache
def lanes() -> tuple[Lane, ...]:
    """The shipped lanes, in order."""
    data = json.loads(DATA.read_text(encoding="utf-8"))
    return tuple(
        Lane(lane["key"], lane["label"], tuple(samples_from(rows) for rows in lane["strokes"]), tuple(lane["seeds"]))
        for lane in data["lanes"]
    )


def read_samples(data: bytes) -> np.ndarray:
    """Samples of a recorded stroke from their bytes.

    Parameters
    ----------
    data : bytes
        A vector of SAMPLE, little-endian.

    Raises
    ------
    ValueError
        Not whole samples, none, more than `MOST_SAMPLES`, or a position, time or pressure that no hand makes.
    """
    if len(data) % SAMPLE.itemsize or not data:
        raise ValueError(f"samples: {len(data)} bytes; send one or more samples of {SAMPLE.itemsize} bytes each")
    samples = np.frombuffer(data, SAMPLE)
    if len(samples) > MOST_SAMPLES:
        raise ValueError(f"samples: {len(samples)} in one stroke; allowed are up to {MOST_SAMPLES:,}")
    for field in ("x", "y", "t", "pressure"):
        bad = np.flatnonzero(~np.isfinite(samples[field]))
        if len(bad):
            raise ValueError(f"samples: {field} of sample {bad[0]} is {samples[field][bad[0]]}; give a finite number")
    if np.any(np.diff(samples["t"]) < 0):
        at = int(np.argmax(np.diff(samples["t"]) < 0)) + 1
        raise ValueError(f"samples: time goes back at sample {at}; send samples in the order they were made")
    return samples
