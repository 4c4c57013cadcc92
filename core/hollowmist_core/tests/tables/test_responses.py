"""Responses: what each input does to each output, dead zones, pointers, and chance that stays as it was."""

from unittest import TestCase

import numpy as np

from ...documents.brush import BrushError, read
from ...kernels.base.curve import trace_link
from ...native.sheet import Sheet, prepared
from ...tables.records import FINGER, MOUSE, PEN
from ...tables.responses import CURVES, INPUT_NAMES, MAX_LINKS, OUTPUTS, TABLE
from .. import straight

STRAIGHT = [[0.0, 0.0], [1.0, 1.0]]


def responses(**outputs):
    """Responses by output: {output: (input, range, more)}."""
    links = {}
    for output, (name, span, *more) in outputs.items():
        links[output.replace("_", " ")] = {name: {"range": list(span), "nodes": STRAIGHT, **(more[0] if more else {})}}
    return links


def stamps_of(samples, links, kind=PEN, seed=1, **settings):
    """Stamps of a stroke of a brush that only these responses vary, as a record array."""
    document = read({"size": 40.0, "responses": links, **settings})
    sheet = Sheet(2048, 512)
    sheet.begin(prepared(document), kind, record_only=True, seed=seed)
    sheet.feed(samples)
    sheet.lift()
    return sheet.stamps[: int(sheet.state["stamp_count"][0])].copy()


def widths(stamps):
    return 2.0 * stamps["major"]


def line(**columns):
    samples = straight(100, 200, 900, 200, 400, 0.5, 800.0)
    for name, values in columns.items():
        samples[name] = values
    return samples


class InputTests(TestCase):
    def test_each_input_drives_the_size(self):
        u = np.linspace(0, 1, 400)
        cases = {
            "pressure": line(pressure=u),
            "tilt": line(altitude=np.pi / 2 * (1 - u)),
            "azimuth": line(altitude=0.6, azimuth=2 * np.pi * u),
            "twist": line(twist=2 * np.pi * u),
            "distance": line(),
        }
        for name, samples in cases.items():
            with self.subTest(input=name):
                stamps = stamps_of(samples, responses(size=(name, (0.2, 1.0))), far=800.0)
                share = np.interp(stamps["x"], [100, 900], [0, 1])
                middle = (share > 0.1) & (share < 0.9)
                np.testing.assert_allclose(widths(stamps)[middle], 40 * (0.2 + 0.8 * share[middle]), atol=0.4)

    def test_speed_counts_from_still_to_fast(self):
        for speed in (0.5, 1.5, 3.0, 9.0):
            samples = straight(100, 200, 900, 200, 400, 0.5, 800.0 / speed)
            stamps = stamps_of(samples, responses(size=("speed", (0.0, 1.0))), fast=3.0)
            self.assertAlmostEqual(float(widths(stamps)[20]), 40 * min(1.0, speed / 3), delta=0.3)

    def test_the_first_touch_is_as_fast_as_the_hand_then_is(self):
        stamps = stamps_of(line(), responses(size=("speed", (0.0, 1.0))), fast=2.0)
        np.testing.assert_allclose(widths(stamps), 20.0, atol=0.3)

    def test_direction_counts_clockwise_from_the_right(self):
        for (dx, dy), part in {(1, 0): 0.0, (0, 1): 0.25, (-1, 0): 0.5, (0, -1): 0.75}.items():
            samples = straight(500, 250, 500 + 200 * dx, 250 + 200 * dy, 100)
            stamps = stamps_of(samples, responses(size=("direction", (0.0, 1.0))))
            self.assertAlmostEqual(float(widths(stamps)[10]), 40 * part, delta=0.2)

    def test_chance_per_stamp_differs_and_per_stroke_does_not(self):
        per_stamp = widths(stamps_of(line(), responses(size=("stamp chance", (0.2, 1.0)))))
        self.assertGreater(per_stamp.std(), 4.0)
        self.assertTrue(per_stamp.min() >= 8.0 and per_stamp.max() <= 40.0)
        per_stroke = widths(stamps_of(line(), responses(size=("stroke chance", (0.2, 1.0)))))
        self.assertLess(per_stroke.std(), 1e-4)
        other = widths(stamps_of(line(), responses(size=("stroke chance", (0.2, 1.0))), seed=2))
        self.assertNotAlmostEqual(float(per_stroke[0]), float(other[0]), delta=0.01)


