"""Straightened strokes, chosen strokes and guides against closed forms."""

import unittest

import numpy as np

from ...documents.sheet import default_sheet
from ...kernels.lettering.guides import BASE, GRID, GUIDE, KINDS, MARGIN, MOST_RULES, RULE, SLANT, rule_guides
from ...kernels.path.choose import distance_to_stroke, share_inside
from ...kernels.path.straighten import ARC, ELLIPSE, LINE, straighten
from ...tables.records import SAMPLE


def samples_at(x, y) -> np.ndarray:
    """Samples at places, with time and press of their own."""
    found = np.zeros(len(x), SAMPLE)
    found["x"], found["y"] = x, y
    found["t"], found["pressure"] = np.arange(len(x)) * 5.0, np.linspace(0.2, 0.9, len(x))
    return found


class StraightenTests(unittest.TestCase):
    def straight(self, samples, way):
        out = np.zeros(len(samples), SAMPLE)
        return straighten(samples, len(samples), way, out), out

    def test_a_line_keeps_its_ends_its_press_and_its_pace(self):
        rng = np.random.default_rng(2)
        u = np.linspace(0, 1, 80) ** 2
        samples = samples_at(10 + 300 * u, 20 + 100 * u + rng.normal(0, 1.5, 80))
        off, out = self.straight(samples, LINE)
        self.assertLess(off, 0.05)
        np.testing.assert_allclose(
            (out["y"] - out["y"][0]) * 300, (out["x"] - out["x"][0]) * (out["y"][-1] - out["y"][0]), atol=0.5
        )
        for end in (0, -1):
            self.assertAlmostEqual(float(out["x"][end]), float(samples["x"][end]), places=3)
        np.testing.assert_array_equal(out["pressure"], samples["pressure"])
        np.testing.assert_array_equal(out["t"], samples["t"])

    def test_an_arc_finds_its_circle(self):
        angle = np.linspace(0.3, 2.4, 90)
        rng = np.random.default_rng(3)
        samples = samples_at(*(50 + 200 * np.array([np.cos(angle), np.sin(angle)]) + rng.normal(0, 0.8, (2, 90))))
        off, out = self.straight(samples, ARC)
        self.assertLess(off, 0.01)
        radius = np.hypot(out["x"] - out["x"].mean(), out["y"] - out["y"].mean())
        self.assertGreater(radius.min(), 0)
        middle = np.linalg.lstsq(
            np.column_stack([2 * out["x"], 2 * out["y"], np.ones(90)]), out["x"] ** 2.0 + out["y"] ** 2.0, rcond=None
        )[0]
        np.testing.assert_allclose(middle[:2], 50, atol=2)
        np.testing.assert_allclose(np.hypot(out["x"] - middle[0], out["y"] - middle[1]), 200, atol=2)

    def test_an_ellipse_finds_its_axes(self):
        angle = np.linspace(0, 2 * np.pi, 140)
        turn = 0.6
        u, v = 220 * np.cos(angle), 90 * np.sin(angle)
        rng = np.random.default_rng(5)
        x = 400 + np.cos(turn) * u - np.sin(turn) * v + rng.normal(0, 1, 140)
        y = 300 + np.sin(turn) * u + np.cos(turn) * v + rng.normal(0, 1, 140)
        off, out = self.straight(samples_at(x, y), ELLIPSE)
        self.assertLess(off, 0.04)
        dx, dy = out["x"] - 400.0, out["y"] - 300.0
        along, across = np.cos(turn) * dx + np.sin(turn) * dy, np.cos(turn) * dy - np.sin(turn) * dx
        self.assertAlmostEqual(float(np.abs(along).max()), 220, delta=5)
        self.assertAlmostEqual(float(np.abs(across).max()), 90, delta=4)
        self.assertLess(np.hypot(out["x"][0] - out["x"][-1], out["y"][0] - out["y"][-1]), 1)

    def test_what_cannot_be_is_refused(self):
        line = samples_at(np.linspace(0, 100, 30), np.linspace(0, 50, 30))
        self.assertEqual(self.straight(line, ARC)[0], -1)
        self.assertEqual(self.straight(line, ELLIPSE)[0], -1)
        angle = np.linspace(0, 2 * np.pi, 60)
        self.assertEqual(self.straight(samples_at(np.cos(angle) * 50, np.sin(angle) * 50), LINE)[0], -1)
        self.assertEqual(self.straight(line[:2], LINE)[0], -1)
        self.assertEqual(self.straight(samples_at(np.ones(9), np.ones(9)), LINE)[0], -1)


