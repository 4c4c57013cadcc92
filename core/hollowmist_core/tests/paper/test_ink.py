"""Ink measured from pixels: widths, edges, overlap, tapers."""

from unittest import TestCase

import numpy as np

from ...documents.brush import default_document, read
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.records import SAMPLE
from .. import coverage, straight

PLAIN = {
    "ink": "#000000",
    "responses": {"size": {"pressure": {"on": False, "range": [0, 1], "nodes": [[0, 0], [1, 1]]}}},
}


def inked(samples, width=400, height=200, **settings):
    sheet = Sheet(width, height)
    sheet.ink(prepared(read({**PLAIN, **settings})), Stroke(samples))
    return coverage(sheet)


def widths(cover):
    """Width per column: the ink of an upright cut through a stroke that runs across."""
    return cover.sum(axis=0)


class TipTests(TestCase):
    def test_a_dot_has_the_area_of_its_disc(self):
        for size in (1, 2, 3, 10, 60, 400):
            dot = np.array([(256.3, 255.8, 0, 1, np.pi / 2, 0, 0)], SAMPLE)
            area = inked(dot, 512, 512, size=float(size)).sum()
            want = np.pi * size**2 / 4
            # Under two pixels a box of one pixel is a coarse likeness of a disc.
            self.assertAlmostEqual(area / want, 1.0, delta=0.4 if size < 3 else 0.06 if size < 10 else 0.01)

    def test_an_ellipse_has_its_area_at_any_turn(self):
        for angle in (0.0, 30.0, 90.0, -45.0):
            dot = np.array([(150, 150, 0, 1, np.pi / 2, 0, 0)], SAMPLE)
            area = inked(dot, 300, 300, size=120.0, roundness=0.3, angle=angle).sum()
            self.assertAlmostEqual(area / (np.pi * 120 * 36 / 4), 1.0, delta=0.01)

    def test_a_turned_nib_lies_along_its_angle(self):
        dot = np.array([(150, 150, 0, 1, np.pi / 2, 0, 0)], SAMPLE)
        cover = inked(dot, 300, 300, size=160.0, roundness=0.1, angle=-35.0)
        y, x = np.mgrid[:300, :300] - 149.5
        xx, yy, xy = (cover * x * x).sum(), (cover * y * y).sum(), (cover * x * y).sum()
        self.assertAlmostEqual(np.degrees(0.5 * np.arctan2(2 * xy, xx - yy)), -35.0, delta=0.3)

    def test_a_line_has_its_width_from_one_pixel_up(self):
        for size in (1.0, 1.7, 4.0, 24.0, 120.0):
            for y in (100.0, 100.25, 100.5):
                cut = widths(inked(straight(40, y, 360, y), size=size))[180:220]
                self.assertAlmostEqual(cut.mean(), size, delta=max(0.05, 0.004 * size))

    def test_softness_keeps_the_width_at_half_coverage(self):
        for softness in (0.2, 0.6, 1.0):
            column = inked(straight(40, 100.5, 360, 100.5), size=40.0, softness=softness)[:, 200]
            self.assertAlmostEqual(int((column > 0.5).sum()), 40, delta=1)

    def test_a_hairline_gets_lighter_and_stays_even(self):
        cut = widths(inked(straight(40, 100.3, 360, 100.3), size=0.5))[100:300]
        self.assertAlmostEqual(cut.mean(), 0.5, delta=0.05)
        self.assertLess(np.ptp(cut), 0.1)


