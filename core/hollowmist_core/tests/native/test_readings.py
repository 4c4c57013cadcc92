"""Readings against figures taken apart from them: pixels of a PNG, closed forms, causes that were planted."""

import io
from unittest import TestCase

import numpy as np
from PIL import Image

from ...documents.brush import default_document, read
from ...documents.causes import CAUSES
from ...documents.scaling import scaled
from ...documents.telling import as_csv, cause_label, is_even, rows_of
from ...kernels.measure.causes import FIRST_LINK, LAST
from ...kernels.measure.readings import enlarge, without_cause
from ...kernels.measure.records import PRESSURES
from ...native.readings import inking_ms, measured
from ...native.sheet import PAPER, Sheet, Stroke, prepared
from ...tables.records import FINGER, MOUSE, PEN
from ...tables.settings import SETTINGS, TAPERED, TAPERS
from .. import straight

TILE = 64


def grain(_digest="g"):
    """A smooth tile that repeats after 64 texels and not before."""
    rng = np.random.default_rng(7)
    waves = rng.normal(size=(TILE, TILE))
    spectrum = np.fft.fft2(waves)
    f = np.hypot(*np.meshgrid(np.fft.fftfreq(TILE), np.fft.fftfreq(TILE)))
    smooth = np.fft.ifft2(spectrum * np.exp(-((f / 0.08) ** 2))).real
    return np.clip(128 + 60 * smooth / smooth.std(), 0, 255).astype(np.uint8)


GRAINED = {"grain": {"picture": "0" * 64, "source": None}, "grain_px": float(TILE), "responses": {}}


def pixels_of(document, pressure, kind=PEN, direction=0.0):
    """Coverage of a straight stroke, from a PNG: rows across, columns along."""
    size = 700
    sheet = Sheet(size, size)
    middle, half = size / 2 + 0.5, 260
    dx, dy = half * np.cos(direction), half * np.sin(direction)
    samples = straight(middle - dx, middle - dy, middle + dx, middle + dy, 200, pressure, 1000.0)
    black = {**document, "ink": "#000000", "steadying": "none"}
    sheet.ink(prepared(black, grain), Stroke(samples, kind))
    file = io.BytesIO()
    Image.fromarray(sheet.pixels(PAPER)).save(file, "PNG")
    image = np.asarray(Image.open(file)).astype(float)[..., :3].mean(axis=2)
    coverage = 1.0 - image / image.max()
    return coverage if direction == 0.0 else coverage.T


def width_of(profile):
    """Width at half of the highest coverage, by NumPy's interpolation."""
    fine = np.interp(np.linspace(0, len(profile) - 1, 40 * len(profile)), np.arange(len(profile)), profile)
    above = np.flatnonzero(fine >= profile.max() / 2)
    return (above[-1] - above[0]) / 40.0


PRESSED = {"size": {"pressure": {"range": [0.1, 1.0], "nodes": [[0, 0], [0.4, 0.2], [1, 1]]}}}
TEN = [
    {},
    {"size": 8.0},
    {"size": 60.0, "responses": PRESSED},
    {"size": 33.0, "softness": 0.6, "responses": PRESSED},
    {"size": 24.0, "roundness": 0.3, "angle": 30.0, "responses": PRESSED},
    {"size": 30.0, "tip": "polygon", "sides": 6.0},
    {"size": 40.0, "tip": "broad nib", "roundness": 0.25, "angle": 45.0},
    {"size": 20.0, "opacity": 0.4, "taper_start_length": 2.0, "taper_end_length": 3.0},
    {"size": 50.0, "thinnest": 0.3, "thickest": 0.7, "responses": PRESSED},
    {"size": 36.0, "flow": 0.3, "overlap": "build", "spacing": 0.1},
]


class WidthTests(TestCase):
    def test_the_width_is_that_of_a_png(self):
        for settings in TEN:
            document = read(settings)
            widths = measured(document)[0]["width"][PEN]
            with self.subTest(**settings):
                for pressure, width in zip(PRESSURES, widths, strict=True):
                    profile = pixels_of(document, pressure)[:, 310:390].mean(axis=1)
                    self.assertAlmostEqual(float(width), width_of(profile), delta=0.3)

    def test_a_wide_brush_is_measured_smaller_and_told_at_its_size(self):
        document = read({"size": 300.0, "responses": {}})
        record = measured(document)[0]
        self.assertLess(float(record["scale"]), 0.5)
        np.testing.assert_allclose(record["width"], 300.0, atol=1.0)


