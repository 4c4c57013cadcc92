"""Contrast against published values, OKLCH there and back, and a second ink that is mixed once for all stamps."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...kernels.touch.inks import colour_of_lch, contrast, read_lch
from ...native.sheet import Sheet, Stroke, prepared
from .. import straight


def lch(colour):
    out = np.zeros(3, np.float32)
    read_lch(colour, out)
    return out


class ContrastTests(TestCase):
    def test_it_is_that_of_wcag(self):
        # Black on white is the most there is; #767676 is the lightest grey that counts as legible on white.
        self.assertAlmostEqual(contrast(0x000000, 0xFFFFFF), 21.0, places=3)
        self.assertAlmostEqual(contrast(0x767676, 0xFFFFFF), 4.54, delta=0.01)
        self.assertAlmostEqual(contrast(0xFF0000, 0xFFFFFF), 4.0, delta=0.01)
        self.assertEqual(contrast(0x123456, 0x123456), 1.0)

    def test_it_does_not_mind_which_is_lighter(self):
        self.assertEqual(contrast(0x204060, 0xF0E0D0), contrast(0xF0E0D0, 0x204060))


class LchTests(TestCase):
    def test_red_is_where_the_standard_has_it(self):
        # CSS Color 4: red is oklch(62.8% 0.2577 29.23).
        np.testing.assert_allclose(lch(0xFF0000), [0.628, 0.2577, 29.23], atol=0.01)

    def test_every_colour_comes_back(self):
        rng = np.random.default_rng(2)
        for colour in rng.integers(0, 1 << 24, 300).tolist():
            back = colour_of_lch(*map(float, lch(colour)))
            parts = [abs((colour >> shift & 255) - (back >> shift & 255)) for shift in (0, 8, 16)]
            self.assertLessEqual(max(parts), 1, f"{colour:06x} {back:06x}")

    def test_what_a_screen_has_not_loses_chroma_and_keeps_lightness(self):
        for hue in range(0, 360, 30):
            self.assertAlmostEqual(lch(colour_of_lch(0.6, 0.4, float(hue)))[0], 0.6, delta=0.01)


class SecondInkTests(TestCase):
    def test_mixed_once_it_is_the_ink_that_every_stamp_would_have(self):
        settings = {"size": 30.0, "steadying": "none", "ink": "#24506e", "second_ink": "#c04020", "second_share": 0.4}
        # A response that changes nothing makes every stamp mix for itself.
        idle = {"hue": {"stamp chance": {"range": [0.0, 0.0]}}}
        seen = []
        for responses in ({}, idle):
            sheet = Sheet(120, 60)
            sheet.ink(prepared(read({**settings, "responses": responses})), Stroke(straight(20, 30, 100, 30)))
            seen.append(sheet.pixels()[30, 60, :3].astype(int))
        self.assertLessEqual(np.abs(seen[0] - seen[1]).max(), 1)