class OverlapTests(TestCase):
    def test_level_shows_no_scallops_at_the_default_spacing(self):
        self.assertEqual(default_document()["spacing"], 0.04)
        for size in (8.0, 24.0, 100.0, 400.0):
            cover = inked(straight(60, 300.37, 1140, 300.37, 200), 1200, 600, size=size)
            edge = widths(cover)[400:800]
            self.assertLess(np.ptp(edge), 0.004 * size + 0.02, f"{size} px")

    def test_level_adds_nothing_where_a_stroke_crosses_itself(self):
        cross = np.concatenate([straight(60, 100, 340, 100), straight(340, 100, 340, 20), straight(200, 20, 200, 190)])
        cross["t"] = np.arange(len(cross)) * 5
        cover = inked(cross, size=30.0, opacity=0.5)
        self.assertAlmostEqual(cover[100, 200], 0.5, delta=0.01)
        self.assertAlmostEqual(cover[100, 100], 0.5, delta=0.01)

    def test_build_follows_the_closed_form_and_is_capped_by_opacity(self):
        line = straight(60, 100, 340, 100)
        cover = inked(line, size=40.0, overlap="build", flow=0.1, opacity=0.8, spacing=0.25)
        want = 0.8 * (1 - 0.9**4)  # four stamps of a quarter width cover the middle
        self.assertAlmostEqual(cover[100, 190:210].mean(), want, delta=0.02)
        dense = inked(line, size=40.0, overlap="build", flow=0.9, opacity=0.8, spacing=0.02)
        self.assertAlmostEqual(dense[100, 200], 0.8, delta=0.01)

    def test_wide_spacing_sets_single_stamps_apart(self):
        cover = inked(straight(40, 100, 360, 100), size=20.0, spacing=2.0)[100]
        starts = np.flatnonzero(np.diff((cover > 0.5).astype(int)) == 1)
        np.testing.assert_allclose(np.diff(starts), 40, atol=1)

    def test_erasing_takes_ink_away(self):
        sheet = Sheet(200, 100)
        brush = prepared(read({**PLAIN, "size": 40.0}))
        sheet.ink(brush, Stroke(straight(20, 50, 180, 50)))
        sheet.ink(brush, Stroke(straight(100, 10, 100, 90), erase=True))
        cover = coverage(sheet)
        self.assertEqual(cover[50, 100], 0.0)
        self.assertEqual(cover[50, 40], 1.0)


class WeightTests(TestCase):
    def test_width_follows_the_pressure_curve(self):
        nodes = [[0, 0], [0.4, 0.1], [1, 1]]
        response = {"size": {"pressure": {"on": True, "range": [0.2, 1.0], "nodes": nodes}}}
        record = prepared(read({"size": 60.0, "responses": response, "ink": "#000000"}))
        sheet = Sheet(1200, 200)
        sheet.ink(record, Stroke(straight(50, 100, 1150, 100, 300, (0.0, 1.0))))
        measured = widths(coverage(sheet))
        table = record.record["responses"][0, 0]["table"]
        for x in range(150, 1100, 100):
            factor = 0.2 + 0.8 * np.interp((x + 0.5 - 50) / 1100, np.linspace(0, 1, len(table)), table)
            self.assertAlmostEqual(measured[x], 60 * factor, delta=0.3)

    def test_thinnest_and_thickest_hold(self):
        response = {"size": {"pressure": {"on": True, "range": [0.0, 1.0], "nodes": [[0, 0], [1, 1]]}}}
        settings = {"size": 50.0, "responses": response, "thinnest": 0.3, "thickest": 0.6}
        cut = widths(inked(straight(40, 100, 360, 100, 200, (0.0, 1.0)), **settings))
        self.assertAlmostEqual(cut[80], 15.0, delta=0.2)
        self.assertAlmostEqual(cut[320], 30.0, delta=0.2)

    def test_tapers_rise_and_fall_as_their_formula_says(self):
        settings = {
            "size": 40.0,
            "taper_start_length": 3.0,
            "taper_start_curve": -0.5,
            "taper_end_length": 4.0,
            "taper_end_point": 0.25,
        }
        cut = widths(inked(straight(40, 100, 540, 100), 600, **settings))
        for x in (80, 100, 130):
            u = (x + 0.5 - 40) / 120
            self.assertAlmostEqual(cut[x], 40 * (u * (2 - u)) ** (3**0.5), delta=0.8)
        for x in (420, 460, 500):
            u = (540 - x - 0.5) / 160
            self.assertAlmostEqual(cut[x], 40 * (0.25 + 0.75 * u * (2 - u)), delta=0.6)

    def test_a_stroke_shorter_than_its_tapers_stays_sound(self):
        settings = {"size": 30.0, "taper_start_length": 10.0, "taper_end_length": 10.0}
        cut = widths(inked(straight(100, 100, 200, 100), **settings))
        self.assertAlmostEqual(cut[150], 30.0, delta=0.5)
        self.assertLess(cut[102], 6.0)
        self.assertLess(cut[197], 6.0)


