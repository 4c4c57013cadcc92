"""Pictures of a brush for its pocket: an upright stroke, and a print of its tip."""

import io

import numpy as np
from PIL import Image

from ..documents.brush import default_document, read
from ..kernels.touch import pocket
from ..tables.papers import PAPER
from ..tables.records import SAMPLE
from .sheet import Pictures, Sheet, Stroke, prepared

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


TIP_SIDE = 1024
PLAIN = {
    "bite": 0.0,
    "opacity": 1.0,
    "mode": "normal",
    "ink": "#000000",
    "second_share": 0.0,
    "tones": "as coverage",
    "pooling": 0.0,
    "wetness": 0.0,
    "spread": 0.0,
}
"""What a tip is shown with by itself: no grain, and nothing that ink does."""


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


def _touch(width: float, height: float) -> np.ndarray:
    """One full touch, the pen upright, in the middle."""
    return np.array([(width / 2, height / 2, 0, 1, np.pi / 2, 0, 0)], SAMPLE)


def tip_ink(document: dict, pictures: Pictures | None = None, side: int = TIP_SIDE) -> np.ndarray:
    """The tip of a checked brush by itself, as coverage.

    Returns
    -------
    ndarray, shape (side, side), uint8
        255 = full.
    """
    usual = default_document()
    as_usual = {key: usual[key] for key in ("responses", "layers")}
    brush = prepared(read({**document, **ONE_TOUCH, **PLAIN, **as_usual}), pictures)
    scale = pocket.print_scale(brush.record, side)
    sheet = Sheet(side, side, scale)
    sheet.ink(brush, Stroke(_touch(side / scale, side / scale)))
    return 255 - sheet.pixels(0xFFFFFF)[..., 0]


def tip_print(document: dict, pictures: Pictures | None = None) -> bytes:
    """PNG of one full touch of a checked brush on paper, `PRINT` px square."""
    return _inked({**document, **ONE_TOUCH}, pocket.print_scale, _touch, (PRINT, PRINT), pictures)
