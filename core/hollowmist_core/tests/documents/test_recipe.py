"""Recipes as documents, what is said of a source, and what is proposed from it."""

import json
from unittest import TestCase

import numpy as np

from ...documents.advice import ADVICE, advice_for
from ...documents.brush import pictures_of as brush_pictures
from ...documents.brush import read as read_brush
from ...documents.recipe import RecipeError, default_start, default_step, pictures_of, read, read_steps
from ...documents.variations import proposals
from ...kernels.source.prepare import figures
from ...native.recipes import apply_step, generated, measured
from ...native.recognise import begin
from ...tables.generators import GENERATORS
from ...tables.steps import STEPS


class ReadingTests(TestCase):
    def assert_refused(self, document, *words):
        with self.assertRaises(RecipeError) as caught:
            read(document)
        for word in words:
            self.assertIn(word, str(caught.exception))
        return caught.exception.problems

    def test_every_step_and_generator_has_sound_defaults(self):
        for kind in STEPS:
            step = default_step(kind.name)
            self.assertEqual(read({"start": {"kind": "blank"}, "steps": [step]})["steps"], [step])
            self.assertTrue(kind.help)
        for kind in GENERATORS:
            start = default_start(kind.name)
            self.assertEqual(read({"start": start})["start"], start)
            self.assertIn(kind.makes, ("shape", "grain"))

    def test_settings_reach_the_kernels_in_their_order(self):
        kind = next(kind for kind in STEPS if kind.name == "seam")
        given = {**default_step("seam"), "way": "gradient", "band": 0.3, "axes": "down"}
        self.assertEqual(kind.values(given), [1.0, 0.3, 2.0, 512.0, 1.0])

    def test_a_recipe_survives_json(self):
        recipe = read({"start": {"kind": "dots", "seed": 9}, "steps": [{"kind": "blur", "radius": 3.5}]})
        self.assertEqual(read(json.loads(json.dumps(recipe))), recipe)

    def test_faults_are_named(self):
        picture = {"kind": "picture"}
        self.assert_refused({"steps": []}, "start")
        self.assert_refused({"start": {"kind": "oracle"}}, "oracle")
        self.assert_refused({"start": picture, "steps": [{"kind": "blur", "radius": -1}]}, "radius", "-1")
        self.assert_refused({"start": picture, "steps": [{"kind": "blur", "shine": 1}]}, "shine")
        self.assert_refused({"start": picture, "steps": [{"kind": "seam", "way": "glue"}]}, "way", "glue")
        self.assert_refused({"start": picture, "steps": [{"kind": "combine", "other": "slate"}]}, "other")
        self.assert_refused({"start": {"kind": "blank", "side": 5000}}, "side", "5000")
        self.assert_refused({"start": picture, "steps": [{"kind": "background", "points": [[0.5, 2]]}]}, "points")
        self.assert_refused(None, "object")
        self.assertEqual(len(self.assert_refused({"start": picture, "steps": [{"kind": "blur", "a": 1, "b": 2}]})), 2)

    def test_strokes_of_the_pen_are_bounded(self):
        stroke = {"dx": 1, "dy": 1, "radius": 0.1, "heal": True, "samples": [[1, 1]]}
        mend = {"start": {"kind": "blank"}, "steps": [{"kind": "mend", "strokes": [stroke]}]}
        self.assert_refused(mend, "radius")
        many = {**stroke, "radius": 5, "samples": [[1, 1]] * 3000}
        self.assert_refused({"start": {"kind": "blank"}, "steps": [{"kind": "mend", "strokes": [many]}]}, "samples")

    def test_kept_steps_are_checked_alike(self):
        self.assertEqual(read_steps([{"kind": "invert"}]), [{"kind": "invert", "on": True}])
        with self.assertRaises(RecipeError):
            read_steps([{"kind": "shine"}])

    def test_the_pictures_that_a_recipe_needs(self):
        brush = {"shapes": [{"picture": "b" * 64}], "grain": {"picture": "c" * 64}}
        stroke = {"brush": brush, "kind": "pen", "erase": False, "samples": [[0, 0, 0, 1, 1, 0]]}
        steps = [{"kind": "combine", "other": "a" * 64}, {"kind": "draw", "strokes": [stroke]}]
        recipe = read({"start": {"kind": "blank"}, "steps": steps})
        self.assertEqual(pictures_of(recipe), ["a" * 64, "b" * 64, "c" * 64])


def disc(side=64, share=0.6, ink=1.0, ground=0.0):
    y, x = (np.indices((side, side)) + 0.5) * 2 / side - 1
    return np.where(np.hypot(x, y) < share, ink, ground).astype(np.float32)


