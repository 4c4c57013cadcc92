"""Colour per stamp against published values, closed forms and pixels; and the reading of its lightness."""

from unittest import TestCase

import numpy as np
from scipy import ndimage

from ...documents.brush import read
from ...kernels.touch.colour import is_srgb, oklab_of, srgb_of
from ...native.readings import measured
from ...native.sheet import Sheet, Stroke, prepared
from .. import straight

PUBLISHED = {
    (255, 255, 255): (1.0, 0.0, 0.0),
    (255, 0, 0): (0.62796, 0.25768, 29.234),
    (0, 255, 0): (0.86644, 0.29483, 142.495),
    (0, 0, 255): (0.45201, 0.31321, 264.052),
    (0, 0, 0): (0.0, 0.0, 0.0),
}
"""OKLCH of sRGB colours as in the samples of CSS Color Module Level 4 (W3C)."""

RUST = "#b4532a"


def lch(rgb):
    light, a, b = oklab_of(*(float(c) for c in rgb))
    return light, np.hypot(a, b), np.degrees(np.arctan2(b, a)) % 360


def hex_of(rgb):
    return "#" + "".join(f"{c:02x}" for c in rgb)


def inked(links, *strokes, pixels=True, seed=1, **settings):
    """The sheet after strokes of a level, untapered brush."""
    sheet = Sheet(400, 200)
    document = read({"size": 40.0, "ink": RUST, "responses": links, **settings})
    for samples in strokes or [straight(60, 100, 340, 100)]:
        sheet.ink(prepared(document), Stroke(samples, seed=seed))
    return sheet.pixels(paper=0xFFFFFF)[..., :3].astype(int)


def steady(output, value, **others):
    """A response that says one value whatever the hand does."""
    return {output: {"pressure": {"range": [value, value]}}, **others}


class SpaceTests(TestCase):
    def test_published_values(self):
        for rgb, (light, chroma, hue) in PUBLISHED.items():
            got = lch(rgb)
            self.assertAlmostEqual(got[0], light, delta=2e-5)
            self.assertAlmostEqual(got[1], chroma, delta=5e-5)
            if chroma:
                self.assertAlmostEqual(got[2], hue, delta=0.01)

    def test_every_srgb_colour_comes_back(self):
        for rgb in np.random.default_rng(3).integers(0, 256, (400, 3)):
            np.testing.assert_allclose(srgb_of(*oklab_of(*(float(c) for c in rgb))), rgb, atol=0.02)

    def test_what_does_not_fit_loses_chroma_and_neither_lightness_nor_hue(self):
        rng = np.random.default_rng(4)
        for _ in range(300):
            light, hue = rng.uniform(0.05, 0.98), rng.uniform(0, 360)
            wanted = (light, 0.4 * np.cos(np.radians(hue)), 0.4 * np.sin(np.radians(hue)))
            self.assertFalse(is_srgb(*wanted))
            got = srgb_of(*wanted)
            self.assertTrue(min(got) >= 0 and max(got) <= 255)
            back = lch(got)
            self.assertAlmostEqual(back[0], light, delta=0.002)
            self.assertAlmostEqual((back[2] - hue + 180) % 360 - 180, 0, delta=2.0)
            # And no more of it than it must: a little more would not fit.
            more = 1.02 * back[1] + 0.002
            self.assertFalse(is_srgb(light, more * np.cos(np.radians(hue)), more * np.sin(np.radians(hue))))


