"""The two homes make the same ink: native against WebAssembly, pixel by pixel, in the real browser."""

import base64

import numpy as np
from django.test import tag
from hollowmist_core import proofs
from hollowmist_core.documents import recipe
from hollowmist_core.documents.brush import default_document, pictures_of, read
from hollowmist_core.documents.recipe import default_step
from hollowmist_core.kernels.measure.records import READINGS
from hollowmist_core.native import readings
from hollowmist_core.native.recipes import follow
from hollowmist_core.tables.generators import GENERATORS
from hollowmist_core.tables.responses import INPUTS, OUTPUTS
from hollowmist_core.tables.settings import BY_NAME
from hollowmist_core.tables.steps import STEPS

from journeys.browser import JourneyCase, encoded, rows_of
from journeys.homes import as_picture, demo_documents, difference, digest_of, shipped_ink


@tag("browser")
class TwoHomesTests(JourneyCase):
    def assert_same_ink(self, document, strokes, name, pictures=None, without=()):
        """Ink a document in both homes; the tablet's lacks the settings named in `without`."""
        apart = difference(self.page.evaluate, document, strokes, pictures, without)
        self.assertLessEqual(apart, 1, name)

    def test_all_demo_brushes_on_all_proof_strokes(self):
        self.page.goto(f"{self.live_server_url}/static/measure/measure.html")
        self.page.wait_for_function("window.measures")
        strokes = [samples for lane in proofs.lanes() for samples in lane.strokes]
        self.assert_same_ink(default_document(), strokes, "a plain brush")
        pictures = shipped_ink()
        for name, document in demo_documents():
            self.assert_same_ink(document, strokes, name, pictures)

    def test_every_hold_way_and_turning(self):
        self.page.goto(f"{self.live_server_url}/static/measure/measure.html")
        self.page.wait_for_function("window.measures")
        strokes = [proofs.lanes()[1].strokes[0], proofs.lanes()[7].strokes[0]]
        pictures = shipped_ink()
        grain = {"grain": {"picture": digest_of("Slate")}}
        shapes = [
            {"picture": digest_of("Barnacle One"), "turn": 20.0},
            {"picture": digest_of("Splash"), "invert": True},
        ]
        for settings in [
            *({**grain, "grain_hold": hold, "grain_turn": 30.0} for hold in ("paper", "stroke", "stamp", "line")),
            *({**grain, "grain_way": way, "bite_jitter": 0.5} for way in BY_NAME["grain_way"].choices),
            *({"tip": "shapes", "shapes": shapes, "turning": turning} for turning in BY_NAME["turning"].choices),
            *(
                {"tip": "shapes", "shapes": shapes, "choosing": choosing, "blend_zone": 0.5}
                for choosing in BY_NAME["choosing"].choices
            ),
            {"tip": "polygon", "softness": 0.3, "spacing": 0.5},
            {"tip": "shapes", "shapes": shapes, "tones": "kept", "turning": "chance"},
            *({"pixel_edge": True, **more} for more in ({}, {"roundness": 0.2}, {**grain, "grain_way": "press"})),
            *(
                {"size": size, "roundness": 0.02, "softness": softness}
                for size in (1.0, 200.0)
                for softness in (0.0, 1.0)
            ),
            {"tip": "broad nib", "roundness": 0.2, "angle": 40.0},
            {"stamps": 5.0, "scatter_across": 2.0, "scatter_along": 1.0, "size_jitter": 0.8, "flip_across": True},
            {"stamps": 3.0, "several": "side by side", "spacing_jitter": 1.0, "hold_density": True, "flow": 0.2},
        ]:
            self.assert_same_ink(read({"size": 40.0, **settings}), strokes, str(settings), pictures)

    def test_every_way_of_steadying_input_output_and_taper(self):
        self.page.goto(f"{self.live_server_url}/static/measure/measure.html")
        self.page.wait_for_function("window.measures")
        strokes = [proofs.lanes()[1].strokes[0].copy(), proofs.lanes()[7].strokes[0]]
        strokes[0]["twist"] = np.linspace(0, 6, len(strokes[0]))
        pictures = shipped_ink()
        grain = {"grain": {"picture": digest_of("Slate")}}
        shapes = [{"picture": digest_of("Barnacle One")}, {"picture": digest_of("Splash")}]
        tip = {"tip": "shapes", "shapes": shapes, "choosing": "by response", "scatter_across": 0.3, "spread": 0.1}
        inks = {"ink": "#b4532a", "second_ink": "#24506e"}
        ways = BY_NAME["steadying"].choices
        drift = {"hue": {"stamp chance": {"range": [-180.0, 180.0]}}, "lightness": {"stroke chance": {}}}
        for settings in [
            *({"steadying": way, "keep_corners": keep} for way in ways for keep in (0.0, 0.7)),
            *({"responses": {"size": {one.name: {"range": [0.2, 1.0], "dead": [0.1, 0.3]}}}} for one in INPUTS),
            *(
                {
                    **grain,
                    **tip,
                    **inks,
                    "softness": 0.3,
                    "responses": {one.name: {"pressure": {"range": list(one.starts)}}},
                }
                for one in OUTPUTS
            ),
            {"taper_start_in": "% of stroke", "taper_start_part": 0.4, "taper_end_in": "px", "taper_end_px": 90.0},
            {
                "taper_end_length": 3.0,
                "taper_end_curve": -0.8,
                "taper_end_opacity_in": "px",
                "taper_end_opacity_px": 90.0,
                "taper_end_opacity_point": 0.1,
                "taper_start_opacity_in": "% of stroke",
                "taper_start_opacity_part": 0.3,
                "fade_out": 700.0,
            },
            *({**grain, **inks, "tip": form, "spread": 0.2, "second_share": 0.3} for form in ("ellipse", "broad nib")),
            {"tip": "polygon", "spread": 0.4, "overlap": "build", "flow": 0.1, "responses": drift, **inks},
            {"bounds_in": "px", "thinnest_px": 6.0, "thickest_px": 20.0, "pen_pressure": "from speed"},
        ]:
            self.assert_same_ink(read({"size": 40.0, **settings}), strokes, str(settings), pictures)

    def test_readings_are_the_same_in_both_homes(self):
        self.page.goto(f"{self.live_server_url}/static/measure/measure.html")
        self.page.wait_for_function("window.measures")
        by_key = {lane.key: rows_of(lane.strokes[0]) for lane in proofs.lanes()}
        lanes = [by_key[readings.SHAKY], by_key[readings.CORNERED]]
        pictures = shipped_ink()
        for settings in [
            {},
            {"size": 60.0, "softness": 0.4, "spacing": 0.3, "steadying": "tow line", "keep_corners": 0.5},
            {"size": 30.0, "grain": {"picture": digest_of("Slate")}, "grain_px": 90.0, "size_jitter": 0.3},
            {"size": 20.0, "responses": {"lightness": {"stamp chance": {}}, "hue": {"speed": {}}}, "spread": 0.1},
            {"size": 300.0, "tapers_for": "each", "finger_taper_end_length": 2.0, "roundness": 0.4},
        ]:
            document = read(settings)
            native = readings.measured(document, pictures.__getitem__)[0]
            sent = {digest: as_picture(pictures[digest]) for _, digest in pictures_of(document)}
            tablet = self.page.evaluate("(given) => window.measures.readings(...given)", [document, sent, *lanes])
            for name in READINGS.names:
                # What lies past the counts is scratch of other steps.
                if name in ("causes", "effects", "profile", "edge", "auto", "lights", "evens"):
                    continue
                np.testing.assert_allclose(tablet[name], np.ravel(native[name]), rtol=2e-3, atol=2e-2, err_msg=name)
            count = int(native["cause_count"])
            np.testing.assert_array_equal(tablet["causes"][:count], native["causes"][:count])

    def test_every_step_and_generator(self):
        self.page.goto(f"{self.live_server_url}/static/measure/measure.html")
        self.page.wait_for_function("window.measures")
        rng = np.random.default_rng(4)
        original = (rng.random((120, 150, 4)) * 255).astype(np.uint8)
        original[..., 3] = 255
        other = (rng.random((50, 60)) * 255).astype(np.uint8)
        picture = {"start": {"kind": "picture"}}
        row = [[20.0 + 4 * i, 60.0 + i, 9.0 * i, 0.8, 1.4, 0.0] for i in range(20)]
        mended = {"dx": 30.0, "dy": 12.0, "radius": 9.0, "heal": True, "samples": [[40.0, 40.0], [60.0, 50.0]]}
        drawn = {"brush": default_document(), "kind": "pen", "erase": False, "samples": row}
        more = {"combine": {"other": "a" * 64}, "rotate": {"degrees": 33.0}, "background": {"points": [[0.3, 0.4]]}}
        recipes = [{**picture, "steps": [default_step(kind.name) | more.get(kind.name, {})]} for kind in STEPS]
        recipes.append({**picture, "steps": [{"kind": "mend", "strokes": [mended]}]})
        recipes.append({**picture, "steps": [{"kind": "draw", "strokes": [drawn, {**drawn, "erase": True}]}]})
        recipes += [{"start": {"kind": kind.name, "side": 128}} for kind in GENERATORS]
        # A seam is closed in every way along every axis: what it needs of memory differs (and is guarded there).
        seam = next(kind for kind in STEPS if kind.name == "seam")
        ways, axes = (next(one.choices for one in seam.settings if one.name == name) for name in ("way", "axes"))
        closings = [default_step("seam") | {"way": way, "axes": axis} for way in ways for axis in axes]
        recipes += [{**picture, "steps": [one]} for one in closings]
        for document in recipes:
            whole = recipe.read(document)
            for makes in ("shape", "grain"):
                native = follow(whole, makes, original, {"a" * 64: other}.__getitem__).bytes
                given = [whole, makes, encoded(original), 150, 120, {"a" * 64: as_picture(other)}]
                tablet = self.page.evaluate("(given) => window.measures.recipe(...given)", given)
                name = f"{document['start']['kind']} {[one['kind'] for one in whole['steps']]} {makes}"
                self.assertEqual((tablet["height"], tablet["width"]), native.shape, name)
                ink = np.frombuffer(base64.b64decode(tablet["ink"]), np.uint8).reshape(native.shape)
                self.assertLessEqual(int(np.abs(ink.astype(int) - native).max()), 1, name)

    def test_a_brush_that_waited_on_the_device_while_settings_came_in(self):
        self.page.goto(f"{self.live_server_url}/static/measure/measure.html")
        self.page.wait_for_function("window.measures")
        newer = ("second_ink", "second_share", "spread", "spread_held", "taper_start_in", "size_low")
        self.assert_same_ink(read({"size": 40.0}), [proofs.lanes()[1].strokes[0]], "an older brush", without=newer)

    def test_extremes(self):
        self.page.goto(f"{self.live_server_url}/static/measure/measure.html")
        self.page.wait_for_function("window.measures")
        strokes = [proofs.lanes()[1].strokes[0], proofs.lanes()[5].strokes[0][:1]]
        for settings in [
            {"size": 1.0},
            {"size": 400.0, "softness": 1.0, "opacity": 0.4},
            {"size": 90.0, "roundness": 0.02, "angle": 71.0},
            {"size": 60.0, "overlap": "build", "flow": 0.01, "spacing": 0.01},
            {"steadying": "even-out", "reach": 200.0, "finish": False, "taper_end_length": 20.0},
        ]:
            self.assert_same_ink(read(settings), strokes, str(settings))
