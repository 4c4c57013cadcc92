"""Sheets: their documents, their ink at any scale and in bands, underlays, and files that independent readers open."""

import io
import unittest
import zipfile
from unittest.mock import patch

import numpy as np
import pypdfium2
import resvg_py
from defusedxml.ElementTree import fromstring
from PIL import Image
from scipy.ndimage import gaussian_filter

from ...documents.brush import read
from ...documents.sheet import SheetError, default_sheet, read_sheet
from ...formats import ON_PAPER
from ...formats.ora import OraError, read_ora, write_ora
from ...formats.sheet_pdf import sheet_pdf
from ...formats.sheet_svg import png_of, sheet_svg
from ...kernels.tiles import sheet as sheet_kernels
from ...native import pieces
from ...native.pieces import Piece, SheetStroke, bands, inked
from ...native.sheet import NOTHING, Sheet, Stroke, prepared
from ...native.tracing import traced
from ..golden import ways
from ..golden.drawn import drawn as drawn_golden
from ..pieces import LOOKS, drawn, lettered, lined, straight


def similarity(a: np.ndarray, b: np.ndarray) -> float:
    """Structural similarity of two grey pictures, 0..255 (Wang et al. 2004, Gaussian windows of sigma 1.5)."""
    a, b = a.astype(float), b.astype(float)
    mean = [gaussian_filter(one, 1.5) for one in (a, b)]
    spread = [gaussian_filter(one * one, 1.5) - m * m for one, m in zip((a, b), mean, strict=True)]
    both = gaussian_filter(a * b, 1.5) - mean[0] * mean[1]
    c1, c2 = (0.01 * 255) ** 2, (0.03 * 255) ** 2
    top = (2 * mean[0] * mean[1] + c1) * (2 * both + c2)
    return float((top / ((mean[0] ** 2 + mean[1] ** 2 + c1) * (spread[0] + spread[1] + c2))).mean())


def overlap(a: np.ndarray, b: np.ndarray) -> float:
    """How far two coverages agree: what both cover, of what either does."""
    return float(np.minimum(a, b).sum() / np.maximum(a, b).sum())


def alpha_of(svg: bytes, dpi: float) -> np.ndarray:
    """Coverage 0..1 as an independent renderer fills an SVG."""
    png = bytes(resvg_py.svg_to_bytes(svg_string=svg.decode(), dpi=dpi))
    return np.asarray(Image.open(io.BytesIO(png)).convert("RGBA"))[..., 3] / 255.0


def shown(sheet: Sheet) -> np.ndarray:
    """All dried ink of a sheet over white: red, green, blue, 0..255."""
    return sheet.flattened(0xFFFFFF)[..., :3].astype(int)


class DocumentTests(unittest.TestCase):
    def test_a_new_sheet_is_whole(self):
        self.assertEqual(read_sheet({}), default_sheet())
        self.assertEqual(read_sheet(default_sheet()), default_sheet())

    def test_what_no_sheet_can_be_is_said_with_what_to_do(self):
        for wrong, said in (
            ({"width": 20_000}, "fewer dots per inch"),
            ({"height": 0}, "larger paper"),
            ({"dpi": 0.0}, "dpi"),
            ({"layers": []}, "layers"),
            ({"layers": [{"which": 0}, {"which": 0}]}, "same number"),
            ({"layers": [{"which": 8}]}, "which"),
            ({"underlays": [{"picture": "x", "width": 1, "height": 1}]}, "picture"),
            ({"guides": {"slant": 100.0}}, "slant"),
            ({"version": 9}, "newer"),
            ({"unknown": 1}, "unknown"),
        ):
            with self.subTest(wrong), self.assertRaisesRegex(SheetError, said):
                read_sheet(wrong)