class TipReadingTests(TestCase):
    def test_ripple_and_widest_spacing_of_a_disc_are_those_of_its_circles(self):
        for spacing in (0.3, 0.5, 0.8):
            record = measured(read({"size": 80.0, "spacing": spacing, "responses": {}}))[0]
            self.assertAlmostEqual(float(record["ripple"]), (1 - np.sqrt(1 - spacing**2)) / 2, delta=0.008)
        # Two circles d apart meet at a height of sqrt(1 - d^2): the swing is 2 % of the width where that is 96 %.
        self.assertAlmostEqual(float(record["widest_spacing"]), np.sqrt(1 - 0.96**2), delta=0.02)

    def test_no_stamps_show_in_a_swept_line(self):
        for spacing in (0.04, 0.25):
            record = measured(read({"size": 22.0, "spacing": spacing, "responses": {}}))[0]
            self.assertLess(float(record["ripple"]), 0.002)
            # It is swept as far as that goes, and stamped with few to be seen beyond.
            self.assertGreaterEqual(float(record["widest_spacing"]), 0.25)

    def test_the_edge_is_the_way_from_10_to_90_percent(self):
        for softness in (0.2, 0.5, 1.0):
            document = read({"size": 60.0, "softness": softness, "responses": {}})
            profile = pixels_of(document, 1.0)[:, 310:390].mean(axis=1)
            half = profile[: len(profile) // 2]
            at = [np.interp(level * profile.max(), half, np.arange(len(half))) for level in (0.1, 0.9)]
            self.assertAlmostEqual(float(measured(document)[0]["softness"]), at[1] - at[0], delta=0.3)

    def test_the_places_of_10_and_90_percent_are_those_of_the_profile(self):
        record = measured(read({"size": 60.0, "softness": 0.5, "responses": {}}))[0]
        count, step = int(record["profile_count"]), float(record["profile_step"])
        profile, x = record["profile"][:count], step * np.arange(count)
        peak = int(np.argmax(profile))
        rising = np.interp((0.1, 0.9), profile[: peak + 1] / profile.max(), x[: peak + 1])
        np.testing.assert_allclose(record["edges"][:2], rising, atol=0.05)
        # Both edges are alike: the profile is symmetric about its middle.
        np.testing.assert_allclose(record["edges"][:2] + record["edges"][:1:-1], step * (count - 1), atol=0.1)

    def test_a_grain_is_no_stamp(self):
        plain = {"size": 60.0, "spacing": 0.3, "responses": {}}
        grained = measured(read({**plain, **GRAINED, "grain_way": "cut", "bite": 1.0}), grain)[0]
        alone = measured(read(plain))[0]
        self.assertAlmostEqual(float(grained["ripple"]), float(alone["ripple"]), places=5)
        self.assertAlmostEqual(float(grained["widest_spacing"]), float(alone["widest_spacing"]), places=5)

    def test_an_edge_that_is_ragged_by_itself_is_told(self):
        ragged = {"size": 60.0, "spacing": 0.05, "size_jitter": 0.6, "stamps": 1.0, "responses": {}}
        self.assertEqual(float(measured(read(ragged))[0]["widest_spacing"]), -1.0)

    def test_stamps_apart_have_no_edge(self):
        record = measured(read({"size": 30.0, "spacing": 2.0, "responses": {}}))[0]
        self.assertEqual(float(record["ripple"]), 1.0)


class TextureTests(TestCase):
    def test_a_grain_repeats_after_its_tile(self):
        record = measured(read({**GRAINED, "size": 60.0}), grain)[0]
        self.assertAlmostEqual(float(record["repeat_px"]), TILE, delta=1.0)
        self.assertGreater(float(record["repeat"]), 0.95)
        self.assertAlmostEqual(float(record["grain_fit"]), 1.0, places=4)
        apart = measured(read({**GRAINED, "size": 60.0, "grain_px": 512.0}), grain)[0]
        self.assertLess(float(apart["grain_fit"]), 0.13)

    def test_density_and_its_variation_are_those_of_the_pixels(self):
        document = read({**GRAINED, "size": 60.0, "bite": 0.5})
        # The grain holds to the paper, and a probe may lie elsewhere on it.
        inside = pixels_of(document, 1.0)[332:369, 200:456]
        record = measured(document, grain)[0]
        self.assertAlmostEqual(float(record["density"]), inside.mean(), delta=0.05)
        self.assertAlmostEqual(float(record["texture"]), inside.std() / inside.mean(), delta=0.06)

    def test_without_grain_there_is_no_repeat_to_read(self):
        record = measured(default_document())[0]
        self.assertEqual(float(record["repeat"]), -1.0)
        self.assertEqual(float(record["grain_fit"]), -1.0)


class TaperReadingTests(TestCase):
    def test_tapers_are_read_where_the_line_has_its_width(self):
        document = read(
            {"size": 30.0, "responses": {}, "taper_start_in": "px", "taper_start_px": 120.0, "taper_end_length": 2.0}
        )
        record = measured(document)[0]
        # 98 % of the width is reached at u = 1 - sqrt(0.02) of the taper.
        self.assertAlmostEqual(float(record["taper_start"][PEN]), 120 * 0.8586, delta=4.0)
        self.assertAlmostEqual(float(record["taper_end"][PEN]), 60 * 0.8586, delta=4.0)

    def test_tapers_longer_than_the_probes_are_read_on_a_smaller_brush(self):
        settings = {"size": 20.0, "taper_start_in": "px", "taper_start_px": 3000.0, "responses": {}}
        got = measured(read({**settings, "taper_start_point": 0.0}))[0]
        # The rise u (2 - u) has 98 % of the width at u = 1 - sqrt(0.02).
        self.assertAlmostEqual(float(got["taper_start"][0]), 3000 * (1 - 0.02**0.5), delta=3000 * 0.06)

    def test_tapers_of_the_opacity_are_read_apart(self):
        fading = {"taper_start_opacity_in": "px", "taper_start_opacity_px": 140.0, "taper_start_opacity_point": 0.25}
        record = measured(read({"size": 30.0, "responses": {}, **fading}))[0]
        # A stamp covers what lies before it too: the line is as dark as it will be a radius further on.
        self.assertAlmostEqual(float(record["fade_start"][PEN]), 140 * (1 - np.sqrt(0.02 / 0.75)) - 13, delta=3.0)
        self.assertLess(float(record["faint_start"][PEN]), 0.5)
        self.assertLess(float(record["fade_end"][PEN]), 1.5)
        self.assertLess(float(record["taper_start"][PEN]), 18.0)

    def test_what_is_drawn_of_a_taper_is_the_stroke(self):
        document = read({"size": 30.0, "responses": {}, "taper_end_length": 4.0})
        record = measured(document)[0]
        widths, step = record["along_width"][PEN], float(record["along_step"][PEN])
        s = step * np.arange(len(widths))
        rest = np.clip((s[-1] - s) / 120.0, 0, 1)
        inner = slice(20, -4)
        np.testing.assert_allclose(widths[inner], (30 * rest * (2 - rest))[inner], atol=1.0)
        np.testing.assert_allclose(record["along_dark"][PEN][20:-30], 1.0, atol=0.02)


class EvennessTests(TestCase):
    def causes(self, settings, kind):
        document = read({"size": 30.0, "responses": {}, **settings})
        record = measured(document)[0]
        found = [
            (float(record["effects"][i][kind]), cause_label(document, int(record["causes"][i])))
            for i in range(record["cause_count"])
        ]
        return record, [label for effect, label in sorted(found, reverse=True) if effect > 0.005]

    def test_a_planted_cause_is_found(self):
        opacity = {"responses": {"opacity": {"tilt": {"range": [1.0, 0.6]}}}}
        record, found = self.causes(opacity, PEN)
        self.assertEqual(found, ["Tilt → opacity"])
        self.assertFalse(is_even(record, PEN))

        taper = {"tapers_for": "each", "finger_taper_end_length": 3.0}
        record, found = self.causes(taper, FINGER)
        self.assertEqual(found, ["end taper, finger"])
        self.assertEqual(self.causes(taper, PEN)[1], [])
        self.assertEqual([is_even(record, kind) for kind in (PEN, FINGER, MOUSE)], [True, False, True])

        _, found = self.causes({"size_jitter": 0.3}, PEN)
        self.assertEqual(found, ["size jitter"])

    def test_an_opacity_taper_of_the_mouse_alone_is_found(self):
        fading = {"tapers_for": "each", "mouse_taper_start_opacity_length": 2.0}
        record, found = self.causes(fading, MOUSE)
        self.assertEqual(found, ["start opacity taper, mouse"])
        self.assertEqual([is_even(record, kind) for kind in (PEN, FINGER, MOUSE)], [True, True, False])

    def test_pointers_are_told_apart_where_a_link_holds_for_one_of_them(self):
        only = {"size": {"speed": {"range": [1.0, 0.5], "pointers": ["finger"]}}}
        record, found = self.causes({"responses": only}, FINGER)
        self.assertEqual(found, ["Speed → size"])
        self.assertEqual([is_even(record, kind) for kind in (PEN, FINGER, MOUSE)], [True, False, True])

    def test_what_goes_with_the_pens_lean_varies_the_pens_line_only(self):
        leaning = {"size": {"tilt": {"range": [1.0, 1.5]}}, "opacity": {"azimuth": {"range": [1.0, 0.5]}}}
        record, _ = self.causes({"responses": leaning, "thickest": 2.0}, PEN)
        self.assertEqual([is_even(record, kind) for kind in (PEN, FINGER, MOUSE)], [False, True, True])

    def test_ink_that_a_grain_holds_back_is_a_cause_and_what_creeps_evenly_is_none(self):
        held = {**GRAINED, "size": 30.0, "bite": 0.0, "spread": 0.3, "spread_held": 1.0}
        record = measured(read(held), grain)[0]
        named = [cause_label(read(held), int(record["causes"][i])) for i in range(record["cause_count"])]
        self.assertEqual(named, ["spread"])
        record, found = self.causes({"spread": 0.3}, PEN)
        self.assertEqual(found, [])
        self.assertTrue(is_even(record, PEN))

    def test_colour_does_not_vary_a_line(self):
        drift = {"hue": {"stamp chance": {}}, "lightness": {"pressure": {}}, "second ink": {"tilt": {}}}
        record, found = self.causes({"responses": drift}, PEN)
        self.assertEqual(found, [])
        self.assertTrue(is_even(record, PEN))

    def test_causes_that_hide_each_other_are_both_found_largest_first(self):
        pressed = {"size": {"pressure": {"range": [0.2, 1.0]}}, "opacity": {"speed": {"range": [1.0, 0.7]}}}
        _, found = self.causes({"responses": pressed, "taper_start_length": 2.0, "taper_start_point": 0.7}, PEN)
        self.assertEqual(set(found), {"Pressure → size", "Speed → opacity", "start taper"})
        self.assertEqual(found[0], "Pressure → size")

    def test_an_even_brush_is_even_and_its_pixels_agree(self):
        document = read({"size": 26.0, "responses": {}})
        record = measured(document)[0]
        for kind in (PEN, FINGER, MOUSE):
            self.assertTrue(is_even(record, kind))
            widths = [
                width_of(pixels_of(document, pressure, kind)[:, start : start + 8].mean(axis=1))
                for pressure in ((0.1, 1.0), 0.4)
                for start in range(120, 560, 40)
            ]
            self.assertLessEqual((max(widths) - min(widths)) / np.mean(widths), 0.01)
        self.assertEqual(int(record["cause_count"]), 0)

    def test_what_is_drawn_of_the_evenness_is_the_line(self):
        pressed = {"size": {"pressure": {"range": [0.2, 1.0]}}}
        record = measured(read({"size": 30.0, "responses": pressed}))[0]
        counts = record["even_count"]
        widths = record["evens"][PEN][0][: counts[PEN][0]]
        # From the lightest press of 5 % to full, over a straight curve.
        self.assertTrue(np.all(np.diff(widths) > -0.05))
        self.assertAlmostEqual(float(widths[0]), 30 * (0.2 + 0.8 * 0.05), delta=2.5)
        self.assertAlmostEqual(float(widths[-1]), 30.0, delta=2.0)
        # A finger reports no pressure, and nothing of the rest varies this brush.
        self.assertEqual(int(counts[FINGER][0]), 0)
        rest = record["evens"][FINGER][1][: counts[FINGER][1]]
        self.assertLess(float(np.ptp(rest)), 0.1)
        np.testing.assert_array_equal(record["evens"][MOUSE][1][: counts[MOUSE][1]], rest)

    def test_a_flat_tip_varies_with_the_direction(self):
        record, found = self.causes({"roundness": 0.3, "angle": 20.0}, PEN)
        self.assertEqual(found, ["flat tip"])
        self.assertGreater(float(record["width_varies"][PEN]), 0.5)

    def test_taking_a_cause_out_is_what_the_document_says(self):
        everything = {
            "tapers_for": "each",
            **{f"{who}{taper}_length": 1.0 for who in TAPERED for taper in TAPERS},
            "size_jitter": 0.2,
            "scatter_across": 0.3,
            "scatter_along": 0.3,
            "spacing": 0.5,
            "spacing_jitter": 0.1,
            "angle_jitter": 20.0,
            "roundness": 0.5,
            "tip": "polygon",
            "stamps": 3.0,
            "fade_out": 100.0,
            "spread": 0.2,
        }
        document = read({**GRAINED, **everything, "responses": PRESSED})
        for number, cause in enumerate(CAUSES):
            with self.subTest(cause=cause.label):
                record = prepared(document, grain).record
                self.assertEqual(without_cause(record, number), 1)
                want = prepared(read({**document, **cause.without}), grain).record
                for setting in SETTINGS:
                    self.assertEqual(record[setting.name][0], want[setting.name][0], setting.name)
                self.assertEqual(record["grain_image"][0], want["grain_image"][0])
        self.assertEqual(len(CAUSES), LAST + 1)
        record = prepared(document, grain).record
        without_cause(record, FIRST_LINK)
        self.assertEqual(record["responses"]["on"][0][0], 0)

    def test_enlarging_is_what_scaling_a_document_does(self):
        document = read({**GRAINED, "taper_end_px": 80.0, "finger_taper_start_px": 9.0, "fade_out": 300.0})
        record = prepared(document, grain).record
        enlarge(record, 2.0)
        want = prepared(scaled(document, 2.0), grain).record
        # A straight probe shows nothing of these.
        unseen = ("reach", "tow", "size_low", "size_high", "thickest_px")
        inked = [s.name for s in SETTINGS if s.unit == "px" and s.name not in unseen]
        for name in inked:
            self.assertAlmostEqual(float(record[name][0]), float(want[name][0]), places=3, msg=name)


class TellingTests(TestCase):
    def test_causes_are_told_largest_first_and_the_cost_with_them(self):
        links = {"size": {"pressure": {"range": [0.9, 1.0]}, "tilt": {"range": [1.0, 0.4]}}}
        document = read({"size": 30.0, "responses": links})
        rows = rows_of(measured(document)[0], document, cost=1.5)
        effects = [row.value for row in rows if row.pointer == "pen" and row.of.startswith("because of")]
        self.assertEqual(effects, sorted(effects, reverse=True))
        self.assertGreater(len(effects), 1)
        self.assertEqual([(row.value, row.unit) for row in rows if row.reading == "cost"], [(1.5, "ms")])
        self.assertGreater(inking_ms(document), 0.0)

    def test_the_figures_come_as_rows_and_csv(self):
        document = read({"responses": PRESSED})
        rows = rows_of(measured(document)[0], document)
        by = {(row.reading, row.pointer, row.of): row.value for row in rows}
        self.assertEqual(by["even", "pen", "even line"], "no")
        self.assertEqual(by["even", "finger", "even line"], "yes")
        self.assertIn(("even", "pen", "because of Pressure → size"), by)
        self.assertNotIn("repeat", {row.reading for row in rows})
        lines = as_csv(rows).splitlines()
        self.assertEqual(lines[0], "reading,pointer,of,value,unit")
        self.assertEqual(len(lines), len(rows) + 1)
