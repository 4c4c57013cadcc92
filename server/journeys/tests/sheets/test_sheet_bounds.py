"""Sheets at their bounds: the largest, the widest brush, a file that is too large, a device that is full."""

import tempfile
from pathlib import Path

import numpy as np
from django.test import tag
from sheets.models import Sheet, SheetStroke

from journeys.browser import JourneyCase, held
from journeys.sheet_hands import BRUSHES, SheetHands

FULL = """for (const name of ["put", "add"]) {
  const whole = IDBObjectStore.prototype[name]
  IDBObjectStore.prototype[name] = function (...given) {
    if (window.full) throw new DOMException("No room is left.", "QuotaExceededError")
    return whole.apply(this, given)
  }
}"""
"""A device whose store takes nothing more as long as `window.full` says so."""


@tag("browser")
class BoundsTests(SheetHands, JourneyCase):
    brushes = {**BRUSHES, "Harbour Wall": {"size": 2000.0, "size_high": 2000.0, "responses": {}, "ink": "#1e2a2d"}}

    def test_a_stroke_of_2000_px_across_the_largest_sheet(self):
        page = self.page
        page.goto(f"{self.live_server_url}/sheets")
        page.get_by_role("button", name="New sheet").click()
        page.locator("input[name=sheet-name]").fill("Wall")
        for label, value in (("Dots per inch", "100"), ("Width", "2080.7"), ("Height", "2080.7")):
            page.get_by_label(label, exact=True).fill(value)
            page.keyboard.press("Tab")
        page.wait_for_selector("text=8192 × 8192 px")
        page.get_by_role("button", name="Take it").click()
        page.wait_for_selector(".strip .pocket")
        self.hold(page, "Harbour Wall")
        before = self.shown(page)
        self.stroke(page, 0.13, 0.13, 0.87, 0.87)
        ink = self.shown(page)[..., 0] < 60
        self.assertFalse((before[..., 0] < 60).any())
        box, zoom = self.paper_box(page)
        width = 2000 * zoom
        long = np.hypot(*[0.74 * box["width"]] * 2)
        self.assertAlmostEqual(ink.sum() / (long * width + np.pi * width**2 / 4), 1.0, delta=0.04)
        # As near as can be, where all of it is inked at its own px.
        page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
        page.mouse.wheel(0, -500 * np.log(0.99 / zoom))
        self.assertTrue((self.shown(page)[..., 0] < 60).mean() > 0.9)
        page.get_by_role("button", name="Undo").click()
        self.assertFalse((self.shown(page)[..., 0] < 60).any())
        self.assertLess(held(page).sum(), 900)

    def test_a_file_of_100_mb_is_not_laid_under(self):
        page = self.page
        self.new_sheet(page, "A5")
        self.tray(page, "Underlay")
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "harbour.png"
            with path.open("wb") as file:
                file.write(b"\x89PNG\r\n\x1a\n")
                file.truncate(100_000_000)
            page.locator("input[type=file]").first.set_input_files(path)
            page.wait_for_selector("text=may have up to 50 MB")
        self.assertEqual(page.get_by_role("button", name="Underlay harbour.png").count(), 0)
        self.assertEqual(self.wait_for(Sheet.objects.first).document["underlays"], [])

    def test_on_a_device_that_is_full_a_stroke_says_so_and_all_others_stay(self):
        page = self.page
        page.add_init_script(FULL)
        self.new_sheet(page, "Postcard")
        self.hold(page, "Rope Ribbon")
        self.stroke(page, 0.1, 0.2, 0.9, 0.3)
        self.wait_for(lambda: SheetStroke.objects.count() == 1)
        there = self.shown(page)
        page.evaluate("window.full = true")
        self.stroke(page, 0.1, 0.6, 0.9, 0.7)
        page.wait_for_selector("text=This device is full")
        page.reload()
        page.wait_for_selector(".strip .pocket")
        self.wait_for(lambda: np.abs(self.shown(page) - there).max() == 0)
        self.stroke(page, 0.1, 0.6, 0.9, 0.7)
        self.wait_for(lambda: SheetStroke.objects.count() == 2)
