"""Hand: what a pointer reports, and what stands in for the rest."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...kernels.path import hand
from ...native.sheet import Sheet, prepared
from ...tables.records import FINGER, MOUSE, PEN, POINT, SAMPLE, STROKE
from .. import straight


def fed(samples, kind=PEN):
    sheet = Sheet(400, 200)
    sheet.begin(prepared(read({})), kind)
    sheet.feed(samples)
    return sheet.state[0]


class ReportTests(TestCase):
    def test_tilt_runs_from_upright_to_flat(self):
        for altitude, tilt in [(90, 0.0), (45, 0.5), (0, 1.0), (120, 0.0)]:
            samples = straight(10, 10, 60, 10)
            samples["altitude"] = np.radians(altitude)
            self.assertAlmostEqual(float(fed(samples)["tilt"]), tilt, places=5)

    def test_a_pen_that_does_not_know_its_lean_counts_as_upright(self):
        samples = straight(10, 10, 60, 10)
        samples["altitude"] = samples["azimuth"] = np.nan
        state = fed(samples)
        self.assertEqual(float(state["tilt"]), 0.0)
        self.assertEqual(int(state["dropped"]), 0)

    def test_speed_is_px_per_ms(self):
        state = fed(straight(0, 50, 300, 50, 61, 0.5, 150.0))
        self.assertAlmostEqual(float(state["speed"]), 2.0, delta=0.01)

    def test_pressure_is_held_to_its_range(self):
        self.assertEqual(float(fed(straight(10, 10, 60, 10, 9, 1.7))["pressure"]), 1.0)
        self.assertEqual(float(fed(straight(10, 10, 60, 10, 9, -0.4))["pressure"]), 0.0)

    def test_fingers_and_mice_press_half_whatever_they_report(self):
        for kind in (FINGER, MOUSE):
            self.assertEqual(float(fed(straight(10, 10, 60, 10, 9, 0.9), kind)["pressure"]), 0.5)


class SeenTests(TestCase):
    def seen(self, *strokes):
        spans = np.array([9, -9] * 3, np.float32)
        for samples in strokes:
            hand.widen_reports(spans, samples, len(samples))
        return spans.reshape(3, 2)

    def test_least_and_most_of_all_strokes_are_told(self):
        first, second = straight(10, 10, 60, 10, 9, (0.2, 0.6)), straight(10, 10, 60, 10, 9, (0.5, 0.9))
        first["altitude"], second["altitude"] = np.radians(60), np.linspace(np.pi / 2, np.radians(45), 9)
        second["twist"] = np.linspace(0, 2, 9)
        np.testing.assert_allclose(self.seen(first, second), [(0.2, 0.9), (0.0, 0.5), (0.0, 2.0)], atol=1e-6)

    def test_a_pointer_that_knows_neither_lean_nor_turn_has_none(self):
        samples = straight(10, 10, 60, 10, 9, 0.5)
        samples["altitude"] = samples["twist"] = np.nan
        np.testing.assert_allclose(self.seen(samples), [(0.5, 0.5), (0, 0), (0, 0)])

    def test_nothing_drawn_leaves_every_least_above_its_most(self):
        spans = self.seen(straight(10, 10, 60, 10)[:0])
        self.assertTrue((spans[:, 0] > spans[:, 1]).all())


class PressureTests(TestCase):
    def pressures(self, samples, **settings):
        sheet = Sheet(400, 200)
        sheet.begin(prepared(read({"steadying": "none", "responses": {}, **settings})), PEN, record_only=True)
        sheet.feed(samples)
        return sheet.stamps["press"][: int(sheet.state["stamp_count"][0])]

    def test_a_pen_of_one_pressure_may_press_by_its_speed(self):
        samples = straight(10, 50, 310, 50, 61, 0.5, 200.0)
        samples["t"] = np.cumsum(np.linspace(8.0, 1.0, 61))
        self.assertEqual(np.ptp(self.pressures(samples.copy())), 0.0)
        by_speed = self.pressures(samples, pen_pressure="from speed", pen_level=0.5)
        self.assertGreater(by_speed[5], by_speed[-30] + 0.2)


class PracticePenTests(TestCase):
    def test_quick_presses_lighter_and_rest_presses_harder(self):
        pressures = [hand.pressure_from_speed(speed, 0.6) for speed in np.linspace(0, 6, 61)]
        self.assertTrue((np.diff(pressures) <= 0).all())
        self.assertAlmostEqual(pressures[0], 0.9, places=5)
        self.assertAlmostEqual(pressures[-1], 0.15, places=5)
        self.assertEqual(hand.pressure_from_speed(0.0, 1.0), 1.0)


class HistogramTests(TestCase):
    def test_it_weighs_by_length_of_line(self):
        samples = np.zeros(5, SAMPLE)
        samples["x"] = [0, 100, 130, 130, 140]
        samples["pressure"] = [0, 0.15, 0.95, 1.0, 1.0]
        bins = np.zeros(10, np.float32)
        hand.input_histogram(bins, 10, samples, 5, 0, 3.0)
        np.testing.assert_allclose(bins, [0, 100, 0, 0, 0, 0, 0, 0, 0, 40], atol=1e-4)

    def test_an_azimuth_that_is_not_known_counts_for_nothing(self):
        samples = straight(0, 0, 100, 0, 20)
        samples["azimuth"] = np.nan
        bins = np.zeros(8, np.float32)
        hand.input_histogram(bins, 8, samples, len(samples), 2, 1.0)
        self.assertEqual(bins.sum(), 0.0)

    def test_the_trace_holds_the_pressure_at_the_start_as_the_stroke_does(self):
        samples = straight(0, 0, 100, 0, 30, 1.0, 120.0)
        samples["pressure"][0] = 0.0
        brush, points = prepared(read({})).record, np.zeros(30, POINT)
        hand.trace_hand(brush, np.zeros(1, STROKE), samples, 30, points, PEN)
        taken = []
        sheet = Sheet(200, 200)
        sheet.begin(prepared(read({})))
        for one in range(30):
            sheet.feed(samples[one : one + 1])
            taken.append(float(sheet.state["pressure"][0]))
        np.testing.assert_allclose(points["pressure"], taken, atol=1e-6)

    def test_the_trace_tells_what_the_brush_takes(self):
        samples = straight(0, 50, 300, 50, 61, (0.2, 0.8), 150.0)
        points = np.zeros(40, POINT)
        state = np.zeros(1, STROKE)
        plain = prepared(read({})).record
        self.assertEqual(hand.trace_hand(plain, state, samples, 61, points, PEN), 40)
        np.testing.assert_array_equal(points["pressure"], samples["pressure"][:40])
        self.assertAlmostEqual(float(points["speed"][-1]), 2.0, delta=0.01)
        hand.trace_hand(plain, state, samples, 61, points, FINGER)
        np.testing.assert_array_equal(points["pressure"], np.float32(0.5))
        np.testing.assert_array_equal(points["lean_y"], samples["pressure"][:40])
