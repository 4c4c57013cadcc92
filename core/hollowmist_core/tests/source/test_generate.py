"""Generators: each tiles, each is its seed's, and screens are what their figures say."""

from unittest import TestCase

import numpy as np

from ...documents.brush import read as read_brush
from ...documents.recipe import read
from ...documents.shipped import SHIPPED, all_shipped
from ...native.recipes import generated, measured
from ...native.sheet import Sheet, Stroke, prepared
from ...tables.generators import GENERATORS
from .. import straight


def made(kind, **values):
    return generated(read({"start": {"kind": kind, **values}})["start"])


class GeneratorTests(TestCase):
    def test_every_grain_tiles_with_a_seam_score_of_one(self):
        for kind in GENERATORS:
            if kind.makes != "grain":
                continue
            for seed in (1, 2, 3):
                figures = measured(made(kind.name, seed=seed, side=256).ink, "grain")
                for axis in ("seam_across", "seam_down"):
                    self.assertAlmostEqual(float(figures[axis]), 1.0, delta=0.05, msg=f"{kind.name} {seed} {axis}")

    def test_every_shape_is_clear_of_its_border(self):
        for kind in GENERATORS:
            if kind.makes == "shape":
                figures = measured(made(kind.name, side=256).ink, "shape")
                self.assertLess(float(figures["border_most"]), 0.01, kind.name)
                self.assertGreater(float(figures["mean"]), 0.002, kind.name)

    def test_a_seed_makes_the_same_and_another_makes_another(self):
        for kind in ("dots", "speckle", "fibre", "clouds", "splat", "ragged", "bristles"):
            first = made(kind, side=128).ink
            np.testing.assert_array_equal(first, made(kind, side=128).ink)
            self.assertGreater(np.abs(first - made(kind, side=128, seed=2).ink).max(), 0.2, kind)

    def test_ink_is_between_bare_and_full(self):
        for kind in GENERATORS:
            ink = made(kind.name, side=128).ink
            self.assertTrue(np.isfinite(ink).all())
            self.assertGreaterEqual(ink.min(), 0)
            self.assertLessEqual(ink.max(), 1)

    def test_hatching_mirrors(self):
        west, east = made("hatch", side=128).ink, made("hatch", side=128, mirrored=True).ink
        # Both were cut where their wrap is typical, so they agree up to where they are cut.
        spectrum = np.abs(np.fft.fft2(west))
        mirrored = np.abs(np.fft.fft2(east[:, ::-1]))
        np.testing.assert_allclose(spectrum, mirrored, atol=1e-2 * spectrum.max())


class ScreenTests(TestCase):
    def test_tone_is_the_share_of_paper_covered(self):
        for form in ("dots", "lines", "ellipses"):
            for tone in (0.1, 0.35, 0.6, 0.9):
                ink = made("screen", form=form, tone=tone, ruling=12.0, dpi=200.0).ink
                self.assertAlmostEqual(float(ink.mean()), tone, delta=0.02, msg=f"{form} {tone}")

    def test_ruling_and_angle_are_measured_in_the_picture(self):
        result = made("screen", form="lines", ruling=60.0, unit="inch", dpi=600.0, angle=30.0)
        screen = result.screen[0]
        self.assertAlmostEqual(float(screen["period"]), 10.0, delta=0.3)
        self.assertAlmostEqual(float(screen["angle"]), 30.0, delta=1.0)
        spectrum = np.abs(np.fft.fft2(result.ink - result.ink.mean()))
        down, across = np.unravel_index(spectrum.argmax(), spectrum.shape)
        side = len(result.ink)
        cycles = np.array([min(down, side - down), min(across, side - across)])
        self.assertAlmostEqual(side / np.hypot(*cycles), float(screen["period"]), places=3)

    def test_ruling_counts_per_cm_or_per_inch(self):
        per_cm = made("screen", ruling=10.0, unit="cm", dpi=254.0).screen[0]["period"]
        per_inch = made("screen", ruling=25.4, unit="inch", dpi=254.0).screen[0]["period"]
        self.assertAlmostEqual(float(per_cm), float(per_inch), places=3)

    def test_partners_in_two_inks_overlap_by_the_figure_shown(self):
        for tone in (0.3, 0.45, 0.6):
            settings = {"ruling": 5.0, "dpi": 300.0, "angle": 30.0, "tone": tone}
            first = made("screen", **settings)
            partner = made("screen", partner=True, partner_tone=tone, **settings)
            sheet = self.printed(first.bytes, partner.bytes)
            # The first ink takes red away, the second takes blue; a pixel's halves may well be one of each.
            blue = sheet[..., 0] < 120
            yellow = sheet[..., 2] < 120
            shown = 100 * float(partner.screen[0]["overlap"])
            counted = 100 * float((blue & yellow).mean())
            self.assertAlmostEqual(counted, shown, delta=2.0, msg=f"tone {tone}")
            itself = 100 * float((first.ink > 0.5).mean())
            self.assertLess(counted, itself - 15)

    @staticmethod
    def printed(first, partner):
        """Two paper-held screens in two inks, one stroke each, multiplied as prints are."""
        side = first.shape[0]
        inks = []
        for ink, colour in ((first, "#0000ff"), (partner, "#ffff00")):
            picture = "a" * 64
            settings = {
                "size": 2000.0,
                "ink": colour,
                "grain": {"picture": picture},
                "grain_px": float(side),
                "bite": 1.0,
            }
            sheet = Sheet(2 * side, 2 * side)
            brush = prepared(read_brush(settings), {picture: ink}.__getitem__)
            sheet.ink(brush, Stroke(straight(-200, side, 2 * side + 200, side)))
            inks.append(sheet.pixels(0xFFFFFF)[..., :3].astype(float) / 255)
        return (inks[0] * inks[1] * 255).astype(np.uint8)


class ShippedTests(TestCase):
    def test_there_are_enough_and_none_has_a_fault(self):
        self.assertGreaterEqual(len(SHIPPED), 24)
        self.assertEqual(len({one.name for one in SHIPPED}), len(SHIPPED))
        for one in all_shipped(lambda name: "a" * 64):
            read(one.recipe)
