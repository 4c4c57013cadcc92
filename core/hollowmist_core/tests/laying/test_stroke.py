"""The stroke as it is drawn: streaming, the open end, steadying, bad samples."""

from unittest import TestCase

import numpy as np
from scipy.ndimage import gaussian_filter1d
from scipy.signal import savgol_filter

from ... import proofs
from ...documents.brush import read
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.records import FINGER, PEN, SAMPLE, WINDOW
from .. import coverage, straight

BRUSH = {
    "ink": "#000000",
    "size": 14.0,
    "steadying": "even-out",
    "reach": 20.0,
    "taper_start_length": 1.0,
    "taper_end_length": 2.0,
}


def path_of(samples, **settings):
    """Final path of a stroke: x, y."""
    sheet = Sheet(64, 64)
    sheet.begin(prepared(read({**BRUSH, **settings})), record_only=True)
    for start in range(0, len(samples), 500):
        sheet.feed(samples[start : start + 500])
    points = sheet.path[: int(sheet.state["path_open"][0])]
    return points["x"].astype(float), points["y"].astype(float)


class StreamingTests(TestCase):
    def test_any_way_of_feeding_leaves_the_same_pixels(self):
        for lane in proofs.lanes():
            samples = lane.strokes[0]
            sheet = Sheet(*proofs.LANES_AREA)
            brush = prepared(read({**BRUSH, "overlap": "build", "flow": 0.2}))
            sheet.ink(brush, Stroke(samples))
            whole = sheet.pixels()
            sheet.clear()
            sheet.begin(brush)
            for i in range(0, len(samples), 7):
                sheet.feed(samples[i : i + 7])
            sheet.lift()
            np.testing.assert_array_equal(sheet.pixels(), whole, lane.key)

    def test_what_is_foreseen_is_seen_as_if_it_were_drawn_and_leaves_no_trace(self):
        lane = proofs.lanes()[1].strokes[0]
        for own in (
            {},
            {"steadying": "tow line"},
            {"steadying": "speed-aware"},
            {"keep_corners": 0.0},
            {"pooling": 0.5},
        ):
            with self.subTest(own):
                brush = prepared(read({**BRUSH, "overlap": "build", "flow": 0.2, **own}))
                sheet, bold, plain = (Sheet(*proofs.LANES_AREA) for _ in range(3))
                sheet.begin(brush)
                bold.begin(brush)
                for i in range(0, 160, 8):
                    guesses = lane[i + 8 : i + 12]
                    sheet.feed(lane[i : i + 8], foreseen=guesses)
                    seen = sheet.pixels()
                    bold.feed(lane[i : i + 8])
                    meant = Sheet(*proofs.LANES_AREA)
                    meant.begin(brush)
                    meant.feed(lane[: i + 12])
                    np.testing.assert_array_equal(seen, meant.pixels())
                # The hand turned elsewhere, or rests: the guess is taken off.
                sheet.feed(lane[:0])
                np.testing.assert_array_equal(sheet.pixels(), bold.pixels())
                sheet.feed(lane[160:168], foreseen=lane[:4])
                sheet.lift()
                plain.ink(brush, Stroke(lane[:168]))
                np.testing.assert_array_equal(sheet.pixels(), plain.pixels())

    def test_what_is_seen_is_what_a_lift_would_leave(self):
        samples = proofs.lanes()[1].strokes[0]
        brush = prepared(read(BRUSH))
        sheet = Sheet(*proofs.LANES_AREA)
        sheet.begin(brush)
        for i in range(0, len(samples), 40):
            sheet.feed(samples[i : i + 40])
            seen = sheet.pixels()
            lifted = Sheet(*proofs.LANES_AREA)
            lifted.ink(brush, Stroke(samples[: i + 40]))
            difference = np.abs(seen.astype(int) - lifted.pixels()).max()
            self.assertLessEqual(difference, 1)

    def test_the_changed_rectangle_holds_all_that_changed(self):
        samples = proofs.lanes()[0].strokes[0]
        sheet = Sheet(*proofs.LANES_AREA)
        sheet.begin(prepared(read(BRUSH)))
        before = sheet.pixels()
        for i in range(0, len(samples), 25):
            sheet.feed(samples[i : i + 25])
            after = sheet.pixels()
            rows, columns = np.nonzero((before != after).any(axis=2))
            state = sheet.state[0]
            if len(rows):
                self.assertGreaterEqual(columns.min(), state["left"])
                self.assertLess(columns.max(), state["right"])
                self.assertGreaterEqual(rows.min(), state["top"])
                self.assertLess(rows.max(), state["bottom"])
            before = after

    def test_cancel_leaves_no_trace(self):
        sheet = Sheet(400, 200)
        blank = sheet.pixels()
        free = int(sheet.free[0])
        sheet.begin(prepared(read(BRUSH)))
        sheet.feed(straight(20, 100, 380, 100))
        sheet.cancel()
        np.testing.assert_array_equal(sheet.pixels(), blank)
        self.assertEqual(int(sheet.free[0]), free)


