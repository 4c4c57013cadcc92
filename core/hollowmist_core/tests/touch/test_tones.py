"""Shapes that keep the tones of their pictures, against the mixing that they stand for."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...native.sheet import Sheet, Stroke, prepared
from .. import straight

PICTURE = "b" * 64
INK, PAPER = np.array([0x4F, 0x5B, 0x2E]), np.array([0xE2, 0xD7, 0xBF])
TONED = {
    "tip": "shapes",
    "shapes": [{"picture": PICTURE}],
    "tones": "kept",
    "tone_light": 0.5,
    "tone_dark": 0.8,
    "responses": {},
    "size": 60.0,
    "ink": "#4f5b2e",
    "ground": "#e2d7bf",
}


def middle(grey, **settings):
    """Colour in the middle of a touch of an even grey, 0..1 of full ink, over white."""
    sheet = Sheet(96, 96)
    picture = np.full((32, 32), round(255 * grey), np.uint8)
    sheet.ink(prepared(read({**TONED, **settings}), lambda _: picture), Stroke(straight(48, 48, 48, 48, 1)))
    return sheet.pixels(0xFFFFFF)[48, 48, :3].astype(int)


class TonesTests(TestCase):
    def test_light_parts_run_towards_the_paper_and_dark_ones_towards_black(self):
        for grey in (0.25, 0.4, 0.5, 0.75, 1.0):
            light, dark = max(0.0, 1 - 2 * grey) * 0.5, max(0.0, 2 * grey - 1) * 0.8
            want = (INK + light * (PAPER - INK)) * (1 - dark)
            self.assertLessEqual(np.abs(middle(grey) - want).max(), 1.5, grey)

    def test_what_is_nearly_clear_covers_in_part_and_what_is_clear_does_not(self):
        np.testing.assert_array_equal(middle(0.0), 255)
        half = middle(0.1, tone_light=0.0)
        self.assertLessEqual(np.abs(half - (INK + 255) / 2).max(), 3)

    def test_read_as_coverage_a_grey_is_less_ink(self):
        got = middle(0.5, tones="as coverage")
        self.assertLessEqual(np.abs(got - (INK + 255) / 2).max(), 2)

    def test_a_ribbon_and_a_grained_shape_keep_them_too(self):
        across, dot = straight(20, 48, 76, 48), straight(48, 48, 48, 48, 1)
        picture = np.full((32, 32), 255, np.uint8)
        grained = {"grain": {"picture": PICTURE}, "bite": 1.0}
        for settings, samples in (({"laying": "ribbon"}, across), (grained, dot)):
            sheet = Sheet(96, 96)
            sheet.ink(prepared(read({**TONED, **settings, "size": 30.0}), lambda _: picture), Stroke(samples))
            got = sheet.pixels(0xFFFFFF)[48, 48, :3]
            self.assertLessEqual(np.abs(got - 0.2 * INK).max(), 1.5, settings)
