"""Colour and spread on the bench: set by pen or finger, seen in the pixels, and measured."""

import re

import numpy as np
from django.test import tag

from journeys.browser import JourneyCase, Pen, settle

LOWER = 545
"""A height on the proof sheet, CSS px below its top, where no shipped lane lies."""

RUST, SEA = (0x8A, 0x3B, 0x22), (0x24, 0x50, 0x6E)
"""Two of the inks on the swatches."""


@tag("browser")
class InkTrayTests(JourneyCase):
    brushes = {"Rope Ribbon": {"size": 30.0, "responses": {}}}

    def open_ink(self, section):
        page = self.open_bench()
        page.locator(".card", has_text="Ink").click()
        page.get_by_role("radio", name=section, exact=True).click()
        return page

    def across(self, page, pressures):
        """Colour in the middle of a level stroke, light to heavy: first, last."""
        page.locator(".card", has_text="Ink").click()
        self.wait_for(lambda: self.sheet_box(page)["height"] > 500)
        settle(page)
        box = self.sheet_box(page)
        count = 80
        press = np.linspace(*pressures, count)
        Pen(page).draw([(box["x"] + 300 + 5 * i, box["y"] + LOWER, press[i]) for i in range(count)])
        settle(page)
        return self.pixels(page)[LOWER - 40 : LOWER + 40, 310:690, :3].astype(int)

    def test_a_pressed_pen_brings_the_second_ink(self):
        page = self.open_ink("Colour")
        page.locator(".worded").nth(0).get_by_role("button", name="Ink: rust").click()
        page.locator(".worded").nth(1).get_by_role("button", name="Ink: sea").click()
        page.get_by_role("switch", name="Pressure → second ink: on").locator("xpath=..").click()
        self.wait_for(lambda: "second ink" in self.kept().document["responses"])
        self.assertEqual(self.kept().document["second_ink"], "#24506e")
        row = self.across(page, (0.02, 1.0))[40]
        np.testing.assert_allclose(row[0], RUST, atol=12)
        np.testing.assert_allclose(row[-1], SEA, atol=12)
        page.wait_for_function("window.hollowmist.readings()?.light_spread[0] >= 0")
        strip = page.locator(".reading", has_text="Lightness spread")
        self.wait_for(strip.count)
        strip.click()
        page.get_by_text("lightest", exact=True).wait_for()

    def test_ink_creeps_out_as_far_as_it_is_told(self):
        page = self.open_ink("Rim & spread")
        page.get_by_role("button", name=re.compile("^Spread: .* type it")).click()
        page.get_by_role("textbox", name="Spread, typed").fill("40")
        page.keyboard.press("Enter")
        self.wait_for(lambda: self.kept().document["spread"] == 0.4)
        ink = self.across(page, (0.8, 0.8))
        inked = ink.sum(axis=2) < 500
        # From the middle downwards only: the lane above creeps too.
        np.testing.assert_allclose(inked[40:].sum(axis=0)[40:-40], 27, atol=1)
