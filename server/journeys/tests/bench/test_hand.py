"""The hand made visible: an even line guided by the readings, the response grid, pen fitting, lanes of one's own."""

import re

import numpy as np
from django.test import tag
from hollowmist_core.tables.records import SAMPLE
from proofs.models import ProofStroke
from rolls.actions.add_brush import add_brush
from rolls.models import Brush
from rolls.shipped.rolls import ROLLS

from journeys.browser import Pen, settle
from journeys.tests.hands import LOWER, HandCase

POINTED = next(document for name, _, document in ROLLS["Labels & titles"] if name == "Pointed Copper")


@tag("browser")
class EvenLineTests(HandCase):
    brushes = {"Pointed Copper": POINTED}

    def test_the_readings_lead_to_an_even_line_with_every_pointer(self):
        page = self.open_bench(name="Pointed Copper")
        copy = add_brush(self.roll, "Pointed Copper 2", self.made["Pointed Copper"].document)
        page.goto(f"{self.live_server_url}/bench/{copy.pk}")
        self.open_readings(page)
        verdict = page.locator(".reading.verdict")
        self.assertRegex(verdict.inner_text(), "no")
        verdict.click()
        first = page.locator(".tray tbody tr").first
        self.assertIn("ressure → size", first.inner_text())
        for _ in range(6):
            switch = page.get_by_role("button", name=re.compile("^Switch off"))
            if switch.count() == 0:
                break
            self.settled(page, switch.first.click)
        self.assertIn("yes", verdict.inner_text())
        self.assertEqual(page.locator("strong.uneven").count(), 0)
        verdict.click()
        self.wait_for(lambda: self.sheet_box(page)["height"] > 500)

        pen, box = Pen(page), self.sheet_box(page)
        settle(page)
        y = box["y"] + LOWER
        pen.draw([(box["x"] + 60 + 3 * i, y, 0.05 + 0.9 * i / 90) for i in range(91)])
        pen.draw([(box["x"] + 800 + 3 * i, y, 0.5, (0, 0), "mouse") for i in range(91)])
        settle(page)
        # A pen was here: from then on fingers draw where that is chosen.
        page.get_by_role("button", name="Settings").click()
        page.get_by_role("radio", name="fingers draw too").click()
        page.keyboard.press("Escape")
        settle(page)
        pen.touch("touchStart", (box["x"] + 430, y))
        for i in range(1, 91):
            pen.touch("touchMove", (box["x"] + 430 + 3 * i, y))
        pen.touch("touchEnd")
        self.wait_for(lambda: ProofStroke.objects.count() == 3)
        for left in (60, 430, 800):
            widths = self.widths(page, LOWER - 36, LOWER + 36, left + 30, left + 240)
            self.assertGreater(widths.mean(), 15)
            self.assertLessEqual((widths.max() - widths.min()) / widths.mean(), 0.01)
        # The pointed pen itself is as it was.
        self.assertEqual(self.made["Pointed Copper"].document["taper_end_length"], POINTED["taper_end_length"])

        self.wait_for(lambda: Brush.objects.get(pk=copy.pk).document["taper_end_length"] == 0)
        rows = page.request.get(f"{self.live_server_url}/api/brushes/{copy.pk}/readings").json()
        even = {row["pointer"]: row["value"] for row in rows if row["of"] == "even line"}
        self.assertEqual(even, {"pen": "yes", "finger": "yes", "mouse": "yes"})

    def test_the_widest_spacing_is_set_by_a_tap(self):
        page = self.open_bench(name="Pointed Copper")
        self.open_readings(page)
        page.locator(".reading", has_text="Stamps show").click()
        self.settled(page, page.get_by_role("button", name=re.compile("widest spacing")).click)
        self.wait_for(lambda: self.kept("Pointed Copper").document["spacing"] > 0.2)
        ripple = page.evaluate("window.hollowmist.readings().ripple[0]")
        self.assertTrue(0.01 < ripple <= 0.021)


