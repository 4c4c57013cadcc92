"""What the page says, in the language of the browser or in the one that was chosen."""

from django.test import tag
from playwright.sync_api import expect

from journeys.browser import JourneyCase


@tag("browser")
class LanguageTests(JourneyCase):
    def test_german_is_the_browser_s_choice_and_english_is_chosen_instead(self):
        page = self.open_page(locale="de-AT")
        page.goto(f"{self.live_server_url}/rolls")
        page.get_by_role("button", name="Rope Ribbon öffnen").click()
        expect(page.locator("html")).to_have_attribute("lang", "de")
        # The page's own words, and those of the core's tables with their values.
        page.get_by_role("button", name="Strich: wie gezeichnet").click()
        tray = page.get_by_role("region", name="Lade Strich")
        tray.get_by_role("radiogroup", name="Beruhigen").get_by_role("radio", name="gleichmäßig").click()
        expect(tray.get_by_role("slider", name="Reichweite")).to_be_visible()
        self.wait_for(lambda: self.kept().document["steadying"] == "even-out")
        page.get_by_role("button", name="Einstellungen").click()
        page.get_by_role("radiogroup", name="Sprache").get_by_role("radio", name="English").click()
        page.get_by_role("button", name="Line: even-out 12 px").click()
        expect(page.locator("html")).to_have_attribute("lang", "en")
        page.reload()
        page.get_by_role("button", name="Line: even-out 12 px").wait_for()
