"""Proof strokes: shipped data, and the model of the hand behind it."""

import json
from unittest import TestCase

import numpy as np
from scipy.signal import periodogram

from ... import proofs
from ...proofs import model, recipes
from ...tables.records import SAMPLE


class ShippedTests(TestCase):
    def test_the_shipped_data_is_what_the_model_makes(self):
        shipped = json.loads(proofs.DATA.read_text(encoding="utf-8"))["lanes"]
        made = json.loads(json.dumps(recipes.make_lanes()))
        self.assertEqual([lane["key"] for lane in shipped], [lane["key"] for lane in made])
        for one, other in zip(shipped, made, strict=True):
            for rows, again in zip(one["strokes"], other["strokes"], strict=True):
                np.testing.assert_allclose(rows, again, atol=2e-3)

    def test_all_lanes_are_on_the_sheet_and_sound(self):
        self.assertGreaterEqual(len(proofs.lanes()), 8)
        width, height = proofs.LANES_AREA
        for lane in proofs.lanes():
            for samples in lane.strokes:
                self.assertTrue(((samples["x"] > 0) & (samples["x"] < width)).all(), lane.key)
                self.assertTrue(((samples["y"] > 0) & (samples["y"] < height)).all(), lane.key)
                self.assertTrue((np.diff(samples["t"]) > 0).all())
                self.assertTrue(((samples["pressure"] >= 0) & (samples["pressure"] <= 1)).all())
                proofs.read_samples(samples.tobytes())


class ModelTests(TestCase):
    def test_displacement_is_the_integral_of_the_lognormal_speed(self):
        simple = model.Simple(0.05, 120.0, np.log(0.2), 0.3, 0.4, 1.1)
        t = np.linspace(0.0501, 1.5, 40_001)
        late = t - simple.start
        speed = (
            simple.length
            / (late * simple.sigma * np.sqrt(2 * np.pi))
            * np.exp(-((np.log(late) - simple.mu) ** 2) / (2 * simple.sigma**2))
        )
        angle = simple.direction - simple.turn / 2 + simple.turn * model.progress(simple, t)
        x = np.trapezoid(speed * np.cos(angle), t)
        y = np.trapezoid(speed * np.sin(angle), t)
        dx, dy = model.displacement(simple, t[-1:])
        self.assertAlmostEqual(dx[0], x, places=3)
        self.assertAlmostEqual(dy[0], y, places=3)

    def test_simple_strokes_reach_their_targets(self):
        points = [(0, 0), (100, 20), (150, 120)]
        _, x, y = model.move((0, 0), model.through(points, [40, -70], [0.0, 0.5]), 3.0)
        self.assertAlmostEqual(x[-1], 150, delta=0.1)
        self.assertAlmostEqual(y[-1], 120, delta=0.1)

    def test_tremor_lies_between_8_and_12_hz(self):
        t = np.arange(0, 20, 1 / model.RATE)
        shake = model.tremor(t, 1.5, np.random.default_rng(3))
        frequency, power = periodogram(shake, model.RATE)
        inside = power[(frequency >= 7.9) & (frequency <= 12.1)].sum()
        self.assertGreater(inside / power.sum(), 0.98)
        self.assertAlmostEqual(shake.std(), 1.5, delta=0.2)


class ReadSamplesTests(TestCase):
    def test_unsound_samples_are_refused_with_a_reason(self):
        good = np.zeros(3, SAMPLE)
        good["t"] = [0, 1, 2]
        cases = {"more samples": b"", "bytes each": b"12345"}
        backwards = good.copy()
        backwards["t"] = [0, 5, 2]
        cases["time goes back at sample 2"] = backwards.tobytes()
        infinite = good.copy()
        infinite["x"][1] = np.inf
        cases["x of sample 1"] = infinite.tobytes()
        cases["100,000"] = np.zeros(100_001, SAMPLE).tobytes()
        for reason, data in cases.items():
            with self.assertRaisesRegex(ValueError, reason):
                proofs.read_samples(data)