@tag("browser")
class ResponseGridTests(HandCase):
    brushes = {"Rope Ribbon": {"size": 24.0, "thickest": 4.0, "responses": {}}}

    def draw_tilted(self, page, left, tilt):
        box, pen = self.sheet_box(page), Pen(page)
        # The free paper below the lanes.
        at = box["y"] + box["height"] - 26
        pen.draw([(box["x"] + left + 4 * i, at, 0.5, (tilt, 0)) for i in range(40)], lift=False)
        mark = page.locator(".cell circle")
        self.wait_for(lambda: mark.count() == 1)
        x = float(mark.get_attribute("cx"))
        pen.event("mouseReleased", box["x"] + left + 156, at, 0.5, (tilt, 0))
        return x

    def test_a_tilt_response_with_a_dead_zone_is_made_in_the_grid(self):
        page = self.open_bench()
        page.get_by_role("button", name=re.compile("^Responses")).click()
        page.get_by_role("button", name="Tilt to Size: none").click()
        page.locator(".response .el-switch").click()
        editor = page.locator(".response .curve svg")
        box = editor.bounding_box()
        left, right = box["x"] + 64, box["x"] + box["width"] - 20
        foot = box["y"] + box["height"] - 50

        def drag(x, y, to_x, to_y):
            page.mouse.move(x, y)
            page.mouse.down()
            page.mouse.move((x + to_x) / 2, (y + to_y) / 2)
            page.mouse.move(to_x, to_y)
            page.mouse.up()

        # The lower handle of the range to full size, the dead zone from upright to 50 %.
        handle = page.locator(".handle path").first.bounding_box()
        drag(handle["x"] + 20, handle["y"] + 9, handle["x"] + 20, box["y"] + 15)
        drag(left + 3, foot + 14, left + (right - left) / 2, foot + 14)
        self.wait_for(lambda: (self.kept().document["responses"].get("size") or {}).get("tilt", {}).get("dead"))
        link = self.kept().document["responses"]["size"]["tilt"]
        self.assertEqual(link["dead"][0], 0.0)
        self.assertAlmostEqual(link["dead"][1], 0.5, delta=0.03)
        self.assertAlmostEqual(link["range"][0], 1.0, delta=0.03)
        self.keep_elsewhere(responses={"size": {"tilt": {**link, "range": [1.0, 2.0]}}})

        page = self.open_bench()
        page.get_by_role("button", name=re.compile("^Responses")).click()
        settle(page)
        marks, widths = [], []
        for tilt in (0, 20, 40, 90):
            marks.append(self.draw_tilted(page, 900, tilt))
            self.wait_for(lambda: page.get_by_role("button", name="Clear your strokes").is_enabled())
            settle(page)
            foot = int(self.sheet_box(page)["height"])
            widths.append(self.widths(page, foot - 50, foot, 960, 1000).mean())
            page.get_by_role("button", name="Clear your strokes").click()
            settle(page)
        self.assertEqual(max(widths[:3]) - min(widths[:3]), 0.0)
        self.assertAlmostEqual(widths[3] / widths[0], 2.0, delta=0.02)
        # The ember mark goes with the pen.
        self.assertTrue(marks[0] < marks[1] < marks[2] < marks[3])

    def test_a_curve_is_copied_to_another_cell_and_taken_from_the_plain_ones(self):
        page = self.open_bench()
        page.get_by_role("button", name=re.compile("^Responses")).click()
        page.get_by_role("button", name="Pressure to Flow: none").click()
        page.get_by_role("button", name="late", exact=True).click()
        page.get_by_role("group", name="Holds for").get_by_role("button", name="mouse").click()
        page.get_by_role("button", name="Copy to").click()
        page.get_by_role("button", name="Speed to Opacity: none").click()
        self.wait_for(lambda: "opacity" in self.kept().document["responses"])
        links = self.kept().document["responses"]
        self.assertEqual(links["opacity"]["speed"]["nodes"], links["flow"]["pressure"]["nodes"])
        self.assertEqual(links["opacity"]["speed"]["pointers"], ["pen", "finger"])
        page.get_by_role("button", name="Remove").click()
        self.wait_for(lambda: not self.kept().document["responses"]["opacity"])
        page.get_by_role("button", name="Undo").click()
        self.wait_for(lambda: self.kept().document["responses"]["opacity"])


@tag("browser")
class LineTests(HandCase):
    brushes = {"Rope Ribbon": {"size": 12.0, "responses": {}}}

    def test_the_ways_are_compared_side_by_side_and_one_is_taken(self):
        page = self.open_bench()
        page.locator(".card", has_text="Line").click()
        page.get_by_role("radio", name="Compare the ways").click()
        self.wait_for(lambda: page.locator(".way .row").count() == 12)
        gone = [
            int(text.split()[0]) for text in page.locator(".way .row:first-child span:last-child").all_inner_texts()
        ]
        self.assertEqual(gone[0], 0)
        self.assertTrue(all(share >= 60 for share in gone[1:]), gone)
        page.get_by_role("button", name="Steady by tow line").click()
        self.wait_for(lambda: self.kept().document["steadying"] == "tow line")
        self.open_readings(page)
        strip = page.locator(".reading", has_text="Steadying")
        self.wait_for(lambda: f"{gone[2]} %" in strip.inner_text())


