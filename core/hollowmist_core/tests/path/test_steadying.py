"""Steadying: the three ways against independent ones, and what is read of them against the samples."""

import math
from unittest import TestCase

import numpy as np
from scipy.ndimage import gaussian_filter1d

from ...documents.brush import read
from ...kernels.measure.steadied import SIGMA, trace_lag
from ...native.readings import CORNERED, SHAKY, measured
from ...native.sheet import Sheet, prepared
from ...proofs import lanes
from ...tables.records import POINT

WAYS = {"even-out": {"reach": 14.0}, "tow line": {"tow": 10.0}, "speed-aware": {"calm": 2.0, "quickness": 5.0}}
"""Each way at its middle setting."""


def lane(key):
    return next(one for one in lanes() if one.key == key).strokes[0]


def path_of(samples, batch=4096, **settings):
    sheet = Sheet(64, 64)
    sheet.begin(prepared(read(settings)), record_only=True)
    for start in range(0, len(samples), batch):
        sheet.feed(samples[start : start + batch])
    return sheet.path[: int(sheet.state["path_open"][0])].copy()


def one_euro(samples, min_cutoff, beta, d_cutoff=1.0):
    """Algorithm 1 of Casiez, Roussel and Vogel (2012), line by line, on both axes."""
    out = []
    for axis in ("x", "y"):
        values, times = samples[axis].astype(float), samples["t"].astype(float) / 1000.0
        hat, d_hat, filtered = values[0], 0.0, [values[0]]
        for before, now, value in zip(times[:-1], times[1:], values[1:], strict=True):
            rate = 1.0 / (now - before)

            def alpha(cutoff, rate=rate):
                tau = 1.0 / (2.0 * math.pi * cutoff)
                return 1.0 / (1.0 + tau * rate)

            d = (value - hat) * rate
            d_hat = alpha(d_cutoff) * d + (1.0 - alpha(d_cutoff)) * d_hat
            share = alpha(min_cutoff + beta * abs(d_hat))
            hat = share * value + (1.0 - share) * hat
            filtered.append(hat)
        out.append(filtered)
    return np.array(out).T


def towed(samples, length):
    """Ends of a line of a length that is towed by its other end."""
    ends = [np.array([samples["x"][0], samples["y"][0]], float)]
    for x, y in zip(samples["x"][1:], samples["y"][1:], strict=True):
        pull = np.array([x, y], float) - ends[-1]
        gap = np.linalg.norm(pull)
        ends.append(ends[-1] + pull * max(0.0, 1.0 - length / gap) if gap > 0 else ends[-1])
    return np.array(ends)


def lag_trace(samples, **settings):
    ready, sheet = prepared(read(settings)), Sheet(64, 64)
    ends = np.zeros(len(samples), POINT)
    trace_lag(sheet.state, ready.record, sheet.recent, sheet.even, sheet.path, samples, len(samples), ends)
    return ends


