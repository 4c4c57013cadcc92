"""The steps of the prep table against independent references: SciPy, Pillow and closed forms."""

from unittest import TestCase

import numpy as np
from PIL import Image
from scipy import ndimage

from ...documents.recipe import default_step, read
from ...native.recipes import _mended, apply_step, begun, follow

RNG = np.random.default_rng(7)
INK = RNG.random((90, 130)).astype(np.float32)
SMOOTH = ndimage.gaussian_filter(RNG.random((120, 160)), 3, mode="wrap").astype(np.float32)


def step(kind, ink=INK, makes="shape", pictures=None, **settings):
    return apply_step(ink, {**default_step(kind), **settings}, makes, pictures)


def _away(x, y, a, b):
    """Distance of places to the line from a to b."""
    d = b - a
    t = np.clip(((x - a[0]) * d[0] + (y - a[1]) * d[1]) / max(1e-12, d @ d), 0, 1)
    return np.hypot(x - a[0] - t * d[0], y - a[1] - t * d[1])


class ToneTests(TestCase):
    def test_luminance_is_bt709_luma_and_clear_pixels_carry_no_ink(self):
        pixels = RNG.integers(0, 256, (40, 50, 4), dtype=np.uint8)
        got = begun({"kind": "picture", "channel": "luminance"}, pixels).ink
        r, g, b, a = np.moveaxis(pixels / 255, -1, 0)
        np.testing.assert_allclose(got, (1 - (0.2126 * r + 0.7152 * g + 0.0722 * b)) * a, atol=1e-6)

    def test_single_channels(self):
        pixels = RNG.integers(0, 256, (10, 12, 4), dtype=np.uint8)
        shares = np.moveaxis(pixels / 255, -1, 0)
        for i, channel in enumerate(("red", "green", "blue")):
            got = begun({"kind": "picture", "channel": channel}, pixels).ink
            np.testing.assert_allclose(got, (1 - shares[i]) * shares[3], atol=1e-6)
        np.testing.assert_allclose(begun({"kind": "picture", "channel": "alpha"}, pixels).ink, shares[3], atol=1e-6)

    def test_levels_push_black_white_and_middle(self):
        want = 1 - np.clip((1 - INK - 0.2) / 0.5, 0, 1) ** (1 / 1.8)
        np.testing.assert_allclose(step("levels", black=0.2, white=0.7, gamma=1.8), want, atol=2e-6)

    def test_invert_twice_is_nothing(self):
        np.testing.assert_allclose(step("invert", step("invert")), INK, atol=1e-6)

    def test_even_light_takes_out_a_slope_and_leaves_the_texture(self):
        slope = np.linspace(0, 0.5, 200)[None, :] * np.ones((160, 1))
        texture = 0.1 * np.sin(np.arange(200) * 1.3)[None, :] * np.ones((160, 1))
        even = step("light", (0.25 + slope + texture).astype(np.float32), reach=0.1)
        middle = even[:, 50:150]
        self.assertLess(abs(np.polyfit(np.arange(100), middle.mean(0), 1)[0]), 0.1 * 0.5 / 200)
        self.assertGreater(middle.std(), 0.8 * texture.std())


class BlurTests(TestCase):
    def test_small_blurs_are_scipys_gaussian(self):
        for sigma in (0.6, 1.5, 4.0):
            for makes, mode in (("shape", "nearest"), ("grain", "wrap")):
                want = ndimage.gaussian_filter(INK.astype(float), sigma, mode=mode, truncate=4.0)
                np.testing.assert_allclose(step("blur", makes=makes, radius=sigma), want, atol=2e-4)

    def test_large_blurs_are_a_gaussian_within_a_hundredth(self):
        for sigma in (7.0, 19.5, 60.0):
            want = ndimage.gaussian_filter(SMOOTH.astype(float), sigma, mode="wrap")
            got = step("blur", SMOOTH, "grain", radius=sigma)
            self.assertLess(np.abs(got - want).max(), 0.01 * np.ptp(SMOOTH), sigma)

    def test_sharpen_is_unsharp_masking(self):
        blurred = ndimage.gaussian_filter(INK.astype(float), 1.5, mode="nearest")
        want = np.clip(INK + 0.8 * (INK - blurred), 0, 1)
        np.testing.assert_allclose(step("sharpen", radius=1.5, amount=0.8), want, atol=5e-4)


