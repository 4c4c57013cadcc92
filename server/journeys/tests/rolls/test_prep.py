"""The prep table in the real browser: the recipe's row, the pen's steps, and what is kept of them."""

import numpy as np
from django.test import tag
from hollowmist_core.documents.recipe import default_step
from playwright.sync_api import expect
from sources.actions.make_source import make_source
from sources.models import KeptRecipe, Source

from journeys.browser import JourneyCase, Pen, frames, rows_here

DOTS = {"start": {"kind": "dots", "side": 128, "per_side": 6.0}, "steps": []}


@tag("browser")
class PrepJourneyTests(JourneyCase):
    def setUp(self):
        super().setUp()
        steps = [default_step("blur"), default_step("invert")]
        self.source = make_source(self.account, "Dots", "grain", {**DOTS, "steps": steps})
        self.lay("Dots")

    def lay(self, name):
        source = Source.objects.get(name=name)
        self.page.goto(f"{self.live_server_url}/sources/{source.pk}")
        expect(self.page.get_by_role("status", name="Figures")).to_contain_text("seam")
        return source

    def steps(self):
        self.source.refresh_from_db()
        return self.source.recipe["steps"]

    def kinds(self):
        return [step["kind"] for step in self.steps()]

    def add_step(self, name):
        self.page.get_by_role("button", name="Step", exact=True).tap()
        self.page.locator(".kinds .kind", has_text=name).first.tap()

    def choose(self, label):
        self.page.locator(".step .hold", has_text=label).tap()

    def result(self):
        """The large view's place on the page, and CSS px per picture px."""
        self.page.get_by_role("radio", name="Result").tap()
        box = self.page.locator(".large .worked").bounding_box()
        fit = min(box["width"], box["height"]) / 128
        return box["x"] + (box["width"] - 128 * fit) / 2, box["y"] + (box["height"] - 128 * fit) / 2, fit

    def test_steps_are_switched_off_moved_and_taken_out_and_undo_goes_back(self):
        self.page.get_by_role("switch", name="Invert on").locator("xpath=..").tap()
        self.wait_for(lambda: not self.steps()[1]["on"])
        self.choose("Invert")
        self.page.get_by_role("button", name="Earlier").tap()
        self.wait_for(lambda: self.kinds() == ["invert", "blur"])
        self.page.get_by_role("button", name="Take this step out").tap()
        self.wait_for(lambda: self.kinds() == ["blur"])
        for want in (["invert", "blur"], ["blur", "invert"]):
            self.page.get_by_role("button", name="Undo").tap()
            self.wait_for(lambda want=want: self.kinds() == want)
        # After the page was closed, too.
        steps = lambda: [one["undone"] for one in rows_here(self.page, self.account, "steps", "undone")]  # noqa: E731
        self.wait_for(lambda: sum(steps()) == 2)
        self.page.reload()
        self.page.wait_for_selector(".step")
        self.page.get_by_role("button", name="Redo").tap()
        self.wait_for(lambda: self.kinds() == ["invert", "blur"])

    def test_a_step_is_dragged_to_another_place(self):
        first = self.page.locator(".step .hold").first.bounding_box()
        second = self.page.locator(".step .hold").nth(1).bounding_box()
        mouse = self.page.mouse
        mouse.move(first["x"] + 20, first["y"] + 12)
        mouse.down()
        for part in np.linspace(0, 1, 12):
            mouse.move(first["x"] + 20 + part * (second["x"] - first["x"] + 40), first["y"] + 14)
            frames(self.page, 2)
        mouse.up()
        self.wait_for(lambda: self.kinds() == ["invert", "blur"])
        expect(self.page.locator(".step .hold").first).to_contain_text("Invert")

    def test_every_slider_remakes_the_result_while_it_moves(self):
        self.choose("Blur")
        track = self.page.get_by_role("slider", name="Radius").bounding_box()
        self.page.mouse.move(track["x"] + 20, track["y"] + 20)
        self.page.mouse.down()
        for i in range(1, 6):
            before = self.page.evaluate("hollowmist.prepEdits()")
            self.page.mouse.move(track["x"] + 20 + 16 * i, track["y"] + 20)
            self.wait_for(lambda before=before: self.page.evaluate("hollowmist.prepEdits()") > before)
        self.page.mouse.up()
        self.wait_for(lambda: self.steps()[0]["radius"] > 5)

    def test_the_pen_heals_from_where_it_is_told(self):
        self.add_step("Clone and heal")
        left, top, fit = self.result()
        expect(self.page.get_by_text("Touch the result where it is good.")).to_be_visible()
        pen = Pen(self.page)
        pen.draw([(left + 100 * fit, top + 30 * fit, 0.5)])
        expect(self.page.get_by_text("Draw over what should go.")).to_be_visible()
        pen.draw([(left + (40 + i) * fit, top + 70 * fit, 0.5) for i in range(12)])
        strokes = self.wait_for(lambda: self.kinds()[-1:] == ["mend"] and self.steps()[-1]["strokes"])
        self.assertEqual(len(strokes), 1)
        self.assertAlmostEqual(strokes[0]["dx"], 60, delta=2)
        self.assertAlmostEqual(strokes[0]["dy"], -40, delta=2)
        # The server's result is that of the core with this very stroke.
        self.finished(self.source)
        self.page.get_by_role("button", name="Last stroke back").tap()
        self.wait_for(lambda: self.steps()[-1]["strokes"] == [])

    def test_background_is_cleared_from_where_it_is_touched(self):
        self.add_step("Cut background")
        left, top, fit = self.result()
        Pen(self.page).draw([(left + 64 * fit, top + 32 * fit, 0.5)])
        points = self.wait_for(lambda: self.kinds()[-1:] == ["background"] and self.steps()[-1]["points"])
        np.testing.assert_allclose(points, [[0.5, 0.25]], atol=0.02)

    def test_steps_are_kept_as_a_recipe_and_used_on_another_source(self):
        self.page.get_by_role("button", name="Keep these steps as a recipe").tap()
        self.page.locator('input[name="brush-name"]').fill("Soft and turned")
        self.page.get_by_role("button", name="Take it").tap()
        self.wait_for(lambda: KeptRecipe.objects.filter(name="Soft and turned").exists())
        other = make_source(self.account, "Plain dots", "grain", DOTS)
        self.lay("Plain dots")
        self.page.get_by_role("button", name="Step", exact=True).tap()
        self.page.locator(".kept .kind", has_text="Soft and turned").tap()

        def same():
            other.refresh_from_db()
            return other.recipe["steps"] == self.source.recipe["steps"]

        self.wait_for(same, "both sources to have the same steps")
        np.testing.assert_allclose(self.finished(other), self.finished(self.source), atol=2)

    def test_a_change_outlives_a_lost_network_and_a_closed_page(self):
        self.page.context.set_offline(True)
        self.choose("Blur")
        self.page.get_by_role("button", name="Radius: more").tap()
        expect(self.page.locator(".status")).to_contain_text("safe on this device")
        self.page.context.set_offline(False)
        self.page.close()
        self.page = self.browser.contexts[0].new_page()
        self.lay("Dots")
        self.wait_for(lambda: self.steps()[0]["radius"] > 2)

    def test_two_devices_are_told_of_each_other(self):
        self.choose("Blur")
        Source.objects.filter(pk=self.source.pk).update(name="Spots", revision=2)
        self.page.get_by_role("button", name="Radius: more").tap()
        self.page.get_by_role("button", name="Take the other").tap()
        expect(self.page.get_by_role("button", name="Spots")).to_be_visible()
        self.assertEqual(self.steps()[0]["radius"], 2)

    def test_a_picture_is_pasted(self):
        self.page.goto(f"{self.live_server_url}/sources")
        expect(self.page.get_by_role("button", name="Open Dots")).to_be_visible()
        self.page.evaluate(
            """async () => {
              const canvas = new OffscreenCanvas(64, 64)
              const context = canvas.getContext("2d")
              context.arc(32, 32, 20, 0, 7)
              context.fill()
              const file = new File([await canvas.convertToBlob()], "image.png", { type: "image/png" })
              const clipboardData = new DataTransfer()
              clipboardData.items.add(file)
              window.dispatchEvent(new ClipboardEvent("paste", { clipboardData }))
            }"""
        )
        self.page.wait_for_url("**/sources/*-*")
        source = self.wait_for(lambda: Source.objects.filter(name="image").first())
        self.assertEqual(source.makes, "shape")

    def test_what_ships_is_looked_at_and_copied_to_be_changed(self):
        shipped = make_source(self.account, "Specks", "grain", DOTS)
        Source.objects.filter(pk=shipped.pk).update(account=None)
        self.lay("Specks")
        expect(self.page.get_by_role("button", name="Step", exact=True)).to_be_disabled()
        self.page.get_by_role("button", name="Take a copy to change").tap()
        self.wait_for(lambda: Source.objects.filter(account=self.account, name="Specks").exists())
        expect(self.page.get_by_role("button", name="Step", exact=True)).to_be_enabled()
