"""Seams: the score, and the two ways to close one."""

from unittest import TestCase

import numpy as np
from scipy import ndimage

from ...documents.advice import advice_for
from ...documents.recipe import default_step
from ...documents.recipe import read as read_recipe
from ...kernels.source.prepare import figures
from ...native.recipes import apply_step, follow, measured
from .. import photos

RNG = np.random.default_rng(3)


def texture(height=220, width=260, sigma=3.0):
    """Noise that does not tile, with light from one side."""
    noise = ndimage.gaussian_filter(RNG.random((height + 40, width + 40)), sigma)[20:-20, 20:-20]
    noise = (noise - noise.mean()) / noise.std()
    return np.clip(0.5 + 0.15 * noise, 0, 1).astype(np.float32)


def score(ink):
    """Seam score by its definition."""
    across = np.abs(ink[:, 0] - ink[:, -1]).mean() / np.abs(np.diff(ink, axis=1)).mean()
    down = np.abs(ink[0] - ink[-1]).mean() / np.abs(np.diff(ink, axis=0)).mean()
    return across, down


class SeamTests(TestCase):
    def closed(self, ink, **settings):
        return apply_step(ink, {**default_step("seam"), **settings}, "grain")

    def test_the_score_is_its_definition(self):
        ink = texture()
        figures = measured(ink, "grain")
        np.testing.assert_allclose((figures["seam_across"], figures["seam_down"]), score(ink), rtol=1e-4)

    def test_both_ways_close_what_was_open(self):
        ink = texture()
        self.assertGreater(min(score(ink)), 1.5)
        for way in ("least-error cut", "gradient"):
            got = self.closed(ink, way=way)
            self.assertEqual(got.shape, (176, 208))
            self.assertLessEqual(max(score(got)), 1.1, way)

    def test_the_gradient_keeps_the_contrast(self):
        ink = texture()
        got = self.closed(ink, way="gradient", band=0.3)
        self.assertGreater(got.std(), 0.95 * ink.std())
        plain = np.linspace(0, 1, 78) * ink[:, :78] + np.linspace(1, 0, 78) * ink[:, -78:]
        self.assertLess(plain.std(), 0.85 * ink.std())

    @staticmethod
    def as_it_lay(got, ink, band):
        """The closed tile before it was cut where its wrap is typical: its untouched part tells how far."""
        wide = got.shape[1]
        for by in range(wide):
            back = np.roll(got, by, axis=1)
            if np.array_equal(back[:, band:], ink[:, band:wide]):
                return back
        raise AssertionError("nothing of the picture is left as it was")

    def test_a_cut_takes_every_pixel_from_one_of_the_two_sides(self):
        ink = texture()
        got = self.closed(ink, axes="across")
        wide = got.shape[1]
        band = ink.shape[1] - wide
        here, over = ink[:, :band], ink[:, wide:]
        part = self.as_it_lay(got, ink, band)[:, :band]
        of_one = np.minimum(np.abs(part - here), np.abs(part - over)) < 1e-6
        self.assertGreater(of_one.mean(), 0.9)

    def test_the_cut_is_the_cheapest_path(self):
        ink = texture(120, 100)
        got = self.closed(ink, axes="across", band=0.3)
        wide = got.shape[1]
        band = ink.shape[1] - wide
        got = self.as_it_lay(got, ink, band)
        gap = (ink[:, :band] - ink[:, wide:]) ** 2
        # Independent dynamic programme over the same field.
        cost = gap[0].astype(float)
        for row in gap[1:]:
            padded = np.pad(cost, 1, constant_values=np.inf)
            cost = row + np.minimum.reduce([padded[:-2], padded[1:-1], padded[2:]])
        took_over = np.abs(got[:, :band] - ink[:, wide:]) < np.abs(got[:, :band] - ink[:, :band])
        path = took_over.sum(1).clip(0, band - 1)
        found = gap[np.arange(len(path)), path].sum()
        self.assertLess(found, 2.0 * cost.min() + 1e-3)

    def test_only_the_axis_asked_for_is_closed(self):
        ink = texture()
        self.assertEqual(self.closed(ink, axes="across").shape, (220, 208))
        self.assertEqual(self.closed(ink, axes="down").shape, (176, 260))

    def test_bare_paper_has_no_seam(self):
        figures = measured(np.zeros((32, 32), np.float32), "grain")
        self.assertEqual(float(figures["seam_across"]), 1.0)


