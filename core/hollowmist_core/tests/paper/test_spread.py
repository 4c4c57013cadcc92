"""Spread: how far ink creeps out, measured from pixels, and what the grain holds back."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.records import SAMPLE
from .. import coverage, straight

DISC = "d" * 64
ACROSS = straight(60, 150, 340, 150)


def disc(side=256):
    """A round shape that fills the middle half of its picture."""
    y, x = np.mgrid[:side, :side] + 0.5 - side / 2
    return (255 * np.clip(side / 4 - np.hypot(x, y) + 0.5, 0, 1)).astype(np.uint8)


def inked(samples=ACROSS, tile=None, **settings):
    sheet = Sheet(400, 300)
    document = {"ink": "#000000", "size": 40.0, "responses": {}, **settings}
    sheet.ink(prepared(read(document), lambda digest: disc() if digest == DISC else tile), Stroke(samples))
    return coverage(sheet)


def width(cover, column=200):
    """Width at half coverage, by interpolation."""
    fine = np.interp(np.linspace(0, 299, 6000), np.arange(300), cover[:, column])
    return (fine > 0.5).sum() * 299 / 6000


def flat(value):
    return np.full((16, 16), round(255 * value), np.uint8)


GRAINED = {"grain": {"picture": "c" * 64}, "bite": 0.0, "grain_px": 32.0}
SHAPED = {"tip": "shapes", "shapes": [{"picture": DISC}], "size": 80.0, "spacing": 0.02}


class SpreadTests(TestCase):
    def test_a_line_grows_by_the_spread_on_either_side(self):
        for settings in ({}, {"softness": 0.5}, {"tip": "broad nib"}, {"tip": "polygon", "sides": 12.0}):
            before = width(inked(**settings))
            for spread in (0.01, 0.1, 0.3):
                grown = width(inked(spread=spread, **settings)) - before
                self.assertAlmostEqual(grown, 2 * spread * 40.0, delta=0.5, msg=f"{settings} {spread}")

    def test_a_flat_tip_grows_as_far_on_all_sides(self):
        dot = np.array([(200, 150, 0, 1, np.pi / 2, 0, 0)], SAMPLE)
        for tip in ("ellipse", "broad nib"):
            cover = inked(dot, tip=tip, roundness=0.2, size=80.0, spread=0.1)
            self.assertAlmostEqual(cover[150].sum(), 80 + 16, delta=1.0)
            self.assertAlmostEqual(cover[:, 200].sum(), 16 + 16, delta=1.0)

    def test_a_shape_grows_too_and_comes_in_little_by_little(self):
        before = width(inked(**SHAPED))
        self.assertAlmostEqual(before, 40.0, delta=1.0)
        grown = [width(inked(**SHAPED, spread=spread)) - before for spread in (0.0005, 0.05, 0.1, 0.2)]
        self.assertLess(abs(grown[0]), 0.3)
        self.assertEqual(grown, sorted(grown))
        for spread, more in zip((0.05, 0.1, 0.2), grown[1:], strict=True):
            self.assertAlmostEqual(more / (2 * spread * 80.0), 1.0, delta=0.35)

    def test_the_grain_holds_back_as_much_as_it_is_told_to(self):
        before = width(inked())
        for grain, held, share in ((1.0, 1.0, 1.0), (0.0, 1.0, 0.0), (0.0, 0.5, 0.5), (0.4, 1.0, 0.4)):
            cover = inked(tile=flat(grain), **GRAINED, spread=0.25, spread_held=held)
            self.assertAlmostEqual(width(cover) - before, share * 20.0, delta=0.5, msg=f"{grain} {held}")

    def test_on_a_grain_the_front_is_ragged(self):
        rng = np.random.default_rng(2)
        tile = np.kron(rng.integers(0, 2, (8, 8)) * 255, np.ones((8, 8))).astype(np.uint8)
        for hold in ("paper", "line"):
            cover = inked(tile=tile, **GRAINED, grain_hold=hold, spread=0.25, spread_held=1.0)
            self.assertGreater(cover[:140, 100:300].sum(axis=0).std(), 1.0, hold)
        plain = inked(spread=0.25)[:140, 100:300].sum(axis=0)
        self.assertLess(plain.std(), 0.1)

    def test_a_response_drives_it(self):
        links = {"spread": {"pressure": {"range": [0.0, 1.0]}}}
        before = width(inked())
        for pressure in (0.0, 0.5, 1.0):
            cover = inked(straight(60, 150, 340, 150, pressure=pressure), responses=links, spread=0.2)
            self.assertAlmostEqual(width(cover) - before, pressure * 16.0, delta=0.4)

    def test_nothing_is_cut_off_at_the_box_of_a_stamp(self):
        dot = np.array([(200.4, 150.4, 0, 1, np.pi / 2, 0, 0)], SAMPLE)
        for settings in ({}, {"tip": "polygon", "sides": 3.0}, {"tip": "broad nib", "roundness": 0.1}, SHAPED):
            cover = inked(dot, **{**settings, "spread": 0.5, "angle": 25.0})
            inside = np.argwhere(cover > 0.02)
            (top, left), (bottom, right) = inside.min(axis=0), inside.max(axis=0)
            # An edge that is cut falls from full to nothing within a px; the whole box must fade out.
            rim = np.concatenate([cover[top], cover[bottom], cover[:, left], cover[:, right]])
            self.assertLess(np.count_nonzero(rim > 0.9), 60 if settings.get("tip") == "broad nib" else 12, settings)