@tag("browser")
class FittingTests(HandCase):
    brushes = {"Rope Ribbon": {}}

    def press(self, page, levels):
        pen = Pen(page)
        page.locator(".field").nth(2).wait_for()
        for field, level in zip(page.locator(".field").all(), levels, strict=True):
            box = field.bounding_box()
            for row in range(2):
                y = box["y"] + 40 + 60 * row
                pen.draw([(box["x"] + 20 + 6 * i, y, level + 0.002 * (i % 5)) for i in range(30)])

    def reported(self, page, force):
        """Pressure that a stroke is recorded with."""
        box = self.sheet_box(page)
        count = ProofStroke.objects.count()
        Pen(page).draw([(box["x"] + 100 + 5 * i, box["y"] + LOWER, force) for i in range(40)])
        self.wait_for(lambda: ProofStroke.objects.count() > count)
        samples = np.frombuffer(bytes(ProofStroke.objects.latest("drawn_at").samples), "<f4").reshape(-1, 7)
        return float(np.median(samples[:, 3]))

    def test_a_fitted_pen_presses_as_its_hand_means(self):
        page = self.open_bench()
        self.assertAlmostEqual(self.reported(page, 0.3), 0.3, delta=0.01)
        page.goto(f"{self.live_server_url}/pen-fitting")
        self.press(page, (0.12, 0.3, 0.55))
        page.get_by_role("button", name="Use this fitting").click()
        page = self.open_bench()
        self.assertAlmostEqual(self.reported(page, 0.304), 0.5, delta=0.03)
        self.assertAlmostEqual(self.reported(page, 0.554), 0.88, delta=0.04)
        page.goto(f"{self.live_server_url}/pen-fitting")
        page.get_by_role("button", name="Back to the pen as it is").click()
        page = self.open_bench()
        self.assertAlmostEqual(self.reported(page, 0.3), 0.3, delta=0.01)

    def test_a_pen_without_pressure_is_told_so(self):
        page = self.page
        page.goto(f"{self.live_server_url}/pen-fitting")
        pen = Pen(page)
        page.locator(".field").nth(2).wait_for()
        for field in page.locator(".field").all():
            box = field.bounding_box()
            for row in range(2):
                pen.draw([(box["x"] + 20 + 6 * i, box["y"] + 40 + 60 * row, 0.5) for i in range(30)])
        alert = page.get_by_role("alert")
        alert.wait_for()
        self.assertIn("same pressure however you press", alert.inner_text())
        self.assertEqual(page.get_by_role("button", name="Use this fitting").count(), 0)


@tag("browser")
class TaperTests(HandCase):
    brushes = {"Rope Ribbon": {"size": 40.0, "responses": {}}}

    def test_the_opacity_tapers_by_a_length_of_its_own(self):
        page = self.open_bench()
        page.get_by_role("button", name=re.compile("^Weight")).click()
        page.get_by_role("radio", name="End taper").click()
        page.get_by_role("radio", name="opacity").click()
        page.get_by_role("radio", name="px", exact=True).click()
        page.get_by_role("button", name=re.compile("^End opacity taper: .* type it")).click()
        page.get_by_role("textbox", name="End opacity taper, typed").fill("160")
        page.keyboard.press("Enter")
        self.wait_for(lambda: self.kept().document["taper_end_opacity_px"] == 160.0)
        pen, box = Pen(page), self.sheet_box(page)
        foot = int(box["height"]) - 30
        pen.draw([(box["x"] + 700 + 4 * i, box["y"] + foot, 0.5) for i in range(101)])
        self.wait_for(ProofStroke.objects.exists)
        settle(page)
        row = self.pixels(page)[foot, 700:1100, 0].astype(float)
        cover = 1 - np.clip((row - 0x1E) / (0xFB - 0x1E), 0, 1)
        self.assertGreater(cover[40:160].min(), 0.99)
        self.assertTrue(np.all(np.diff(cover[300:]) <= 0.02))
        self.assertLess(cover[-4:].max(), 0.45)
        self.assertTrue(0.3 < cover[350] < 0.95)
        # What varies the line is named by what it is.
        page.locator(".reading.verdict").click()
        page.get_by_role("button", name="Switch off end opacity taper").wait_for()


