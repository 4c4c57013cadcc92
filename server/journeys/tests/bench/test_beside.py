"""Two brushes side by side: what sets them apart, told and taken over, until they ink alike."""

import numpy as np
from django.test import tag
from proofs.models import ProofStroke
from rolls.actions.add_brush import add_brush

from journeys.browser import JourneyCase, Pen, settle


@tag("browser")
class BesideTests(JourneyCase):
    brushes = {"Rope Ribbon": {"size": 20.0, "responses": {}, "spacing": 0.1, "overlap": "build", "flow": 0.4}}

    def both(self):
        return [self.pixels(number=number) for number in (0, 1)]

    def apart(self):
        mine, theirs = self.both()
        return int(np.abs(mine.astype(int) - theirs).max())

    def beside(self, changed):
        document = {**self.kept().document, **changed}
        add_brush(self.roll, "Rope Ribbon 2", document)
        page = self.open_bench()
        page.get_by_role("button", name="Side by side").click()
        page.locator(".brushes").click()
        page.get_by_role("option", name="Rope Ribbon 2").click()
        page.wait_for_selector(".beside canvas")
        settle(page)
        return page

    def rows(self):
        return self.page.locator(".tray tbody tr td:first-child").all_inner_texts()

    def test_a_duplicate_with_three_changed_settings_lists_these_and_taking_them_over_inks_alike(self):
        page = self.beside({"size": 34.0, "spacing": 0.35, "opacity": 0.6})
        self.assertEqual(self.rows(), ["Size", "Spacing", "Opacity"])
        self.assertGreater(self.apart(), 100)

        page.get_by_role("radio", name="Readings").click()
        page.wait_for_selector(".figures")
        moved = page.locator("tr.moved td:first-child").all_inner_texts()
        self.assertIn("Width", moved)
        self.assertIn("Stamps show", moved)
        self.assertNotIn("Steadying", moved)

        page.get_by_role("radio", name="Settings").click()
        page.get_by_role("button", name="Take over Size").click()
        self.wait_for(lambda: self.rows() == ["Spacing", "Opacity"])
        page.get_by_role("button", name="Take all of Tip").click()
        page.get_by_role("button", name="Take all of Ink").click()
        page.get_by_text("they ink alike").wait_for()
        settle(page)
        self.assertEqual(self.apart(), 0)
        self.wait_for(lambda: self.kept().document["spacing"] == 0.35)
        self.assertEqual((self.kept().document["size"], self.kept().document["opacity"]), (34.0, 0.6))
        for _ in range(3):
            page.get_by_role("button", name="Undo").click()
        self.wait_for(lambda: self.rows() == ["Size", "Spacing", "Opacity"])

    def test_what_is_drawn_on_either_is_drawn_on_both_and_kept_once(self):
        page = self.beside({"size": 40.0})
        page.get_by_role("button", name="Side by side").click()
        settle(page)
        before = self.both()
        box = page.locator(".beside canvas").bounding_box()
        pen = Pen(page)
        at = (box["x"] + 60, box["y"] + 0.82 * box["height"])
        pen.draw([(at[0] + 5 * i, at[1], 0.8) for i in range(40)])
        kept = self.wait_for(ProofStroke.objects.all)
        settle(page)
        self.assertEqual(len(kept), 1)
        for was, now, least in zip(before, self.both(), (10, 20), strict=True):
            drawn = (np.abs(was.astype(int) - now).max(axis=2) > 30)[int(0.7 * box["height"]) :]
            self.assertGreater(drawn.any(axis=1).sum(), least)
        # The same again once all is inked anew.
        after = self.both()
        page.get_by_role("button", name="Undo").click()
        self.wait_for(lambda: not ProofStroke.objects.filter(deleted_at=None).exists())
        page.get_by_role("button", name="Redo").click()
        settle(page)
        for drawn, again in zip(after, self.both(), strict=True):
            self.assertEqual(int(np.abs(drawn.astype(int) - again).max()), 0)

    def test_a_station_is_copied_from_one_brush_and_put_down_on_another(self):
        changed = {"size": 60.0, "spacing": 0.3, "softness": 0.5}
        add_brush(self.roll, "Kelp", {**self.kept().document, **changed})
        page = self.page
        page.goto(f"{self.live_server_url}/rolls")
        page.get_by_role("button", name="Open Kelp").click()
        page.wait_for_selector(".status:has-text('kept')")
        page.get_by_role("button", name="Tip").first.click()
        page.get_by_role("button", name="More for Tip").click()
        page.get_by_role("button", name="Copy Tip").click()
        page.wait_for_selector("text=is copied")
        self.open_bench()
        page.get_by_role("button", name="Tip").first.click()
        page.get_by_role("button", name="More for Tip").click()
        page.get_by_role("button", name="Put down Tip of Kelp").click()
        self.wait_for(lambda: self.kept().document["spacing"] == 0.3)
        self.assertEqual((self.kept().document["softness"], self.kept().document["size"]), (0.5, 20.0))
        page.get_by_role("button", name="Undo").click()
        self.wait_for(lambda: self.kept().document["spacing"] == 0.1)