class InkingTests(unittest.TestCase):
    def test_bands_and_parts_are_the_whole(self):
        piece = lettered("pointed")
        whole = inked(piece)
        before = pieces.MOST_BAND, pieces.MOST_SIDE
        try:
            pieces.MOST_BAND = 1000 * 130
            self.assertGreater(len(list(bands(piece, 1.0))), 2)
            np.testing.assert_array_equal(inked(piece), whole)
            pieces.MOST_SIDE = 512
            np.testing.assert_array_equal(inked(piece), whole)
        finally:
            pieces.MOST_BAND, pieces.MOST_SIDE = before

    def test_what_only_grazes_a_part_is_inked_as_on_the_whole(self):
        rng, u = np.random.default_rng(7), np.linspace(0, 1, 60)
        # The edge that a nib's pieces overlap by is rounded where they lie.
        for look, off in (("monoline", 0), ("pointed", 0), ("nib", 1)):
            ready = prepared(read({**LOOKS[look], "opacity": 0.6}))
            whole, part = Sheet(640, 512), Sheet(256, 128, 1.0, (256, 256))
            for seed in range(60):
                x, y = rng.uniform(100, 500) + 160 * u, rng.uniform(180, 420) + 30 * np.sin(6 * u + seed)
                stroke = Stroke(drawn(x, y), seed=seed)
                whole.ink(ready, stroke)
                part.ink(ready, stroke)
            # What lies on a tile before is what a second stroke is composed with: there its own box counts.
            np.testing.assert_allclose(shown(part), shown(whole)[256:384, 256:512], atol=off)

    def test_strokes_that_do_not_come_to_a_part_are_passed_over_and_it_is_the_same(self):
        golden = drawn_golden(3)
        anew = ways.in_parts(golden, cuts=4)
        inked_there = []
        with patch.object(Sheet, "ink", autospec=True, side_effect=Sheet.ink) as ink:
            np.testing.assert_array_equal(ways.in_parts(golden, cuts=4), anew)
            inked_there.append(ink.call_count)
        parts, strokes = 16, len(golden.piece.strokes)
        self.assertLess(inked_there[0], parts * strokes * 3 // 4)

    def test_a_stroke_reaches_as_far_off_the_part_as_it_would_on_the_whole(self):
        brush = prepared(read({"size": 20.0, "responses": {}, "steadying": "none"}))
        line = straight(100.0, 300.0, 700.0, 320.0)
        whole, part = Sheet(1000, 600), Sheet(200, 100, 1.0, (600, 500))
        self.assertEqual(whole.ink(brush, Stroke(line)), whole.reach)
        part.ink(brush, Stroke(line))
        self.assertEqual(part.reach, whole.reach)

    def test_over_nothing_it_is_the_same_ink(self):
        piece = lettered("soft")
        clear, paper = inked(piece, paper=False).astype(float), inked(piece).astype(float)
        share = clear[..., 3:] / 255.0
        tint = np.array([0xFB, 0xFA, 0xF5])
        np.testing.assert_allclose(clear[..., :3] * share + tint * (1 - share), paper[..., :3], atol=1.5)
        self.assertEqual(clear[0, 0].tolist(), [0, 0, 0, 0])

    def test_layers_mix_as_they_say_and_hidden_ones_are_left_out(self):
        layers = [{"which": 0}, {"which": 3, "mode": "multiply", "opacity": 0.5}]
        document = read_sheet({"width": 120, "height": 60, "layers": layers, "tint": "#ffffff"})
        looks = {"a": read({"size": 40.0, "responses": {}})}
        strokes = [
            SheetStroke(straight(20, 30, 100, 30), look="a", ink="#8080ff", layer=0),
            SheetStroke(straight(20, 30, 100, 30), look="a", ink="#ff8040", layer=3),
        ]
        # W3C: half of the product, half of the backdrop.
        backdrop, source = np.array([128, 128, 255]), np.array([255, 128, 64])
        expected = 0.5 * backdrop + 0.5 * backdrop * source / 255.0
        np.testing.assert_allclose(inked(Piece(document, strokes, looks))[30, 60, :3], expected, atol=1.0)
        document["layers"][1]["shown"] = False
        np.testing.assert_array_equal(inked(Piece(document, strokes, looks))[30, 60, :3], backdrop)

    def test_a_stroke_has_what_is_its_own(self):
        document = read_sheet({"width": 200, "height": 60})
        stroke = SheetStroke(straight(20, 30, 180, 30), look="monoline", size=30.0, ink="#b4532a", opacity=0.5)
        alpha = inked(Piece(document, [stroke], LOOKS), paper=False)
        self.assertEqual(alpha[30, 100, :3].tolist(), [0xB4, 0x53, 0x2A])
        self.assertAlmostEqual(alpha[30, 100, 3] / 255, 0.5, delta=0.01)
        self.assertAlmostEqual(alpha[:, 100, 3].sum() / 127.5, 30.0, delta=0.5)

    def test_true_size_and_the_same_drawing_at_any(self):
        piece = lined()
        (row,) = inked(piece, paper=False)[150:151, :, 3]
        # A round brush of 8 px adds half of itself at either end.
        long = np.count_nonzero(row > 127) - 8
        self.assertIn(long, (590, 591))
        page = pypdfium2.PdfDocument(sheet_pdf(piece))[0]
        drawn = np.asarray(page.render(scale=1200 / 72).to_pil().convert("L"))[600]
        mm = np.count_nonzero(drawn < 148) / 1200 * 25.4 - 8 / 300 * 25.4
        self.assertAlmostEqual(mm, 50.0, delta=0.05)
        for look in ("monoline", "pointed", "nib"):
            piece = lettered(look)
            fine = Image.fromarray(inked(piece, 2.0)).convert("L").reduce(2)
            self.assertGreater(
                similarity(np.asarray(fine), np.asarray(Image.fromarray(inked(piece)).convert("L"))), 0.98
            )

    def test_wet_ink_that_is_too_large_is_refused(self):
        document = read_sheet({"width": 4000, "height": 100})
        wet = {"a": read({"wetness": 1.0})}
        with self.assertRaisesRegex(ValueError, "fewer dpi"):
            inked(Piece(document, [SheetStroke(straight(0, 50, 99, 50), look="a")], wet), 3.0)

    def test_tiles_are_taken_over_with_all_their_ink(self):
        brush = prepared(LOOKS["pointed"])
        stroke = Stroke(straight(40, 60, 560, 300))
        whole, part = Sheet(640, 384), Sheet(256, 256, 1.0, (128, 128))
        whole.ink(brush, Stroke(straight(0, 380, 630, 10)))
        part.ink(brush, stroke)
        expected = Sheet(640, 384)
        expected.ink(brush, stroke)
        # Both have pools of their own here: what is taken over is told by the slots alone.
        sheet_kernels.take_tiles(whole.state, whole.maps, part.state, part.maps, whole.free, 1, 1, 0, NOTHING)
        self.assertTrue((part.maps == -1).all())
        taken = whole.maps.reshape(-1, 3, 5)[10]
        self.assertEqual(
            int((taken[1:3, 1:3] >= 0).sum()), int((expected.maps.reshape(-1, 3, 5)[10, 1:3, 1:3] >= 0).sum())
        )


class UnderlayTests(unittest.TestCase):
    def test_a_picture_lies_where_it_is_put(self):
        rng = np.random.default_rng(4)
        pixels = np.full((40, 60, 4), 255, np.uint8)
        pixels[..., :3] = rng.integers(0, 255, (1, 1, 3))
        pixels[:20, :30, :3] = (200, 30, 30)
        placed = {"picture": "0" * 64, "width": 60, "height": 40, "x": 100.0, "y": 80.0, "scale": 2.0, "opacity": 1.0}
        document = read_sheet({"width": 200, "height": 160, "tint": "#ffffff", "underlays": [placed]})

        def shown(**changed):
            one = {**document, "underlays": [{**document["underlays"][0], **changed}]}
            return inked(Piece(one, [], {}, underlay=lambda _: pixels))

        plain = shown()
        np.testing.assert_array_equal(plain[45:115, 45:95, :3][:30, :40], np.full((30, 40, 3), (200, 30, 30)))
        self.assertEqual(plain[20, 20].tolist(), [255, 255, 255, 255])
        np.testing.assert_array_equal(shown(mirrored=True)[50, 150, :3], (200, 30, 30))
        # Turned by a half, what was above on the left is below on the right.
        np.testing.assert_array_equal(shown(turn=180.0)[110, 150, :3], (200, 30, 30))
        half = shown(opacity=0.5)[50, 50, :3].astype(int)
        np.testing.assert_allclose(half, (np.array([200, 30, 30]) + 255) / 2, atol=1)
        np.testing.assert_array_equal(shown(shown=False), np.full((160, 200, 4), 255))

    def test_a_small_one_is_the_average_of_what_it_was(self):
        y, x = np.mgrid[:512, :512]
        pixels = np.full((512, 512, 4), 255, np.uint8)
        pixels[..., :3] = (((x // 2 + y // 2) % 2) * 255)[..., None]
        placed = {
            "picture": "0" * 64,
            "width": 512,
            "height": 512,
            "x": 32.0,
            "y": 32.0,
            "scale": 0.125,
            "opacity": 1.0,
        }
        document = read_sheet({"width": 64, "height": 64, "underlays": [placed]})
        small = inked(Piece(document, [], {}, underlay=lambda _: pixels))[4:60, 4:60, 0].astype(float)
        self.assertLess(np.abs(small - 127.5).max(), 3)

    def test_tinted_its_dark_is_that_colour(self):
        pixels = np.full((20, 20, 4), 255, np.uint8)
        pixels[:10, :, :3] = 0
        placed = {
            "picture": "0" * 64,
            "width": 20,
            "height": 20,
            "x": 10.0,
            "y": 10.0,
            "opacity": 1.0,
            "tint": "#5aa7d6",
        }
        document = read_sheet({"width": 20, "height": 20, "tint": "#fbfaf5", "underlays": [placed]})
        shown = inked(Piece(document, [], {}, underlay=lambda _: pixels))
        np.testing.assert_array_equal(shown[4, 10, :3], (0x5A, 0xA7, 0xD6))
        np.testing.assert_array_equal(shown[15, 10, :3], (0xFB, 0xFA, 0xF5))


class FileTests(unittest.TestCase):
    def test_outlines_are_the_ink_with_few_points(self):
        for look in ("monoline", "nib", "pointed", "ribbon"):
            with self.subTest(look):
                piece = lettered(look)
                ink = inked(piece, paper=False)[..., 3] / 255.0
                svg = sheet_svg(piece)
                self.assertEqual(svg.count(b"<image"), 0)
                self.assertGreater(overlap(alpha_of(svg, 300), ink), 0.98)
                points = sum(len(pieces) for one in traced(piece) for pieces in one.pieces)
                way = sum(np.hypot(np.diff(s.samples["x"]), np.diff(s.samples["y"])).sum() for s in piece.strokes)
                self.assertLess(points, way / 6)

    def test_soft_ink_is_embedded_and_erased_layers_are_one_picture(self):
        piece = lettered("soft")
        svg = sheet_svg(piece)
        self.assertIn(b"<image", svg)
        ink = inked(piece, paper=False)[..., 3] / 255.0
        self.assertGreater(overlap(alpha_of(svg, 300), ink), 0.98)
        piece = lettered("monoline")
        piece.strokes.append(SheetStroke(straight(0, 150, 900, 150), look="monoline", size=30.0, erase=True))
        svg = sheet_svg(piece)
        self.assertEqual(svg.count(b"<image"), 1)
        self.assertGreater(overlap(alpha_of(svg, 300), inked(piece, paper=False)[..., 3] / 255.0), 0.98)

    def test_an_svg_tells_its_true_size_and_names(self):
        piece = lettered("monoline")
        root = fromstring(sheet_svg(piece, "Lamp & <rope>", ON_PAPER))
        self.assertEqual(root.get("width"), f"{1000 / 300 * 25.4:.3f}mm")
        self.assertEqual(root[0].text, "Lamp & <rope>")
        self.assertEqual(root[1].get("fill"), "#fbfaf5")

    def test_a_pdf_shows_the_sheet(self):
        for look in ("pointed", "soft"):
            with self.subTest(look):
                piece = lettered(look, width=1200, height=600)
                page = pypdfium2.PdfDocument(sheet_pdf(piece, "Skerrow", ON_PAPER))[0]
                self.assertEqual(page.get_size(), (1200 * 72 / 300, 600 * 72 / 300))
                shown = np.asarray(page.render(scale=300 / 72).to_pil().convert("L"))[:600, :1200]
                self.assertGreater(similarity(shown, np.asarray(Image.fromarray(inked(piece)).convert("L"))), 0.95)

    def test_openraster_is_laid_out_as_it_should_be(self):
        piece = lettered("pointed")
        piece.document["layers"].append({**piece.document["layers"][0], "which": 2, "name": "Rust", "mode": "multiply"})
        piece.strokes.append(SheetStroke(straight(100, 50, 800, 50), look="monoline", ink="#b4532a", layer=2))
        data = write_ora(piece)
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            first = archive.infolist()[0]
            self.assertEqual((first.filename, first.compress_type), ("mimetype", zipfile.ZIP_STORED))
            self.assertEqual(archive.read("mimetype"), b"image/openraster")
            self.assertEqual(data[30:54], b"mimetypeimage/openraster")
            root = fromstring(archive.read("stack.xml"))
            self.assertEqual((root.get("w"), root.get("h"), root.get("xres")), ("1000", "420", "300"))
            names = [one.get("name") for one in root[0]]
            self.assertEqual(names, ["Rust", "Layer 1", "Paper"])
            self.assertEqual(root[0][0].get("composite-op"), "svg:multiply")
            merged = Image.open(io.BytesIO(archive.read("mergedimage.png")))
            np.testing.assert_array_equal(np.asarray(merged), inked(piece))
            self.assertLessEqual(max(Image.open(io.BytesIO(archive.read("Thumbnails/thumbnail.png"))).size), 256)
            # Put together by Pillow the layers are the picture.
            whole = Image.new("RGBA", (1000, 420))
            for one in reversed(root[0]):
                if one.get("composite-op", "svg:src-over") == "svg:src-over":
                    layer = Image.open(io.BytesIO(archive.read(one.get("src")))).convert("RGBA")
                    whole.alpha_composite(layer, (int(one.get("x")), int(one.get("y"))))
            piece.document["layers"][1]["shown"] = False
            self.assertLess(np.abs(np.asarray(whole).astype(int) - inked(piece)).max(), 3)

    def test_openraster_comes_back_and_a_broken_one_says_so(self):
        piece = lettered("pointed")
        width, height, layers = read_ora(write_ora(piece))
        self.assertEqual((width, height, [one.name for one in layers]), (1000, 420, ["Paper", "Layer 1"]))
        data = write_ora(piece)
        for broken in (b"", b"PK", data[: len(data) // 2], data.replace(b"image/openraster", b"image/openrastex")):
            with self.assertRaises(OraError):
                read_ora(broken)
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as archive:
            archive.writestr("mimetype", "image/openraster")
            archive.writestr(
                "stack.xml", '<image w="9" h="9"><stack><layer name="A" src="../../etc/passwd"/></stack></image>'
            )
        with self.assertRaisesRegex(OraError, "missing or damaged"):
            read_ora(out.getvalue())

    def test_openraster_that_would_unpack_to_too_much_is_not_unpacked(self):
        for name, size in (("stack.xml", 3_000_000), ("data/a.png", 120_000_000)):
            out = io.BytesIO()
            with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
                archive.writestr("mimetype", "image/openraster")
                if name != "stack.xml":
                    archive.writestr("stack.xml", '<image w="9" h="9"><stack><layer src="data/a.png"/></stack></image>')
                archive.writestr(name, b" " * size)
            self.assertLess(len(out.getvalue()), 1_000_000)
            with self.assertRaisesRegex(OraError, "unpacks to more"):
                read_ora(out.getvalue())

    def test_a_png_has_its_dots_per_inch(self):
        image = Image.open(io.BytesIO(png_of(inked(lined()), 300.0)))
        self.assertAlmostEqual(image.info["dpi"][0], 300.0, delta=0.1)