class AdviceTests(TestCase):
    def bits(self, ink, makes="shape", largest=0):
        return int(measured(ink, makes, largest)["advice"])

    def test_a_sound_shape_and_grain_get_none(self):
        self.assertEqual(self.bits(disc()), 0)
        self.assertEqual(self.bits(generated(default_start("dots")).ink, "grain"), 0)

    def test_each_fault_is_told(self):
        edged = disc()
        edged[0] = 0.5
        self.assertEqual(self.bits(edged), figures.EDGE)
        self.assertEqual(self.bits(disc(ink=0.0, ground=1.0)), figures.LIGHT_ON_DARK)
        self.assertEqual(self.bits(np.zeros((32, 32), np.float32)), figures.BARE)
        self.assertEqual(self.bits(np.ones((32, 32), np.float32)), figures.FULL)
        self.assertEqual(self.bits(disc(), largest=600), figures.SMALL)
        self.assertEqual(self.bits(disc(), largest=60), 0)
        ramp = np.linspace(0, 1, 64, dtype=np.float32)[None, :] * np.ones((64, 1), np.float32)
        self.assertEqual(self.bits(ramp, "grain"), figures.UNEVEN)
        self.assertEqual(self.bits((0.4 + 0.1 * disc()).astype(np.float32), "grain"), figures.FLAT)

    def test_the_tap_mends_what_is_told(self):
        edged = disc(ground=0.2)
        dark = disc(ink=0.0, ground=1.0)
        faults = [(edged, "shape", figures.EDGE), (dark, "shape", figures.LIGHT_ON_DARK)]
        y, x = np.mgrid[0:1:96j, 0:1:96j]
        sloped = (0.5 + 0.3 * (x - 0.5) + 0.3 * np.sin(40 * x * (1 + y))).clip(0, 1).astype(np.float32)
        faults.append((sloped, "grain", figures.UNEVEN))
        for ink, makes, bit in faults:
            (advice,) = advice_for(self.bits(ink, makes))
            self.assertEqual(advice.bit, bit)
            self.assertTrue(advice.mends)
            self.assertFalse(self.bits(apply_step(ink, advice.step, makes), makes) & bit)

    def test_every_sentence_says_what_to_do_and_every_step_is_sound(self):
        self.assertEqual(len({one.bit for one in ADVICE}), len(ADVICE))
        for one in ADVICE:
            self.assertTrue(one.says.endswith("."))
            if one.step:
                read_steps([one.step])

    def test_shares_of_black_and_white_are_counted(self):
        found = measured(disc(256, 0.5), "shape")
        self.assertAlmostEqual(float(found["black"]), np.pi * 0.25 / 4, delta=0.005)
        self.assertAlmostEqual(float(found["black"] + found["white"]), 1.0, places=4)


class RecogniseTests(TestCase):
    def pixels(self, light):
        grey = np.clip(light * 255, 0, 255).astype(np.uint8)
        return np.dstack([grey, grey, grey, np.full_like(grey, 255)])

    def kinds(self, recipe):
        return [step["kind"] for step in recipe["steps"]]

    def test_content_on_a_plain_ground_is_a_shape(self):
        makes, recipe = begin(self.pixels(1 - 0.9 * disc(96)))
        self.assertEqual((makes, self.kinds(recipe)), ("shape", ["crop"]))
        makes, recipe = begin(self.pixels(0.05 + 0.9 * disc(96)))
        self.assertEqual((makes, self.kinds(recipe)), ("shape", ["invert", "crop"]))

    def test_a_field_of_texture_is_a_grain_with_or_without_a_frame(self):
        field = 0.3 + 0.5 * generated(default_start("clouds") | {"side": 128}).ink
        self.assertEqual((begin(self.pixels(field))[0], self.kinds(begin(self.pixels(field))[1])), ("grain", []))
        framed = np.pad(field, 8, constant_values=0.02)
        makes, recipe = begin(self.pixels(framed))
        self.assertEqual((makes, self.kinds(recipe)), ("grain", ["trim"]))

    def test_what_is_asked_for_is_made(self):
        self.assertEqual(begin(self.pixels(1 - disc()), "grain")[0], "grain")

    def test_blank_pictures_do_no_harm(self):
        for value in (0.0, 1.0):
            begin(self.pixels(np.full((32, 32), value)))


class VariationTests(TestCase):
    def test_variations_differ_in_what_their_names_say(self):
        plain, tighter, scattered, textured = (
            one.document for one in proposals("shape", "a" * 64, None, texture="b" * 64)
        )
        self.assertLess(tighter["spacing"], plain["spacing"])
        self.assertGreater(scattered["scatter_across"], 0.5)
        self.assertIn(("grain", "b" * 64), brush_pictures(textured))
        for document in (plain, tighter, scattered, textured):
            self.assertEqual(read_brush(document), document)

    def test_a_grain_s_variations_all_use_it(self):
        for one in proposals("grain", "a" * 64, None):
            self.assertEqual(one.document["grain"]["picture"], "a" * 64)
