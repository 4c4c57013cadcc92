"""Tips of shapes and forms: images, chance, strands and turning, measured from stamps and pixels."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...kernels.base.chance import chance
from ...native.sheet import Sheet, Stroke, chained, prepared
from ...tables.records import SAMPLE
from .. import coverage, straight

SHAPE, OTHER, GRAIN = "a" * 64, "b" * 64, "c" * 64
PLAIN = {
    "ink": "#000000",
    "responses": {"size": {"pressure": {"on": False, "range": [0.1, 1.0], "nodes": [[0, 0], [1, 1]]}}},
}


def disc(side=128, share=0.8):
    y, x = (np.indices((side, side)) + 0.5) * 2 / side - 1
    return (255 * np.clip((share - np.hypot(x, y)) * side / 2 + 0.5, 0, 1)).round().astype(np.uint8)


def half(side=64):
    """The right half inked."""
    ink = np.zeros((side, side), np.uint8)
    ink[:, side // 2 :] = 255
    return ink


PICTURES = {SHAPE: disc(), OTHER: half(), GRAIN: np.tile(np.array([[0, 255]], np.uint8), (16, 8))}


def ready(**settings):
    return prepared(read({**PLAIN, **settings}), PICTURES.__getitem__)


def stamps_of(samples, **settings):
    sheet = Sheet(400, 200)
    sheet.begin(ready(**settings), record_only=True)
    sheet.feed(samples)
    sheet.lift()
    return sheet.stamps[: int(sheet.state["stamp_count"][0])]


def touched(**settings):
    sheet = Sheet(200, 200)
    sheet.ink(ready(**settings), Stroke(np.array([(100, 100, 0, 1, np.pi / 2, 0, 0)], SAMPLE)))
    return coverage(sheet)


LINE = straight(50, 100, 350, 100)
ONE_SHAPE = {"tip": "shapes", "shapes": [{"picture": SHAPE}]}


class ImageTests(TestCase):
    def test_a_shape_lays_its_own_area_at_every_size(self):
        for size in (6.0, 17.0, 60.0, 150.0):
            cover = touched(**ONE_SHAPE, size=size)
            want = np.pi * (0.8 * size / 2) ** 2
            self.assertAlmostEqual(float(cover.sum()) / want, 1.0, delta=0.03 if size > 10 else 0.1, msg=str(size))

    def test_a_full_square_leaves_no_jagged_or_boxy_rest(self):
        full = prepared(
            read({**PLAIN, "tip": "shapes", "shapes": [{"picture": SHAPE, "turn": 30.0}], "size": 60.0}),
            lambda _: np.full((64, 64), 255, np.uint8),
        )
        sheet = Sheet(200, 200)
        sheet.ink(full, Stroke(np.array([(100, 100, 0, 1, np.pi / 2, 0, 0)], SAMPLE)))
        cover = coverage(sheet)
        self.assertAlmostEqual(float(cover.sum()), 3600, delta=120)
        y, x = np.indices(cover.shape) + 0.5 - 100
        c, s = np.cos(np.radians(30)), np.sin(np.radians(30))
        inside = np.maximum(np.abs(x * c + y * s), np.abs(y * c - x * s))
        self.assertEqual(float(cover[inside > 32.5].max()), 0.0)
        self.assertGreater(float(cover[inside < 28.5].min()), 0.99)

    def test_the_chain_keeps_the_mean_down_to_one_texel(self):
        for role in ("shape", "grain"):
            ink = (np.random.default_rng(1).random((37, 53)) * 255).astype(np.uint8)
            record, bank = chained(ink, role)
            last = int(record["levels"][0]) - 1
            self.assertEqual((record["widths"][0, last], record["heights"][0, last]), (1, 1))
            word = int(bank[record["offsets"][0, last]])
            texel = word & 255 if role == "grain" else word >> 24
            self.assertAlmostEqual(texel, float(ink.mean()), delta=3)

    def test_turn_flip_and_invert_are_the_shape_s_own(self):
        def sides(**use):
            cover = touched(tip="shapes", shapes=[{"picture": OTHER, **use}], size=80.0)
            return cover[70:130, 65:95].mean(), cover[70:130, 105:135].mean()

        self.assertLess(sides()[0], 0.02)
        self.assertGreater(sides()[1], 0.98)
        self.assertGreater(sides(flip_across=True)[0], 0.98)
        self.assertGreater(sides(turn=180.0)[0], 0.98)
        self.assertGreater(sides(invert=True)[0], 0.98)
        self.assertLess(sides(invert=True)[1], 0.02)

    def test_without_its_picture_a_brush_still_inks(self):
        self.assertGreater(float(touched(tip="shapes", size=40.0).sum()), 1000)
        with self.assertRaises(LookupError):
            prepared(read({"shapes": [{"picture": SHAPE}], "tip": "shapes"}))

    def test_shapes_are_chosen_in_turn_by_pressure_and_melt_in_the_blend_zone(self):
        shapes = [{"picture": SHAPE}, {"picture": OTHER}]
        both = {"tip": "shapes", "shapes": shapes, "spacing": 0.5}
        np.testing.assert_array_equal(stamps_of(LINE, **both, choosing="in turn")["image"][:6], [0, 1, 0, 1, 0, 1])
        ramp = straight(50, 100, 350, 100, pressure=(0.0, 1.0))
        jumps = stamps_of(ramp, **both, choosing="by pressure")
        np.testing.assert_array_equal(jumps["image"], (jumps["press"] >= 0.5).astype(int))
        self.assertEqual(float(jumps["mix"].max()), 0.0)
        melts = stamps_of(ramp, **both, choosing="by pressure", blend_zone=0.4)
        want = np.clip((melts["press"] * 2 - 1) / 0.4 + 0.5, 0, 1)
        share = np.where(melts["image"] == 1, 1.0, melts["mix"])
        np.testing.assert_allclose(share, want, atol=1e-3)
        lot = stamps_of(straight(10, 100, 390, 100), **both, choosing="by chance", size=4.0)
        self.assertAlmostEqual(float((lot["image"] == 1).mean()), 0.5, delta=0.12)


class FormTests(TestCase):
    def test_a_polygon_has_the_area_of_its_kind(self):
        for sides in (3, 5, 8):
            cover = touched(tip="polygon", sides=float(sides), size=100.0)
            want = 0.5 * sides * 50**2 * np.sin(2 * np.pi / sides)
            self.assertAlmostEqual(float(cover.sum()) / want, 1.0, delta=0.02, msg=str(sides))

    def test_a_broad_nib_is_an_oblong(self):
        cover = touched(tip="broad nib", roundness=0.25, size=100.0)
        self.assertAlmostEqual(float(cover.sum()), 100 * 25, delta=60)
        self.assertGreater(float(cover[90:110, 52:148].min()), 0.99)


class ChanceTests(TestCase):
    def test_chance_is_even_and_independent(self):
        drawn = np.array([[chance(9, i, c) for i in range(4000)] for c in (0, 1)])
        counts = np.histogram(drawn[0], 20, (0, 1))[0]
        self.assertLess(((counts - 200) ** 2 / 200).sum(), 43.8)  # chi-square, 19 degrees, p = 0.001
        self.assertLess(abs(np.corrcoef(drawn)[0, 1]), 0.06)
        self.assertLess(abs(np.corrcoef(drawn[0, 1:], drawn[0, :-1])[0, 1]), 0.06)

    def test_moving_one_setting_reshuffles_no_other(self):
        wild = {"scatter_across": 1.0, "size_jitter": 0.5, "angle_jitter": 90.0, "spacing": 0.5}
        before = stamps_of(LINE, **wild)
        after = stamps_of(LINE, **wild, opacity=0.3, scatter_along=1.0)
        np.testing.assert_array_equal(before["y"], after["y"])
        np.testing.assert_array_equal(before["major"], after["major"])
        np.testing.assert_array_equal(before["cos"], after["cos"])

    def test_scatter_and_jitter_stay_in_their_bounds_and_use_them(self):
        stamps = stamps_of(LINE, size=20.0, scatter_across=1.0, size_jitter=0.4, spacing=0.1)
        off = stamps["y"] - 100
        self.assertLessEqual(np.abs(off).max(), 20.0)
        self.assertGreater(np.abs(off).max(), 15.0)
        self.assertGreaterEqual(stamps["major"].min(), 10 * 0.6 - 1e-4)
        self.assertLess(stamps["major"].min(), 10 * 0.7)

    def test_moving_the_stroke_or_changing_the_hand_reshuffles_nothing(self):
        given = {"size": 30.0, "scatter_across": 1.0, "angle_jitter": 90.0}
        moved = LINE.copy()
        moved["x"] += 37.25
        moved["y"] += 11.5
        before = stamps_of(LINE, **given)
        for samples, settings in ((moved, {}), (LINE, {"pen_pressure": "fixed", "pen_level": 0.3})):
            after = stamps_of(samples, **given, **settings)
            np.testing.assert_allclose(after["y"] - after["path_y"], before["y"] - before["path_y"], atol=1e-4)
            np.testing.assert_array_equal(after["sin"], before["sin"])

    def test_more_stamps_a_step_take_no_other_steps(self):
        links = {"size": {"stamp chance": {"range": [0.3, 1.0]}}}
        one = stamps_of(LINE, size=20.0, spacing=0.5, responses=links)
        three = stamps_of(LINE, size=20.0, spacing=0.5, stamps=3.0, responses=links)
        np.testing.assert_array_equal(three["s"][::3], one["s"])

    def test_spacing_jitter_keeps_the_mean(self):
        even, uneven = (stamps_of(LINE, size=10.0, spacing=0.4, spacing_jitter=j) for j in (0.0, 1.0))
        self.assertAlmostEqual(len(uneven) / len(even), 1.0, delta=0.15)
        self.assertGreater(np.diff(uneven["s"]).std(), 1.0)

    def test_strands_lie_side_by_side(self):
        stamps = stamps_of(LINE, size=10.0, stamps=3.0, several="side by side", strand_gap=1.5)
        np.testing.assert_allclose(np.unique(stamps["y"]), [85, 100, 115], atol=1e-3)
        cover = np.zeros(0)
        sheet = Sheet(400, 200)
        sheet.ink(ready(size=10.0, stamps=3.0, several="side by side", strand_gap=1.5), Stroke(LINE))
        cover = coverage(sheet)[:, 200]
        self.assertEqual(int((np.diff((cover > 0.5).astype(int)) == 1).sum()), 3)

    def test_held_density_lays_the_same_ink_at_any_spacing(self):
        held = {"size": 60.0, "flow": 0.1, "overlap": "build", "hold_density": True}
        middle = []
        for spacing in (0.05, 0.1, 0.2):
            sheet = Sheet(400, 200)
            sheet.ink(ready(**held, spacing=spacing), Stroke(LINE))
            middle.append(float(coverage(sheet)[100, 150:250].mean()))
        self.assertLess(max(middle) - min(middle), 0.05)


class TurningTests(TestCase):
    def angle(self, stamps):
        return np.degrees(np.arctan2(stamps["sin"], stamps["cos"]))

    def test_with_stroke_page_and_first_move(self):
        down = straight(100, 20, 100, 180)
        np.testing.assert_allclose(self.angle(stamps_of(down, turning="page", angle=20.0)), 20, atol=0.1)
        np.testing.assert_allclose(self.angle(stamps_of(down, turning="stroke", angle=20.0)), 110, atol=0.1)
        corner = np.concatenate([straight(50, 50, 150, 50), straight(150, 52, 150, 180)])
        corner["t"] = np.arange(len(corner)) * 10
        np.testing.assert_allclose(self.angle(stamps_of(corner, turning="first move")), 0, atol=2)

    def test_with_the_azimuth(self):
        leaning = straight(50, 100, 350, 100)
        leaning["altitude"], leaning["azimuth"] = np.pi / 4, np.radians(70)
        np.testing.assert_allclose(self.angle(stamps_of(leaning, turning="azimuth")), 70, atol=0.1)

    def test_first_move_is_the_same_however_it_is_fed(self):
        settings = {"turning": "first move", "roundness": 0.2, "size": 20.0}
        whole, bits = Sheet(400, 200), Sheet(400, 200)
        bent = straight(30, 60, 360, 150)
        bent["y"] += 20 * np.sin(np.linspace(0, 5, len(bent)))
        whole.ink(ready(**settings), Stroke(bent))
        bits.begin(ready(**settings))
        for i in range(len(bent)):
            bits.feed(bent[i : i + 1])
        bits.lift()
        np.testing.assert_array_equal(whole.pixels(), bits.pixels())