class OutputTests(TestCase):
    def test_many_links_to_one_output_say_no_more_than_one_may(self):
        most = {name: {"range": [4.0, 4.0], "nodes": STRAIGHT} for name in ("pressure", "tilt", "speed", "distance")}
        stamps = stamps_of(line(), {"spread": most, "scatter": most}, spread=1.0, scatter_across=1.0, thickest=1.0)
        self.assertLessEqual(float(stamps["spread"].max()), 4 * 40.0 + 1e-3)
        self.assertLessEqual(float(np.abs(stamps["y"] - 200).max()), 4 * 40.0 + 1e-3)

    def at(self, pressure, links, **settings):
        return stamps_of(line(pressure=pressure), links, size_jitter=0.0, **settings)[20]

    def test_factors_multiply(self):
        links = {
            "size": {"pressure": {"range": [0, 1]}, "tilt": {"range": [1.0, 0.5]}},
        }
        samples = line(pressure=0.8, altitude=np.pi / 4)
        self.assertAlmostEqual(float(widths(stamps_of(samples, links))[20]), 40 * 0.8 * 0.75, delta=0.05)

    def test_each_output_changes_what_it_names(self):
        cases = [
            ("opacity", {}, lambda s: s["cap"], (0.0, 1.0), 0.5),
            ("flow", {}, lambda s: s["flow"], (0.0, 1.0), 0.5),
            ("softness", {"softness": 0.4}, lambda s: s["softness"], (0.0, 1.0), 0.2),
            ("roundness", {}, lambda s: s["minor"] / s["major"], (0.1, 1.0), 0.55),
            ("angle", {}, lambda s: np.degrees(np.arctan2(s["sin"], s["cos"])), (-40.0, 100.0), 30.0),
        ]
        for output, settings, figure, span, want in cases:
            with self.subTest(output=output):
                stamp = self.at(0.5, responses(**{output: ("pressure", span)}), **settings)
                self.assertAlmostEqual(float(figure(stamp)), want, delta=0.01)

    def test_spacing_and_scatter_follow(self):
        wide = stamps_of(line(), responses(spacing=("pressure", (1.0, 3.0))), spacing=0.1)
        np.testing.assert_allclose(np.diff(wide["x"])[5:-5], 40 * 0.1 * 2.0, atol=0.01)
        strewn = {"scatter_across": 1.0}
        full = stamps_of(line(), {}, **strewn)
        half = stamps_of(line(), responses(scatter=("pressure", (0.0, 1.0))), **strewn)
        np.testing.assert_allclose(half["y"] - 200, (full["y"] - 200) / 2, atol=1e-3)

    def test_every_output_has_a_range_that_a_document_may_reach(self):
        for output in OUTPUTS:
            read({"responses": {output.name: {"tilt": {"range": [output.low, output.high]}}}})
            with self.assertRaisesRegex(BrushError, f"{output.name}"):
                read({"responses": {output.name: {"tilt": {"range": [output.low, output.high * 2 + 1]}}}})


class DeadZoneTests(TestCase):
    def test_nothing_changes_below_the_limit_and_all_is_reached_above(self):
        links = responses(size=("tilt", (1.0, 2.0), {"dead": [0.0, 0.4]}))
        bounds = {"thickest": 4.0}
        below = [
            widths(stamps_of(line(altitude=np.pi / 2 * (1 - tilt)), links, **bounds))[20]
            for tilt in (0.0, 0.1, 0.25, 0.39, 0.4)
        ]
        self.assertEqual(max(below) - min(below), 0.0)
        self.assertEqual(float(below[0]), 40.0)
        flat = widths(stamps_of(line(altitude=0.0), links, **bounds))[20]
        self.assertAlmostEqual(float(flat), 80.0, delta=0.01)
        just = widths(stamps_of(line(altitude=np.pi / 2 * 0.59), links, **bounds))[20]
        self.assertTrue(40.0 < just < 41.5)

    def test_a_zone_in_the_middle_holds_and_does_not_jump(self):
        document = read({"responses": responses(size=("pressure", (0.0, 1.0), {"dead": [0.3, 0.6]}))})
        link = prepared(document).record["responses"][0][:1]
        out = np.zeros(TABLE, np.float32)
        trace_link(link, out)
        x = np.linspace(0, 1, TABLE)
        np.testing.assert_allclose(out[(x > 0.3) & (x < 0.6)], 0.3, atol=1e-6)
        np.testing.assert_allclose(out[x < 0.3], x[x < 0.3], atol=1e-6)
        self.assertAlmostEqual(float(out[-1]), 1.0, places=6)
        self.assertLess(np.diff(out).max(), 0.01)


