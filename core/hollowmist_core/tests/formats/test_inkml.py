"""InkML: strokes out and in again to the last bit, and files that others, or nobody in earnest, wrote."""

import math
from unittest import TestCase

import numpy as np

from ...documents.brush import default_document
from ...formats.inkml import MOST_BYTES, read, write
from ...formats.traces import Channel, InkMLError, columns_of
from ...native.sheet import Sheet, Stroke, prepared
from ...proofs import lanes
from ...tables.records import FINGER, SAMPLE

HEAD = '<ink xmlns="http://www.w3.org/2003/InkML">'
FORM = (
    '<traceFormat><channel name="X"/><channel name="Y"/><channel name="F" max="1024"/>'
    '<channel name="T" units="s"/></traceFormat>'
)


def ink(body):
    return f"{HEAD}{body}</ink>".encode()


class RoundTripTests(TestCase):
    def test_a_stroke_written_and_read_inks_to_the_same_pixels(self):
        strokes = [Stroke(samples) for lane in lanes() for samples in lane.strokes]
        strokes.append(Stroke(strokes[0].samples.copy(), FINGER, True))
        strokes[-1].samples["twist"] = np.linspace(0, 6, len(strokes[-1].samples))
        found = read(write(strokes, "Tide table"))
        self.assertEqual((found.name, found.assumed), ("Tide table", []))
        brush = prepared(default_document())
        sheets = []
        for each in (strokes, found.strokes):
            sheet = Sheet(1300, 600)
            for stroke in each:
                sheet.ink(brush, stroke)
            sheets.append(sheet.pixels())
        np.testing.assert_array_equal(*sheets)
        for before, after in zip(strokes, found.strokes, strict=True):
            self.assertEqual((before.kind, before.erase), (after.kind, after.erase))
            np.testing.assert_array_equal(before.samples, after.samples)


