"""Neighbours of a brush: alike in both homes, looked at, gone on from, kept."""

from django.test import tag
from hollowmist_core.documents.brush import read
from hollowmist_core.documents.neighbours import neighbours
from rolls.models import Brush
from rolls.shipped.rolls import ROLLS

from journeys.browser import JourneyCase, settle

POINTED = next(document for name, _, document in ROLLS["Labels & titles"] if name == "Pointed Copper")


@tag("browser")
class VariationTests(JourneyCase):
    brushes = {"Pointed Copper": POINTED}

    def cards(self):
        return [one.get_attribute("aria-label") for one in self.page.locator(".variations .card").all()]

    def test_the_same_nine_are_made_in_both_homes(self):
        page = self.page
        page.goto(f"{self.live_server_url}/static/measure/measure.html")
        page.wait_for_function("window.measures")
        brush = read(POINTED)
        for seed, stations, far in ((1, ["weight"], 0.4), (77, ["line", "weight", "tip", "grain", "ink"], 1.0)):
            call = "([brush, ...how]) => window.measures.neighbours(brush, ...how)"
            made = page.evaluate(call, [brush, stations, far, seed])
            self.assertEqual([read(one) for one in made], neighbours(brush, stations, far, seed))

    def test_one_is_looked_at_gone_on_from_and_kept_and_the_way_back_stays(self):
        page = self.open_bench(name="Pointed Copper")
        page.get_by_role("button", name="Variations").click()
        settle(page)
        first = self.cards()
        self.assertEqual(len(set(first)), 9)
        page.locator(".variations .card").nth(3).click()
        page.wait_for_selector(".beside canvas")
        page.get_by_role("button", name="Go on from it").click()
        self.wait_for(lambda: len(self.cards()) == 9 and self.cards() != first)
        page.locator(".variations .card").nth(7).click()
        page.get_by_role("button", name="Keep as a brush").click()
        kept = self.wait_for(lambda: Brush.objects.filter(name="Pointed Copper, variation").first())
        self.assertNotEqual(kept.document, self.kept("Pointed Copper").document)
        page.get_by_role("button", name="The nine before").click()
        self.wait_for(lambda: self.cards() == first)

        page.locator(".variations .card").nth(3).click()
        page.get_by_role("button", name="Keep as a brush").click()
        self.wait_for(lambda: Brush.objects.filter(name="Pointed Copper, variation 2").exists())
        page.get_by_role("button", name="Use this one").click()
        self.wait_for(lambda: self.kept("Pointed Copper").document != POINTED)
        page.get_by_role("button", name="Undo").click()
        self.wait_for(lambda: self.kept("Pointed Copper").document == read(POINTED))

    def test_nothing_varies_where_nothing_may(self):
        page = self.open_bench(name="Pointed Copper")
        page.get_by_role("button", name="Variations").click()
        for station in ("Weight", "Tip", "Ink"):
            page.locator(".variations").get_by_role("button", name=station, exact=True).click()
        page.get_by_text("Choose at least one station").wait_for()
