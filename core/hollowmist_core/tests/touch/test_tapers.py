"""Tapers and bounds: in three units, for each pointer, with an opacity of their own; sound on short strokes."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...native.sheet import Sheet, prepared
from ...tables.records import FINGER, MOUSE, PEN
from .. import straight

EVEN = {"responses": {}, "size": 40.0}


def stamps_of(kind=PEN, length=800.0, **settings):
    samples = straight(100, 200, 100 + length, 200, max(2, int(length / 2)), 0.5)
    sheet = Sheet(2048, 400)
    sheet.begin(prepared(read({**EVEN, **settings})), kind, record_only=True)
    sheet.feed(samples)
    sheet.lift()
    return sheet.stamps[: int(sheet.state["stamp_count"][0])].copy()


def full_from(stamps):
    """Arc length from which on the line has its full width."""
    return float(stamps["s"][np.argmax(stamps["major"] >= 19.999)])


class LengthTests(TestCase):
    def test_a_length_counts_in_sizes_px_or_parts_of_the_stroke(self):
        for unit, field, value, want in (
            ("× size", "length", 3.0, 120.0),
            ("px", "px", 150.0, 150.0),
            ("% of stroke", "part", 0.25, 200.0),
        ):
            with self.subTest(unit=unit):
                stamps = stamps_of(taper_start_in=unit, **{f"taper_start_{field}": value})
                self.assertAlmostEqual(full_from(stamps), want, delta=4.0)

    def test_the_rise_is_u_times_two_less_u_from_the_point(self):
        stamps = stamps_of(taper_start_in="px", taper_start_px=200.0, taper_start_point=0.25)
        u = np.clip(stamps["s"] / 200.0, 0, 1)
        want = np.maximum(0.5, 20 * (0.25 + 0.75 * u * (2 - u)))
        np.testing.assert_allclose(stamps["major"], want, atol=2e-3)

    def test_tapers_longer_than_the_stroke_shrink_in_proportion(self):
        longer = {"taper_start_in": "px", "taper_start_px": 300.0, "taper_end_in": "px", "taper_end_px": 900.0}
        for length in (1.0, 7.0, 60.0, 400.0):
            stamps = stamps_of(length=length, **longer)
            self.assertTrue(np.all(np.isfinite(stamps["major"])))
            if length >= 60.0:
                widest = float(stamps["s"][np.argmax(stamps["major"])])
                self.assertAlmostEqual(widest, length / 4, delta=0.05 * length)

    def test_parts_that_come_to_more_than_the_stroke_meet(self):
        half = {
            "taper_start_in": "% of stroke",
            "taper_start_part": 0.8,
            "taper_end_in": "% of stroke",
            "taper_end_part": 0.8,
        }
        stamps = stamps_of(**half)
        self.assertAlmostEqual(float(stamps["s"][np.argmax(stamps["major"])]), 400.0, delta=8.0)

    def test_a_taper_in_parts_of_the_stroke_that_has_no_length_changes_nothing(self):
        plain = stamps_of()
        for name in ("taper_start", "taper_end", "taper_start_opacity", "taper_end_opacity"):
            stamps = stamps_of(**{f"{name}_in": "% of stroke"})
            np.testing.assert_array_equal(stamps["major"], plain["major"])
            np.testing.assert_array_equal(stamps["cap"], plain["cap"])

    def test_the_shape_goes_from_a_needle_to_blunt(self):
        fuller = []
        for curve in (-1.0, -0.5, 0.0, 0.5, 1.0):
            stamps = stamps_of(taper_start_in="px", taper_start_px=300.0, taper_start_curve=curve)
            u = np.clip(stamps["s"] / 300.0, 0, 1)
            want = 20 * (u * (2 - u)) ** (3.0**-curve)
            np.testing.assert_allclose(stamps["major"], want, atol=5e-3)
            fuller.append(float(np.interp(100.0, stamps["s"], stamps["major"])))
        self.assertEqual(fuller, sorted(fuller))


class OpacityTests(TestCase):
    def test_the_opacity_tapers_by_lengths_of_its_own(self):
        own = {"taper_end_opacity_in": "px", "taper_end_opacity_px": 200.0, "taper_end_opacity_point": 0.2}
        stamps = stamps_of(**own, taper_start_in="px", taper_start_px=50.0)
        u = np.clip((800.0 - stamps["s"]) / 200.0, 0, 1)
        np.testing.assert_allclose(stamps["cap"][10:], (0.2 + 0.8 * u * (2 - u))[10:], atol=1e-3)
        self.assertAlmostEqual(full_from(stamps), 50.0, delta=3.0)
        np.testing.assert_allclose(stamps["major"][stamps["s"] > 60], 20.0)

    def test_both_its_ends_have_units_and_shapes_of_their_own(self):
        stamps = stamps_of(
            taper_start_opacity_length=2.0,
            taper_start_opacity_curve=1.0,
            taper_end_opacity_in="% of stroke",
            taper_end_opacity_part=0.5,
        )
        start, end = np.clip(stamps["s"] / 80.0, 0, 1), np.clip((800.0 - stamps["s"]) / 400.0, 0, 1)
        np.testing.assert_allclose(stamps["cap"], (start * (2 - start)) ** (1 / 3) * end * (2 - end), atol=2e-3)

    def test_a_stroke_shorter_than_its_opacity_tapers_stays_sound(self):
        long = {"taper_start_opacity_length": 20.0, "taper_end_opacity_length": 20.0}
        for length in (0.5, 4.0, 90.0):
            stamps = stamps_of(length=length, **long)
            self.assertTrue(np.all(np.isfinite(stamps["cap"])))
            self.assertLessEqual(float(stamps["cap"].max()), 1.0)
        darkest = float(stamps["s"][np.argmax(stamps["cap"])])
        self.assertAlmostEqual(darkest, 45.0, delta=3.0)

    def test_it_is_what_a_lift_would_leave_at_every_moment(self):
        settings = {"taper_end_opacity_length": 3.0, "taper_start_length": 1.0}
        samples = straight(100, 200, 700, 200, 120, 0.5)
        sheet = Sheet(1024, 400)
        brush = prepared(read({**EVEN, **settings}))
        sheet.begin(brush)
        sheet.feed(samples[:80])
        shown = sheet.pixels()
        sheet.lift()
        np.testing.assert_array_equal(sheet.pixels(), shown)

    def test_ink_runs_dry_over_the_fade_out(self):
        stamps = stamps_of(fade_out=400.0)
        np.testing.assert_allclose(stamps["cap"], np.clip(1 - stamps["s"] / 400.0, 0, 1), atol=1e-4)


class PointerTests(TestCase):
    def test_pointers_share_tapers_or_have_their_own(self):
        own = {"taper_start_length": 1.0, "finger_taper_start_length": 3.0}
        shared = [full_from(stamps_of(kind, **own)) for kind in (PEN, FINGER, MOUSE)]
        self.assertEqual(len(set(shared)), 1)
        each = [full_from(stamps_of(kind, tapers_for="each", **own)) for kind in (PEN, FINGER, MOUSE)]
        np.testing.assert_allclose(each, [40.0, 120.0, 0.0], atol=3.0)

    def test_so_do_their_opacities(self):
        own = {"taper_end_opacity_length": 1.0, "mouse_taper_end_opacity_length": 4.0, "tapers_for": "each"}
        paling = []
        for kind in (PEN, FINGER, MOUSE):
            stamps = stamps_of(kind, **own)
            paling.append(800.0 - float(stamps["s"][stamps["cap"] >= 0.9999].max()))
        np.testing.assert_allclose(paling, [40.0, 0.0, 160.0], atol=4.0)


class BoundsTests(TestCase):
    def test_bounds_count_in_parts_of_the_size_or_px(self):
        pressed = {"size": {"pressure": {"range": [0.0, 2.0]}}}
        samples = straight(100, 200, 900, 200, 400, (0.0, 1.0))
        for settings, want in (
            ({"thinnest": 0.2, "thickest": 1.5}, (8.0, 60.0)),
            ({"bounds_in": "px", "thinnest_px": 3.0, "thickest_px": 25.0}, (3.0, 25.0)),
        ):
            sheet = Sheet(2048, 400)
            sheet.begin(prepared(read({"size": 40.0, "responses": pressed, **settings})), PEN, record_only=True)
            sheet.feed(samples)
            sheet.lift()
            widths = 2 * sheet.stamps[: int(sheet.state["stamp_count"][0])]["major"]
            np.testing.assert_allclose((widths.min(), widths.max()), want, rtol=1e-4)