def followed(ink, *steps):
    """The result of steps on a picture, and its figures."""
    grey = np.round(255 * (1 - ink)).astype(np.uint8)
    original = np.dstack([grey, grey, grey, np.full_like(grey, 255)])
    recipe = read_recipe({"start": {"kind": "picture", "channel": "luminance"}, "steps": list(steps)})
    result = follow(recipe, "grain", original)
    return result, measured(result.ink, "grain", closed=result.closed)


def by_advice(ink):
    """Do what the advice says until it says nothing of light or seam. Returns the steps and the figures."""
    steps = []
    about = figures.UNEVEN | figures.SEAM | figures.PERIODIC | figures.GROWN
    for _ in range(6):
        result, found = followed(ink, *steps)
        taps = [one.step for one in advice_for(int(found["advice"]) & about) if one.step]
        if not taps:
            break
        # A tap on a step that is there already changes that one, as the prep table does.
        steps = [one for one in steps if one["kind"] != taps[0]["kind"]] + [taps[0]]
    return steps, result, found


class HonestTests(TestCase):
    """What everybody can see is scored so, and there is a way that hides it."""

    def test_the_old_closing_of_patterns_is_told_by_its_cut(self):
        for name in ("brickwork", "cloth", "net"):
            even = default_step("light")
            result, found = followed(getattr(photos, name)(), even, default_step("seam"))
            border = max(score(result.ink))
            self.assertLess(border, 1.3, name)
            self.assertGreater(max(found["seam_across"], found["seam_down"]), 2.0, name)

    def test_the_advice_closes_patterns_at_whole_courses(self):
        for name in ("brickwork", "cloth", "net"):
            steps, _, found = by_advice(getattr(photos, name)())
            self.assertEqual(steps[-1]["kind"], "seam", (name, steps))
            self.assertLessEqual(max(found["seam_across"], found["seam_down"]), 1.3, (name, steps[-1]["way"]))
            self.assertFalse(int(found["advice"]) & figures.STAYS, name)

    def test_whole_courses_are_whole(self):
        even, whole = default_step("light"), default_step("seam") | {"way": "find the repeat"}
        for name, wide, high in (("brickwork", 64, 56), ("cloth", 24, 24), ("net", 36, 36)):
            result, _ = followed(getattr(photos, name)(), even, whole)
            height, width = result.ink.shape
            for side, period in ((width, wide), (height, high)):
                times = side / period
                self.assertLess(abs(times - round(times)), 0.02 * times + 0.05, (name, side, period))
                self.assertGreaterEqual(round(times), 1)

    def test_a_picture_without_a_repeat_stays_as_it_is(self):
        ink = photos.gravel()
        got = apply_step(ink, default_step("seam") | {"way": "find the repeat"}, "grain")
        np.testing.assert_array_equal(got, ink)

    def test_a_grown_tile_is_of_the_picture_and_wraps(self):
        ink = photos.gravel()
        got, _ = followed(ink, default_step("seam") | {"way": "grow", "side": 300.0})
        self.assertEqual(*got.ink.shape)
        self.assertLess(abs(got.ink.shape[0] - 300), 60)
        self.assertLessEqual(max(score(got.ink)), 1.3)
        self.assertAlmostEqual(got.ink.mean(), ink.mean(), delta=0.03)
        self.assertAlmostEqual(got.ink.std() / ink.std(), 1.0, delta=0.15)
        again, _ = followed(ink, default_step("seam") | {"way": "grow", "side": 300.0})
        np.testing.assert_array_equal(got.ink, again.ink)

    def test_all_middle_grey_gets_advice(self):
        ink = np.clip(0.5 + 0.25 * RNG.normal(size=(64, 64)), 0.12, 0.88).astype(np.float32)
        self.assertTrue(int(measured(ink, "grain")["advice"]) & figures.FLAT)