class ForeignTests(TestCase):
    def test_samples_come_back_to_the_last_bit_whatever_they_are(self):
        rng = np.random.default_rng(12)
        for change in (
            {},
            {"t": 431.25},
            {"pressure": -0.25},
            {"pressure": 1.5},
            {"altitude": np.nan},
            {"twist": np.inf},
            {"x": -0.0},
            {"pressure": 1e-7},
        ):
            samples = np.zeros(40, SAMPLE)
            for name in SAMPLE.names:
                samples[name] = rng.random(40).astype("f4")
            samples["t"] = np.cumsum(rng.random(40)).astype("f4") - 0.0
            samples["t"] -= samples["t"][0]
            for name, value in change.items():
                if name == "t":
                    samples[name] += np.float32(value)
                else:
                    samples[name][7] = value
            (again,) = read(write([Stroke(samples, seed=3)]), as_written=True).strokes
            # What is not a number is not known; all else is the same to the last bit.
            sound = samples.copy()
            for name in SAMPLE.names:
                sound[name][~np.isfinite(sound[name])] = np.nan
            self.assertEqual(again.samples.tobytes(), sound.tobytes(), str(change))

    def test_plain_numbers_come_to_the_same_as_those_that_are_read_one_by_one(self):
        rng, form = np.random.default_rng(3), [Channel("X", "dev"), Channel("Y", "dev"), Channel("T", "ms")]
        for digits in (0, 3, 9):
            rows = [[f"{value:.{digits}f}" for value in rng.normal(0, 1000, 3)] for _ in range(30)]
            plain = ", ".join(" ".join(row) for row in rows)
            explicit = ", ".join(" ".join(f"!{word}" for word in row) for row in rows)
            np.testing.assert_array_equal(columns_of(plain, form, 1), columns_of(explicit, form, 1))
        for unsound in ("1 2 3, 4 5, 6 7 8 9", "1 2 3, 4 5 6-", "1 2 3, 4 5 1.2.3"):
            with self.assertRaises(InkMLError):
                columns_of(unsound, form, 1)

    def test_places_alone_are_enough_and_the_rest_is_said(self):
        found = read(ink("<trace>10 20, 11 22, 15 30</trace>"))
        samples = found.strokes[0].samples
        np.testing.assert_array_equal(samples["x"], [10, 11, 15])
        np.testing.assert_array_equal(samples["t"], [0, 5, 10])
        np.testing.assert_array_equal(samples["pressure"], 0.5)
        self.assertAlmostEqual(float(samples["altitude"][0]), math.pi / 2, places=6)
        self.assertEqual(len(found.assumed), 3)

    def test_pressures_and_times_come_to_our_units(self):
        samples = read(ink(FORM + "<trace>10 20 0 5, 11 22 512 5.01, 15 30 1024 5.03</trace>")).strokes[0].samples
        np.testing.assert_allclose(samples["pressure"], [0, 0.5, 1])
        np.testing.assert_allclose(samples["t"], [0, 10, 30], atol=1e-3)

    def test_differences_are_added_up(self):
        found = read(ink("<trace>10 20, '3 '-1, 4 2, \"1 \"0, 1 0, !50 !60</trace>"))
        np.testing.assert_array_equal(found.strokes[0].samples["x"], [10, 13, 17, 22, 28, 50])
        np.testing.assert_array_equal(found.strokes[0].samples["y"], [20, 19, 21, 23, 25, 60])

    def test_the_recommendations_own_example_is_decoded_as_it_says(self):
        # W3C InkML, section 3.2.1: differences, differences of differences, and values that stand close.
        trace = "1125 18432,'23'43,\"7\"-8,3-5,7 -3,6 2,6 8,3 6,2 2,5 3"
        want = [
            *[(1125, 18432), (1148, 18475), (1178, 18510), (1211, 18540), (1251, 18567)],
            *[(1297, 18596), (1349, 18633), (1404, 18676), (1461, 18721), (1523, 18769)],
        ]
        columns = columns_of(trace, [Channel("X", "dev"), Channel("Y", "dev")], 1)
        np.testing.assert_array_equal(columns, want)

    def test_values_that_are_not_told_stay_as_they_were_and_hexadecimal_ones_are_read(self):
        columns = columns_of("#10 5 0.5, 18 * ?, 20 -7 1e-1", [Channel(name, "dev") for name in "XYF"], 1)
        np.testing.assert_array_equal(columns, [(16, 5, 0.5), (18, 5, 0.5), (20, -7, 0.1)])

    def test_real_units_count_96_px_to_the_inch(self):
        for units, px in (("cm", 96 / 2.54), ("mm", 9.6 / 2.54), ("in", 96.0), ("pt", 96 / 72), ("dev", 1.0)):
            form = f'<traceFormat><channel name="X" units="{units}"/><channel name="Y" units="{units}"/></traceFormat>'
            samples = read(ink(form + "<trace>1 2, 3 4</trace>")).strokes[0].samples
            np.testing.assert_allclose(samples["x"], [px, 3 * px], rtol=1e-6, err_msg=units)

    def test_a_format_is_found_through_the_context_that_a_trace_names(self):
        def form(name, first, second):
            channels = f'<channel name="{first}"/><channel name="{second}"/>'
            return f'<traceFormat xml:id="{name}">{channels}</traceFormat>'

        definitions = (
            "<definitions>"
            + form("plain", "X", "Y")
            + form("turned", "Y", "X")
            + '<inkSource xml:id="tablet">' + form("its", "Y", "X") + "</inkSource>"
            + '<context xml:id="a" traceFormatRef="#turned"/><context xml:id="b" inkSourceRef="#tablet"/></definitions>'
        )  # fmt: skip
        traces = (
            "<trace>1 2</trace>"
            '<trace contextRef="#a">1 2</trace>'
            '<traceGroup contextRef="#b"><trace>1 2</trace></traceGroup>'
        )
        found = [stroke.samples[0] for stroke in read(ink(definitions + traces)).strokes]
        self.assertEqual([(float(one["x"]), float(one["y"])) for one in found], [(1, 2), (2, 1), (2, 1)])

    def test_full_pressure_that_is_not_told_is_the_hardest_there_is(self):
        form = '<traceFormat><channel name="X"/><channel name="Y"/><channel name="F"/></traceFormat>'
        found = read(ink(form + "<trace>1 2 100, 2 2 400</trace>"))
        np.testing.assert_allclose(found.strokes[0].samples["pressure"], [0.25, 1.0])
        self.assertIn("the hardest there is, 400", " ".join(found.assumed))

    def test_time_that_goes_back_is_held(self):
        form = '<traceFormat><channel name="X"/><channel name="Y"/><channel name="T" units="ms"/></traceFormat>'
        found = read(ink(form + "<trace>1 2 700, 2 2 720, 3 2 710, 4 2 730</trace>"))
        np.testing.assert_array_equal(found.strokes[0].samples["t"], [0, 20, 20, 30])
        self.assertIn("time goes back", " ".join(found.assumed))

    def test_tilts_become_altitude_and_azimuth(self):
        tilts = '<channel name="OTx" units="deg"/><channel name="OTy" units="deg"/>'
        form = f'<traceFormat><channel name="X"/><channel name="Y"/>{tilts}</traceFormat>'
        sample = read(ink(form + "<trace>1 2 30 0, 2 2 0 45</trace>")).strokes[0].samples
        np.testing.assert_allclose(np.degrees(sample["altitude"]), [60, 45], atol=1e-3)
        np.testing.assert_allclose(np.degrees(sample["azimuth"]), [0, 90], atol=1e-3)

    def test_unknown_channels_are_left_out_and_named(self):
        form = '<traceFormat><channel name="X"/><channel name="Y"/><channel name="mood"/></traceFormat>'
        found = read(ink(form + "<trace>1 2 9, 3 4 9</trace>"))
        self.assertIn("'mood'", " ".join(found.assumed))
        np.testing.assert_array_equal(found.strokes[0].samples["y"], [2, 4])

    def test_strokes_far_out_are_brought_onto_the_sheet(self):
        found = read(ink("<trace>20000 30000, 26000 31000</trace>"))
        samples = found.strokes[0].samples
        self.assertTrue(samples["x"].min() >= 0 and samples["x"].max() <= 1216)
        self.assertIn("beyond the sheet", " ".join(found.assumed))


