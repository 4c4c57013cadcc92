"""Words: every letter there is, joined where the hand joins, alike for the same seed and alive for others."""

import unicodedata
import unittest

import numpy as np

from ...kernels.lettering.words import BETWEEN_WORDS
from ...native.words import WordError, write
from ...words.drawing import arc, way
from ...words.tables import HANDS, letters_of, tables

LATIN = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789"
WESTERN = "ÀÁÂÃÄÅÆÇÈÉÊËÌÍÎÏÐÑÒÓÔÕÖØÙÚÛÜÝÞßàáâãäåæçèéêëìíîïðñòóôõöøùúûüýþÿŒœŠšŽž"
POINTS = ".,:;!?¡¿'’‘\"“”„«»-–—()/&+=°%·€£"


def ways(written):
    """Places of all strokes, one below the other."""
    return np.concatenate([np.column_stack([one["x"], one["y"]]) for one in written.strokes])


class WordTests(unittest.TestCase):
    def test_every_hand_has_every_letter(self):
        for hand, *_ in HANDS:
            for text in (LATIN, WESTERN, POINTS):
                self.assertEqual(write(text, hand).missing, "", hand)

    def test_what_has_no_skeleton_is_left_out_and_said(self):
        written = write("aΩb漢a", "upright")
        self.assertEqual(written.missing, "Ω漢")
        np.testing.assert_array_equal(len(written.strokes), len(write("aba", "upright").strokes))

    def test_a_character_that_is_lacking_parts_a_joined_word_and_repeats_nothing(self):
        # A bar and a dot before it, a dot after it: as the two words by themselves.
        parted = write("ti漢in", "running", alive=0.0)
        whole = write("tin", "running", alive=0.0)
        self.assertEqual(len(whole.strokes), 3)
        self.assertEqual(len(parted.strokes), len(write("ti in", "running", alive=0.0).strokes))
        # What follows begins where a word begins, with all of its first letter.
        after, alone = parted.strokes[3], write("in", "running", alive=0.0).strokes[0]
        np.testing.assert_allclose(after["x"] - after["x"][0], alone["x"] - alone["x"][0], atol=0.02)
        # A mark that is lacking parts nothing.
        self.assertEqual(len(write("no\u0359on", "running").strokes), 1)

    def test_marks_on_one_letter_stand_on_each_other(self):
        for hand in ("upright", "running"):
            one, two = (write(f"a{marks}", hand, alive=0.0) for marks in ("\u0302", "\u0302\u0301"))
            self.assertEqual(len(two.strokes), len(one.strokes) + 1, hand)
            hat, acute = two.strokes[-2], two.strokes[-1]
            self.assertLess(acute["y"].max(), hat["y"].min(), hand)
            below = write("a\u0327\u0323", hand, alive=0.0)
            if not below.missing:
                self.assertGreater(below.strokes[-1]["y"].min(), below.strokes[-2]["y"].max(), hand)

    def test_letters_stand_on_the_line_and_within_their_heights(self):
        for hand in ("upright", "running"):
            places = ways(write("anemone", hand, (100.0, 500.0), 100.0, alive=0.0))
            self.assertAlmostEqual(places[:, 1].max(), 500.0, delta=4)
            self.assertAlmostEqual(places[:, 1].min(), 400.0, delta=8)
            self.assertGreater(places[:, 0].min(), 90.0)

    def test_a_joined_word_is_one_stroke_and_its_dots_follow(self):
        self.assertEqual(len(write("anemone", "running").strokes), 1)
        # The bar of the t and the dot of the i, after the word.
        strokes = write("twin", "running").strokes
        self.assertEqual(len(strokes), 3)
        self.assertGreater(len(strokes[0]), 5 * len(strokes[1]))
        self.assertEqual(len(write("two mines", "running").strokes), 4)
        self.assertEqual(len(write("noon", "upright").strokes), 6)

    def test_a_dotted_i_loses_its_dot_under_a_mark(self):
        self.assertEqual(len(write("i", "upright").strokes), 2)
        self.assertEqual(len(write("í", "upright").strokes), 2)
        self.assertEqual(len(write("ï", "running").strokes), 3)

    def test_the_same_seed_writes_the_same_and_another_does_not(self):
        first, again, other = (write("Skerrow", "running", seed=seed) for seed in (5, 5, 6))
        for a, b in zip(first.strokes, again.strokes, strict=True):
            np.testing.assert_array_equal(a, b)
        self.assertGreater(np.abs(ways(first)[:100] - ways(other)[:100]).max(), 0.5)
        still = [write("Skerrow", "running", seed=seed, alive=0.0) for seed in (5, 6)]
        np.testing.assert_array_equal(ways(still[0]), ways(still[1]))

    def test_no_two_letters_are_alike_in_a_living_hand(self):
        one, two = (write("nn", "upright", alive=alive).strokes for alive in (0.0, 0.8))
        apart = [np.ptp(pair[2]["y"]) - np.ptp(pair[0]["y"]) for pair in (one, two)]
        self.assertAlmostEqual(float(apart[0]), 0.0, delta=1e-3)
        self.assertGreater(abs(float(apart[1])), 0.1)

    def test_time_goes_on_and_the_hand_slows_in_bends(self):
        for stroke in write("Skerrow", "running").strokes:
            self.assertTrue((np.diff(stroke["t"]) > 0).all())
            self.assertTrue(((stroke["pressure"] >= 0) & (stroke["pressure"] <= 1)).all())
        (stem,) = write("I", "capitals", x_height=200.0).strokes
        speed = np.hypot(np.diff(stem["x"]), np.diff(stem["y"])) / np.diff(stem["t"])
        self.assertGreater(np.median(speed), 2 * speed[0])
        (bowl,) = write("o", "upright", x_height=200.0, alive=0.0).strokes
        round_ = np.hypot(np.diff(bowl["x"]), np.diff(bowl["y"])) / np.diff(bowl["t"])
        self.assertLess(np.median(round_), np.median(speed))

    def test_it_presses_where_it_comes_down(self):
        (stem, *_) = write("l", "upright", x_height=200.0, press=(0.1, 0.9), alive=0.0).strokes
        self.assertGreater(stem["pressure"][len(stem) // 3], 0.7)
        up = write("/", "upright", x_height=200.0, press=(0.1, 0.9), alive=0.0).strokes[0]
        self.assertGreater(float(np.median(up["pressure"])), 0.5)

    def test_spacing_and_slant_do_what_they_say(self):
        plain, wide = (write("hill", "upright", spacing=spacing, alive=0.0).ends_at for spacing in (0.0, 0.5))
        self.assertAlmostEqual(wide - plain, 4 * 0.5 * 60.0, places=2)
        gap = write("a a", "upright", alive=0.0).ends_at - write("aa", "upright", alive=0.0).ends_at
        self.assertAlmostEqual(gap, BETWEEN_WORDS * 60.0, places=2)
        (stem, *_) = write("l", "upright", slant=20.0, alive=0.0, x_height=100.0).strokes
        lean = np.degrees(np.arctan2(stem["x"][0] - stem["x"][8], stem["y"][8] - stem["y"][0]))
        self.assertAlmostEqual(float(lean), 20.0, delta=0.5)

    def test_a_line_has_its_bounds(self):
        for wrong, hand in (("", "upright"), ("a" * 501, "upright"), ("a", "copperplate of old")):
            with self.assertRaises(WordError):
                write(wrong, hand)
        self.assertEqual(len(write("a" * 500, "running").strokes), 1)
        self.assertGreater(len(write("i" * 250, "running").strokes), 250)

    def test_the_tables_are_in_the_order_in_which_they_are_searched(self):
        glyphs = tables().glyphs
        keys = list(zip(glyphs["hand"].tolist(), glyphs["code"].tolist(), strict=True))
        self.assertEqual(keys, sorted(keys))
        self.assertEqual(len(keys), len(set(keys)))
        for hand, *_ in HANDS:
            for character in letters_of(hand):
                self.assertEqual(character, unicodedata.normalize("NFD", character), hand)

    def test_drawings_are_written_down_as_they_are_meant(self):
        self.assertEqual(way("0,1 .5,0* 1,1")[1], (0.5, 0.0, True))
        points = np.array([(x, y) for x, y, _ in arc(0, 0, 2, 1, 0, 360)])
        np.testing.assert_allclose((points[:, 0] / 2) ** 2 + points[:, 1] ** 2, 1.0, atol=1e-12)
