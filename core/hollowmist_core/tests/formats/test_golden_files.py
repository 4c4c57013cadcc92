"""Files of golden sheets, opened by programs that are not ours, against the pixels of the screen."""

import dataclasses
import io
import subprocess
import tempfile
import zipfile
from pathlib import Path
from unittest import TestCase

import numpy as np
from defusedxml.ElementTree import fromstring
from PIL import Image

from ...documents.brush import read
from ...documents.sheet import read_sheet
from ...formats import ON_PAPER, FileWish
from ...formats.ora import read_ora, write_ora
from ...formats.sheet_pdf import sheet_pdf
from ...formats.sheet_svg import sheet_svg
from ...native.curves import fitted, outlines_of
from ...native.pieces import Piece, SheetStroke, inked
from ...native.tracing import traced
from .. import straight
from ..golden.demo import demo_sheets
from ..golden.drawn import drawn

WHOLE = FileWish(paper=True, underlay=True)
MOST_SVG = 2_000_000
PLAIN = {"responses": {}, "steadying": "none", "ink": "#000000"}


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


class OutlineTests(TestCase):
    def piece(self, *strokes, **document) -> Piece:
        """A sheet of (settings, samples)."""
        looks = {str(i): read({**PLAIN, **settings}) for i, (settings, _) in enumerate(strokes)}
        made = [SheetStroke(samples, seed=i + 1, look=str(i)) for i, (_, samples) in enumerate(strokes)]
        return Piece(read_sheet({"tint": "#ffffff", **document}), made, looks)

    def test_a_stroke_across_the_largest_sheet_is_whole(self):
        piece = self.piece(({"size": 40.0}, straight(60, 200, 8100, 260, 200)), width=8192, height=400)
        (one,) = traced(piece)
        places = np.concatenate(one.pieces)
        self.assertLess(places[..., 0].min(), 45)
        self.assertGreater(places[..., 0].max(), 8115)
        alpha = 255.0 - by_librsvg(sheet_svg(piece, wish=ON_PAPER), 8192, 400)[..., 0]
        ink = inked(piece, paper=False)[..., 3].astype(float)
        self.assertGreater(np.minimum(alpha, ink).sum() / np.maximum(alpha, ink).sum(), 0.99)

    def test_a_stroke_that_fades_is_a_picture_and_one_that_narrows_an_outline(self):
        line = straight(60, 200, 740, 200, 80)
        faded = {
            "size": 20.0,
            "taper_end_opacity_in": "px",
            "taper_end_opacity_px": 200.0,
            "taper_end_opacity_point": 0.0,
        }
        for settings, outlined in (
            (faded, False),
            ({**faded, "size": 3.0}, False),
            ({"size": 20.0, "fade_out": 500.0}, False),
            ({"size": 20.0, "softness": 0.9}, False),
            ({"size": 20.0, "opacity": 0.4}, True),
            ({"size": 30.0, "taper_end_length": 6.0, "taper_start_length": 4.0}, True),
            ({"size": 26.0, "tip": "broad nib", "roundness": 0.2, "angle": 30.0}, True),
        ):
            (one,) = traced(self.piece((settings, line), width=800, height=400))
            self.assertEqual(one.picture is None, outlined, str(settings))

    def test_a_strokes_mode_mixes_with_its_own_layer_alone(self):
        below = ({"size": 80.0, "ink": "#c04020"}, straight(60, 100, 340, 100))
        over = ({"size": 60.0, "ink": "#2f6f62", "mode": "multiply"}, straight(200, 20, 200, 180))
        piece = self.piece(below, over, width=400, height=200, layers=[{"which": 0}, {"which": 1}])
        upper = dataclasses.replace(piece.strokes[1], layer=1)
        piece = Piece(piece.document, [piece.strokes[0], upper], piece.looks)
        screen = inked(piece)
        self.assertEqual(screen[100, 200, :3].tolist(), [0x2F, 0x6F, 0x62])
        for seen in (
            by_librsvg(sheet_svg(piece, wish=ON_PAPER), 400, 200),
            by_poppler(sheet_pdf(piece, wish=ON_PAPER), 300.0),
        ):
            np.testing.assert_allclose(seen[100, 200].astype(int), screen[100, 200, :3], atol=2)

    def test_more_strokes_than_can_be_traced_are_refused_with_what_to_do(self):
        piece = self.piece(({"size": 9.0}, straight(60, 100, 340, 100)), width=400, height=200)
        many = Piece(piece.document, piece.strokes * 100_000, piece.looks)
        self.assertEqual(len(many.jobs), 100_000)
        with self.assertRaisesRegex(ValueError, "write it as PNG or OpenRaster"):
            sheet_svg(many)

    def test_curves_follow_a_circle_in_few_pieces(self):
        turn = np.linspace(0, 2 * np.pi, 721)
        circle = np.column_stack([200 + 120 * np.cos(turn), 200 + 120 * np.sin(turn)])
        pieces = fitted(circle, 0.1)
        self.assertLessEqual(len(pieces), 16)
        u = np.linspace(0, 1, 40)[:, None]
        for a, b, c, d in pieces:
            on = (1 - u) ** 3 * a + 3 * u * (1 - u) ** 2 * b + 3 * u**2 * (1 - u) * c + u**3 * d
            np.testing.assert_allclose(np.hypot(*(on - 200).T), 120, atol=0.12)

    def test_outlines_of_rings_and_crossings_close(self):
        y, x = np.mgrid[0:80, 0:80] - 39.5
        ring = ((np.hypot(x, y) < 30) & (np.hypot(x, y) > 15)).astype(np.float32)
        self.assertEqual(len(outlines_of(ring, 0.5)), 2)
        checks = np.zeros((80, 80), np.float32)
        checks[10:40, 10:40] = checks[40:70, 40:70] = 1.0
        for level, count in ((0.5, 1), (0.51, 2)):
            self.assertEqual(len(outlines_of(checks, level)), count, "corners that touch hang together by their mean")
        area = sum(0.5 * abs(np.sum(a[:-1, 0] * a[1:, 1] - a[1:, 0] * a[:-1, 1])) for a in outlines_of(ring, 0.5)[:1])
        self.assertAlmostEqual(area, np.pi * 30**2, delta=30)


