"""Outlines against closed forms, and against an SVG renderer."""

import io
import unittest

import numpy as np
import resvg_py
from PIL import Image

from ...documents.brush import read
from ...formats.outline import TOLERANCE, outline_svg, outlines, thinned
from ...formats.picture import clear_png
from ...native.pockets import tip_ink


def disc(side: int, radius: float) -> np.ndarray:
    """A disc with an antialiased rim."""
    y, x = np.mgrid[:side, :side] + 0.5
    return np.round(255 * np.clip(radius + 0.5 - np.hypot(x - side / 2, y - side / 2), 0, 1)).astype(np.uint8)


def area(line: np.ndarray) -> float:
    """Area within a closed line (the shoelace formula)."""
    x, y = line.T
    return abs(np.dot(x[:-1], y[1:]) - np.dot(x[1:], y[:-1])) / 2


def rendered(svg: str) -> np.ndarray:
    """Coverage of an SVG as an independent renderer fills it, 0..255."""
    png = bytes(resvg_py.svg_to_bytes(svg_string=svg))
    return np.asarray(Image.open(io.BytesIO(png)).convert("RGBA"))[..., 3]


class OutlineTests(unittest.TestCase):
    def test_a_discs_outline_is_its_circle(self):
        (line,) = outlines(disc(200, 80.0))
        self.assertLess(np.abs(np.hypot(*(line - 100.0).T) - 80.0).max(), 0.1)
        self.assertAlmostEqual(area(line) / (np.pi * 80.0**2), 1.0, delta=0.005)
        self.assertLess(len(line), 100)

    def test_ink_up_to_the_border_closes_and_holes_stay(self):
        ink = np.full((40, 60), 255, np.uint8)
        ink[10:20, 10:30] = 0
        svg = outline_svg(ink, "A <frame>")
        self.assertIn("A &lt;frame&gt;", svg)
        coverage = rendered(svg)
        self.assertEqual(coverage.shape, ink.shape)
        self.assertLess(np.abs(coverage.astype(int) - ink)[1:-1, 1:-1].mean(), 3)
        self.assertLess(coverage[12:18, 12:28].max(), 8)

    def test_thinning_keeps_within_its_tolerance(self):
        t = np.linspace(0, 6, 900)
        line = np.stack([80 * t, 60 * np.sin(t)], -1)
        less = thinned(line)
        self.assertLess(len(less), 120)
        for at, point in enumerate(line):
            after = min(max(np.searchsorted(less[:, 0], line[at, 0]), 1), len(less) - 1)
            a, b = less[after - 1], less[after]
            way = (b - a) / np.hypot(*(b - a))
            self.assertLessEqual(abs(way[0] * (point - a)[1] - way[1] * (point - a)[0]), TOLERANCE + 1e-9)

    def test_nothing_makes_an_empty_path(self):
        self.assertIn('d=""', outline_svg(np.zeros((8, 8), np.uint8), "nothing"))

    def test_tips_are_what_a_renderer_fills(self):
        for settings in (
            {"roundness": 0.3, "angle": 30.0},
            {"tip": "polygon", "sides": 5.0},
            {"tip": "broad nib", "roundness": 0.2, "angle": -35.0, "ink": "#8a3b22", "opacity": 0.3},
        ):
            ink = tip_ink(read(settings), side=256)
            self.assertEqual(ink.max(), 255)
            self.assertEqual(int(np.abs(np.r_[ink[0], ink[-1], ink[:, 0], ink[:, -1]]).max()), 0)
            hard, filled = ink > 127, rendered(outline_svg(ink, "tip")) > 127
            self.assertGreater((hard & filled).sum() / (hard | filled).sum(), 0.985, settings)

    def test_a_clear_picture_has_its_ink_as_alpha(self):
        ink = disc(32, 10.0)
        image = Image.open(io.BytesIO(clear_png(ink)))
        self.assertEqual(image.mode, "LA")
        np.testing.assert_array_equal(np.asarray(image)[..., 1], ink)