class SteadyingTests(TestCase):
    def test_even_out_is_a_gaussian_over_arc_length(self):
        u = np.linspace(0, 400, 1601)
        wobble = 3 * np.sin(2 * np.pi * u / 18)
        samples = np.zeros(len(u), SAMPLE)
        samples["x"], samples["y"], samples["t"], samples["pressure"] = 20 + u, 100 + wobble, u, 1
        samples["altitude"] = np.pi / 2
        x, y = path_of(samples, reach=24.0)
        # Reference: the same line, resampled over its own length and filtered by SciPy.
        s = np.concatenate([[0], np.cumsum(np.hypot(np.diff(samples["x"]), np.diff(samples["y"])))])
        step = 24.0 / WINDOW
        grid = np.arange(0, s[-1], step)
        want = gaussian_filter1d(np.interp(grid, s, samples["y"].astype(float)), 24 / 2.5 / step, truncate=2.5)
        want_x = gaussian_filter1d(np.interp(grid, s, samples["x"].astype(float)), 24 / 2.5 / step, truncate=2.5)
        inside = (x > 80) & (x < 360)
        np.testing.assert_allclose(y[inside], np.interp(x[inside], want_x, want), atol=0.03)

    def test_slow_and_fast_hands_are_steadied_alike(self):
        samples = proofs.lanes()[3].strokes[0]
        slow = samples.copy()
        slow["t"] *= 7
        np.testing.assert_array_equal(path_of(samples), path_of(slow))

    def test_it_takes_most_of_the_wobble_out(self):
        samples = next(lane for lane in proofs.lanes() if lane.key == "shaky").strokes[0]

        def wobble(reach):
            settings = {"steadying": "even-out", "reach": reach} if reach else {"steadying": "none"}
            x, y = path_of(samples, **settings)
            grid = np.arange(90, 360, 0.5)
            line = np.interp(grid, x, y)
            return np.std(line - savgol_filter(line, 91, 3))

        self.assertLess(wobble(20.0), 0.3 * wobble(0))
        self.assertLess(wobble(40.0), 0.1 * wobble(0))

    def test_the_line_starts_at_the_touch_and_finishes_at_the_lift(self):
        samples = proofs.lanes()[1].strokes[0]
        x, y = path_of(samples, reach=60.0)
        self.assertLess(np.hypot(x[0] - samples["x"][0], y[0] - samples["y"][0]), 0.01)
        self.assertLess(np.hypot(x[-1] - samples["x"][-1], y[-1] - samples["y"][-1]), 0.01)
        x, y = path_of(samples, reach=60.0, finish=False)
        self.assertGreater(np.hypot(x[-1] - samples["x"][-1], y[-1] - samples["y"][-1]), 5)

    def test_unsteadied_curves_pass_through_their_samples(self):
        angle = np.linspace(0, 1.5 * np.pi, 13)
        samples = np.zeros(13, SAMPLE)
        samples["x"], samples["y"] = 200 + 100 * np.cos(angle), 200 + 100 * np.sin(angle)
        samples["t"], samples["pressure"], samples["altitude"] = np.arange(13) * 8, 1, 1.5
        x, y = path_of(samples, steadying="none")
        for sample in samples:
            self.assertLess(np.hypot(x - sample["x"], y - sample["y"]).min(), 1e-3)
        # Samples 36 degrees apart on a circle of 100 px: the curve stays near the circle.
        self.assertLess(np.abs(np.hypot(x - 200, y - 200) - 100)[6:-6].max(), 1.0)


