"""Ink at the ends of what brushes and hands do: no stroke is lost, doubled, clipped or too heavy."""

from unittest import TestCase

import numpy as np
from scipy import ndimage

from ...documents.brush import read
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.records import FIRST_LAYER, PEN, SAMPLE, TILE
from .. import coverage, straight

LEVEL = {"ink": "#000000", "responses": {}, "steadying": "none"}


def inked(samples, width=400, height=200, seed=1, pictures=None, **settings):
    sheet = Sheet(width, height)
    sheet.ink(prepared(read({**LEVEL, **settings}), pictures), Stroke(samples, seed=seed))
    return sheet


class TileTests(TestCase):
    def test_a_stroke_that_runs_out_of_tiles_at_the_lift_is_not_inked_twice(self):
        brush = prepared(read({**LEVEL, "size": 60.0, "opacity": 0.5}))
        samples = straight(20, 60, 380, 60)
        whole = Sheet(400, 128)
        whole.ink(brush, Stroke(samples))
        short = Sheet(400, 128)
        kept = short.free[0] - 6
        short.free[0] = 6  # enough for the stroke, not for the layer beneath it
        short.begin(brush)
        short.feed(samples, watched=False)
        self.assertFalse(short.lift())
        short.cancel()
        self.assertEqual(coverage(short).max(), 0.0)
        short.free[0] += kept
        short.ink(brush, Stroke(samples))
        np.testing.assert_array_equal(short.pixels(), whole.pixels())

    def test_the_open_end_takes_only_tiles_that_it_inks(self):
        brush = prepared(read({**LEVEL, "size": 10.0, "taper_end_in": "% of stroke", "taper_end_part": 0.5}))
        sheet = Sheet(4096, 4096)
        sheet.begin(brush)
        before = int(sheet.free[0])
        sheet.feed(straight(10, 10, 4000, 4000, 400))
        self.assertLess(before - int(sheet.free[0]), 3 * 4096 // TILE + 8)
        sheet.cancel()
        self.assertEqual(int(sheet.free[0]), before)

    def test_the_live_end_is_what_the_lift_leaves_however_many_stamps_it_has(self):
        settings = {"size": 2.0, "spacing": 0.01, "stamps": 8.0, "taper_end_in": "% of stroke", "taper_end_part": 0.5}
        sheet = Sheet(1024, 256)
        sheet.begin(prepared(read({**LEVEL, **settings, "scatter_across": 2.0})))
        x = np.concatenate([np.linspace(10, 1010, 200), np.linspace(1010, 10, 200)] * 3)
        samples = straight(0, 0, 1, 1, len(x))
        samples["x"], samples["y"] = x, np.linspace(20, 230, len(x))
        sheet.feed(samples)
        seen = sheet.pixels()
        sheet.lift()
        np.testing.assert_array_equal(seen, sheet.pixels())


class LengthTests(TestCase):
    def test_tapers_in_percent_of_a_very_long_stroke_erase_nothing(self):
        turns = 60
        x = np.tile(np.concatenate([np.linspace(20, 1000, 50), np.linspace(1000, 20, 50)]), turns)
        samples = straight(0, 0, 1, 1, len(x), ms=60000.0)
        samples["x"], samples["y"] = x, np.linspace(10, 500, len(x))
        settings = {"size": 4.0, "taper_start_in": "% of stroke", "taper_start_part": 0.1}
        plain = coverage(inked(samples, 1024, 512, size=4.0)).sum()
        tapered = coverage(inked(samples, 1024, 512, **settings)).sum()
        self.assertGreater(tapered / plain, 0.9)

    def test_a_dot_with_a_tremble_leaves_a_dot(self):
        full = coverage(inked(straight(100, 100, 100, 100, 2), size=20.0)).sum()
        tapers = {"taper_start_length": 2.0, "taper_end_length": 3.0, "taper_start_point": 0.0, "taper_end_point": 0.0}
        for tremble in (0.0, 0.06, 0.2, 0.45, 1.0):
            left = coverage(inked(straight(100, 100, 100 + tremble, 100, 6), size=20.0, **tapers)).sum()
            self.assertGreater(left / full, 0.8, tremble)

    def test_a_short_tapered_stroke_is_drawn_as_a_lift_leaves_it(self):
        settings = {**LEVEL, "size": 40.0, "taper_start_in": "px", "taper_start_px": 3.0, "taper_start_point": 0.0}
        brush = prepared(read({**settings, "taper_end_in": "px", "taper_end_px": 3.0, "taper_end_point": 0.0}))
        samples = straight(100, 100, 160, 100, 60)
        drawn = Sheet(300, 200)
        drawn.begin(brush)
        for i in range(len(samples)):
            drawn.feed(samples[i : i + 1])
            lifted = Sheet(300, 200)
            lifted.ink(brush, Stroke(samples[: i + 1]))
            np.testing.assert_array_equal(drawn.pixels(), lifted.pixels())


class LayerTests(TestCase):
    def test_many_faint_strokes_come_to_nearly_full(self):
        sheet = Sheet(64, 64)
        brush = prepared(read({**LEVEL, "size": 40.0, "opacity": 0.01}))
        for _ in range(600):
            sheet.ink(brush, Stroke(straight(32, 32, 32, 32, 1)))
        self.assertAlmostEqual(coverage(sheet)[32, 32], 1 - 0.99**600, delta=0.005)

    def test_no_hue_drifts(self):
        sheet = Sheet(64, 64)
        brush = prepared(read({**LEVEL, "size": 40.0, "opacity": 0.05, "ink": "#ff8040"}))
        for _ in range(120):
            sheet.ink(brush, Stroke(straight(32, 32, 32, 32, 1)))
        self.assertLess(np.abs(sheet.pixels()[32, 32, :3].astype(int) - (255, 128, 64)).max(), 2)

    def test_clearing_gives_every_tile_back(self):
        sheet = Sheet(300, 300)
        before = int(sheet.free[0])
        sheet.ink(prepared(read(LEVEL)), Stroke(straight(10, 10, 290, 290)))
        self.assertGreaterEqual(sheet.maps[FIRST_LAYER * 9 : FIRST_LAYER * 9 + 9].max(), 0)
        sheet.clear()
        self.assertEqual(int(sheet.free[0]), before)

    def test_a_view_at_odd_places_reads_the_sheet_and_nothing_before_it(self):
        from ...kernels.paper import show
        from ...tables.records import VIEW

        sheet = inked(straight(0, 100, 399, 100), size=30.0)
        rng = np.random.default_rng(8)
        for _ in range(300):
            view = np.zeros(1, VIEW)
            view["zoom"] = 1.0 / rng.uniform(1.0, 3.0)
            view["origin_x"], view["origin_y"] = rng.uniform(-20, 300, 2)
            view["width"], view["height"], view["paper"] = 120, 60, 0xFFFFFF
            # Bounds are not checked natively: a guard before the band's first pixel would show.
            flat, screen = np.zeros(1 << 16, np.uint32), np.zeros(120 * 60, np.uint32)
            flat[-1] = 0x00FF00FF
            state = (sheet.state, sheet._brush.record, sheet.layers, sheet.maps, sheet.pool, sheet.cells)
            show.present(*state, view, flat, screen, 0, 0, 400, 200)
            got = screen.view(np.uint8).reshape(-1, 4)[: 120 * 60, :3].astype(int)
            self.assertLessEqual(np.ptp(got, axis=1).max(), 1)


class ThinTests(TestCase):
    """Ink against the same line drawn sixteen times as large and shrunk."""

    def weight(self, direction, times=1, **settings):
        long = 60.0 * times
        middle = 100.0 * times
        dx, dy = np.cos(direction) * long / 2, np.sin(direction) * long / 2
        samples = straight(middle - dx, middle - dy, middle + dx, middle + dy, 40)
        settings["size"] *= times
        side = int(200 * times)
        return coverage(inked(samples, side, side, **settings)).sum() / times**2

    def test_a_flat_tip_under_a_pixel_is_as_light_as_it_is_thin(self):
        for roundness, size in ((0.02, 10.0), (0.05, 10.0), (0.05, 4.0), (0.2, 3.0)):
            for turn in (0.0, 30.0, 90.0):
                for overlap, flow in (("level", 1.0), ("build", 0.05)):
                    tip = {"roundness": roundness, "angle": turn, "size": size, "overlap": overlap, "flow": flow}
                    # As close as steps are taken, so that the large line has as many stamps.
                    close = max(0.05, 0.5 / size)
                    got = self.weight(0.0, spacing=close, **tip)
                    want = self.weight(0.0, times=8, spacing=close, **tip)
                    # What antialiasing adds at its ends counts for a hair; it was five times too heavy.
                    self.assertAlmostEqual(got / want, 1.0, delta=0.35, msg=(roundness, size, turn, overlap))

    def test_held_density_counts_steps_as_they_are_taken(self):
        for size in (2.0, 6.0, 30.0):
            held = {"size": size, "overlap": "build", "flow": 0.15, "hold_density": True}
            ink = [
                coverage(inked(straight(50, 100, 350, 100), spacing=spacing, **held))[:, 150:250].sum()
                for spacing in (0.05, 0.1, 0.25)
            ]
            self.assertLess(np.ptp(ink) / np.mean(ink), 0.08, (size, ink))


class ShapeTests(TestCase):
    BAR = np.zeros((64, 64), np.uint8)
    BAR[28:36, 2:62] = 255
    BLOCK = np.zeros((64, 64), np.uint8)
    BLOCK[2:62, 2:62] = 255

    def melted(self, **second):
        uses = [{"picture": "a" * 64, "scale": 0.4}, {"picture": "b" * 64, **second}]
        return read(
            {**LEVEL, "tip": "shapes", "shapes": uses, "choosing": "by pressure", "blend_zone": 1.0, "size": 80.0}
        )

    def one(self, pressure, **second):
        pictures = {"a" * 64: self.BAR, "b" * 64: self.BLOCK}
        sheet = Sheet(200, 200)
        dot = np.array([(100, 100, 0, pressure, np.pi / 2, 0, 0)], SAMPLE)
        sheet.ink(prepared(self.melted(**second), pictures.get), Stroke(dot, PEN))
        return coverage(sheet)

    def test_where_two_shapes_melt_each_keeps_its_own_scale_and_turn(self):
        for second in ({"scale": 1.5}, {"scale": 1.5, "turn": 45.0}, {"turn": 90.0, "flip_across": True}):
            alone, melted = self.one(0.98, **second), self.one(0.74, **second)
            # All that the second shape covers is there, at its share: nothing is cut off by the first one's box.
            share = melted[alone > 0.9]
            self.assertGreater(share.min(), 0.05, second)
            where = ndimage.binary_dilation(alone > 0.05, iterations=2)
            self.assertLess(melted[~where].max(), 0.02, second)

    def test_flattened_shapes_do_not_alias(self):
        rng = np.random.default_rng(2)
        stripes = np.repeat((rng.random(256) > 0.5).astype(np.uint8) * 255, 256).reshape(256, 256)
        big = prepared(
            read({**LEVEL, "tip": "shapes", "shapes": [{"picture": "c" * 64}], "size": 120.0, "roundness": 0.15}),
            lambda _: stripes,
        )
        got = []
        for dy in np.linspace(0, 1, 8, endpoint=False):
            sheet = Sheet(200, 200)
            dot = np.array([(100, 100 + dy, 0, 1, np.pi / 2, 0, 0)], SAMPLE)
            sheet.ink(big, Stroke(dot))
            got.append(coverage(sheet)[:, 100].sum())
        # Moved by a part of a pixel, as much ink is laid as before.
        self.assertLess(np.ptp(got) / np.mean(got), 0.03)
