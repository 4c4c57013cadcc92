"""The room around the ink: what the hand tells, the practice pen's ways, names, light and hand."""

from accounts.models import Account
from django.test import tag
from playwright.sync_api import expect

from journeys.browser import JourneyCase, Pen, frames, settle

LOWER = 560


@tag("browser")
class HandTrayTests(JourneyCase):
    def test_it_names_the_pointer_and_shows_its_live_figures(self):
        page = self.open_bench()
        page.locator(".card", has_text="Hand").click()
        settle(page)
        pen, box = Pen(page), self.sheet_box()
        x, y = box["x"] + box["width"] - 500, box["y"] + box["height"] - 30
        pen.event("mousePressed", x, y, 0.75, (45, 0))
        for i in range(30):
            pen.event("mouseMoved", x + 5 * i, y, 0.75, (45, 0))
        figures = page.locator(".figure.drawing")
        self.wait_for(lambda: figures.all_inner_texts()[:2] == ["75 %", "45°"])
        self.assertEqual(page.locator(".hand .name").inner_text(), "Pen")
        self.assertNotEqual(page.locator(".plot path").first.get_attribute("d"), "")
        pen.event("mouseReleased", x + 150, y)

    def test_the_live_mark_runs_along_the_curve(self):
        page = self.open_bench()
        page.locator(".card", has_text="Weight").click()
        settle(page)
        self.assertEqual(page.locator(".curve .mark").count(), 0)
        pen, box = Pen(page), self.sheet_box()
        x, y = box["x"] + box["width"] - 500, box["y"] + box["height"] - 30
        pen.event("mousePressed", x, y, 0.2)
        places = []
        for force in (0.2, 0.8):
            for i in range(8):
                pen.event("mouseMoved", x + 9 * i + 90 * force, y, force)
            places.append(float(self.rested(lambda: page.locator(".curve .mark").get_attribute("cx"))))
        field = page.locator(".curve .field")
        self.assertAlmostEqual((places[1] - places[0]) / float(field.get_attribute("width")), 0.6, delta=0.03)
        pen.event("mouseReleased", x + 150, y)
        self.wait_for(lambda: page.locator(".curve .mark").count() == 0)


@tag("browser")
class PracticePenTests(JourneyCase):
    def test_the_wheel_and_the_speed_change_the_pressure(self):
        page = self.open_bench()
        page.get_by_role("button", name="Practice pen", exact=True).click()
        slider = page.locator(".practice [role=slider]")
        page.get_by_role("radio", name="wheel").click()
        before = float(slider.get_attribute("aria-valuenow"))
        box = self.sheet_box()
        page.mouse.move(box["x"] + 400, box["y"] + 300)
        page.mouse.wheel(0, -120)
        self.wait_for(lambda: float(slider.get_attribute("aria-valuenow")) > before)
        self.assertEqual(page.get_by_text("Whole sheet").count(), 0)

        page.get_by_role("radio", name="speed").click()
        page.locator(".card", has_text="Hand").click()
        settle(page)
        box = self.sheet_box()
        page.mouse.move(box["x"] + 200, box["y"] + 200)
        page.mouse.down()
        for i in range(40):
            page.mouse.move(box["x"] + 200 + 25 * (i % 20), box["y"] + 200 + 2 * i)
        quick = page.locator(".tray .figure").first.inner_text()
        for i in range(12):
            frames(page, 4)
            page.mouse.move(box["x"] + 700 + 2 * i, box["y"] + 200)
        slow = page.locator(".tray .figure").first.inner_text()
        page.mouse.up()
        self.assertLess(int(quick.split()[0]), int(slow.split()[0]))


@tag("browser")
class RoomTests(JourneyCase):
    def test_a_brush_is_named_on_the_bench_and_undo_takes_it_back(self):
        page = self.open_bench()
        page.get_by_role("button", name="Rope Ribbon", exact=True).click()
        page.fill("input[name=brush-name]", "Kelp Ribbon")
        page.get_by_role("button", name="Take it").click()
        self.wait_for(lambda: self.kept().name == "Kelp Ribbon")
        page.get_by_role("button", name="Undo").click()
        self.wait_for(lambda: self.kept().name == "Rope Ribbon")

    def test_the_light_of_the_room_changes_the_paper_and_is_kept(self):
        page = self.open_bench()
        self.assertEqual(self.pixels()[LOWER, 600].tolist(), [0xFB, 0xFA, 0xF5, 255])
        page.get_by_role("button", name="Settings").click()
        page.get_by_role("radio", name="daylight").click()
        self.wait_for(lambda: self.pixels()[LOWER, 600].tolist() == [255, 255, 255, 255])
        self.wait_for(lambda: Account.objects.get().theme == "daylight")

    def test_the_light_is_the_one_that_the_device_wishes_until_one_is_chosen(self):
        page = self.open_bench()
        room = page.locator("html")
        expect(room).to_have_attribute("data-theme", "fog")
        page.emulate_media(color_scheme="dark")
        expect(room).to_have_attribute("data-theme", "lamp")
        self.wait_for(lambda: self.pixels()[LOWER, 600].tolist() == [0xE2, 0xD7, 0xBF, 255])
        page.emulate_media(contrast="more")
        expect(room).to_have_attribute("data-theme", "daylight")
        page.get_by_role("button", name="Settings").click()
        page.get_by_role("radio", name="fog").click()
        expect(room).to_have_attribute("data-theme", "fog")

    def test_ink_swatches_reink_in_their_colour(self):
        page = self.open_bench()
        page.get_by_role("slider", name="Ink well").click()
        page.get_by_role("button", name="Ink: rust", exact=True).click()
        self.wait_for(lambda: ((self.pixels()[..., 0] == 0x8A) & (self.pixels()[..., 2] == 0x22)).sum() > 500)
        self.wait_for(lambda: self.kept().document["ink"] == "#8a3b22")


@tag("browser")
class PolicyTests(JourneyCase):
    def test_no_place_asks_for_what_the_content_policy_forbids(self):
        page = self.open_page(bypass_csp=False)
        refused = []
        page.on("console", lambda message: refused.append(message.text) if "Content Security" in message.text else None)
        for path, ready in (
            ("/rolls", ".pocket"),
            ("/sources", ".finder"),
            ("/pen-fitting", ".fields"),
            (f"/bench/{self.made['Rope Ribbon'].pk}", ".reading"),
            ("/api/docs", ".swagger-ui"),
        ):
            page.goto(self.live_server_url + path)
            page.wait_for_selector(ready)
            settle(page)
        self.assertEqual(refused, [])
