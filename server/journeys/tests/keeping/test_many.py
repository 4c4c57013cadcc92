"""Many strokes on the sheet: the one in hand follows a slider at once, and in the end all is inked in its order."""

import time

import numpy as np
from bench.device import draw_many
from django.test import tag

from journeys.browser import JourneyCase, Pen, frames, settle


@tag("browser")
class ManyStrokesTests(JourneyCase):
    brushes = {"Rope Ribbon": {"size": 14.0, "opacity": 0.6}}

    def setUp(self):
        super().setUp()
        draw_many(self.account, self.made["Rope Ribbon"], 700)

    def held(self, page):
        """The part of the sheet where the lane in hand lies."""
        left, top = self.lanes(page)["Crossing loop"]
        return self.pixels(page)[int(top) : int(top) + 90, int(left) : int(left) + 200]

    def test_the_stroke_in_hand_follows_and_all_end_as_they_would_at_once(self):
        page = self.open_bench()
        page.get_by_role("button", name="Crossing loop", exact=True).click()
        page.locator(".card", has_text="Weight").click()
        settle(page)
        slider = page.locator(".tray").get_by_role("slider", name="Size", exact=True).bounding_box()
        y = slider["y"] + slider["height"] / 2
        page.mouse.move(slider["x"] + 100, y)
        page.mouse.down()
        begun = time.monotonic()
        changed = 0
        before = self.held(page)
        for i in range(12):
            page.mouse.move(slider["x"] + 100 + 12 * i, y)
            frames(page, 3)
            now = self.held(page)
            changed += bool((now != before).any())
            before = now
        page.mouse.up()
        self.assertGreaterEqual(changed, 8, f"in {time.monotonic() - begun:.1f} s")
        # The pen draws while strokes are on their way.
        box = self.sheet_box(page)
        Pen(page).draw([(box["x"] + 300 + 6 * i, box["y"] + box["height"] - 30, 0.8) for i in range(30)])
        page.locator(".card", has_text="Weight").click()
        settle(page)
        sliced = self.pixels(page)
        self.wait_for(lambda: page.locator(".status").inner_text().startswith("kept"))
        # A bench that is opened inks all at once, as it does not know yet how long that takes.
        page.reload()
        page.wait_for_selector(".status:has-text('kept')")
        settle(page)
        np.testing.assert_array_equal(self.pixels(page), sliced)

    def test_a_stroke_that_comes_on_top_leaves_all_others_as_they_are(self):
        page = self.open_bench()
        box = self.sheet_box(page)
        Pen(page).draw([(box["x"] + 300 + 6 * i, box["y"] + box["height"] - 30, 0.8) for i in range(30)])
        settle(page)
        drawn = self.pixels(page)
        page.get_by_role("button", name="Undo").click()
        settle(page)
        self.assertTrue((self.pixels(page) != drawn).any())
        inked = page.evaluate("window.hollowmist.strokesInked()")
        page.get_by_role("button", name="Redo").click()
        self.wait_for(lambda: (self.pixels(page) == drawn).all())
        # By itself, and not with the 700 others.
        self.assertLess(page.evaluate("window.hollowmist.strokesInked()") - inked, 20)
        settle(page)
        np.testing.assert_array_equal(self.pixels(page), drawn)