class PointerTests(TestCase):
    def test_a_response_holds_only_for_its_pointers(self):
        links = responses(size=("stroke chance", (0.25, 0.25), {"pointers": ["finger"]}))
        got = {kind: float(widths(stamps_of(line(), links, kind))[20]) for kind in (PEN, FINGER, MOUSE)}
        self.assertEqual(got, {PEN: 40.0, FINGER: 10.0, MOUSE: 40.0})

    def test_profiles_stand_in_for_what_is_not_told(self):
        links = responses(size=("pressure", (0.0, 1.0)))
        samples = line(pressure=0.9)
        self.assertAlmostEqual(float(widths(stamps_of(samples, links, FINGER))[20]), 20.0, delta=0.01)
        wide = widths(stamps_of(samples, links, FINGER, finger_pressure="as reported"))[20]
        self.assertAlmostEqual(float(wide), 36.0, delta=0.01)
        level = widths(stamps_of(samples, links, MOUSE, mouse_level=0.8))[20]
        self.assertAlmostEqual(float(level), 32.0, delta=0.01)
        # 1 px/ms is a third of the way from still, one and a half times the level, to quick, a quarter of it.
        quick = widths(stamps_of(samples, links, PEN, pen_pressure="from speed", pen_level=0.5))[20]
        self.assertAlmostEqual(float(quick), 40 * 0.5 * (1.5 - 1.25 / 3), delta=0.3)
        leant = stamps_of(samples, responses(size=("tilt", (0.0, 1.0))), MOUSE, mouse_lean=45.0)
        self.assertAlmostEqual(float(widths(leant)[20]), 20.0, delta=0.01)

    def test_a_pen_that_jumps_to_full_for_a_moment_leaves_no_blot(self):
        samples = line(pressure=0.2)
        samples["pressure"][200] = 1.0
        stamps = stamps_of(samples, responses(size=("pressure", (0.0, 1.0))))
        self.assertLess(widths(stamps).max(), 40 * 0.45)


class ChanceTests(TestCase):
    def test_moving_one_slider_leaves_all_other_chance_as_it_was(self):
        strewn = {"scatter_across": 0.8, "scatter_along": 0.4, "angle_jitter": 90.0, "size_jitter": 0.5}
        before = stamps_of(line(), {}, **strewn, opacity=1.0)
        for moved in ({"opacity": 0.3}, {"flow": 0.2}, {"softness": 0.7}, {"roundness": 0.4}):
            after = stamps_of(line(), {}, **{**strewn, **moved})
            for name in ("x", "y", "major", "cos", "sin"):
                np.testing.assert_array_equal(before[name], after[name], err_msg=str(moved))
        linked = stamps_of(line(), responses(opacity=("stamp chance", (0.2, 1.0))), **strewn)
        np.testing.assert_array_equal(before["x"], linked["x"])
        self.assertGreater(linked["cap"].std(), 0.1)


class DocumentTests(TestCase):
    def test_too_many_responses_are_refused_with_the_limit(self):
        links = {output.name: {name: {"range": list(output.starts)} for name in INPUT_NAMES} for output in OUTPUTS}
        with self.assertRaisesRegex(BrushError, f"more than the {MAX_LINKS}"):
            read({"responses": links})

    def test_a_curve_that_runs_back_and_a_zone_from_high_to_low_are_refused(self):
        loop = {"size": {"pressure": {"nodes": [[0, 0], [0.6, 1], [0.4, 0.2], [1, 1]]}}}
        with self.assertRaisesRegex(BrushError, "left to right"):
            read({"responses": loop})
        with self.assertRaisesRegex(BrushError, "low to high"):
            read({"responses": {"size": {"pressure": {"dead": [0.6, 0.2]}}}})
        with self.assertRaises(BrushError):
            read({"responses": {"size": {"pressure": {"pointers": []}}}})

    def test_an_older_document_keeps_what_it_left_out(self):
        old = read({"version": 2, "responses": {"opacity": {"pressure": {"on": True, "range": [0.5, 1.0]}}}})
        self.assertEqual(old["responses"]["size"]["pressure"]["range"], [0.1, 1.0])
        self.assertEqual(old["responses"]["opacity"]["pressure"]["range"], [0.5, 1.0])

    def test_the_curves_to_begin_with_are_sound(self):
        for curve in CURVES:
            nodes = [list(node) for node in curve.nodes]
            read({"responses": {"size": {"pressure": {"nodes": nodes}}}})
