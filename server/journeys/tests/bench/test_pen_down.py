"""A pen that is down while something else happens: the stroke is whole, in its place, and the next one works."""

import numpy as np
from bench.pen import SCRIPT
from django.test import tag
from proofs.models import ProofStroke
from sheets.models import SheetStroke

from journeys.browser import JourneyCase, Pen, settle
from journeys.sheet_hands import FLAT, SheetHands

NEWER = """(account) => {
  window.taken = false
  const asked = indexedDB.open(`hollowmist-${account}`, 9999)
  asked.onblocked = () => (window.waits = true)
  asked.onsuccess = () => { window.taken = true; asked.result.close() }
}"""
"""Another page of a newer version wants the store."""


class PenDown(JourneyCase):
    brushes = {"Rope Ribbon": FLAT}

    def setUp(self):
        super().setUp()
        self.pen = Pen(self.page)

    def line(self, y, left=400, count=20, lift=False):
        """Draw along a line of the page; the pen stays down."""
        self.pen.draw([(left + 8 * i, y, 0.7) for i in range(count)], lift=lift)

    def samples(self, stroke):
        return np.frombuffer(bytes(stroke.samples), "<f4").reshape(-1, 7)

    def kept(self, count):
        self.wait_for(lambda: self.rows().count() == count, f"{count} strokes")
        return self.samples(self.rows().order_by("pk").last())


@tag("browser")
class OnTheBenchTests(PenDown):
    def setUp(self):
        super().setUp()
        self.open_bench(self.page)
        box = self.sheet_box()
        self.foot = box["y"] + box["height"] - 80

    def rows(self):
        return ProofStroke.objects.filter(deleted_at=None)

    def test_leaving_the_place_keeps_the_stroke(self):
        self.line(self.foot)
        # The pen has the pointer: a thumb or a key does it.
        self.page.evaluate("document.querySelector('a[href=\"/rolls\"]').click()")
        self.page.wait_for_url("**/rolls*")
        drawn = self.kept(1)
        self.assertGreaterEqual(len(drawn), 15)

    def test_a_screen_that_turns_in_mid_stroke_ends_it_where_it_was(self):
        before = self.zoom()
        self.line(self.foot)
        self.page.set_viewport_size({"width": 800, "height": 1280})
        drawn = self.kept(1)
        self.assertAlmostEqual(float(np.ptp(drawn[:, 0])), 8 * 19 / before, delta=2)
        self.assertLess(float(np.ptp(drawn[:, 1])), 1.0)
        self.pen.event("mouseReleased", 560, self.foot)
        settle(self.page)
        box = self.sheet_box()
        self.line(box["y"] + box["height"] - 60, left=box["x"] + 100, lift=True)
        self.kept(2)

    def reported(self, call, *given):
        """The stroke that comes of reports, which all are in it."""
        self.page.add_script_tag(path=SCRIPT)
        self.pen.event("mousePressed", 640, self.foot - 200, force=0.5)
        self.page.evaluate(f"(given) => window.reports.{call}('canvas.sheet', ...given)", given)
        self.pen.event("mouseReleased", 640, self.foot - 200)
        return self.kept(1)

    def test_ten_thousand_reports_in_one_event_are_all_drawn(self):
        drawn = self.reported("together", 10_000, 1000)
        self.assertGreaterEqual(len(drawn), 10_000)
        self.assertTrue((np.diff(drawn[:, 2]) >= 0).all())
        settle(self.page)
        self.assertGreater((self.pixels()[..., 0] < 90).sum(), 10_000)

    def test_a_pen_of_a_thousand_hertz_loses_nothing(self):
        self.assertGreaterEqual(len(self.reported("report", 1, 1000)), 1000)

    def test_a_newer_page_takes_the_store_over_after_the_stroke_and_not_in_it(self):
        other = self.page.context.new_page()
        other.goto(f"{self.live_server_url}/notices.txt")
        self.line(self.foot)
        other.evaluate(NEWER, self.account.pk)
        other.wait_for_function("window.waits")
        for x in range(560, 720, 8):
            self.pen.event("mouseMoved", x, self.foot, 0.7)
        self.assertEqual(self.page.get_by_text("Hollowmist was renewed in another tab").count(), 0)
        self.assertFalse(other.evaluate("window.taken"))
        self.pen.event("mouseReleased", 720, self.foot)
        other.wait_for_function("window.taken")
        self.page.get_by_text("Hollowmist was renewed in another tab").wait_for()
        strokes = other.evaluate(
            """(account) => new Promise((tell) => {
              const asked = indexedDB.open(`hollowmist-${account}`)
              asked.onsuccess = () => {
                const count = asked.result.transaction("strokes").objectStore("strokes").count()
                count.onsuccess = () => tell(count.result)
              }
            })""",
            self.account.pk,
        )
        self.assertEqual(strokes, 1)


@tag("browser")
class OnASheetTests(SheetHands, PenDown):
    def setUp(self):
        super().setUp()
        self.new_sheet(self.page)
        self.hold(self.page, "Rope Ribbon")
        box, _ = self.paper_box(self.page)
        self.middle = box["y"] + box["height"] / 2
        self.left = box["x"] + box["width"] / 2 - 90

    def rows(self):
        return SheetStroke.objects.filter(deleted_at=None)

    def test_leaving_the_place_keeps_the_stroke(self):
        self.line(self.middle, self.left)
        self.page.evaluate("history.back()")
        self.page.wait_for_url("**/sheets")
        self.assertGreaterEqual(len(self.kept(1)), 15)

    def test_a_screen_that_turns_in_mid_stroke_ends_it_where_it_was(self):
        _, zoom = self.paper_box(self.page)
        self.line(self.middle, self.left)
        self.page.set_viewport_size({"width": 800, "height": 1280})
        drawn = self.kept(1)
        self.assertAlmostEqual(float(np.ptp(drawn[:, 0])), 8 * 19 / zoom, delta=3 / zoom)
        self.assertLess(float(np.ptp(drawn[:, 1])), 1.0)
        self.pen.event("mouseReleased", 560, self.middle)
        settle(self.page)
        self.stroke(self.page, 0.2, 0.3, 0.6, 0.3)
        self.kept(2)