@tag("browser")
class ReportTests(HandCase):
    brushes = {"Rope Ribbon": {"size": 20.0}}

    def test_a_pen_that_always_reports_one_pressure_is_told_and_mended_by_a_tap(self):
        page = self.open_bench()
        box, pen = self.sheet_box(page), Pen(page)
        pen.draw([(box["x"] + 100 + 4 * i, box["y"] + LOWER, 0.5, (20, 0)) for i in range(60)])
        self.wait_for(ProofStroke.objects.exists)
        page.get_by_role("button", name=re.compile("^Hand")).click()
        page.get_by_role("radio", name="Pen", exact=True).click()
        page.get_by_text("Pressure: always 50 %").wait_for()
        page.get_by_text("Tilt: 20°").wait_for()
        page.get_by_role("button", name="Let its pressure come from its speed").click()
        self.wait_for(lambda: self.kept().document["pen_pressure"] == "from speed")
        page.get_by_role("radio", name="Finger", exact=True).click()
        page.get_by_text("Draw a stroke with your finger").wait_for()


FORESEE = """() => {
  // A browser that expects the pen 60 px further on.
  PointerEvent.prototype.getPredictedEvents = function () {
    const { clientX, clientY, pressure, pointerType } = this
    const ahead = new PointerEvent("pointermove", { clientX: clientX + 60, clientY, pressure, pointerType })
    // So far in time that no sample comes by it before the next is expected.
    Object.defineProperty(ahead, "timeStamp", { value: this.timeStamp + 500 })
    return [ahead]
  }
  const sheet = document.querySelector("canvas.sheet")
  const { width } = sheet
  const probe = new OffscreenCanvas(width, 1).getContext("2d", { willReadFrequently: true })
  window.furthest = 0
  // How far to the right ink was ever seen: the pen moves on while a busy machine still shows what was before.
  sheet.addEventListener("pointermove", function look({ clientY }) {
    sheet.removeEventListener("pointermove", look)
    const y = Math.round(clientY - sheet.getBoundingClientRect().top)
    requestAnimationFrame(function frame() {
      probe.drawImage(sheet, 0, y, width, 1, 0, 0, width, 1)
      const { data } = probe.getImageData(0, 0, width, 1)
      for (let x = width - 1; x > window.furthest; x--) if (data[4 * x] < 100) window.furthest = x
      requestAnimationFrame(frame)
    })
  })
}"""


@tag("browser")
class ForeseenTests(HandCase):
    brushes = {"Plain": {"size": 20.0, "responses": {}, "steadying": "none", "ink": "#1e2a2d"}}

    def test_ink_is_seen_ahead_of_the_pen_and_nothing_of_that_is_kept(self):
        page = self.open_bench(name="Plain")
        page.evaluate(FORESEE)
        pen, box = Pen(page), self.sheet_box(page)
        y = box["y"] + LOWER
        last = 60 + 6 * 59
        pen.draw([(box["x"] + 60 + 6 * i, y, 0.5) for i in range(60)], lift=False)

        def seen():
            # The pen goes on reporting, so that what was expected of it is not given up before it was shown.
            for up in (1, 0):
                pen.event("mouseMoved", box["x"] + last, y - up)
            return page.evaluate("window.furthest") >= last + 60 + 10 - 2

        self.wait_for(seen, "ink ahead of the pen")

        def end():
            rows = self.pixels(page)[LOWER - 20 : LOWER + 20, :, 0] < 100
            return int(rows.any(axis=0).nonzero()[0].max())

        # The hand rests: what was expected did not come.
        self.wait_for(lambda: abs(end() - (last + 10)) <= 2, "ink that ends where the pen rests")
        self.assertLessEqual(page.evaluate("window.furthest"), last + 60 + 10 + 2)
        pen.event("mouseReleased", box["x"] + last, y)
        kept = self.wait_for(ProofStroke.objects.first)
        drawn = np.frombuffer(kept.samples, SAMPLE)["x"]
        self.assertAlmostEqual(drawn.max() - drawn.min(), last - 60, delta=1)
        settle(page)
        self.assertAlmostEqual(end(), 60 + 6 * 59 + 10, delta=2)
