"""Pixel edges: every pixel full or empty, one px wide at size 1, and no gap on any path."""

from unittest import TestCase

import numpy as np
from scipy import ndimage

from ...documents.brush import read
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.records import SAMPLE
from .. import straight

EDGED = {"pixel_edge": True, "responses": {}, "steadying": "none", "ink": "#000000"}
NEIGHBOURS = np.ones((3, 3))
GRAIN = "9" * 64


def full(settings, samples, pictures=None, side=256):
    """Where a brush leaves ink; all of it is full."""
    sheet = Sheet(side, side)
    sheet.ink(prepared(read({**EDGED, **settings}), pictures), Stroke(samples))
    ink = 255 - sheet.pixels(0xFFFFFF)[..., 0]
    assert set(np.unique(ink)) <= {0, 255}, np.unique(ink)
    return ink > 0


def wandering(rng, count=60):
    """A path that turns as it likes, within the sheet."""
    turns = np.cumsum(rng.normal(0, 0.6, count))
    samples = np.zeros(count, SAMPLE)
    samples["x"] = np.clip(128 + np.cumsum(6 * np.cos(turns)), 8, 248)
    samples["y"] = np.clip(128 + np.cumsum(6 * np.sin(turns)), 8, 248)
    samples["t"], samples["pressure"], samples["altitude"] = 8 * np.arange(count), 1.0, np.pi / 2
    return samples


class PixelEdgeTests(TestCase):
    def test_a_line_of_size_1_is_one_px_wide(self):
        rng = np.random.default_rng(4)
        ends = [(20, 50, 200, 50), (20, 50.5, 200, 50.5), (20, 20, 200, 200), (30.5, 200.5, 200.5, 30.5)]
        for x0, y0, x1, y1 in [*ends, *rng.uniform(10, 240, (40, 4)).tolist()]:
            with self.subTest((x0, y0, x1, y1)):
                at = np.argwhere(full({"size": 1.0}, straight(x0, y0, x1, y1, 12)))
                along = 1 if abs(x1 - x0) >= abs(y1 - y0) else 0
                self.assertEqual(len(at), len(set(at[:, along])), "a column or row has two")
                self.assertAlmostEqual(len(at), max(abs(x1 - x0), abs(y1 - y0)), delta=2.0)

    def test_no_path_has_a_gap_and_lines_are_as_wide_as_they_say(self):
        rng = np.random.default_rng(5)
        for size in (0.5, 1.0, 1.4, 2.0, 3.3, 9.0):
            for _ in range(12):
                ink = full({"size": size}, wandering(rng))
                self.assertEqual(ndimage.label(ink, NEIGHBOURS)[1], 1, size)
        for size in (2.0, 3.3, 9.0, 40.0):
            ink = full({"size": size}, straight(50, 70, 200, 150))
            length = np.hypot(150, 80)
            self.assertAlmostEqual(ink.sum() / (size * length + np.pi * size**2 / 4), 1.0, delta=0.02)

    def test_every_tip_grain_and_chance_is_all_or_nothing(self):
        rng = np.random.default_rng(6)
        picture = rng.integers(0, 256, (40, 40), dtype=np.uint8)
        tips = [
            {"roundness": 0.2, "angle": 30.0, "softness": 1.0},
            {"tip": "broad nib", "roundness": 0.1},
            {"tip": "polygon", "sides": 5.0, "softness": 0.5},
            {"tip": "shapes", "shapes": [{"picture": GRAIN}]},
            {"tip": "shapes", "shapes": [{"picture": GRAIN}], "laying": "ribbon"},
            {"scatter_across": 0.4, "size_jitter": 0.5, "spread": 0.2},
        ]
        for tip in tips:
            for way in (None, "tint", "cut", "press", "multiply", "screen"):
                with self.subTest(tip | {"way": way}):
                    grain = {"grain": {"picture": GRAIN}, "grain_way": way} if way else {}
                    ink = full({"size": 24.0, **tip, **grain}, wandering(rng), lambda _: picture)
                    self.assertGreater(ink.sum(), 50)

    def test_a_single_touch_of_the_finest_point_is_one_px(self):
        for x, y in ((20.0, 20.0), (20.5, 20.5), (20.9, 20.1)):
            dot = straight(x, y, x, y, 1)
            self.assertEqual(full({"size": 1.0, "softness": 0.4}, dot).sum(), 1)
