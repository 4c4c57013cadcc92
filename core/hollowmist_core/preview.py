"""Pictures of a brush for its pocket: an upright stroke, and a print of its tip."""

import io

import numpy as np
from PIL import Image

from .kernels import pocket
from .kernels.records import SAMPLE
from .native import Pictures, Sheet, Stroke, prepared
from .papers import PAPER

POCKET = (232, 580)
"""Size of the stroke's picture, px: twice what the screen shows."""

PRINT = 88
ONE_TOUCH = {"flow": 1.0, "stamps": 1.0, "scatter_across": 0.0, "scatter_along": 0.0, "size_jitter": 0.0}
"""What a brush's print is made with: one stamp that lies still."""


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


def _inked(document: dict, scale_for, samples_for, size: tuple[int, int], pictures: Pictures | None) -> bytes:
    brush = prepared(document, pictures)
    scale = scale_for(brush.record, size[0])
    sheet = Sheet(*size, scale)
    sheet.ink(brush, Stroke(samples_for(*(side / scale for side in size))))
    return _png(sheet.pixels(PAPER))


def pocket_picture(document: dict, pictures: Pictures | None = None) -> bytes:
    """PNG of a checked brush's upright stroke on paper, `POCKET` px. `pictures` finds its sources' ink."""
    return _inked(document, pocket.pocket_scale, upright_stroke, POCKET, pictures)


def tip_print(document: dict, pictures: Pictures | None = None) -> bytes:
    """PNG of one full touch of a checked brush on paper, `PRINT` px square."""

    def one(width, height):
        return np.array([(width / 2, height / 2, 0, 1, np.pi / 2, 0, 0)], SAMPLE)

    return _inked({**document, **ONE_TOUCH}, pocket.print_scale, one, (PRINT, PRINT), pictures)
