"""Pen fitting: a curve from how a hand presses, and pens that cannot be fitted."""

from unittest import TestCase

import numpy as np

from ...kernels.path.fitting import CONSTANT, FITTED, JUMPS, MIXED, TOO_FEW, apply_fitting, fit_pen
from ...tables.brush_record import LINK
from ...tables.records import SAMPLE
from ...tables.responses import FITTING


def presses(*levels, spread=0.04, count=300, seed=3):
    rng = np.random.default_rng(seed)
    return [np.clip(rng.normal(level, spread, count), 0, 1).astype(np.float32) for level in levels]


def fitted(*given):
    link = np.zeros(1, LINK)
    return fit_pen(*given, link), link


def through(link, pressures):
    samples = np.zeros(len(pressures), SAMPLE)
    samples["pressure"] = pressures
    apply_fitting(link, samples, len(samples))
    return samples["pressure"]


class FittingTests(TestCase):
    def test_medians_come_to_15_50_and_88_percent(self):
        given = presses(0.12, 0.3, 0.55)
        came, link = fitted(*given)
        self.assertEqual(came, FITTED)
        for pressures, want in zip(given, (0.15, 0.5, 0.88), strict=True):
            self.assertAlmostEqual(float(through(link, [np.median(pressures)])[0]), want, delta=0.03)
        self.assertEqual(float(through(link, [0.0])[0]), 0.0)
        self.assertAlmostEqual(float(through(link, [np.quantile(given[2], 0.95)])[0]), 1.0, delta=0.02)

    def test_a_pen_whose_hard_press_is_at_its_end_reaches_full(self):
        light, usual, _ = presses(0.2, 0.5, 0.8)
        for hard in (np.ones(300, np.float32), presses(0.995, spread=0.003)[0]):
            came, link = fitted(light, usual, hard)
            self.assertEqual(came, FITTED)
            self.assertAlmostEqual(float(through(link, [1.0])[0]), 1.0, places=5)

    def test_the_curve_never_falls(self):
        for seed, levels in enumerate([(0.05, 0.1, 0.2), (0.2, 0.5, 0.8), (0.4, 0.6, 0.99), (0.02, 0.5, 0.98)]):
            came, link = fitted(*presses(*levels, seed=seed))
            self.assertEqual(came, FITTED)
            self.assertGreaterEqual(np.diff(through(link, np.linspace(0, 1, 500))).min(), -1e-6)

    def test_a_few_samples_that_jump_to_full_change_little(self):
        light, usual, hard = presses(0.12, 0.3, 0.55)
        _, plain = fitted(light, usual, hard)
        jumped = light.copy()
        jumped[::40] = 1.0
        came, link = fitted(jumped, usual, hard)
        self.assertEqual(came, FITTED)
        at = np.linspace(0, 1, 50)
        self.assertLess(np.abs(through(plain, at) - through(link, at)).max(), 0.06)

    def test_pens_that_cannot_be_fitted_are_told_why(self):
        half = [np.full(100, 0.5, np.float32)] * 3
        self.assertEqual(fitted(*half)[0], CONSTANT)
        self.assertEqual(fitted(*[np.ones(100, np.float32)] * 3)[0], JUMPS)
        light, usual, hard = presses(0.2, 0.4, 0.7)
        self.assertEqual(fitted(light[:4], usual, hard)[0], TOO_FEW)
        self.assertEqual(fitted(hard, usual, light)[0], MIXED)
        self.assertEqual(len(FITTING), MIXED + 1)