class BadSampleTests(TestCase):
    def ink(self, samples, kind=PEN, **settings):
        sheet = Sheet(400, 200)
        sheet.begin(prepared(read({**BRUSH, **settings})), kind)
        kept = [sheet.feed(samples[i : i + 4096]) for i in range(0, len(samples), 4096)]
        sheet.lift()
        return sheet, np.concatenate(kept)

    def test_one_sample_leaves_a_dot(self):
        sheet, _ = self.ink(straight(200, 100, 200, 100, 1))
        self.assertAlmostEqual(coverage(sheet).sum(), np.pi * 49, delta=3)

    def test_pressing_harder_on_the_spot_widens_the_dot(self):
        dots = straight(200, 100, 200, 100, 5, (0.1, 1.0), 100.0)
        sheet, kept = self.ink(dots)
        self.assertEqual(len(kept), 5)
        self.assertAlmostEqual(coverage(sheet).sum(), np.pi * 49, delta=3)

    def test_nan_and_time_going_back_are_dropped_never_drawn(self):
        good = straight(40, 100, 360, 100, 50)
        bad = np.insert(good, [10, 20, 30, 40], good[0])
        bad["x"][10] = np.nan
        bad["pressure"][21] = np.inf
        bad["t"][32] = -5
        bad["y"][43] = 1e30
        sheet, kept = self.ink(bad)
        np.testing.assert_array_equal(kept, good)
        clean, _ = self.ink(good)
        np.testing.assert_array_equal(sheet.pixels(), clean.pixels())

    def test_a_stroke_off_the_sheet_is_sound(self):
        sheet, _ = self.ink(straight(-3000, -900, 9000, 1500, 80), size=90.0)
        cover = coverage(sheet)
        self.assertTrue(np.isfinite(cover).all())
        away, _ = self.ink(straight(900, 900, 5000, 900))
        self.assertEqual(coverage(away).sum(), 0.0)

    def test_a_hundred_thousand_samples(self):
        angle = np.linspace(0, 400 * np.pi, 100_000)
        samples = np.zeros(len(angle), SAMPLE)
        samples["x"], samples["y"] = 200 + 150 * np.cos(angle), 100 + 70 * np.sin(angle)
        samples["t"], samples["pressure"], samples["altitude"] = np.arange(len(angle)), 0.5, 1.5
        sheet, kept = self.ink(samples)
        self.assertEqual(len(kept), 100_000)
        self.assertGreater(coverage(sheet).sum(), 1000)

    def test_tapers_longer_than_any_buffer_are_drawn_soundly(self):
        settings = {"size": 2000.0, "taper_start_length": 20.0, "taper_end_length": 20.0, "reach": 1.0}
        back_and_forth = np.concatenate([straight(0, 100, 30000, 100, 300), straight(30000, 100, 0, 100, 300)] * 2)
        back_and_forth["t"] = np.arange(len(back_and_forth))
        sheet, _ = self.ink(back_and_forth, **settings)
        self.assertTrue(np.isfinite(coverage(sheet)).all())

    def test_a_finger_presses_half(self):
        sheet, _ = self.ink(
            straight(200, 100, 200, 100, 1, 0.0),
            FINGER,
            responses={"size": {"pressure": {"on": True, "range": [0, 1], "nodes": [[0, 0], [1, 1]]}}},
        )
        self.assertAlmostEqual(coverage(sheet).sum(), np.pi * 3.5**2, delta=2)


class MemoryTests(TestCase):
    def test_memory_follows_ink_not_paper(self):
        sheet = Sheet(8192, 8192)
        slots = int(sheet.free[0])
        sheet.ink(prepared(read(BRUSH)), Stroke(straight(4000, 4000, 4400, 4000)))
        self.assertLessEqual(slots - int(sheet.free[0]), 8)
        sheet.clear()
        self.assertEqual(int(sheet.free[0]), slots)

    def test_paper_beyond_the_bounds_is_refused(self):
        with self.assertRaisesRegex(ValueError, "8192"):
            Sheet(9000, 10)

    def test_a_pool_that_runs_out_says_so_and_crashes_nothing(self):
        drift = {"hue": {"stamp chance": {}}}
        for settings in ({}, {"responses": drift}):
            for slots in (0, 1, 2, 3, 6):
                sheet = Sheet(1024, 1024)
                sheet.free[0] = slots
                sheet.begin(prepared(read({**BRUSH, "size": 300.0, **settings})))
                sheet.feed(straight(100, 100, 900, 900))
                self.assertEqual(sheet.pixels().shape, (1024, 1024, 4))
                sheet.lift()
                self.assertEqual(int(sheet.state["starved"][0]), 1)

    def test_tiles_come_back_after_each_stroke(self):
        sheet = Sheet(512, 512)
        brush = prepared(read(BRUSH))
        sheet.ink(brush, Stroke(straight(50, 50, 450, 450)))
        free = int(sheet.free[0])
        for _ in range(20):
            sheet.ink(brush, Stroke(straight(50, 50, 450, 450)))
        self.assertEqual(int(sheet.free[0]), free)
