"""Ribbons: a picture along the whole stroke, on bends and loops, on strokes of any length."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.records import SAMPLE
from .. import coverage

PICTURE = "a" * 64
BLACK = {"tip": "shapes", "laying": "ribbon", "responses": {}, "steadying": "none", "ink": "#000000", "size": 30.0}


def full(height=64, wide=256):
    """A picture that is ink all over."""
    return np.full((height, wide), 255, np.uint8)


def leaf(height=128, wide=512):
    """A silhouette with both ends pointed."""
    y, x = np.mgrid[-1 : 1 : height * 1j, 0 : 1 : wide * 1j]
    return (255 * (np.abs(y) < half_of(x))).astype(np.uint8)


def half_of(x):
    """Half of its width at a place along it, both 0..1."""
    return 0.9 * np.sin(np.pi * np.clip(x, 0, 1)) ** 0.8


def ready(picture, **settings):
    return prepared(read({**BLACK, "shapes": [{"picture": PICTURE}], **settings}), lambda digest: picture)


def path(x, y, pressure=1.0):
    samples = np.zeros(len(x), SAMPLE)
    samples["x"], samples["y"], samples["pressure"] = x, y, pressure
    samples["t"], samples["altitude"] = 8.0 * np.arange(len(x)), np.pi / 2
    return samples


def length_of(samples):
    return float(np.hypot(np.diff(samples["x"]), np.diff(samples["y"])).sum())


def inked(picture, samples, **settings):
    sheet = Sheet(420, 420)
    sheet.ink(ready(picture, **settings), Stroke(samples))
    return coverage(sheet)


U = np.linspace(0, 1, 500)
SPIRAL = path(210 + (30 + 150 * U) * np.cos(12 * U), 210 + (30 + 150 * U) * np.sin(12 * U))


class BendTests(TestCase):
    def test_on_a_spiral_its_area_is_that_of_its_width_profile(self):
        cover = inked(leaf(), SPIRAL)
        want = length_of(SPIRAL) * 30.0 * half_of(np.linspace(0, 1, 2000)).mean()
        self.assertAlmostEqual(cover.sum() / want, 1.0, delta=0.02)

    def test_in_a_loop_it_counts_once_where_it_lies_over_itself(self):
        turn = 2 * np.pi * U
        loop = path(210 + 120 * np.sin(turn), 210 + 60 * np.sin(2 * turn))
        cover = inked(full(), loop)
        crossing = 30.0**2 / np.sin(2 * np.arctan2(120, 120))
        want = length_of(loop) * 30.0 - crossing
        self.assertAlmostEqual(cover.sum() / want, 1.0, delta=0.02)
        self.assertLessEqual(cover.max(), 1.0)

    def test_it_has_no_holes(self):
        turn = 2 * np.pi * U
        tight = path(210 + 25 * np.sin(6 * turn), 60 + 300 * U)
        for samples in (SPIRAL, tight):
            cover = inked(full(), samples)
            along = np.stack([samples["x"], samples["y"]], 1)[8:-8]
            dx, dy = np.gradient(along[:, 0]), np.gradient(along[:, 1])
            normal = np.stack([-dy, dx], 1) / np.hypot(dx, dy)[:, None]
            for side in (-12, -6, 0, 6, 12):
                x, y = (along + side * normal).astype(int).T
                self.assertGreater(cover[y, x].min(), 0.99, side)

    def test_nothing_spikes_beyond_its_half_width(self):
        turn = 2 * np.pi * U
        tight = path(210 + 25 * np.sin(6 * turn), 60 + 300 * U)
        cover = inked(full(), tight)
        y, x = np.nonzero(cover > 0.02)
        far = np.hypot(x[:, None] + 0.5 - tight["x"], y[:, None] + 0.5 - tight["y"]).min(1)
        self.assertLess(far.max(), 16.5)

    def test_its_width_follows_the_pressure(self):
        sized = {"size": {"pressure": {"range": [0.5, 1.5]}}}
        straight = path(np.linspace(40, 380, 300), np.full(300, 210.0), np.linspace(0, 1, 300))
        cover = inked(full(), straight, responses=sized, thickest=2.0)
        widths = cover.sum(0)[[60, 360]]
        np.testing.assert_allclose(widths, [30 * (0.5 + 20 / 340), 30 * (0.5 + 320 / 340)], atol=1.0)


class FitTests(TestCase):
    """What lies where along the line, on a straight stroke of four pictures' length."""

    def marked(self):
        """Ink in its left half's upper side alone."""
        picture = np.zeros((64, 128), np.uint8)
        picture[:32, :64] = 255
        return picture

    def quarters(self, **settings):
        """Mean ink above and below the line in each half of each of its four pictures."""
        line = path(np.linspace(40, 360, 400), np.full(400, 200.0))
        cover = inked(self.marked(), line, **settings, size=40.0)
        halves = cover[180:220, 40:360].reshape(2, 20, 8, 40).mean((1, 3))
        return (halves > 0.5).astype(int).tolist()

    def test_repeated_at_its_own_proportions(self):
        self.assertEqual(self.quarters(ribbon_fit="repeated"), [[1, 0] * 4, [0] * 8])

    def test_repeated_it_goes_on_from_its_last_texel_to_its_first(self):
        along = np.array([255, 30, 90, 60, 140, 0, 20, 200], np.uint8)
        picture = np.tile(along, (8, 1))
        # As long as it is wide: eight px of the line to a texel.
        cover = inked(picture, path(40.0 + 192.0 * U, 200.0 + 0.0 * U), size=64.0, ribbon_fit="repeated")
        places = np.arange(48, 208)
        want = np.interp((places + 0.5 - 40) / 8 - 0.5, np.arange(24), np.tile(along, 3) / 255)
        np.testing.assert_allclose(cover[200, places], want, atol=0.02)

    def test_mirrored_at_every_other_repeat(self):
        got = self.quarters(ribbon_fit="repeated", ribbon_mirrored="by turns")
        self.assertEqual(got, [[1, 0, 0, 0] * 2, [0, 0, 1, 0] * 2])

    def test_stretched_reversed_and_mirrored(self):
        self.assertEqual(self.quarters(), [[1] * 4 + [0] * 4, [0] * 8])
        self.assertEqual(self.quarters(ribbon_reversed=True), [[0] * 4 + [1] * 4, [0] * 8])
        self.assertEqual(self.quarters(ribbon_mirrored="always"), [[0] * 8, [1] * 4 + [0] * 4])

    def test_fixed_ends_keep_their_proportions(self):
        line = path(np.linspace(40, 360, 400), np.full(400, 200.0))
        cover = inked(leaf(), line, ribbon_fit="fixed ends", ribbon_ends=0.25)
        widths = cover.sum(0)[40:360]
        # An end's 0.25 of a picture of 4 : 1 takes as much line as the brush is wide.
        at = np.arange(2, 28) + 0.5
        np.testing.assert_allclose(widths[2:28], 30 * half_of(0.25 * at / 30), atol=1.2)
        np.testing.assert_allclose(widths[::-1][2:28], 30 * half_of(0.25 * at / 30), atol=1.2)
        self.assertAlmostEqual(widths[160], 30 * half_of(0.5), delta=1.0)


