"""Layers, blend modes and taking away: against an independent reference, and counted from pixels."""

from unittest import TestCase

import numpy as np

from ...documents.brush import BrushError, read
from ...native.sheet import Sheet, Stroke, plain_layers, prepared
from ...tables.settings import MODES
from .. import straight

PAPER = 0xFBFAF5
LEVEL = {"responses": {}, "steadying": "none", "size": 30.0}


def reference(mode, b, s):
    """B(Cb, Cs), written after the formulas of W3C Compositing and Blending Level 1 for whole arrays."""
    with np.errstate(divide="ignore", invalid="ignore"):
        hard = lambda under, over: np.where(over <= 0.5, under * 2 * over, 1 - (1 - under) * (2 - 2 * over))  # noqa: E731
        far = np.where(b <= 0.25, ((16 * b - 12) * b + 4) * b, np.sqrt(b))
        return {
            "normal": s + 0 * b,
            "multiply": b * s,
            "screen": 1 - (1 - b) * (1 - s),
            "overlay": hard(s, b),
            "darken": np.minimum(b, s),
            "lighten": np.maximum(b, s),
            "color-dodge": np.where(b == 0, 0, np.where(s >= 1, 1, np.minimum(1, b / (1 - s)))),
            "color-burn": np.where(b >= 1, 1, np.where(s <= 0, 0, 1 - np.minimum(1, (1 - b) / s))),
            "hard-light": hard(b, s),
            "soft-light": np.where(s <= 0.5, b - (1 - 2 * s) * b * (1 - b), b + (2 * s - 1) * (far - b)),
            "difference": np.abs(b - s),
            "exclusion": b + s - 2 * b * s,
        }[mode]


def colour(code):
    """A colour #rrggbb as an array 0..1."""
    return np.array([int(code[i : i + 2], 16) for i in (1, 3, 5)]) / 255


def over(backdrop, alpha_b, source, alpha_s, mode):
    """The general formula for colours that are not premultiplied: (colour, alpha)."""
    mixed = (1 - alpha_b) * source + alpha_b * reference(mode, backdrop, source)
    alpha = alpha_s + alpha_b * (1 - alpha_s)
    return (alpha_s * mixed + (1 - alpha_s) * alpha_b * backdrop) / max(alpha, 1e-9), alpha


def shade(sheet, paper=PAPER):
    """The colour in the middle of a sheet, 0..255."""
    pixels = sheet.pixels(paper)
    return pixels[pixels.shape[0] // 2, pixels.shape[1] // 2, :3].astype(float)


def stroke(layer=0, erase=False):
    return Stroke(straight(10, 30, 70, 30), erase=erase, layer=layer)


class ModeTests(TestCase):
    def test_every_mode_of_a_layer_is_that_of_the_reference(self):
        rng = np.random.default_rng(3)
        for mode in MODES:
            for _ in range(6):
                first, second = (f"#{rng.integers(1 << 24):06x}" for _ in range(2))
                share, opacity = rng.uniform(0.2, 1.0, 2)
                sheet = Sheet(80, 60)
                sheet.layers = plain_layers(2)
                sheet.layers["mode"][1], sheet.layers["opacity"][1] = MODES.index(mode), opacity
                sheet.ink(prepared(read({**LEVEL, "ink": first})), stroke(0))
                sheet.ink(prepared(read({**LEVEL, "ink": second, "opacity": share})), stroke(1))
                want, _ = over(colour(first), 1.0, colour(second), share * opacity, mode)
                self.assertLessEqual(np.abs(shade(sheet) - want * 255).max(), 1.0, (mode, first, second))

    def test_every_mode_of_a_brush_is_that_of_the_reference_on_ink_that_is_half_clear(self):
        rng = np.random.default_rng(4)
        paper = colour("#fbfaf5")
        for mode in MODES:
            for _ in range(6):
                first, second = (f"#{rng.integers(1 << 24):06x}" for _ in range(2))
                below, above = rng.uniform(0.2, 1.0, 2)
                sheet = Sheet(80, 60)
                sheet.ink(prepared(read({**LEVEL, "ink": first, "opacity": below})), stroke())
                sheet.ink(prepared(read({**LEVEL, "ink": second, "opacity": above, "mode": mode})), stroke())
                mixed, alpha = over(colour(first), below, colour(second), above, mode)
                want = alpha * mixed + (1 - alpha) * paper
                self.assertLessEqual(np.abs(shade(sheet) - want * 255).max(), 1.0, (mode, first, second))

    def test_the_stroke_in_hand_shows_as_it_dries(self):
        for mode in MODES:
            sheet = Sheet(80, 60)
            sheet.ink(prepared(read({**LEVEL, "ink": "#b05030", "opacity": 0.7})), stroke())
            brush = prepared(read({**LEVEL, "ink": "#3060a0", "opacity": 0.6, "mode": mode}))
            sheet.begin(brush)
            sheet.feed(straight(40, 5, 40, 55))
            seen = sheet.pixels()
            sheet.lift()
            np.testing.assert_array_equal(seen, sheet.pixels(), mode)


class LayerTests(TestCase):
    def two(self):
        sheet = Sheet(80, 60)
        sheet.layers = plain_layers(2)
        for which, ink in enumerate(("#204060", "#c04020")):
            sheet.ink(prepared(read({**LEVEL, "ink": ink})), stroke(which))
        return sheet

    def test_hiding_and_order_change_what_is_seen_and_no_ink(self):
        sheet = self.two()
        self.assertEqual(shade(sheet).tolist(), [0xC0, 0x40, 0x20])
        sheet.layers["shown"][1] = 0
        self.assertEqual(shade(sheet).tolist(), [0x20, 0x40, 0x60])
        sheet.layers["shown"][1] = 1
        sheet.layers = sheet.layers[::-1].copy()
        self.assertEqual(shade(sheet).tolist(), [0x20, 0x40, 0x60])

    def test_erasing_takes_from_its_own_layer_alone(self):
        sheet = self.two()
        sheet.ink(prepared(read({**LEVEL, "opacity": 0.5})), stroke(1, erase=True))
        want = (colour("#c04020") + colour("#204060")) / 2 * 255
        self.assertLessEqual(np.abs(shade(sheet) - want).max(), 1.0)
        sheet.ink(prepared(read(LEVEL)), stroke(1, erase=True))
        self.assertEqual(shade(sheet).tolist(), [0x20, 0x40, 0x60])

    def test_erasing_minds_no_mode(self):
        sheet = Sheet(80, 60)
        sheet.ink(prepared(read({**LEVEL, "mode": "screen"})), stroke())
        sheet.ink(prepared(read({**LEVEL, "mode": "screen"})), stroke(erase=True))
        self.assertEqual(shade(sheet).tolist(), [0xFB, 0xFA, 0xF5])

    def test_clearing_takes_the_ink_off_all_layers(self):
        sheet = self.two()
        sheet.clear()
        self.assertEqual(int(sheet.free[0]), len(sheet.free) - 1)
        self.assertEqual(shade(sheet).tolist(), [0xFB, 0xFA, 0xF5])

    def test_there_are_one_to_eight_and_to_three_on_a_proof_sheet(self):
        self.assertEqual(plain_layers(8)["which"].tolist(), list(range(8)))
        for wrong in (0, 9):
            with self.assertRaisesRegex(ValueError, f"1 to 8 layers, not {wrong}"):
                plain_layers(wrong)
        self.assertEqual(len(read({"layers": [{"which": which} for which in range(3)]})["layers"]), 3)
        with self.assertRaisesRegex(BrushError, "layers"):
            read({"layers": [{"which": which} for which in range(4)]})
