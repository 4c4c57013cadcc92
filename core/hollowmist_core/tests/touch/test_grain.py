"""Grain: what it holds to, measured from pixels, and its ways against their formulas."""

from unittest import TestCase

import numpy as np
from scipy import ndimage

from ...documents.brush import read
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.records import SAMPLE
from .. import coverage, straight

GRAIN = "c" * 64
RNG = np.random.default_rng(5)


def noise(side=64):
    field = ndimage.gaussian_filter(RNG.random((side, side)), 2, mode="wrap")
    field = (field - field.min()) / np.ptp(field)
    return (255 * field).astype(np.uint8)


TILE = noise()
PLAIN = {
    "ink": "#000000",
    "size": 60.0,
    "grain": {"picture": GRAIN},
    "grain_px": 64.0,
    "bite": 1.0,
    "responses": {"size": {"pressure": {"on": False, "range": [0.1, 1.0], "nodes": [[0, 0], [1, 1]]}}},
}


def inked(*strokes, tile=TILE, seeds=(1, 1), **settings):
    sheet = Sheet(400, 300)
    brush = prepared(read({**PLAIN, **settings}), lambda _: tile)
    for samples, seed in zip(strokes, seeds, strict=False):
        sheet.ink(brush, Stroke(samples, seed=seed))
    return coverage(sheet)


def flat(value):
    return np.full((16, 16), round(255 * value), np.uint8)


ACROSS, DOWN = straight(60, 150, 340, 150), straight(200, 40, 200, 260)


class HoldTests(TestCase):
    def test_the_paper_s_grain_is_the_tile_where_it_lies(self):
        cover = inked(ACROSS)
        want = np.tile(TILE / 255, (5, 7))[:300, :400]
        np.testing.assert_allclose(cover[130:170, 100:300], want[130:170, 100:300], atol=0.01)

    def test_paper_held_grain_stays_put_under_crossing_strokes(self):
        both, one, other = inked(ACROSS, DOWN), inked(ACROSS), inked(DOWN)
        crossing = (slice(130, 170), slice(180, 220))
        np.testing.assert_allclose(one[crossing], other[crossing], atol=1 / 255)
        # Ink over ink: the second coat covers as much of what the first left bare.
        np.testing.assert_allclose(both[crossing], 1 - (1 - one[crossing]) ** 2, atol=0.012)

    def test_stroke_held_grain_differs_per_stroke_and_not_per_inking(self):
        lower = ACROSS.copy()
        lower["y"] += 64
        cover = inked(ACROSS, lower, seeds=(1, 2), grain_hold="stroke")
        upper_part, lower_part = cover[130:170, 100:300], cover[194:234, 100:300]
        self.assertLess(np.corrcoef(upper_part.ravel(), lower_part.ravel())[0, 1], 0.5)
        paper = inked(ACROSS, lower)
        np.testing.assert_allclose(paper[130:170, 100:300], paper[194:234, 100:300], atol=0.01)
        np.testing.assert_array_equal(cover, inked(ACROSS, lower, seeds=(1, 2), grain_hold="stroke"))

    def test_stamp_held_grain_turns_with_the_stamp(self):
        dot = np.array([(200, 150, 0, 1, np.pi / 2, 0, 0)], SAMPLE)
        upright = inked(dot, grain_hold="stamp", size=80.0)
        turned = inked(dot, grain_hold="stamp", size=80.0, angle=90.0)
        part = (slice(125, 175), slice(175, 225))
        np.testing.assert_allclose(np.rot90(upright[part], -1), turned[part], atol=0.02)
        still = inked(dot, grain_hold="paper", size=80.0, angle=90.0)
        np.testing.assert_allclose(still[part], inked(dot, grain_hold="paper", size=80.0)[part], atol=1 / 255)

    def test_line_held_grain_runs_along(self):
        across = inked(straight(60, 150, 340, 150), grain_hold="line")
        down = inked(straight(200, 10, 200, 290), grain_hold="line")
        # Read along each line, its right-hand side alike, both are the same texture.
        along = across[130:170, 100:260]
        fallen = np.rot90(down[50:210, 180:220])
        np.testing.assert_allclose(along, fallen, atol=0.02)

    def test_scale_grows_with_the_brush_when_it_is_asked_to(self):
        def grain_of(size, **settings):
            cover = inked(ACROSS, size=size, **settings)[140:160, 120:280]
            spectrum = np.abs(np.fft.rfft(cover - cover.mean(1, keepdims=True), axis=1)).mean(0)
            return (spectrum * np.arange(len(spectrum))).sum() / spectrum.sum()

        fixed = grain_of(40.0) / grain_of(80.0)
        grown = grain_of(40.0, grain_scale="× size", grain_times=1.6) / grain_of(
            80.0, grain_scale="× size", grain_times=1.6
        )
        self.assertAlmostEqual(fixed, 1.0, delta=0.1)
        self.assertGreater(grown, 1.5)


