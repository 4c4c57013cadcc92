"""Wet ink and pooling: what moves, how far, and that none is made or lost."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.records import FIRST_LAYER, TILE, TILE_AREA
from .. import coverage, straight

PLAIN = {"responses": {}, "steadying": "none", "size": 40.0}
BLUE, RED = "#24506e", "#c04020"
WET = {**PLAIN, "wetness": 1.0, "opacity": 0.8, "run": 12.0}
ACROSS, DOWN = straight(30, 100, 270, 100), straight(150, 20, 150, 180)


def pigment(sheet):
    """Sums of premultiplied red, green, blue and alpha, 0..1 a pixel, of the first layer."""
    tiles = -(-sheet.width // TILE) * -(-sheet.height // TILE)
    total = np.zeros(4)
    for tile in range(tiles):
        first, rest = sheet.maps[FIRST_LAYER * tiles + tile], sheet.maps[(FIRST_LAYER + 1) * tiles + tile]
        if first < 0:
            continue
        for k, slot in enumerate((first, rest)):
            words = sheet.cells[slot * TILE_AREA : (slot + 1) * TILE_AREA]
            total[2 * k] += (words & 65535).sum() / 65535
            total[2 * k + 1] += (words >> 16).sum() / 65535
    return total


def laid(*strokes, dried=False):
    """A sheet with strokes of (settings, samples), dried after the first if asked for."""
    sheet = Sheet(300, 200)
    for i, (settings, samples) in enumerate(strokes):
        sheet.ink(prepared(read(settings)), Stroke(samples))
        if dried and i == 0:
            sheet.dry()
    return sheet


def colours(sheet):
    return sheet.pixels()[..., :3].astype(int)


class RunTests(TestCase):
    def setUp(self):
        self.strokes = ({**WET, "ink": BLUE}, ACROSS), ({**WET, "ink": RED}, DOWN)

    def still(self):
        """The same two strokes with ink that does not run."""
        return [({**settings, "run": 0.0}, samples) for settings, samples in self.strokes]

    def test_ink_mixes_within_the_run_and_not_beyond(self):
        away = np.abs(colours(laid(*self.strokes)) - colours(laid(*self.still()))).max(-1)
        y, x = np.nonzero(away > 1)
        # The two meet in a square of 40 px about (150, 100).
        out = np.maximum(np.abs(x + 0.5 - 150), np.abs(y + 0.5 - 100)) - 20
        self.assertGreater(out.max(), 4)
        self.assertLessEqual(out.max(), 13)
        self.assertGreater(away[100, 172], 20)

    def test_pigment_is_neither_made_nor_lost(self):
        for extra in ({}, {"softness": 0.6}, {"run": 24.0, "opacity": 0.5}):
            run = [({**settings, **extra}, samples) for settings, samples in self.strokes]
            still = [({**settings, "run": 0.0}, samples) for settings, samples in run]
            np.testing.assert_allclose(pigment(laid(*run)), pigment(laid(*still)), rtol=0.005)

    def test_after_dry_now_nothing_mixes(self):
        dry = colours(laid(*self.strokes, dried=True))
        np.testing.assert_array_equal(dry, colours(laid(*self.still())))

    def test_dry_ink_neither_runs_nor_is_run_into(self):
        for first, second in ((0.0, 1.0), (1.0, 0.0)):
            strokes = [
                ({**settings, "wetness": wetness}, samples)
                for (settings, samples), wetness in zip(self.strokes, (first, second), strict=True)
            ]
            np.testing.assert_array_equal(colours(laid(*strokes)), colours(laid(*self.still())))

    def test_nothing_passes_a_dry_pixel(self):
        # A wet line beside another, with a gap of bare paper: nothing comes over.
        beside = straight(30, 150, 270, 150)
        strokes = ({**WET, "ink": BLUE, "run": 24.0}, ACROSS), ({**WET, "ink": RED, "run": 24.0}, beside)
        apart = laid(*strokes)
        still = laid(*[({**settings, "run": 0.0}, samples) for settings, samples in strokes])
        np.testing.assert_array_equal(colours(apart), colours(still))

    def test_the_same_strokes_in_the_same_order_give_the_same_picture(self):
        np.testing.assert_array_equal(colours(laid(*self.strokes)), colours(laid(*self.strokes)))
        turned = colours(laid(*self.strokes[::-1]))
        self.assertGreater(np.abs(turned - colours(laid(*self.strokes))).max(), 20)

    def test_erasing_leaves_no_water(self):
        sheet = laid(self.strokes[0])
        sheet.ink(prepared(read({**PLAIN, "size": 80.0})), Stroke(ACROSS, erase=True))
        settings, samples = self.strokes[1]
        sheet.ink(prepared(read(settings)), Stroke(samples))
        alone = laid(self.strokes[1])
        np.testing.assert_array_equal(colours(sheet), colours(alone))

    def test_grain_holds_it_back(self):
        grain = np.full((64, 64), 20, np.uint8)
        tile = {"grain": {"picture": "c" * 64}, "bite": 0.0, "bite_floor": 0.001, "spread_held": 1.0}
        held = Sheet(300, 200)
        for settings, samples in self.strokes:
            held.ink(prepared(read({**settings, **tile}), lambda digest: grain), Stroke(samples))
        free, still = laid(*self.strokes), laid(*self.still())
        moved = np.abs(colours(free) - colours(still)).sum()
        self.assertLess(np.abs(colours(held) - colours(still)).sum(), 0.35 * moved)


class PickUpTests(TestCase):
    def drawn(self, **settings):
        strokes = (
            ({**WET, "run": 0.0, "ink": BLUE, "opacity": 1.0}, straight(100, 20, 100, 180)),
            (
                {**PLAIN, "ink": RED, **settings},
                straight(30, 100, 280, 100),
            ),
        )
        return laid(*strokes)

    def test_it_carries_wet_ink_along_and_gives_it_back(self):
        row = colours(self.drawn(pick_up=0.7))[100]
        red, blue = np.array([0xC0, 0x40, 0x20]), np.array([0x24, 0x50, 0x6E])
        away = np.abs(row - red).sum(-1)
        self.assertLessEqual(away[50], 2)
        self.assertGreater(away[112], 60)
        self.assertGreater(np.abs(row[112] - blue).sum(), 10)
        # Further on there is less and less of it.
        self.assertGreater(away[130], away[190])
        self.assertGreater(away[190], away[250])

    def test_dry_ink_is_not_taken_along(self):
        sheet = Sheet(300, 200)
        sheet.ink(prepared(read({**PLAIN, "ink": BLUE})), Stroke(straight(100, 20, 100, 180)))
        sheet.ink(prepared(read({**PLAIN, "ink": RED, "pick_up": 1.0})), Stroke(straight(30, 100, 280, 100)))
        self.assertLessEqual(np.abs(colours(sheet)[100, 40:260] - (0xC0, 0x40, 0x20)).max(), 1)

    def test_closer_stamps_take_up_no_more(self):
        wide, close = (colours(self.drawn(pick_up=0.5, spacing=spacing))[100, 125] for spacing in (0.1, 0.025))
        self.assertLess(np.abs(wide - close).max(), 14)

    def test_what_is_seen_while_drawing_is_what_the_lift_leaves(self):
        sheet = laid(({**WET, "run": 0.0, "ink": BLUE}, straight(100, 20, 100, 180)))
        sheet.begin(prepared(read({**PLAIN, "ink": RED, "pick_up": 0.7})))
        line = straight(30, 100, 280, 100)
        for start in range(0, len(line), 7):
            sheet.feed(line[start : start + 7])
        seen = sheet.pixels()
        sheet.lift()
        np.testing.assert_array_equal(seen, sheet.pixels())


class PoolingTests(TestCase):
    WASH = {**PLAIN, "ink": "#000000", "opacity": 0.5, "size": 60.0}

    def test_rims_grow_darker_and_the_inside_lighter(self):
        cover = coverage(laid(({**self.WASH, "pooling": 1.0, "rim": 0.1}, ACROSS)))
        across = cover[70:131, 150]
        self.assertAlmostEqual(across[30], 0.5, delta=0.03)
        self.assertGreater(across[2:5].max(), 0.6)
        self.assertLess(across.min(where=np.arange(61) % 60 > 4, initial=1), 0.47)

    def test_pigment_is_neither_made_nor_lost(self):
        for extra in ({}, {"softness": 0.5}, {"roundness": 0.4, "angle": 30.0}, {"overlap": "build", "flow": 0.3}):
            for rim in (0.03, 0.12, 0.3):
                plain = coverage(laid(({**self.WASH, **extra}, ACROSS))).sum()
                pooled = coverage(laid(({**self.WASH, **extra, "pooling": 0.6, "rim": rim}, ACROSS))).sum()
                self.assertAlmostEqual(pooled / plain, 1.0, delta=0.006, msg=f"{extra} {rim}")

    def test_what_is_seen_while_drawing_is_what_the_lift_leaves(self):
        turn = np.linspace(0, 6, 120)
        stroke = straight(150, 100, 150, 100, 120)
        stroke["x"], stroke["y"] = 150 + 90 * np.sin(turn), 100 + 60 * np.sin(2 * turn)
        for extra in ({"pooling": 1.0}, {"pooling": 0.7, "rim": 0.3, "taper_end_length": 2.0, "taper_end_point": 0.2}):
            sheet = Sheet(300, 200)
            sheet.begin(prepared(read({**self.WASH, **extra})))
            for start in range(0, len(stroke), 5):
                sheet.feed(stroke[start : start + 5])
            seen = sheet.pixels()
            sheet.lift()
            # Running sums begin wherever a block does: their last bit may round the other way.
            np.testing.assert_allclose(seen, sheet.pixels().astype(int), atol=1)
            np.testing.assert_allclose(seen, laid(({**self.WASH, **extra}, stroke)).pixels().astype(int), atol=1)

    def test_a_cancelled_stroke_leaves_nothing(self):
        sheet = Sheet(300, 200)
        free = int(sheet.free[0])
        sheet.begin(prepared(read({**self.WASH, "pooling": 1.0})))
        sheet.feed(ACROSS)
        sheet.cancel()
        self.assertEqual(int(sheet.free[0]), free)
