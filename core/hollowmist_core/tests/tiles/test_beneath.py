"""Strokes are taken off again by what lay beneath them: all that was there is there, and no tile is lost."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...kernels.tiles import beneath
from ...kernels.tiles import sheet as sheet_kernels
from ...kernels.tiles.sheet import TILE
from ...native.sheet import Sheet, prepared
from ..pieces import LOOKS, straight


def list_for(tiles: int) -> np.ndarray:
    """A list with room for so many tiles."""
    return np.zeros(1 + 2 * tiles, np.int32)


def inked(sheet: Sheet, look: str, samples, kept=None, layer=0, erase=False, **settings) -> None:
    """Ink a stroke, keeping what lies beneath it."""
    sheet.begin(prepared(read({**LOOKS[look], **settings})), erase=erase, layer=layer)
    sheet.feed(samples)
    assert sheet.lift(kept)


class BeneathTests(TestCase):
    def setUp(self):
        self.sheet = Sheet(3 * TILE, 2 * TILE)
        inked(self.sheet, "pointed", straight(20, 30, 350, 220), opacity=0.6)

    def test_strokes_are_taken_off_one_by_one(self):
        rng = np.random.default_rng(3)
        states, lists = [], []
        for i in range(12):
            states.append((self.sheet.pixels(), int(self.sheet.free[0])))
            lists.append(list_for(60))
            way = rng.uniform(0, 380), rng.uniform(0, 250), rng.uniform(0, 380), rng.uniform(0, 250)
            look = ("monoline", "nib", "soft")[i % 3]
            inked(self.sheet, look, straight(*way), lists[-1], erase=i % 4 == 3, opacity=0.7)
        for (pixels, free), kept in reversed(list(zip(states, lists, strict=True))):
            beneath.bring_back(self.sheet.maps, self.sheet.free, kept)
            np.testing.assert_array_equal(self.sheet.pixels(), pixels)
            self.assertEqual((self.sheet.free[0], kept[0]), (free, 0))

    def test_what_is_let_go_of_leaves_the_strokes_and_costs_no_tile(self):
        free, kept = int(self.sheet.free[0]), list_for(60)
        inked(self.sheet, "monoline", straight(30, 200, 340, 40), kept)
        drawn = self.sheet.pixels()
        self.assertGreater(kept[0], 0)
        beneath.let_go(self.sheet.free, kept)
        np.testing.assert_array_equal(self.sheet.pixels(), drawn)
        self.sheet.clear()
        self.assertGreaterEqual(self.sheet.free[0], free)
        self.assertTrue((self.sheet.maps == -1).all())
        self.assertEqual(len(set(self.sheet.free[1 : self.sheet.free[0] + 1])), self.sheet.free[0])

    def test_a_sheet_is_turned_to_what_it_was_and_back(self):
        before = self.sheet.pixels()
        other = Sheet(3 * TILE, 2 * TILE)
        other.free, other.pool, other.cells = self.sheet.free, self.sheet.pool, self.sheet.cells
        inked(other, "soft", straight(40, 200, 300, 60))
        after, free, kept = other.pixels(), int(self.sheet.free[0]), list_for(60)
        given = (self.sheet.state, self.sheet.maps, other.state, other.maps, self.sheet.free, 0, 0, 0)
        sheet_kernels.take_tiles(*given, kept)
        self.assertEqual(int(self.sheet.free[0]), free)
        for wanted in (after, before, after, before):
            np.testing.assert_array_equal(self.sheet.pixels(), wanted)
            beneath.exchange_tiles(self.sheet.maps, kept)

    def test_what_cannot_be_kept_is_said_and_nothing_is_lost(self):
        for kept, settings in ((list_for(2), {}), (list_for(60), {"wetness": 0.8, "run": 4.0})):
            free, before = int(self.sheet.free[0]), self.sheet.maps.copy()
            inked(self.sheet, "monoline", straight(30, 200, 340, 40), kept, **settings)
            self.assertEqual(kept[0], -1)
            fresh = int(((before < 0) & (self.sheet.maps >= 0)).sum())
            self.assertEqual(self.sheet.free[0], free - fresh)