class BadFileTests(TestCase):
    def test_each_fault_is_told_with_what_to_do(self):
        entity = '<!DOCTYPE ink [<!ENTITY e SYSTEM "file:///etc/hostname">]>' + HEAD + "<trace>&e;</trace></ink>"
        laughs = '<!DOCTYPE ink [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>' + HEAD + "<trace>&b;</trace></ink>"
        for data, said in (
            (b"", "empty"),
            (b"not ink at all", "not XML"),
            (b"<svg/>", "not InkML"),
            (ink(""), "no traces"),
            (ink("<trace> </trace>"), "no points"),
            (ink("<trace>1 2, 3</trace>"), "point 2: 1 values, but its format has 2"),
            (ink("<trace>1 two</trace>"), "not a number"),
            (ink("<trace>1 nan</trace>"), "not a place"),
            (ink(FORM + "<trace>1 2 -3 0</trace>"), "pressure is -3"),
            (ink('<traceFormat><channel name="X"/></traceFormat><trace>1, 2</trace>'), "no X or no Y"),
            (ink("<trace>1 2</trace>" * 201), "201 traces"),
            (entity.encode(), "entities"),
            (laughs.encode(), "entities"),
            (b" " + b"x" * MOST_BYTES, "MB"),
        ):
            with self.subTest(said=said), self.assertRaisesRegex(InkMLError, said):
                read(data)
