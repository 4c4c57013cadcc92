"""Golden sheets on the tablet's module: every way in which it inks one, against the native home, pixel by pixel."""

import base64
import io
from itertools import cycle

import numpy as np
from django.test import tag
from hollowmist_core.native.pieces import inked
from hollowmist_core.tests.golden import Golden
from hollowmist_core.tests.golden.demo import demo_sheets
from hollowmist_core.tests.test_golden import sheets
from PIL import Image

from journeys.browser import JourneyCase, encoded

PLAIN = {"paper": True, "underlay": True, "guides": False}


def described(golden: Golden) -> dict:
    """A golden sheet as the measuring page takes it."""
    strokes = [
        {
            "samples": encoded(one.samples),
            **{name: getattr(one, name) for name in ("kind", "erase", "seed", "layer", "look", "size", "ink")},
            "opacity": one.opacity,
            "dries": one.dries,
        }
        for one in golden.strokes
    ]
    files = {digest: base64.b64encode(data).decode() for digest, data in golden.files.items()}
    return {"document": golden.document, "strokes": strokes, "looks": golden.looks, "files": files}


def apart(a: np.ndarray, b: np.ndarray) -> tuple[int, int]:
    """The largest difference of two pictures, of 255, and on how many pixels they differ by more than 1."""
    away = np.abs(a[..., :3].astype(int) - b[..., :3]).max(axis=2)
    return int(away.max()), int((away > 1).sum())


@tag("browser")
class GoldenTests(JourneyCase):
    def setUp(self):
        super().setUp()
        self.page.goto(f"{self.live_server_url}/static/measure/measure.html")
        self.page.wait_for_function("window.measures")

    def written(self, golden: Golden, scale: float = 1.0) -> np.ndarray:
        """A sheet as the tablet writes it as PNG."""
        wish = {"dpi": golden.document["dpi"] * scale, **PLAIN}
        png = self.page.evaluate("(given) => window.measures.written(...given)", [described(golden), wish])
        return np.asarray(Image.open(io.BytesIO(base64.b64decode(png))))

    def on_easel(self, golden: Golden, **how) -> np.ndarray:
        """A sheet as it lies on the easel."""
        found = self.page.evaluate("(given) => window.measures.easel(...given)", [described(golden), how])
        pixels = np.frombuffer(base64.b64decode(found["data"]), np.uint8)
        return pixels.reshape(found["height"], found["width"], 4)

    def assert_same(self, a: np.ndarray, b: np.ndarray, name: str):
        self.assertEqual(a.shape[:2], b.shape[:2], name)
        most, count = apart(a, b)
        self.assertLessEqual(most, 1, f"{name}: {count} pixels differ, by up to {most} of 255")

    def assert_alike(self, golden: Golden, feeds: int):
        """A sheet is the same however the tablet inks it, and as the native home inks it."""
        native = inked(golden.piece)
        self.assert_same(self.written(golden), native, f"{golden.name} as PNG")
        self.assert_same(self.on_easel(golden, way="reinked", scale=1), native, f"{golden.name} re-inked")
        self.assert_same(self.on_easel(golden, way="live", scale=1, feeds=feeds), native, f"{golden.name} live")
        undone = self.on_easel(golden, way="undone", scale=1, last=6)
        self.assert_same(undone, native, f"{golden.name} undone and redone")

    def test_the_demo_is_the_same_in_both_homes(self):
        for name, golden in demo_sheets().items():
            with self.subTest(name):
                self.assert_alike(golden, 60)

    def test_sheets_drawn_by_chance_are_the_same_in_both_homes(self):
        for golden in sheets():
            with self.subTest(golden.name):
                self.assert_alike(golden, 3)

    def test_at_other_scales_too(self):
        # Sheets take turns: each at one scale.
        for golden, scale in zip(sheets(), cycle((0.5, 2.0)), strict=False):
            with self.subTest(golden.name, scale=scale):
                native = inked(golden.piece, scale)
                self.assert_same(self.written(golden, scale), native, f"{golden.name} at {scale}")
                on_easel = self.on_easel(golden, way="reinked", scale=scale)
                height, width = native.shape[:2]
                self.assert_same(on_easel[:height, :width], native, f"{golden.name} on the easel at {scale}")
