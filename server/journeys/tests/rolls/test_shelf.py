"""The lending shelf in the browser, as a process of its own: look, try, borrow, lend, change, take back, and away."""

import io
import json
import urllib.request

from accounts.models import Account
from django.test import override_settings, tag
from hollowmist_core.formats.pack import Pack
from rolls.actions.add_brush import add_brush
from rolls.models import Brush

from journeys.browser import JourneyCase, Pen, settle
from journeys.shelf import ShelfProcess


@tag("browser")
class ShelfTests(JourneyCase):
    brushes = {"Rope Ribbon": {}, "Slate Marker": {"size": 30.0}}

    @classmethod
    def setUpClass(cls):
        super().setUpClass()
        cls.shelf = cls.enterClassContext(ShelfProcess())
        cls.enterClassContext(override_settings(SHELF=cls.shelf.address))

    def to_shelf(self, ready=".lot"):
        self.page.goto(f"{self.live_server_url}/shelf")
        self.page.wait_for_selector(ready)

    def tap(self, name, exact=True):
        self.page.get_by_role("button", name=name, exact=exact).click()

    def borrowed(self) -> dict[str, str]:
        """Brushes in the roll *Borrowed*, each with the name of its maker."""
        found = Brush.objects.present().filter(roll__account=self.account, roll__name="Borrowed")
        return {one.name: one.maker["name"] for one in found}

    def lots(self) -> list[dict]:
        with urllib.request.urlopen(f"{self.shelf.address}/api/lots") as answer:
            return json.load(answer)

    def brushes_of(self, lot) -> list[str]:
        with urllib.request.urlopen(f"{self.shelf.address}/api/lots/{lot['id']}/pack") as answer:
            return [one.name for one in Pack(io.BytesIO(answer.read())).manifest.brushes]

    def dark(self) -> int:
        return int((self.pixels()[..., :3].max(axis=2) < 140).sum())

    def test_a_brush_is_tried_and_borrowed_and_stays(self):
        self.to_shelf()
        page = self.page
        page.get_by_role("searchbox", name="Find on the shelf").fill("marram")
        page.wait_for_function("() => document.querySelectorAll('.lot').length === 1")
        page.locator(".lot").click()
        page.locator(".slip", has_text="Marram").click()
        self.wait_for(lambda: self.dark() > 300)
        settle(page)
        before = self.dark()
        box = self.sheet_box()
        left, foot = box["x"] + 60, box["y"] + box["height"] - 120
        Pen(page).draw([(left + 12 * i, foot - 40 * (i % 2), 0.8) for i in range(24)])
        # Marram's green, darker than the paper: the stroke is there, and nobody's but this sheet's.
        self.wait_for(lambda: self.dark() > before + 300)
        self.assertEqual(self.account.proof_strokes.count(), 0)
        self.tap("Borrow Marram")
        self.wait_for(lambda: self.borrowed() == {"Marram": "Sorrel of the kitchen wall"})
        self.tap("Borrow all 2")
        self.wait_for(lambda: set(self.borrowed()) == {"Marram", "Thrift", "Sea Kale"})
        page.wait_for_function("() => document.querySelectorAll('.slip .hm-small').length === 3")
        page.get_by_role("button", name="Show", exact=True).last.click()
        page.wait_for_url("**/rolls?named=Borrowed")
        page.locator(".pocket", has_text="Marram").locator(".slip").click()
        page.wait_for_selector(".status:has-text('kept')")
        self.wait_for(lambda: self.dark() > 300)

    def test_a_roll_is_lent_changed_and_taken_back(self):
        page = self.page
        self.to_shelf()
        self.tap("Lend a roll")
        page.get_by_role("dialog").get_by_role("button", name="Chart inking").click()
        page.wait_for_selector(".lot:has-text('Chart inking'):has-text('Yours, lent')")
        (lot,) = (one for one in self.lots() if one["name"] == "Chart inking")
        self.assertEqual(self.brushes_of(lot), ["Rope Ribbon", "Slate Marker"])
        # Somebody else borrows it, and keeps it when it is taken back.
        other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.client.force_login(other)
        body = {"sha256": lot["sha256"]}
        answer = self.client.post(f"/api/shelf/{lot['id']}/borrow", body, content_type="application/json")
        self.wait_for(lambda: self.client.get(answer["Location"]).json()["state"] == "done", "the lot to be borrowed")
        add_brush(self.roll, "Barnacle")
        self.to_shelf()
        page.wait_for_selector("text=changed since you sent it")
        self.tap("Send the change")
        page.wait_for_selector("text=as you sent it on")
        (lot,) = (one for one in self.lots() if one["name"] == "Chart inking")
        self.assertEqual(self.brushes_of(lot), ["Rope Ribbon", "Slate Marker", "Barnacle"])
        self.tap("Take it back")
        page.wait_for_selector("text=is off the shelf")
        self.assertEqual([one for one in self.lots() if one["name"] == "Chart inking"], [])
        theirs = Brush.objects.present().filter(roll__account=other, roll__name="Borrowed")
        self.assertEqual(theirs.count(), 2)
        self.assertEqual(Brush.objects.present().filter(roll=self.roll).count(), 3)

    def test_all_else_works_while_it_is_away(self):
        page = self.page
        self.shelf.stop()
        try:
            self.to_shelf("[role=alert]")
            self.assertIn("does not answer", page.get_by_role("alert").inner_text())
            page.get_by_role("link", name="Rolls").click()
            page.locator(".pocket").first.wait_for()
            self.open_bench()
            page.get_by_role("slider", name="Size").first.press("ArrowUp")
            self.wait_for(lambda: self.kept().document["size"] != 24.0)
            self.to_shelf("[role=alert]")
        finally:
            self.shelf.start()
        self.tap("Look again")
        page.locator(".lot").first.wait_for()