class OpenRasterTests(TestCase):
    def file(self, stack: str) -> bytes:
        """A file with a stack of layers that are all one small picture."""
        png = io.BytesIO()
        Image.new("RGBA", (4, 4), "#b4532a").save(png, "PNG")
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as archive:
            archive.writestr("mimetype", "image/openraster")
            archive.writestr("stack.xml", f'<image w="20" h="20">{stack}</image>')
            archive.writestr("data/a.png", png.getvalue())
        return out.getvalue()

    def test_a_groups_place_opacity_and_visibility_reach_its_layers(self):
        _, _, layers = read_ora(
            self.file(
                '<stack><layer name="top" src="data/a.png" x="1" y="2"/>'
                '<stack x="10" y="20" opacity="0.5" visibility="hidden">'
                '<stack x="3" opacity="0.5"><layer name="deep" src="data/a.png" x="1" y="1" opacity="0.5"/></stack>'
                "</stack></stack>"
            )
        )
        deep, top = layers
        self.assertEqual((deep.x, deep.y, deep.opacity, deep.shown), (14, 21, 0.125, False))
        self.assertEqual((top.x, top.y, top.opacity, top.shown), (1, 2, 1.0, True))

    def test_places_that_are_none_are_where_the_picture_begins(self):
        for value in ("inf", "-inf", "nan", "1e400", "left"):
            _, _, (layer,) = read_ora(self.file(f'<stack><layer src="data/a.png" x="{value}" y="7"/></stack>'))
            self.assertEqual((layer.x, layer.y), (0, 7))

    def test_the_merged_picture_is_what_the_stack_comes_to(self):
        golden = next(drawn(n) for n in range(40) if any(one["shown"] for one in drawn(n).document["underlays"]))
        for wish in (ON_PAPER, WHOLE):
            data = write_ora(golden.piece, wish=wish)
            merged = np.asarray(Image.open(io.BytesIO(zipfile.ZipFile(io.BytesIO(data)).read("mergedimage.png"))))
            np.testing.assert_allclose(composed(data), merged[..., :3], atol=2)
