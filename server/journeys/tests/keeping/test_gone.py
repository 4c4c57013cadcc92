"""What is done to a thing that was deleted or changed on another device meanwhile: held, shown, put back, chosen."""

import uuid

from acts.actions.perform import Wish, perform
from django.test import tag
from rolls.models import Roll
from sheets.actions.take_sheet import take_sheet
from sheets.models import Sheet, SheetStroke

from journeys.browser import JourneyCase, settle
from journeys.sheet_hands import BRUSHES, SheetHands


@tag("browser")
class GoneTests(SheetHands, JourneyCase):
    brushes = BRUSHES

    def on_sheet(self):
        """A page with one stroke on a sheet, all of it carried; then no way to the server."""
        page = self.page
        self.new_sheet(page)
        self.hold(page, "Rope Ribbon")
        self.stroke(page, 0.2, 0.2, 0.8, 0.2)
        self.wait_for(lambda: SheetStroke.objects.count() == 1)
        page.wait_for_selector(".status:has-text('kept')")
        page.route("**/api/**", lambda route: route.abort())
        return page

    def drawn_after_deletion(self):
        """A stroke drawn with no way to the server, after another device deleted the sheet; the way is there again."""
        page = self.on_sheet()
        take_sheet(self.account, Sheet.objects.get().pk)
        self.stroke(page, 0.2, 0.6, 0.8, 0.6)
        page.wait_for_selector(".status:has-text('keeping waits')")
        page.unroute("**/api/**")
        page.get_by_role("button", name="Put it back").wait_for()
        return page

    def test_what_was_drawn_on_a_sheet_that_was_deleted_elsewhere_comes_back_with_it(self):
        page = self.drawn_after_deletion()
        self.assertEqual(SheetStroke.objects.count(), 1)
        before = self.shown(page)
        # It outlives a closed page, and drawing goes on.
        page.reload()
        page.get_by_role("button", name="Put it back").wait_for()
        page.wait_for_selector(".strip .pocket")
        settle(page)
        self.assertLessEqual(abs(self.shown(page) - before).max(), 1)
        self.hold(page, "Rope Ribbon")
        self.stroke(page, 0.2, 0.8, 0.8, 0.8)
        page.get_by_role("button", name="Put it back").click()
        self.wait_for(lambda: SheetStroke.objects.filter(sheet__deleted_at=None).count() == 3)
        page.get_by_role("button", name="Put it back").wait_for(state="detached")
        other = self.open_page()
        other.goto(page.url)
        other.wait_for_selector(".strip .pocket")
        self.wait_for(lambda: (abs(self.shown(other) - self.shown(page)) <= 1).all())

    def test_what_is_deleted_here_too_is_gone_with_what_was_drawn(self):
        page = self.drawn_after_deletion()
        page.get_by_role("button", name="Delete it here too").click()
        page.wait_for_url("**/sheets")
        page.get_by_text("Lay out the first one").wait_for()
        self.assertEqual((SheetStroke.objects.count(), Sheet.objects.filter(deleted_at=None).count()), (1, 0))

    def test_of_layers_made_on_two_devices_both_stay(self):
        page = self.on_sheet()
        sheet = Sheet.objects.get()
        layers = sheet.document["layers"]
        theirs = [*layers, {**layers[0], "which": 5, "name": "Rocks"}]
        perform(self.account, "keepSheet", Wish(sheet.pk, {"document": {"layers": theirs}}, sheet.revision))
        self.tray(page, "Layers")
        page.get_by_role("button", name="Lay another layer on top").click()
        page.wait_for_selector(".status:has-text('keeping waits')")
        page.unroute("**/api/**")
        page.get_by_role("button", name="Keep both").wait_for()
        row = page.locator("tr", has_text="Layers").locator("td").all_inner_texts()
        self.assertIn("Rocks", row[1])
        self.assertNotIn("Rocks", row[0])
        page.get_by_role("button", name="Keep both").click()
        self.wait_for(lambda: Sheet.objects.count() == 2)
        self.wait_for(lambda: SheetStroke.objects.count() == 2)
        made = Sheet.objects.exclude(pk=sheet.pk).get()
        sheet.refresh_from_db()
        self.assertEqual([len(one.document["layers"]) for one in (made, sheet)], [len(layers) + 1] * 2)
        self.assertIn("Rocks", [one["name"] for one in sheet.document["layers"]])

    def test_a_brush_that_was_put_into_a_roll_deleted_elsewhere_comes_back_with_it(self):
        page = self.page
        perform(self.account, "keepRoll", Wish(uuid.uuid4(), {"name": "Harbour", "place": "a5"}))
        page.goto(f"{self.live_server_url}/rolls?named=Harbour")
        page.get_by_text("Put a first brush in").wait_for()
        page.route("**/api/**", lambda route: route.abort())
        harbour = Roll.objects.get(name="Harbour")
        perform(self.account, "takeRoll", Wish(harbour.pk, {}))
        page.get_by_text("Put a first brush in").click()
        page.get_by_role("button", name="Or a plain round one").click()
        page.wait_for_selector(".status")
        page.go_back()
        page.unroute("**/api/**")
        page.get_by_role("button", name="Put it back").click()
        self.wait_for(lambda: Roll.objects.get(name="Harbour").brushes.filter(deleted_at=None).count() == 1)
        harbour.refresh_from_db()
        self.assertIsNone(harbour.deleted_at)
