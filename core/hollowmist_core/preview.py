"""Pictures of a brush for its pocket: an upright stroke, and a print of its tip."""

import io

import numpy as np
from PIL import Image

from .kernels.records import SAMPLE
from .native import Pictures, Sheet, Stroke, prepared
from .papers import PAPER
from .scaling import scaled

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


def _inked(document: dict, samples_for, size: tuple[int, int], widest: float, pictures: Pictures | None) -> bytes:
    scale = min(2.0, widest / document["size"])
    sheet = Sheet(*size)
    sheet.ink(prepared(scaled(document, scale), pictures), Stroke(samples_for(*size)))
    return _png(sheet.pixels(PAPER))


def pocket_picture(document: dict, pictures: Pictures | None = None) -> bytes:
    """PNG of a checked brush's upright stroke on paper, `POCKET` px. `pictures` finds its sources' ink."""
    # Stamps that stray need room beside them.
    stray = (
        1
        + document["scatter_across"]
        + document["strand_gap"] * (document["stamps"] - 1) * (document["several"] == "side by side")
    )
    return _inked(document, upright_stroke, POCKET, max(14.0, min(WIDEST, 0.8 * POCKET[0] / stray)), pictures)


def tip_print(document: dict, pictures: Pictures | None = None) -> bytes:
    """PNG of one full touch of a checked brush on paper, `PRINT` px square."""
    alone = {"flow": 1.0, "stamps": 1.0}
    still = {"scatter_across": 0.0, "scatter_along": 0.0, "size_jitter": 0.0}

    def one(width, height):
        return np.array([(width / 2, height / 2, 0, 1, np.pi / 2, 0, 0)], SAMPLE)

    fit = PRINT * 0.6 / (1 + document["softness"])
    return _inked({**document, **alone, **still}, one, (PRINT, PRINT), fit, pictures)
