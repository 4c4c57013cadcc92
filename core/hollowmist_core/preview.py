"""Pictures of a brush for its pocket: an upright stroke, and a print of its tip."""

import io

import numpy as np
from PIL import Image

from .kernels.records import SAMPLE
from .native import PAPER, Sheet, Stroke, prepared

POCKET = (232, 580)
"""Size of the stroke's picture, px: twice what the screen shows."""

PRINT = 88
WIDEST = 96.0
"""A brush wider than this is shown smaller, so that it fits its pocket."""


def upright_stroke(width: float, height: float, count: int = 160) -> np.ndarray:
    """A stroke down a pocket, light, heavy and light again, with a slight swing.

    Returns
    -------
    ndarray, shape (count,), dtype SAMPLE
    """
    u = np.linspace(0.0, 1.0, count)
    samples = np.zeros(count, SAMPLE)
    samples["x"] = width * (0.5 + 0.1 * np.sin(2 * np.pi * u))
    samples["y"] = height * (0.09 + 0.82 * u)
    samples["t"] = 900.0 * u
    samples["pressure"] = 0.06 + 0.94 * np.sin(np.pi * u) ** 1.4
    samples["altitude"] = np.radians(58.0)
    samples["azimuth"] = np.radians(315.0)
    return samples


def _png(pixels: np.ndarray) -> bytes:
    out = io.BytesIO()
    Image.fromarray(pixels[..., :3]).save(out, "PNG", optimize=True)
    return out.getvalue()


def _inked(document: dict, samples_for, width: int, height: int, widest: float) -> bytes:
    scale = min(2.0, widest / document["size"])
    scaled = {**document, "size": document["size"] * scale, "reach": min(200.0, max(1.0, document["reach"] * scale))}
    sheet = Sheet(width, height)
    sheet.ink(prepared(scaled), Stroke(samples_for(width, height)))
    return _png(sheet.pixels(PAPER))


def pocket_picture(document: dict) -> bytes:
    """PNG of a checked brush's upright stroke on paper, `POCKET` px."""
    return _inked(document, upright_stroke, *POCKET, WIDEST)


def tip_print(document: dict) -> bytes:
    """PNG of one full touch of a checked brush on paper, `PRINT` px square."""
    touch = {**document, "taper_start_length": 0.0, "taper_end_length": 0.0, "flow": 1.0}

    def one(width, height):
        return np.array([(width / 2, height / 2, 0, 1, np.pi / 2, 0)], SAMPLE)

    return _inked(touch, one, PRINT, PRINT, PRINT * 0.6 / (1 + document["softness"]))