class ChooseTests(unittest.TestCase):
    def test_distance_is_that_to_the_nearest_piece(self):
        samples = samples_at(np.array([0, 100, 100]), np.array([0, 0, 50]))
        for (x, y), far in (((50, 20), 20), ((130, 25), 30), ((-30, -40), 50), ((100, 80), 30)):
            self.assertAlmostEqual(distance_to_stroke(samples, 3, x, y), far, places=4)
        self.assertGreater(distance_to_stroke(samples, 0, 0, 0), 1e20)

    def test_a_lasso_holds_what_lies_inside(self):
        square = np.array([0, 0, 100, 0, 100, 100, 0, 100], np.float32)
        samples = samples_at(np.linspace(-50, 149, 200), np.full(200, 50.0))
        self.assertAlmostEqual(share_inside(samples, 200, square, 4), 0.5, delta=0.01)
        # Crossed twice, the middle is outside.
        star = np.array([50, 0, 80, 100, 0, 35, 100, 35, 20, 100], np.float32)
        middle = samples_at(np.array([50.0]), np.array([52.0]))
        self.assertEqual(share_inside(middle, 1, star, 5), 0.0)


class GuideTests(unittest.TestCase):
    def ruled(self, width=1748, height=2480, dpi=300.0, **guides):
        values = {**default_sheet()["guides"], **guides}
        record = np.zeros(1, GUIDE)
        for name, value in values.items():
            record[name] = ("nib widths", "mm").index(value) if isinstance(value, str) else value
        rules = np.zeros(MOST_RULES, RULE)
        return rules[: rule_guides(record, width, height, dpi, rules)]

    def test_nothing_is_ruled_unasked(self):
        self.assertEqual(len(self.ruled()), 0)

    def test_lines_stand_where_a_letterer_rules_them(self):
        mm = 300 / 25.4
        found = self.ruled(lettering=True, nib=2.0, x_height=5.0, line=13.0, first=30.0)
        bases = found[found["kind"] == BASE]
        np.testing.assert_allclose(bases["y0"], (30 + 26 * np.arange(len(bases))) * mm, rtol=1e-5)
        self.assertEqual(len(bases), 7)
        tops = found[found["kind"] == KINDS.index("x-height")]
        np.testing.assert_allclose(bases["y0"] - tops["y0"], 10 * mm, rtol=1e-4)
        in_mm = self.ruled(lettering=True, measure="mm", x_height=5.0, line=13.0, first=30.0)
        self.assertAlmostEqual(np.diff(in_mm[in_mm["kind"] == BASE]["y0"])[0] / mm, 13.0, places=3)

    def test_slant_fans_grid_and_margins(self):
        slanted = self.ruled(lettering=True, slanted=True, slant=20.0)
        one = slanted[slanted["kind"] == SLANT][0]
        lean = np.degrees(np.arctan2(one["x1"] - one["x0"], one["y0"] - one["y1"]))
        self.assertAlmostEqual(float(lean), 20.0, places=2)
        grid = self.ruled(grid=True, grid_gap=10.0)
        self.assertEqual(int((grid["kind"] == GRID).sum()), 14 + 20)
        margins = self.ruled(margins=True, margin=12.0)
        self.assertEqual(int((margins["kind"] == MARGIN).sum()), 4)
        self.assertEqual(len(self.ruled(margins=True, margin=500.0)), 0)

    def test_all_lines_are_counted_and_no_more_noted_than_there_is_room_for(self):
        dense = {"grid": True, "grid_gap": 1.0}
        found = self.ruled(8192, 8192, 72.0, **dense)
        # A square millimetre grid of 8192 px at 72 dpi: every gap of 1 mm, both ways.
        self.assertEqual(len(found), 2 * int(8192 / (72 / 25.4)))
        record = np.zeros(1, GUIDE)
        for name, value in {**default_sheet()["guides"], **dense}.items():
            record[name] = 0 if isinstance(value, str) else value
        few = np.zeros(100, RULE)
        self.assertEqual(rule_guides(record, 8192, 8192, 72.0, few), len(found))
        np.testing.assert_array_equal(few, found[:100])
        # Lines that would be nearer than 2 px are told apart by leaving some out.
        self.assertGreaterEqual(np.diff(np.unique(self.ruled(400, 400, 10.0, **dense)["x0"])).min(), 2.0)