class WayTests(TestCase):
    def middle(self, g, **settings):
        return float(inked(ACROSS, tile=flat(g), **settings)[150, 200])

    def test_tint_takes_by_the_bite(self):
        for bite in (0.0, 0.4, 1.0):
            self.assertAlmostEqual(self.middle(0.6, bite=bite), 1 - bite * 0.4, delta=0.01)

    def test_the_floor_holds_the_bite_up(self):
        self.assertAlmostEqual(self.middle(0.6, bite=0.1, bite_floor=0.5), 1 - 0.5 * 0.4, delta=0.01)

    def test_cut_is_a_threshold_with_a_soft_edge(self):
        for g in (0.1, 0.25, 0.5, 0.9):
            want = np.clip((1 - (1 - g)) / 0.5, 0, 1)
            self.assertAlmostEqual(self.middle(g, grain_way="cut", cut_edge=0.5), want, delta=0.01)

    def test_more_pressure_fills_deeper_valleys(self):
        for pressure in (0.2, 0.5, 0.8):
            for g in (0.1, 0.4, 0.7, 0.95):
                stroke = straight(60, 150, 340, 150, pressure=pressure)
                got = float(inked(stroke, tile=flat(g), grain_way="press", cut_edge=0.2)[150, 200])
                want = np.clip((pressure * 1.2 - (1 - round(255 * g) / 255)) / 0.2, 0, 1)
                self.assertAlmostEqual(got, want, delta=0.02, msg=f"{pressure} {g}")

    def test_blend_modes_are_those_of_w3c_compositing_scaled_to_the_opacity(self):
        modes = {
            "multiply": lambda a, g: a * g,
            "screen": lambda a, g: a + g - a * g,
            "overlay": lambda a, g: 2 * a * g if a <= 0.5 else 1 - 2 * (1 - a) * (1 - g),
            "darken": min,
            "lighten": max,
        }
        for opacity in (0.4, 0.7):
            for g in (0.2, 0.5, 0.8):
                for way, mode in modes.items():
                    got = self.middle(g, grain_way=way, opacity=opacity)
                    want = opacity * mode(opacity, g) / mode(opacity, 1)
                    self.assertAlmostEqual(got, want, delta=0.012, msg=f"{way} {g} {opacity}")

    def test_no_way_raises_a_stroke_above_its_opacity_or_past_its_fade_out(self):
        for way in ("multiply", "screen", "overlay", "darken", "lighten"):
            for overlap in ("level", "build"):
                faint = inked(ACROSS, grain_way=way, opacity=0.4, overlap=overlap)
                self.assertLessEqual(faint.max(), 0.4 + 2 / 255, way)
                faded = inked(ACROSS, grain_way=way, fade_out=100.0, overlap=overlap)
                self.assertEqual(faded[:, int(ACROSS["x"][0]) + 140 :].max(), 0.0, way)

    def test_building_fills_what_tint_took_and_keeps_what_multiply_took(self):
        many = {"overlap": "build", "flow": 0.5, "spacing": 0.05}
        self.assertGreater(self.middle(0.3, **many), 0.95)
        self.assertAlmostEqual(self.middle(0.3, grain_way="multiply", **many), 0.3, delta=0.02)

    def test_tone_and_invert(self):
        self.assertAlmostEqual(self.middle(0.3, grain_invert=True), 0.7, delta=0.01)
        self.assertAlmostEqual(self.middle(0.5, grain_brightness=0.4), 0.7, delta=0.01)
        self.assertAlmostEqual(self.middle(0.6, grain_contrast=0.5), 0.7, delta=0.01)