class StampTests(TestCase):
    def centre(self, links, **settings):
        return inked(links, **settings)[100, 200]

    def test_a_coloured_brush_that_changes_nothing_inks_as_ever(self):
        # What is left to chance is stamped, coloured or not.
        shapes = ({}, {"overlap": "build", "flow": 0.2}, {"softness": 0.6, "opacity": 0.5}, {"tip": "polygon"})
        for settings in ({**one, "size_jitter": 0.2} for one in shapes):
            plain = inked({}, **settings)
            for output, value in (("hue", 0.0), ("chroma", 1.0), ("lightness", 0.0), ("second ink", 0.0)):
                got = inked(steady(output, value), **settings)
                self.assertLessEqual(np.abs(got - plain).max(), 1, f"{output} {settings}")

    def test_hue_chroma_and_lightness_do_what_they_say(self):
        before = lch((0xB4, 0x53, 0x2A))
        turned = lch(self.centre(steady("hue", 70.0)))
        self.assertAlmostEqual(turned[2] - before[2], 70.0, delta=1.0)
        self.assertAlmostEqual(turned[0], before[0], delta=0.004)
        grey = lch(self.centre(steady("chroma", 0.25)))
        self.assertAlmostEqual(grey[1] / before[1], 0.25, delta=0.02)
        self.assertAlmostEqual(grey[0], before[0], delta=0.004)
        light = lch(self.centre(steady("lightness", 0.2)))
        self.assertAlmostEqual(light[0] - before[0], 0.2, delta=0.004)

    def test_responses_to_hue_add_up(self):
        links = {"hue": {"pressure": {"range": [30, 30]}, "tilt": {"range": [25, 25]}}}
        self.assertAlmostEqual(lch(self.centre(links))[2] - lch((0xB4, 0x53, 0x2A))[2], 55.0, delta=1.0)

    def test_the_second_ink_is_mixed_on_the_straight_line_between_both(self):
        second = (0x20, 0x70, 0xA0)
        self.assertEqual(self.centre(steady("second ink", 1.0), second_ink=hex_of(second)).tolist(), list(second))
        ends = [np.array(oklab_of(*(float(c) for c in rgb))) for rgb in ((0xB4, 0x53, 0x2A), second)]
        for share in (0.25, 0.5):
            got = self.centre({}, second_ink=hex_of(second), second_share=share)
            want = srgb_of(*(ends[0] + share * (ends[1] - ends[0])))
            np.testing.assert_allclose(got, want, atol=1.0)

    def test_the_second_ink_comes_along_the_stroke(self):
        row = inked({"second ink": {"distance": {}}}, far=250.0, second_ink="#2070a0")[100]
        blue = row[80:320, 2].astype(float)
        self.assertGreater(np.diff(ndimage.uniform_filter1d(blue, 9)).min(), -0.2)
        self.assertGreater(blue[-1] - blue[0], 80)

    def test_stamps_that_build_mix_as_source_over_does(self):
        # A light coat over a dark one, stamp by stamp, in one stroke that crosses itself: W3C source-over.
        dark, light, a = (20, 30, 60), (230, 180, 90), 0.35
        sheet = Sheet(200, 200)
        document = read(
            {
                "size": 60.0,
                "spacing": 0.5,
                "overlap": "build",
                "flow": a,
                "ink": hex_of(dark),
                "second_ink": hex_of(light),
                "responses": {"second ink": {"distance": {}}},
                "far": 60.0,
            }
        )
        # Two stamps, 30 px apart; the middle lies under both.
        sheet.ink(prepared(document), Stroke(straight(85, 100, 115, 100, 8)))
        got = sheet.pixels(paper=0xFFFFFF)[100, 100, :3]
        half = srgb_of(*(0.5 * (np.array(oklab_of(*map(float, dark))) + np.array(oklab_of(*map(float, light))))))
        want = np.full(3, 255.0)
        for colour in (dark, half):
            want = np.array(colour) * a + want * (1 - a)
        np.testing.assert_allclose(got, want, atol=1.5)

    def test_many_faint_stamps_reach_the_colour_they_tend_to(self):
        # Kept in whole levels, shares of 2 % would stall on the way.
        links = steady("second ink", 1.0)
        row = inked(links, overlap="build", flow=0.02, spacing=0.02, ink="#ffffff", second_ink="#204060")
        cover = (255 - row[100, 200, 0]) / (255 - 0x20)
        np.testing.assert_allclose(row[100, 200], 255 - cover * (255 - np.array([0x20, 0x40, 0x60])), atol=1.5)

    def test_colour_by_chance_differs_from_stamp_to_stamp_and_stays_with_the_stroke(self):
        drift = {"lightness": {"stamp chance": {"range": [-0.2, 0.2]}}}
        one = inked(drift, spacing=0.5)
        np.testing.assert_array_equal(one, inked(drift, spacing=0.5))
        self.assertGreater(one[100, 80:320].std(axis=0).max(), 10)
        per_stroke = {"hue": {"stroke chance": {"range": [-90, 90]}}}
        rows = [inked(per_stroke, seed=seed)[100, 90:310] for seed in (1, 2, 3)]
        for row in rows:
            self.assertEqual(np.ptp(row, axis=0).max(), 0)
        self.assertGreater(np.ptp([row[0] for row in rows], axis=0).max(), 10)

    def test_what_is_seen_while_drawing_is_what_the_lift_leaves(self):
        document = read({"size": 40.0, "responses": {"hue": {"stamp chance": {}}}, "taper_end_length": 2.0})
        sheet = Sheet(400, 200)
        sheet.begin(prepared(document))
        for batch in np.array_split(straight(60, 90, 340, 110), 7):
            sheet.feed(batch)
        seen = sheet.pixels()
        sheet.lift()
        np.testing.assert_array_equal(seen, sheet.pixels())
        sheet.begin(prepared(document))
        sheet.feed(straight(60, 20, 340, 20))
        sheet.cancel()
        np.testing.assert_array_equal(seen, sheet.pixels())

    def test_no_tile_is_lost(self):
        sheet = Sheet(400, 200)
        whole = int(sheet.free[0])
        brush = prepared(read({"responses": {"hue": {"stamp chance": {}}}}))
        for _ in range(3):
            sheet.ink(brush, Stroke(straight(60, 90, 340, 110)))
        sheet.clear()
        self.assertEqual(int(sheet.free[0]), whole)

    def test_an_eraser_of_many_colours_takes_ink_away_alone(self):
        sheet = Sheet(400, 200)
        brush = prepared(read({"size": 40.0, "responses": {"hue": {"stamp chance": {}}}}))
        sheet.ink(brush, Stroke(straight(60, 100, 340, 100)))
        sheet.ink(brush, Stroke(straight(60, 100, 340, 100), erase=True))
        np.testing.assert_array_equal(sheet.pixels(paper=0xFFFFFF)[100, 100:300], 255)


class LightnessTests(TestCase):
    def test_the_spread_is_the_range_that_was_asked_for(self):
        for span in (0.1, 0.3):
            links = {"lightness": {"stamp chance": {"range": [0.0, span]}}}
            got = measured(read({"ink": "#4a5a60", "size": 30.0, "spacing": 0.5, "responses": links}))[0]
            self.assertAlmostEqual(float(got["light_spread"]), span, delta=0.03)

    def test_a_hue_that_drifts_keeps_its_lightness(self):
        links = {"hue": {"stamp chance": {"range": [-120, 120]}}}
        got = measured(read({"ink": RUST, "size": 30.0, "spacing": 0.5, "responses": links}))[0]
        # Where stamps of opposite hues meet, a pixel that both share is a little darker than either.
        self.assertLess(float(got["light_spread"]), 0.02)
        self.assertAlmostEqual(float(got["darkest"]), lch((0xB4, 0x53, 0x2A))[0], delta=0.02)

    def test_one_colour_has_none_to_read(self):
        self.assertEqual(float(measured(read({}))[0]["light_spread"]), -1.0)