class CutoutTests(TestCase):
    def blob(self):
        ink = np.full((80, 100), 0.1, np.float32)
        ink[20:60, 30:70] = 0.9
        ink[35:45, 45:55] = 0.1
        return ink

    def test_flood_clears_what_is_joined_to_the_corners_and_no_more(self):
        got = step("background", self.blob(), tolerance=0.2, softness=0.0)
        labels, _ = ndimage.label(self.blob() < 0.5)
        want = np.where(labels == labels[0, 0], 0, self.blob())
        np.testing.assert_allclose(got, want, atol=1e-6)

    def test_several_points(self):
        got = step("background", self.blob(), tolerance=0.2, softness=0.0, points=[[0.01, 0.01], [0.5, 0.5]])
        np.testing.assert_allclose(got, np.where(self.blob() < 0.5, 0, self.blob()), atol=1e-6)

    def test_flood_agrees_with_labelling_on_noise(self):
        ink = (np.median(SMOOTH) < SMOOTH).astype(np.float32)
        got = step("background", ink, tolerance=0.3, softness=0.0, points=[[0.5, 0.5]])
        labels, _ = ndimage.label(ink == ink[60, 80])
        np.testing.assert_array_equal(got, np.where(labels == labels[60, 80], 0, ink))

    def test_brightness_keeps_what_is_dark(self):
        got = step("background", self.blob(), way="by brightness", tolerance=0.5, softness=0.0)
        np.testing.assert_allclose(got, np.where(self.blob() > 0.5, self.blob(), 0), atol=1e-6)

    def test_crop_is_the_bounding_box_with_its_margin_padded_square(self):
        got = step("crop", np.pad(np.ones((10, 30), np.float32), ((15, 55), (20, 50))), margin=0.1)
        self.assertEqual(got.shape, (36, 36))
        np.testing.assert_array_equal(np.argwhere(got > 0.5).min(0), [13, 3])
        self.assertAlmostEqual(float(got.sum()), 300, places=3)

    def test_faded_borders_carry_no_ink(self):
        for form in ("ellipse", "box"):
            got = step("fade", np.ones((60, 90), np.float32), form=form, width=0.3)
            border = np.concatenate([got[0], got[-1], got[:, 0], got[:, -1]])
            self.assertLess(border.max(), 1e-6, form)
            self.assertEqual(float(got[30, 45]), 1.0)

    def test_trim_cuts_every_side_alike(self):
        np.testing.assert_array_equal(step("trim", share=0.1), INK[9:81, 13:117])
        self.assertEqual(step("trim", share=0.1, square=True).shape, (72, 72))


class ReshapeTests(TestCase):
    def test_quarter_turns_are_exact(self):
        np.testing.assert_allclose(step("rotate", degrees=90.0), np.rot90(INK, -1), atol=1e-5)
        np.testing.assert_allclose(step("rotate", degrees=-90.0), np.rot90(INK), atol=1e-5)
        np.testing.assert_allclose(step("rotate", degrees=180.0), INK[::-1, ::-1], atol=1e-5)

    def test_other_turns_read_where_scipy_reads(self):
        got = step("rotate", SMOOTH, degrees=27.0)
        turn = np.radians(27)
        y, x = np.indices(got.shape) + 0.5
        dy, dx = y - got.shape[0] / 2, x - got.shape[1] / 2
        from_x = dx * np.cos(turn) + dy * np.sin(turn) + SMOOTH.shape[1] / 2 - 0.5
        from_y = dy * np.cos(turn) - dx * np.sin(turn) + SMOOTH.shape[0] / 2 - 0.5
        padded = np.pad(SMOOTH, 2)
        want = ndimage.map_coordinates(padded, [from_y + 2, from_x + 2], order=1, mode="constant")
        np.testing.assert_allclose(got, want, atol=1e-4)

    def test_flips_and_mirrors(self):
        np.testing.assert_array_equal(step("flip", across=True, along=True), INK[::-1, ::-1])
        half = step("mirror", kept="left")
        np.testing.assert_array_equal(half[:, :65], INK[:, :65])
        np.testing.assert_array_equal(half, half[:, ::-1])
        lower = step("mirror", kept="lower")
        np.testing.assert_array_equal(lower[45:], INK[45:])
        np.testing.assert_array_equal(lower, lower[::-1])

    def test_resize_is_pillows_bilinear_filter(self):
        for side in (32, 77, 130, 260):
            want = Image.fromarray(INK).resize((side, max(1, round(90 * side / 130))), Image.Resampling.BILINEAR)
            np.testing.assert_allclose(step("resize", side=float(side)), np.asarray(want), atol=2e-3)

    def test_a_tile_is_resized_as_a_tile(self):
        tiled = np.tile(SMOOTH, (3, 3))
        want = Image.fromarray(tiled).resize((240, 180), Image.Resampling.BILINEAR)
        got = step("resize", SMOOTH, "grain", side=80.0)
        np.testing.assert_allclose(got, np.asarray(want)[60:120, 80:160], atol=2e-3)

    def test_shift_rolls(self):
        np.testing.assert_array_equal(step("shift", across=0.5, down=0.5), np.roll(INK, (45, 65), (0, 1)))

    def test_combine_adds_cuts_and_intersects(self):
        other = np.zeros((130, 130), np.uint8)
        other[:, 65:] = 255
        square = np.pad(INK, ((20, 20), (0, 0)))

        def find(_):
            return other

        def lay(way):
            return step("combine", square, pictures=find, way=way, other="a" * 64)

        b = other / 255
        np.testing.assert_allclose(lay("add"), square + b - square * b, atol=1e-4)
        np.testing.assert_allclose(lay("cut"), square * (1 - b), atol=1e-4)
        np.testing.assert_allclose(lay("intersect"), square * b, atol=1e-4)


