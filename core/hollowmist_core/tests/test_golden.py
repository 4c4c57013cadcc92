"""Golden sheets in the native home: drawn live, in parts, in bands and at other scales they are the same picture.

HOLLOWMIST_GOLDEN says how many of the sheets drawn by chance are inked; a share of them without it.
"""

import dataclasses
import os
from unittest import TestCase, mock

import numpy as np

from ..native import pieces
from ..native.pieces import inked
from .golden import Golden, ways
from .golden.demo import demo_sheets
from .golden.drawn import COUNT, THEMES, drawn

SHARE = int(os.environ.get("HOLLOWMIST_GOLDEN", "10"))


def sheets() -> list[Golden]:
    """The sheets drawn by chance that this run inks: at least one of each theme, other ones for other shares."""
    return [drawn(number) for number in range(max(len(THEMES), min(SHARE, 10 * COUNT)))]


def apart(a: np.ndarray, b: np.ndarray) -> np.ndarray:
    """How far pixels differ in the channel in which they differ most, of 255."""
    return np.abs(a[..., :3].astype(float) - b[..., :3]).max(axis=2)


class GoldenTests(TestCase):
    def assert_same(self, a, b, name):
        away = apart(a, b)
        self.assertLessEqual(away.max(), 1, f"{name}: {(away > 1).sum()} pixels differ, by up to {away.max()} of 255")

    def test_drawn_live_they_are_what_is_inked_anew(self):
        for golden in [*sheets(), demo_sheets()["Harbour label"]]:
            with self.subTest(golden.name):
                self.assert_same(ways.live(golden), inked(golden.piece), golden.name)

    def test_in_parts_they_are_what_they_are_whole(self):
        for golden in [*sheets(), *demo_sheets().values()]:
            with self.subTest(golden.name):
                self.assert_same(ways.in_parts(golden), inked(golden.piece), golden.name)

    def test_in_bands_they_are_what_they_are_whole(self):
        for golden in sheets():
            whole = inked(golden.piece)
            with mock.patch.object(pieces, "MOST_BAND", 1), self.subTest(golden.name):
                self.assert_same(inked(golden.piece), whole, golden.name)

    def test_at_other_scales_only_the_ink_is_finer(self):
        for golden in sheets():
            # A pixel edge is one of device px by what it is.
            looks = {key: {**look, "pixel_edge": False} for key, look in golden.looks.items()}
            golden = dataclasses.replace(golden, looks=looks)
            # A screen that is cut has dots of a px or two.
            limit = 2.5 if golden.name.startswith("screens") else 1.0
            at = {scale: inked(golden.piece, scale) for scale in (0.5, 1.0, 2.0, 4.0)}
            for scale in (0.5, 1.0, 2.0):
                finer = ways.brought_down(at[2 * scale], 2)
                height, width = finer.shape[:2]
                away = apart(finer, at[scale][:height, :width]).mean()
                self.assertLessEqual(away, limit if scale >= 1 else 3 * limit, f"{golden.name} at {scale}")

    def test_there_is_something_to_compare(self):
        for golden in sheets():
            whole = inked(golden.piece)
            self.assertGreater((apart(whole, whole[:1, :1]) > 8).mean(), 0.003, golden.name)
