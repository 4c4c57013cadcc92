"""Readings: a brush measured from its ink by the native core."""

from time import perf_counter

import numpy as np

from ..kernels.measure import readings as measure
from ..kernels.measure.records import READINGS
from ..kernels.measure.steadied import read_steadying
from ..proofs import lanes
from ..tables.brush_record import BRUSH
from ..tables.records import POINT, SAMPLE
from .sheet import Pictures, Sheet, Stroke, prepared

SIDE = 2048
"""Side of the probes' sheet, px."""

WORK = 1 << 15
SHAKY, CORNERED = "shaky", "corners"
"""Lanes on which the steadying is read."""

COST_LENGTH = 1000.0
"""Length of the stroke, px, whose inking is timed."""


def measured(document: dict, pictures: Pictures | None = None) -> np.ndarray:
    """Measure a checked brush.

    Returns
    -------
    ndarray, shape (1,), dtype READINGS
    """
    ready = prepared(document, pictures)
    record = np.zeros(1, READINGS)
    sheet = Sheet(SIDE, SIDE)
    samples = np.zeros(4096, SAMPLE)
    work = np.zeros(WORK, np.float32)
    scratch, whole = np.zeros(1, BRUSH), np.zeros(1, BRUSH)
    step = 0
    while step >= 0:
        step = measure.read_brush(
            record,
            ready.record,
            scratch,
            whole,
            sheet.state,
            sheet.recent,
            sheet.even,
            sheet.path,
            sheet.stamps,
            sheet.maps,
            sheet.free,
            sheet.pool,
            ready.images,
            ready.bank,
            samples,
            work,
            step,
        )
    shaky, cornered = (_lane(key) for key in (SHAKY, CORNERED))
    read_steadying(
        record,
        sheet.state,
        ready.record,
        sheet.recent,
        sheet.even,
        sheet.path,
        shaky,
        len(shaky),
        cornered,
        len(cornered),
        np.zeros(max(len(shaky), len(cornered)), POINT),
        work,
    )
    return record


def inking_ms(document: dict, pictures: Pictures | None = None) -> float:
    """Time that this machine needs to ink `COST_LENGTH` px of a checked brush, ms: the quickest of three."""
    ready = prepared(document, pictures)
    samples = np.zeros(int(COST_LENGTH) // 4 + 1, SAMPLE)
    samples["x"] = np.linspace(500, 500 + COST_LENGTH, len(samples))
    samples["y"], samples["pressure"], samples["altitude"] = SIDE / 2, 1.0, np.pi / 2
    samples["t"] = np.arange(len(samples)) * 8.0
    sheet, taken = Sheet(SIDE, SIDE), []
    for _ in range(3):
        began = perf_counter()
        sheet.ink(ready, Stroke(samples))
        taken.append(1000 * (perf_counter() - began))
        sheet.clear()
    return min(taken)


def _lane(key: str) -> np.ndarray:
    return next(lane for lane in lanes() if lane.key == key).strokes[0]
