"""How a brush begins: three ways, each drawn; what ships is drawn with before it is taken."""

from django.test import tag
from playwright.sync_api import expect
from rolls.models import Brush
from sources.actions.ship_sources import ship_sources

from journeys.browser import JourneyCase, Pen, settle


@tag("browser")
class BeginningsTests(JourneyCase):
    def setUp(self):
        super().setUp()
        ship_sources()
        self.page.goto(f"{self.live_server_url}/rolls")
        self.page.get_by_text("New brush").tap()

    def test_a_brush_that_ships_is_drawn_with_and_then_taken(self):
        page = self.page
        page.get_by_role("link", name="From a brush that ships").tap()
        page.wait_for_selector(".slip")
        page.locator(".slip", has_text="Pointed Copper").tap()
        settle(page)
        sheet = page.get_by_label("Sheet to try Pointed Copper on: draw anywhere")
        before = sheet.screenshot()
        box = sheet.bounding_box()
        Pen(page).draw([(box["x"] + 60 + 6 * i, box["y"] + 60, 0.7) for i in range(40)])
        settle(page)
        self.assertNotEqual(before, sheet.screenshot())
        self.assertFalse(Brush.objects.filter(roll__account=self.account, name="Pointed Copper").exists())
        page.get_by_role("button", name="Take Pointed Copper").tap()
        taken = Brush.objects.filter(roll__account=self.account, name="Pointed Copper")
        brush = self.wait_for(taken.first)
        # It lies in the roll in which it was begun.
        self.assertEqual(brush.roll_id, self.roll.pk)
        page.get_by_role("button", name="To its bench").wait_for()
        # Once something was taken of it, what ships is one band.
        page.get_by_role("link", name="Rolls", exact=True).tap()
        band = page.get_by_role("button", name="Shipped with Hollowmist")
        expect(band).to_have_attribute("aria-expanded", "false")
        expect(page.locator(".shipped")).to_have_count(0)
        band.tap()
        page.locator(".shipped").first.wait_for()

    def test_from_a_picture_and_from_a_pack_and_plain(self):
        page = self.page
        with page.expect_file_chooser():
            page.get_by_role("button", name="From a pack").tap()
        page.get_by_text("New brush").tap()
        page.get_by_role("link", name="From a picture or a drawing").tap()
        page.wait_for_url("**/sources")
        page.go_back()
        page.get_by_text("New brush").tap()
        page.get_by_role("button", name="Or a plain round one").tap()
        page.wait_for_url("**/bench/**")