def wobble(x, y):
    """The measure of wobble with SciPy's Gaussian instead of ours."""
    s = np.concatenate([[0], np.cumsum(np.hypot(np.diff(x), np.diff(y)))])
    at = np.arange(0.0, s[-1])
    reach = int(4 * SIGMA)
    square = 0.0
    for values in (x, y):
        column = np.interp(at, s, values)
        for _ in range(2):
            column = column - gaussian_filter1d(column, SIGMA, mode="mirror", truncate=4.0)
        square = square + column[reach // 2 : -(reach // 2)] ** 2
    return math.sqrt(square.mean())


def corners_of(samples, span=20.0):
    """Places of the sharpest turns of samples, over chords of `span` px."""
    x, y = samples["x"].astype(float), samples["y"].astype(float)
    s = np.concatenate([[0], np.cumsum(np.hypot(np.diff(x), np.diff(y)))])
    at = np.arange(span, s[-1] - span, 0.5)

    def place(t):
        return np.interp(t, s, x) + 1j * np.interp(t, s, y)

    turn = np.abs(np.angle((place(at + span) - place(at)) / (place(at) - place(at - span))))
    found = []
    for i in np.argsort(-turn):
        if turn[i] > math.radians(60) and all(abs(at[i] - at[j]) > span for j in found):
            found.append(i)
    return place(at[found])


class SpeedAwareTests(TestCase):
    def test_it_is_the_published_filter(self):
        for key in (SHAKY, "word", "flick"):
            samples = lane(key)
            want = one_euro(samples, 1.5, 4.0 / 1000.0)
            got = lag_trace(samples, steadying="speed-aware", calm=1.5, quickness=4.0)
            moved = np.hypot(got["x"] - want[:, 0], got["y"] - want[:, 1])
            # A path's point is not moved by less than the hand's own grain.
            self.assertLess(moved.max(), 0.06, key)
        fast = lane(SHAKY)[::4]
        want = one_euro(fast, 2.0, 0.003)
        path = path_of(fast, steadying="speed-aware", calm=2.0, quickness=3.0, finish=False)
        line = path["x"].astype(float) + 1j * path["y"].astype(float)
        for x, y in want:
            self.assertLess(np.abs(line - (x + 1j * y)).min(), 1e-4)


class TowLineTests(TestCase):
    def test_the_ink_stays_on_its_line(self):
        samples = lane("word")
        got = lag_trace(samples, steadying="tow line", tow=12.0)
        want = towed(samples, 12.0)
        self.assertLess(np.hypot(got["x"] - want[:, 0], got["y"] - want[:, 1]).max(), 0.06)
        self.assertLessEqual(got["s"].max(), 12.1)

    def test_without_the_finish_it_ends_where_the_ink_is(self):
        samples = lane("ramp")
        end = towed(samples, 20.0)[-1]
        loose = path_of(samples, steadying="tow line", tow=20.0, finish=False)[-1]
        self.assertLess(math.hypot(loose["x"] - end[0], loose["y"] - end[1]), 0.1)
        done = path_of(samples, steadying="tow line", tow=20.0)[-1]
        self.assertAlmostEqual(float(done["x"]), float(samples["x"][-1]), delta=0.06)


class SteadiedTests(TestCase):
    def test_each_way_takes_out_most_of_the_wobble_and_says_how_much(self):
        samples = lane(SHAKY)
        raw = wobble(samples["x"], samples["y"])
        for way, middle in WAYS.items():
            with self.subTest(way=way):
                path = path_of(samples, steadying=way, **middle)
                gone = 1.0 - wobble(path["x"].astype(float), path["y"].astype(float)) / raw
                self.assertGreaterEqual(gone, 0.6)
                reading = float(measured(read({"steadying": way, **middle}))[0]["wobble"])
                self.assertAlmostEqual(reading, gone, delta=0.02)

    def test_kept_corners_are_rounded_less_than_a_quarter(self):
        samples = lane(CORNERED)
        corners = corners_of(samples)
        self.assertEqual(len(corners), 6)
        for way, middle in WAYS.items():
            with self.subTest(way=way):
                rounded, readings = [], []
                for keep in (0.0, 1.0):
                    settings = {"steadying": way, "keep_corners": keep, **middle}
                    path = path_of(samples, **settings)
                    line = np.stack([path["x"], path["y"]], 1).astype(float)
                    fine = np.stack(
                        [np.interp(np.linspace(0, len(line) - 1, 40000), np.arange(len(line)), c) for c in line.T]
                    )
                    rounded.append(np.mean([np.hypot(fine[0] - c.real, fine[1] - c.imag).min() for c in corners]))
                    readings.append(float(measured(read(settings))[0]["rounding"]))
                self.assertLess(readings[1], readings[0] / 4)
                self.assertLess(rounded[1], max(0.12, rounded[0] / 4))
                self.assertAlmostEqual(readings[0], rounded[0], delta=0.5)

    def test_lag_is_what_the_samples_say(self):
        samples = lane(SHAKY)
        hand = np.stack([samples["x"], samples["y"]], 1).astype(float)
        ends = {"tow line": towed(samples, 10.0), "speed-aware": one_euro(samples, 2.0, 0.005)}
        for way, end in ends.items():
            with self.subTest(way=way):
                behind = np.linalg.norm(hand - end, axis=1)
                passed = [np.argmin(np.linalg.norm(hand[: i + 1] - end[i], axis=1)) for i in range(len(hand))]
                late = samples["t"] - samples["t"][passed]
                readings = measured(read({"steadying": way, **WAYS[way]}))[0]
                self.assertAlmostEqual(float(readings["lag_px"]), behind.mean(), delta=0.05)
                self.assertAlmostEqual(float(readings["lag_ms"]), late.mean(), delta=3.0)

    def test_an_unsteadied_line_has_no_lag_and_keeps_its_wobble(self):
        readings = measured(read({"steadying": "none"}))[0]
        self.assertAlmostEqual(float(readings["lag_px"]), 0.0, delta=1e-3)
        self.assertAlmostEqual(float(readings["wobble"]), 0.0, delta=0.01)
        self.assertAlmostEqual(float(readings["rounding"]), 0.0, delta=0.01)

    def test_any_way_of_feeding_leaves_the_same_line(self):
        for way, middle in WAYS.items():
            for keep in (0.0, 0.6):
                with self.subTest(way=way, keep=keep):
                    settings = {"steadying": way, "keep_corners": keep, **middle}
                    whole = path_of(lane("word"), **settings)
                    one_by_one = path_of(lane("word"), batch=1, **settings)
                    np.testing.assert_array_equal(whole["x"], one_by_one["x"])
                    np.testing.assert_array_equal(whole["pressure"], one_by_one["pressure"])

    def test_a_very_slow_hand_does_not_overflow_what_waits(self):
        samples = np.repeat(lane(CORNERED)[:1], 6000)
        samples["x"] = 100 + 0.06 * np.arange(6000)
        samples["t"] = 5.0 * np.arange(6000)
        path = path_of(samples, steadying="tow line", keep_corners=1.0)
        self.assertAlmostEqual(float(path["x"][-1]), float(samples["x"][-1]), delta=0.1)
        self.assertTrue(np.all(np.diff(path["x"]) > -1e-3))
