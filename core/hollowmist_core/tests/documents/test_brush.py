"""The brush document: what is read, what is refused, and how it says so."""

import json
from unittest import TestCase

from ...documents import brush as documents
from ...documents.brush import BrushError, default_document, read
from ...tables import settings


class ReadingTests(TestCase):
    def assert_refused(self, document, *words):
        with self.assertRaises(BrushError) as caught:
            read(document)
        for word in words:
            self.assertIn(word, str(caught.exception))
        return caught.exception.problems

    def test_every_setting_has_a_sound_default(self):
        document = read({})
        self.assertEqual(document, default_document())
        for setting in settings.SETTINGS:
            self.assertIn(setting.station, settings.STATIONS)
            self.assertTrue(setting.help)

    def test_a_document_survives_json(self):
        document = read({"size": 31.5, "overlap": "build"})
        self.assertEqual(read(json.loads(json.dumps(document))), document)

    def test_a_number_outside_its_range_names_field_value_and_range(self):
        self.assert_refused({"size": -3}, "size", "-3", "0.5", "2000", "px")
        self.assert_refused({"opacity": 2}, "opacity", "2", "0.01", "1 (1 = 100 %)")
        self.assert_refused({"reach": float("nan")}, "reach", "NaN")

    def test_unknown_settings_choices_and_colours_are_refused(self):
        self.assert_refused({"sheen": 1}, "sheen", "unknown setting")
        self.assert_refused({"overlap": "heap"}, "overlap", "level, build")
        self.assert_refused({"ink": "red"}, "ink", "#rrggbb")
        self.assert_refused({"finish": 1}, "finish")

    def test_all_faults_are_told_at_once(self):
        problems = self.assert_refused({"size": 0, "flow": 9, "sheen": 1})
        self.assertEqual({p.field for p in problems}, {"size", "flow", "sheen"})

    def test_curves_out_of_order_too_long_or_too_short_are_refused(self):
        def curve(nodes):
            return {"responses": {"size": {"pressure": {"on": True, "range": [0, 1], "nodes": nodes}}}}

        self.assert_refused(curve([[0.5, 0], [0.2, 1]]), "responses.size.pressure.nodes", "left to right", "0.2")
        self.assert_refused(curve([[0, 0]]), "nodes")
        self.assert_refused(curve([[i / 20, 0] for i in range(17)]), "nodes", "16")
        self.assert_refused(curve([[0, 0], [1, 1.5]]), "1.5", "from 0 to 1")

    def test_a_newer_version_says_to_update(self):
        self.assert_refused({"version": documents.VERSION + 1}, "newer Hollowmist", "Update")

    def test_what_is_no_object_is_refused(self):
        for document in (None, [], "brush", 3):
            self.assert_refused(document)

    def test_the_record_holds_the_document(self):
        document = read({"size": 31.5, "overlap": "build", "ink": "#010203", "finish": False})
        record = documents.to_record(document)[0]
        self.assertEqual(float(record["size"]), 31.5)
        self.assertEqual(int(record["overlap"]), 1)
        self.assertEqual(int(record["ink"]), 0x010203)
        self.assertEqual(int(record["finish"]), 0)

    def test_the_tapers_lie_in_the_record_as_their_settings_do(self):
        each = ("taper_start", "taper_end", "taper_start_opacity", "taper_end_opacity")
        ends = [who + taper for who in ("", "finger_", "mouse_") for taper in each]
        document, want = default_document(), []
        for i, name in enumerate(ends):
            of = {"length": 0.1 * i, "px": 10.0 + i, "part": 0.02 * i, "point": 0.03 * i, "curve": -0.05 * i}
            document |= {f"{name}_{key}": value for key, value in of.items()} | {f"{name}_in": "px"}
            want.append(of | {"unit": 1})
        tapers = documents.to_record(read(document))["tapers"][0]
        self.assertEqual(len(tapers), len(ends))
        for taper, of in zip(tapers, want, strict=True):
            for key, value in of.items():
                self.assertAlmostEqual(float(taper[key]), value, places=6, msg=key)

    def test_an_opacity_taper_of_an_older_version_goes_on_as_it_was(self):
        old = {"version": 4, "taper_end_in": "px", "taper_end_px": 90.0, "taper_end_curve": -0.4}
        now = read({**old, "taper_end_opacity": 0.2, "taper_start_opacity": 1.0})
        self.assertEqual(now["taper_end_opacity_in"], "px")
        self.assertEqual(now["taper_end_opacity_px"], 90.0)
        self.assertEqual(now["taper_end_opacity_curve"], -0.4)
        self.assertEqual(now["taper_end_opacity_point"], 0.2)
        self.assertEqual(now["taper_start_opacity_length"], 0.0)
        self.assertEqual(now["version"], documents.VERSION)
        # In this version's way it is not known any more.
        self.assert_refused({"taper_end_opacity": 0.2})

    def test_the_schema_states_ranges(self):
        size = documents.json_schema()["properties"]["size"]
        self.assertEqual((size["minimum"], size["maximum"]), (0.5, 2000.0))