class LengthTests(TestCase):
    def test_what_is_seen_while_drawing_is_what_the_lift_leaves(self):
        for settings in ({}, {"ribbon_fit": "repeated"}, {"ribbon_fit": "fixed ends"}):
            sheet = Sheet(420, 420)
            sheet.begin(ready(leaf(), **settings))
            for start in range(0, len(SPIRAL), 7):
                sheet.feed(SPIRAL[start : start + 7])
            seen = sheet.pixels()
            sheet.lift()
            np.testing.assert_array_equal(seen, sheet.pixels())
            once = Sheet(420, 420)
            once.ink(ready(leaf(), **settings), Stroke(SPIRAL))
            np.testing.assert_array_equal(seen, once.pixels())

    def test_a_long_one_lags_a_little_while_it_is_drawn_and_the_lift_leaves_what_is_inked_at_once(self):
        tones = np.tile(np.linspace(90, 255, 512), (128, 1)).astype(np.uint8)
        for settings in (
            {},
            {"ribbon_fit": "fixed ends", "pooling": 0.5},
            {"tones": "kept", "steadying": "even-out"},
        ):
            brush = ready(tones, **{**settings, "size": 60.0})
            sheet, lagged = Sheet(420, 420), 0
            sheet.begin(brush)
            for start in range(0, len(SPIRAL) - 8, 4):
                sheet.feed(SPIRAL[start : start + 4], foreseen=SPIRAL[start + 4 : start + 8])
                lagged += sheet.state["stretched"][0] > 0
            sheet.feed(SPIRAL[start + 4 :])
            seen = sheet.pixels()
            sheet.lift()
            lifted = sheet.pixels()
            self.assertGreater(lagged, 10)
            self.assertLess(np.abs(seen.astype(int) - lifted).mean(), 2.0)
            once = Sheet(420, 420)
            reached = once.ink(brush, Stroke(SPIRAL))
            np.testing.assert_array_equal(lifted, once.pixels())
            state = sheet.state[0]
            self.assertEqual(tuple(int(state[f"all_{one}"]) for one in ("left", "top", "right", "bottom")), reached)

    def test_a_long_one_that_is_taken_back_leaves_nothing(self):
        sheet = Sheet(420, 420)
        sheet.begin(ready(full(), size=60.0))
        sheet.feed(SPIRAL[:480])
        self.assertGreater(sheet.state["stretched"][0], 0)
        sheet.cancel()
        self.assertTrue((sheet.maps == -1).all())

    def test_a_stroke_of_one_sample_is_one_touch(self):
        cover = inked(full(), path(np.array([210.0]), np.array([210.0])))
        self.assertGreater(cover.sum(), 100)

    def test_one_that_turns_on_the_spot_is_sound(self):
        turn = 2 * np.pi * U
        cover = inked(leaf(), path(210 + 2 * np.cos(9 * turn), 210 + 2 * np.sin(9 * turn)))
        y, x = np.nonzero(cover > 0.02)
        self.assertGreater(len(x), 50)
        self.assertLess(np.hypot(x - 210, y - 210).max(), 20)

    def test_a_very_long_one_is_inked_whole(self):
        count = 100_000
        turn = np.linspace(0, 2 * np.pi * 40, count)
        far = np.linspace(20, 190, count)
        cover = inked(full(), path(210 + far * np.cos(turn), 210 + far * np.sin(turn)))
        self.assertGreater(cover[210, 300], 0.9)

    def test_the_grain_bites_it(self):
        grain = np.zeros((64, 64), np.uint8)
        grain[:, :32] = 255
        pictures = {PICTURE: full(), "b" * 64: grain}
        document = read(
            {**BLACK, "shapes": [{"picture": PICTURE}], "grain": {"picture": "b" * 64}, "bite": 1.0, "grain_px": 64.0}
        )
        sheet = Sheet(420, 420)
        line = path(np.linspace(40, 380, 300), np.full(300, 210.0))
        sheet.ink(prepared(document, pictures.get), Stroke(line))
        row = coverage(sheet)[210, 80:340]
        self.assertGreater(row.max(), 0.9)
        self.assertLess(row.min(), 0.1)


class GrainTests(TestCase):
    def test_grain_held_to_stamps_runs_along_a_ribbon_which_has_none(self):
        grain = np.random.default_rng(3).integers(0, 256, (64, 64), dtype=np.uint8)
        find = {PICTURE: full(), "b" * 64: grain}.__getitem__
        shown = []
        for hold in ("stamp", "line", "paper"):
            grained = {"grain": {"picture": "b" * 64}, "grain_hold": hold, "bite": 1.0}
            sheet = Sheet(420, 420)
            sheet.ink(prepared(read({**BLACK, "shapes": [{"picture": PICTURE}], **grained}), find), Stroke(SPIRAL))
            shown.append(coverage(sheet))
        np.testing.assert_array_equal(shown[0], shown[1])
        self.assertGreater(np.abs(shown[0] - shown[2]).max(), 0.2)
