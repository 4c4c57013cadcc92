"""Sheets for tests: words and lines drawn with a few brushes."""

import numpy as np

from ..documents.brush import read
from ..documents.sheet import read_sheet
from ..native.pieces import Piece, SheetStroke
from ..native.words import write
from ..tables.records import SAMPLE

PRESSED = {"size": {"pressure": {"on": True, "range": [0.12, 1.0]}}}
LEAF = "a" * 64
RIBBON = {"tip": "shapes", "laying": "ribbon", "shapes": [{"picture": LEAF}]}
LOOKS = {
    "monoline": read({"size": 9.0, "responses": {}}),
    "nib": read({"size": 16.0, "tip": "broad nib", "roundness": 0.15, "angle": -35.0, "responses": {}}),
    "pointed": read({"size": 20.0, "responses": PRESSED}),
    "soft": read({"size": 24.0, "softness": 0.8, "responses": {}}),
    "ribbon": read({"size": 18.0, **RIBBON, "responses": {}}),
}


def leaf(_digest: str = "", height: int = 128, wide: int = 512) -> np.ndarray:
    """A shape pointed at both ends, 0..255, its edge as sharp as px allow; the source of all these brushes."""
    y, x = np.mgrid[-1 : 1 : height * 1j, 0 : 1 : wide * 1j]
    inside = (0.9 * np.sin(np.pi * x) ** 0.6 - np.abs(y)) * height / 2
    return np.round(255 * np.clip(inside + 0.5, 0, 1)).astype(np.uint8)


def drawn(x, y, pressure=0.6) -> np.ndarray:
    """Samples through places, 5 ms apart."""
    samples = np.zeros(len(x), SAMPLE)
    samples["x"], samples["y"], samples["t"] = x, y, np.arange(len(x)) * 5.0
    samples["pressure"], samples["altitude"] = pressure, 1.2
    return samples


def straight(x0, y0, x1, y1, count=60, pressure=0.6) -> np.ndarray:
    """Samples along a line."""
    return drawn(np.linspace(x0, x1, count), np.linspace(y0, y1, count), pressure)


def lettered(look: str, width=1000, height=420, **own) -> Piece:
    """Two words on a sheet, all with one look."""
    strokes = []
    for text, hand, y in (("Skerrow", "running", 170), ("Lantern", "upright", 340)):
        written = write(text, hand, (40, y), 80, spacing=0.0 if hand == "running" else 0.25, press=(0.2, 0.9), seed=3)
        strokes += [SheetStroke(one, seed=i + 1, look=look, **own) for i, one in enumerate(written.strokes)]
    return Piece(read_sheet({"width": width, "height": height, "dpi": 300.0}), strokes, LOOKS, pictures=leaf)


def lined(width=700, height=300, dpi=300.0, **document) -> Piece:
    """A line 50 mm long, level, in the middle of a sheet."""
    long = 50.0 / 25.4 * dpi
    left = (width - long) / 2
    stroke = SheetStroke(straight(left, height / 2, left + long, height / 2), look="butt")
    looks = {"butt": read({"size": 8.0, "tip": "ellipse", "responses": {}})}
    return Piece(read_sheet({"width": width, "height": height, "dpi": dpi, **document}), [stroke], looks)
