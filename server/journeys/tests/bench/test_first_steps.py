"""The first minutes: a new account draws, changes its brush and gives it a name, with a finger alone."""

from django.test import tag
from rolls.models import Brush

from journeys.browser import JourneyCase, Pen, settle


@tag("browser")
class FirstStepsTests(JourneyCase):
    brushes = {}

    def setUp(self):
        super().setUp()
        self.page.context.close()
        self.page = self.open_page(1194, 834, signed_in=False)
        self.page.goto(f"{self.live_server_url}/sign-in")
        self.page.get_by_role("button", name="I have no account yet").tap()
        self.page.fill("input[name=username]", "tarn")
        self.page.fill("input[name=password]", "slate-and-heather")
        self.page.get_by_role("button", name="Open it").tap()
        self.note = self.page.locator(".first-step")

    def says(self, words: str) -> None:
        self.note.get_by_text(words).wait_for()

    def stroke(self, points) -> None:
        """Draw with a finger through places on the page."""
        hand = Pen(self.page)
        hand.touch("touchStart", points[0])
        for place in points[1:]:
            hand.touch("touchMove", place)
        hand.touch("touchEnd")

    def brush(self) -> Brush:
        return Brush.objects.get(
            roll__account__username="tarn",
            place=min(Brush.objects.filter(roll__account__username="tarn").values_list("place", flat=True)),
        )

    def test_a_brush_of_ones_own_in_five_steps(self):
        page = self.page
        self.says("Draw a stroke")
        settle(page)
        sheet = self.sheet_box()
        across = [(sheet["x"] + 120 + 8 * i, sheet["y"] + sheet["height"] - 60 - 10 * (i % 5)) for i in range(40)]
        self.stroke(across)
        self.says("thin to wide")
        wedge = page.locator(".wedge").bounding_box()
        page.touchscreen.tap(wedge["x"] + wedge["width"] / 2, wedge["y"] + wedge["height"] / 3)
        self.says("Touch Line")
        page.locator('.path .card[data-station="line"]').tap()
        self.says("see the tremble go")
        page.locator(".tray").get_by_role("radio", name="even-out").first.tap()
        self.says("Touch Weight")
        page.locator('.path .card[data-station="weight"]').tap()
        self.says("Drag a point")
        settle(page)
        node = page.locator(".tray .node .touch").nth(1).bounding_box()
        x, y = node["x"] + node["width"] / 2, node["y"] + node["height"] / 2
        self.stroke([(x, y), (x, y - 12), (x, y - 24), (x, y - 40)])
        self.says("Touch the name")
        settle(page)
        page.locator(".crumb.name").tap()
        page.locator("input[name=brush-name]").fill("Tarn's own")
        page.get_by_role("button", name="Take it").tap()
        page.get_by_text("This brush is yours").wait_for()
        self.assertEqual(self.note.count(), 0)
        self.wait_for(lambda: self.brush().name == "Tarn's own")
        kept = self.brush().document
        self.assertEqual(kept["steadying"], "even-out")
        self.assertNotEqual(kept["size"], 22.0)

    def test_they_are_left_at_any_time_and_found_again(self):
        page = self.page
        self.says("Draw a stroke")
        page.get_by_role("button", name="Leave the first steps").tap()
        self.note.wait_for(state="detached")
        page.reload()
        page.wait_for_selector(".status:has-text('kept')")
        self.assertEqual(self.note.count(), 0)
        page.get_by_role("button", name="Settings").tap()
        page.get_by_text("First steps").tap()
        self.says("Draw a stroke")
