"""Seams: the score, and the two ways to close one."""

from unittest import TestCase

import numpy as np
from scipy import ndimage

from ..prepare.recipe import default_step
from ..prepare.run import apply_step, measured

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
