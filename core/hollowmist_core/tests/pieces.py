"""Sheets for tests: words and lines drawn with a few brushes."""

import numpy as np

from ..document import read
from ..kernels.records import SAMPLE
from ..sheets.document import read_sheet
from ..sheets.inking import Piece, SheetStroke
from ..words.writing import write

PRESSED = {"size": {"pressure": {"on": True, "range": [0.12, 1.0]}}}
LOOKS = {
    "monoline": read({"size": 9.0, "responses": {}}),
    "nib": read({"size": 16.0, "tip": "broad nib", "roundness": 0.15, "angle": -35.0, "responses": {}}),
    "pointed": read({"size": 20.0, "responses": PRESSED}),
    "soft": read({"size": 24.0, "softness": 0.8, "responses": {}}),
}


def straight(x0, y0, x1, y1, count=60, pressure=0.6) -> np.ndarray:
    """Samples along a line."""
    samples = np.zeros(count, SAMPLE)
    samples["x"], samples["y"] = np.linspace(x0, x1, count), np.linspace(y0, y1, count)
    samples["t"], samples["pressure"], samples["altitude"] = np.arange(count) * 5.0, pressure, 1.2
    return samples


def lettered(look: str, width=1000, height=420, **own) -> Piece:
    """Two words on a sheet, all with one look."""
    strokes = []
    for text, hand, y in (("Skerrow", "running", 170), ("Lantern", "upright", 340)):
        written = write(text, hand, (40, y), 80, spacing=0.0 if hand == "running" else 0.25, press=(0.2, 0.9), seed=3)
        strokes += [SheetStroke(one, seed=i + 1, look=look, **own) for i, one in enumerate(written.strokes)]
    return Piece(read_sheet({"width": width, "height": height, "dpi": 300.0}), strokes, LOOKS)


def lined(width=700, height=300, dpi=300.0, **document) -> Piece:
    """A line 50 mm long, level, in the middle of a sheet."""
    long = 50.0 / 25.4 * dpi
    left = (width - long) / 2
    stroke = SheetStroke(straight(left, height / 2, left + long, height / 2), look="butt")
    looks = {"butt": read({"size": 8.0, "tip": "ellipse", "responses": {}})}
    return Piece(read_sheet({"width": width, "height": height, "dpi": dpi, **document}), [stroke], looks)
