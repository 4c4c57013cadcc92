"""Files of golden sheets, opened by programs that are not ours, against the pixels of the screen."""

import io
import subprocess
import tempfile
import zipfile
from pathlib import Path
from unittest import TestCase

import numpy as np
from defusedxml.ElementTree import fromstring
from PIL import Image

from ..formats import FileWish
from ..formats.ora import write_ora
from ..formats.sheet_pdf import sheet_pdf
from ..formats.sheet_svg import sheet_svg
from ..sheets.inking import inked
from .golden.demo import demo_sheets
from .golden.drawn import drawn

WHOLE = FileWish(paper=True, underlay=True)
MOST_SVG = 2_000_000


def by_poppler(pdf: bytes, dpi: float) -> np.ndarray:
    """A page as poppler renders it: RGB."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "sheet.pdf"
        path.write_bytes(pdf)
        subprocess.run(
            ["pdftoppm", "-r", str(dpi), "-png", "-singlefile", str(path), str(path.with_suffix(""))], check=True
        )
        return np.asarray(Image.open(path.with_suffix(".png")).convert("RGB"))


def by_librsvg(svg: bytes, width: int, height: int) -> np.ndarray:
    """An SVG as librsvg renders it: RGB over white."""
    asked = ["rsvg-convert", "--unlimited", "-w", str(width), "-h", str(height), "--background-color", "white"]
    png = subprocess.run(asked, input=svg, capture_output=True, check=True).stdout
    return np.asarray(Image.open(io.BytesIO(png)).convert("RGB"))


def blended(b, s, mode):
    """A channel blended by the formulas of W3C Compositing and Blending Level 1, section 10."""
    with np.errstate(divide="ignore", invalid="ignore"):
        return {
            "src-over": lambda: s,
            "multiply": lambda: b * s,
            "screen": lambda: b + s - b * s,
            "overlay": lambda: np.where(b <= 0.5, 2 * b * s, 1 - 2 * (1 - b) * (1 - s)),
            "darken": lambda: np.minimum(b, s),
            "lighten": lambda: np.maximum(b, s),
            "color-dodge": lambda: np.where(b <= 0, 0, np.where(s >= 1, 1, np.minimum(1, b / (1 - s)))),
            "color-burn": lambda: np.where(b >= 0.996, 1, np.where(s <= 0, 0, 1 - np.minimum(1, (1 - b) / s))),
            "hard-light": lambda: np.where(s <= 0.5, 2 * b * s, 1 - 2 * (1 - b) * (1 - s)),
            "soft-light": lambda: np.where(
                s <= 0.5,
                b - (1 - 2 * s) * b * (1 - b),
                b + (2 * s - 1) * (np.where(b <= 0.25, ((16 * b - 12) * b + 4) * b, np.sqrt(b)) - b),
            ),
            "difference": lambda: np.abs(b - s),
            "exclusion": lambda: b + s - 2 * b * s,
        }[mode]()


def composed(ora: bytes) -> np.ndarray:
    """The stack of an OpenRaster file composed by its own operators, from the lowest: RGB over white, 0..255."""
    archive = zipfile.ZipFile(io.BytesIO(ora))
    image = fromstring(archive.read("stack.xml"))
    out = np.ones((int(image.get("h")), int(image.get("w")), 3))
    for layer in reversed([one for one in image.iter() if one.tag == "layer"]):
        if layer.get("visibility") == "hidden":
            continue
        pixels = np.asarray(Image.open(io.BytesIO(archive.read(layer.get("src")))).convert("RGBA")) / 255.0
        y, x = int(layer.get("y")), int(layer.get("x"))
        part = out[y : y + len(pixels), x : x + pixels.shape[1]]
        alpha = pixels[..., 3:] * float(layer.get("opacity"))
        mode = layer.get("composite-op", "svg:src-over").removeprefix("svg:")
        part += alpha * (blended(part, pixels[..., :3], mode) - part)
    return out * 255.0


class FileTests(TestCase):
    def assert_seen(self, seen: np.ndarray, screen: np.ndarray, name: str, mean=2.0, share=0.005):
        """What another program shows is what the screen showed."""
        height, width = screen.shape[:2]
        self.assertLessEqual(max(abs(seen.shape[0] - height), abs(seen.shape[1] - width)), 1, name)
        height, width = min(height, seen.shape[0]), min(width, seen.shape[1])
        away = np.abs(seen[:height, :width].astype(float) - screen[:height, :width, :3])
        self.assertLessEqual(away.mean(), mean, name)
        self.assertLessEqual((away.max(axis=2) > 48).mean(), share, name)

    def test_the_demo_as_svg_pdf_and_openraster(self):
        for name, golden in demo_sheets().items():
            with self.subTest(name):
                screen = inked(golden.piece)
                height, width = screen.shape[:2]
                svg = sheet_svg(golden.piece, name, WHOLE)
                self.assertLess(len(svg), MOST_SVG, name)
                self.assert_seen(by_librsvg(svg, width, height), screen, f"{name} as SVG")
                pdf = sheet_pdf(golden.piece, name, WHOLE)
                self.assert_seen(by_poppler(pdf, golden.document["dpi"]), screen, f"{name} as PDF")
                ora = composed(write_ora(golden.piece, wish=WHOLE))
                self.assert_seen(ora, screen, f"{name} as OpenRaster", mean=0.5, share=0.0)

    def test_what_is_drawn_by_chance_as_svg_pdf_and_openraster(self):
        for number in range(10):
            golden = drawn(number)
            with self.subTest(golden.name):
                screen = inked(golden.piece)
                height, width = screen.shape[:2]
                # Small sheets are all edges, which each program smooths in its own way.
                svg = sheet_svg(golden.piece, golden.name, WHOLE)
                self.assert_seen(by_librsvg(svg, width, height), screen, f"{golden.name} as SVG", share=0.02)
                pdf = sheet_pdf(golden.piece, golden.name, WHOLE)
                page = by_poppler(pdf, golden.document["dpi"])
                self.assert_seen(page, screen, f"{golden.name} as PDF", share=0.02)
                ora = composed(write_ora(golden.piece, wish=WHOLE))
                self.assert_seen(ora, screen, f"{golden.name} as OpenRaster", mean=0.6, share=0.002)
