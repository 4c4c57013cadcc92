"""Many strokes on the sheet: the one in hand follows a slider at once, and in the end all is inked in its order."""

import time

import numpy as np
from django.db import transaction
from django.test import tag
from hollowmist_core.kernels.records import SAMPLE
from proofs.actions.keep_stroke import keep_stroke

from journeys.browser import JourneyCase, Pen, settle

MANY = 700


@tag("browser")
class ManyStrokesTests(JourneyCase):
    brushes = {"Rope Ribbon": {"size": 14.0, "opacity": 0.6}}

    def setUp(self):
        super().setUp()
        rng = np.random.default_rng(7)
        u = np.linspace(0, 1, 60)
        brush = self.made["Rope Ribbon"].pk
        with transaction.atomic():
            self.draw_many(rng, u, brush)

    def draw_many(self, rng, u, brush):
        for i in range(MANY):
            x, y = rng.uniform(60, 1100), rng.uniform(560, 900)
            samples = np.zeros(60, SAMPLE)
            samples["x"], samples["y"] = x + 160 * u, y + 30 * np.sin(6 * u + i)
            samples["t"], samples["pressure"], samples["altitude"] = 400 * u, 0.3 + 0.5 * u, 1.1
            told = {
                "kind": 0,
                "erase": False,
                "seed": i + 1,
                "brush": brush,
                "drawn_at": 1000 + i,
            }
            keep_stroke(self.account, f"00000000-0000-4000-8000-{i:012d}", samples.tobytes(), **told)

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
            page.wait_for_timeout(40)
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
        self.wait_for(lambda: page.locator(".standing").inner_text().startswith("kept"))
        # A bench that is opened inks all at once, as it does not know yet how long that takes.
        page.reload()
        page.wait_for_selector(".standing:has-text('kept')")
        settle(page)
        np.testing.assert_array_equal(self.pixels(page), sliced)