class ViewTests(TestCase):
    def test_a_zoomed_view_is_the_area_average_of_the_sheet(self):
        sheet = Sheet(300, 200)
        sheet.ink(prepared(read({**PLAIN, "size": 30.0})), Stroke(straight(20, 30, 280, 170)))
        whole = sheet.pixels().astype(float)
        half = sheet.pixels(zoom=0.5)
        want = whole.reshape(100, 2, 150, 2, 4).mean(axis=(1, 3))
        self.assertLessEqual(np.abs(half - want).max(), 0.51)
        third = sheet.pixels(zoom=1 / 3)[:60, :90]
        want = whole[:180, :270].reshape(60, 3, 90, 3, 4).mean(axis=(1, 3))
        self.assertLessEqual(np.abs(third - want).max(), 0.6)

    def test_closer_than_one_to_one_shows_the_pixels(self):
        sheet = Sheet(60, 40)
        sheet.ink(prepared(read({**PLAIN, "size": 10.0})), Stroke(straight(10, 10, 50, 30)))
        np.testing.assert_array_equal(sheet.pixels(zoom=4.0), np.kron(sheet.pixels(), np.ones((4, 4, 1), np.uint8)))

    def test_around_the_sheet_lies_the_desk(self):
        from ...kernels.paper import show
        from ...tables.records import VIEW

        sheet = Sheet(40, 30)
        for zoom in (1.0, 0.7):
            view = np.zeros(1, VIEW)
            view["zoom"], view["width"], view["height"] = zoom, 80, 60
            view["origin_x"], view["origin_y"] = -10, -10
            view["paper"], view["desk"] = 0xFFFFFF, 0x112233
            screen = np.zeros(80 * 60, np.uint32)
            brush = prepared(read({})).record
            box = (-1000, -1000, 1000, 1000)
            flat = np.zeros(10_000, np.uint32)
            show.present(
                sheet.state, brush, sheet.layers, sheet.maps, sheet.pool, sheet.cells, view, flat, screen, *box
            )
            pixels = screen.view(np.uint8).reshape(60, 80, 4)
            self.assertEqual(pixels[2, 2].tolist(), [0x11, 0x22, 0x33, 255])
            self.assertEqual(pixels[-1, -1].tolist(), [0x11, 0x22, 0x33, 255])
            self.assertEqual(pixels[int(25 * zoom), int(30 * zoom)].tolist(), [255, 255, 255, 255])


class ColourTests(TestCase):
    def test_ink_lies_over_ink_as_w3c_source_over_says(self):
        sheet = Sheet(120, 80)
        first = {**PLAIN, "size": 60.0, "ink": "#c04020", "opacity": 0.6}
        second = {**PLAIN, "size": 60.0, "ink": "#2050a0", "opacity": 0.4}
        for settings in (first, second):
            sheet.ink(prepared(read(settings)), Stroke(straight(30, 40, 90, 40)))
        want = np.array([0xFB, 0xFA, 0xF5], float)
        for settings in (first, second):
            colour = np.array([int(settings["ink"][i : i + 2], 16) for i in (1, 3, 5)], float)
            want = settings["opacity"] * colour + (1 - settings["opacity"]) * want
        np.testing.assert_allclose(sheet.pixels()[40, 60, :3], want, atol=1.6)

    def test_pressure_darkens_where_its_response_is_on(self):
        opacity = {"pressure": {"on": True, "range": [0.2, 1.0], "nodes": [[0, 0], [1, 1]]}}
        responses = {**PLAIN["responses"], "opacity": opacity}
        cover = inked(straight(40, 100, 360, 100, 200, (0.0, 1.0)), size=30.0, responses=responses)[100]
        for x in (100, 200, 300):
            self.assertAlmostEqual(cover[x], 0.2 + 0.8 * (x + 15 - 40) / 320, delta=0.06)
        self.assertTrue((np.diff(cover[60:340]) > -0.01).all())

    def test_a_lighter_press_over_a_darker_one_takes_nothing_away(self):
        opacity = {"pressure": {"on": True, "range": [0.1, 1.0], "nodes": [[0, 0], [1, 1]]}}
        responses = {**PLAIN["responses"], "opacity": opacity}
        there_and_back = np.concatenate([straight(60, 100, 340, 100), straight(340, 100, 60, 100, 60, 0.1)])
        there_and_back["t"] = 5.0 * np.arange(len(there_and_back))
        for overlap in ("level", "build"):
            cover = inked(there_and_back, size=30.0, responses=responses, overlap=overlap)
            self.assertGreater(cover[100, 200], 0.98)
