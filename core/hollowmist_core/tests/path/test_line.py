"""Line: the curve through the samples against independent constructions."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...kernels.path.line import CHORD
from ...native.sheet import Sheet, prepared
from ...tables.records import SAMPLE


def path_of(points, pressure=None, **settings):
    """Path through points fed as samples: the records of its points."""
    samples = np.zeros(len(points), SAMPLE)
    samples["x"], samples["y"] = np.array(points, float).T
    samples["t"] = 8.0 * np.arange(len(points))
    samples["pressure"] = 0.5 if pressure is None else pressure
    samples["altitude"] = np.pi / 2
    sheet = Sheet(64, 64)
    sheet.begin(prepared(read({"steadying": "none", **settings})), record_only=True)
    sheet.feed(samples)
    return sheet.path[: int(sheet.state["path_open"][0])].copy()


def barry_goldman(p0, p1, p2, p3, count=400):
    """Centripetal Catmull-Rom between p1 and p2 by the pyramid of Barry and Goldman (1988)."""
    points = [np.asarray(p, float) for p in (p0, p1, p2, p3)]
    knots = np.concatenate(
        [[0], np.cumsum([np.linalg.norm(b - a) ** 0.5 for a, b in zip(points[:-1], points[1:], strict=True)])]
    )
    t = np.linspace(knots[1], knots[2], count)[:, None]

    def mix(a, b, i, j):
        return ((knots[j] - t) * a + (t - knots[i]) * b) / (knots[j] - knots[i])

    first = [mix(points[i], points[i + 1], i, i + 1) for i in range(3)]
    second = [mix(first[i], first[i + 1], i, i + 2) for i in range(2)]
    return mix(second[0], second[1], 1, 2)


def distance_to(points, line):
    """Distance of each point to a polyline."""
    a, b = line[:-1], line[1:]
    along = b - a
    u = np.clip(((points[:, None] - a) * along).sum(-1) / np.maximum((along**2).sum(-1), 1e-12), 0, 1)
    return np.linalg.norm(points[:, None] - (a + u[..., None] * along), axis=-1).min(axis=1)


class CurveTests(TestCase):
    POINTS = [(10, 40), (60, 10), (150, 90), (170, 95), (300, 20), (310, 120)]

    def test_it_is_the_centripetal_curve_within_the_chord(self):
        path = path_of(self.POINTS)
        line = np.column_stack([path["x"], path["y"]]).astype(float)
        for i in range(1, len(self.POINTS) - 2):
            want = barry_goldman(*self.POINTS[i - 1 : i + 3])
            self.assertLess(distance_to(want, line).max(), CHORD)

    def test_arc_length_is_the_length_walked(self):
        path = path_of(self.POINTS)
        steps = np.hypot(np.diff(path["x"].astype(float)), np.diff(path["y"].astype(float)))
        np.testing.assert_allclose(path["s"][1:], np.cumsum(steps), rtol=1e-5)

    def test_pressure_never_swings_past_what_was_reported(self):
        pressure = np.array([0.1, 0.1, 0.9, 0.9, 0.2, 0.2])
        path = path_of(self.POINTS, pressure)
        self.assertGreaterEqual(path["pressure"].min(), 0.1 - 1e-6)
        self.assertLessEqual(path["pressure"].max(), 0.9 + 1e-6)

    def test_two_samples_make_a_straight_line(self):
        path = path_of([(10, 10), (110, 60)])
        self.assertAlmostEqual(float(path["s"][-1]), np.hypot(100, 50), places=3)

    def test_a_sharp_turn_back_stays_sound(self):
        path = path_of([(10, 10), (200, 10), (10, 10), (200, 10)])
        self.assertTrue(np.isfinite(path["x"]).all() and np.isfinite(path["s"]).all())
        self.assertLess(np.abs(path["y"] - 10).max(), 1e-3)


class EvenOutTests(TestCase):
    def test_a_straight_line_is_left_alone_with_its_pressure(self):
        u = np.linspace(0, 1, 80)
        path = path_of(np.column_stack([20 + 300 * u, 50 + 60 * u]), u, steadying="even-out", reach=40.0)
        np.testing.assert_allclose(path["y"], 50 + (path["x"] - 20) * 0.2, atol=2e-3)
        np.testing.assert_allclose(path["pressure"], (path["x"] - 20) / 300, atol=1e-4)

    def test_a_stroke_shorter_than_the_reach_ends_where_the_hand_did(self):
        path = path_of([(10, 10), (14, 12), (19, 11)], steadying="even-out", reach=200.0)
        self.assertAlmostEqual(float(path["x"][-1]), 19.0, places=3)
        self.assertTrue(np.isfinite(path["y"]).all())

    def test_more_reach_rounds_a_corner_more(self):
        corner = [(10 + 4 * i, 100) for i in range(26)] + [(110, 100 - 4 * i) for i in range(1, 26)]

        def rounding(reach):
            path = path_of(corner, steadying="even-out", reach=reach)
            return np.hypot(path["x"] - 110, path["y"] - 100).min()

        roundings = [rounding(reach) for reach in (5.0, 15.0, 45.0)]
        self.assertTrue(np.all(np.diff(roundings) > 0.5), roundings)