class PenStepTests(TestCase):
    def test_cloning_copies_from_beside(self):
        stroke = {"dx": 40.0, "dy": 10.0, "radius": 8.0, "heal": False, "samples": [[50.0, 40.0], [60.0, 40.0]]}
        got = step("mend", strokes=[stroke])
        np.testing.assert_allclose(got[40, 50:60], INK[50, 90:100], atol=1e-6)
        np.testing.assert_array_equal(got[:, :30], INK[:, :30])

    def test_it_is_the_distance_to_the_whole_stroke_wherever_its_samples_lie(self):
        rng = np.random.default_rng(3)
        ink = rng.random((60, 80)).astype(np.float32)
        for tiled in (False, True):
            points = [[-30.0, 10.0], [50.0, 31.0], [52.0, 90.0], [52.0, 90.0], [9.0, 20.5]]
            stroke = {"samples": points, "dx": 11, "dy": 7, "radius": 6.0, "heal": False}
            got = _mended(ink, {"strokes": [stroke]}, tiled)
            share = np.zeros_like(ink)
            reach = (-1, 0, 1, 2) if tiled else (0,)
            y, x = np.mgrid[:60, :80] + 0.5
            for a, b in zip(points, points[1:], strict=False):
                for i in reach:
                    for k in reach:
                        away = _away(x + 80 * i, y + 60 * k, np.array(a), np.array(b))
                        share = np.maximum(share, np.clip((6 - away) / 3, 0, 1))
            index = ((np.arange(60) + 7) % 60, (np.arange(80) + 11) % 80)
            if not tiled:
                index = (np.minimum(np.arange(60) + 7, 59), np.minimum(np.arange(80) + 11, 79))
            want = ink + share * (ink[np.ix_(*index)] - ink)
            np.testing.assert_allclose(got, want, atol=2e-5)

    def test_a_stroke_far_beside_a_tile_is_the_same_stroke(self):
        rng = np.random.default_rng(5)
        points = rng.uniform(-4000, 4000, (50, 2))
        ink = rng.random((256, 256)).astype(np.float32)
        stroke = {"dx": 5, "dy": 5, "radius": 8.0, "heal": False}
        here, there = (
            _mended(ink, {"strokes": [{**stroke, "samples": (points + by).tolist()}]}, True)
            for by in ((0, 0), (512, -256))
        )
        np.testing.assert_allclose(here, there, atol=2e-3)

    def test_healing_keeps_the_light_that_is_there(self):
        light = np.linspace(0.2, 0.8, 200)[None, :] * np.ones((100, 1))
        ink = light.astype(np.float32)
        ink[48:53, 98:103] = 1.0
        stroke = {"dx": -60.0, "dy": 0.0, "radius": 12.0, "samples": [[100.5, 50.5]]}
        cloned = step("mend", ink, strokes=[{**stroke, "heal": False}])
        healed = step("mend", ink, strokes=[{**stroke, "heal": True}])
        self.assertLess(abs(float(healed[50, 100]) - 0.5), 0.06)
        self.assertGreater(abs(float(cloned[50, 100]) - 0.5), 0.15)

    def test_drawing_gives_ink_and_erasing_takes_it(self):
        brush = {"size": 20.0, "ink": "#b4532a"}
        row = [[20.0 + i * 5, 30.0, i * 10.0, 1.0, 1.5, 0.0] for i in range(15)]
        drawn = {"brush": brush, "kind": "pen", "erase": False, "samples": row}
        blank = np.zeros((60, 120), np.float32)
        got = step("draw", blank, strokes=[drawn])
        self.assertEqual(float(got[30, 60]), 1.0)
        self.assertEqual(float(got[50, 60]), 0.0)
        full = step("draw", np.ones((60, 120), np.float32), strokes=[{**drawn, "erase": True}])
        np.testing.assert_allclose(full, 1 - got, atol=1 / 255)


class RecipeTests(TestCase):
    def test_steps_run_in_order_and_can_be_off(self):
        picture = (RNG.random((64, 64, 4)) * 255).astype(np.uint8)
        picture[..., 3] = 255
        steps = [{"kind": "invert"}, {"kind": "blur", "radius": 1.0}, {"kind": "levels", "black": 0.3, "on": False}]
        got = follow(read({"start": {"kind": "picture"}, "steps": steps}), "shape", picture).ink
        ink = begun({"kind": "picture", "channel": "luminance"}, picture).ink
        np.testing.assert_allclose(got, ndimage.gaussian_filter(1 - ink, 1.0, mode="nearest"), atol=1e-3)

    def test_a_result_beyond_the_bounds_is_made_smaller(self):
        picture = np.zeros((300, 1600, 4), np.uint8)
        self.assertEqual(follow(read({"start": {"kind": "picture"}}), "shape", picture).ink.shape, (192, 1024))
        self.assertEqual(follow(read({"start": {"kind": "picture"}}), "grain", picture).ink.shape, (300, 1600))

    def test_a_recipe_without_its_picture_says_so(self):
        with self.assertRaisesRegex(LookupError, "begins with a picture"):
            follow(read({"start": {"kind": "picture"}}), "shape")
