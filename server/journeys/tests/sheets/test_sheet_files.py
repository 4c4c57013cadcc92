"""Sheets as files, on the tablet and from the server, whatever dies meanwhile."""

from pathlib import Path
from tempfile import TemporaryDirectory

import numpy as np
from django.test import tag
from hollowmist_core.native.pieces import inked
from PIL import Image
from sheets.actions.piece import piece_of
from sheets.models import Sheet, SheetStroke

from journeys.browser import WORKERS, JourneyCase, Pen
from journeys.demo import DemoCase
from journeys.sheet_hands import BRUSHES, SheetHands

STOP_AT_FIRST_SHARE = """() => {
  window.shares = []
  const watch = new MutationObserver(() => {
    const share = parseInt(document.querySelector('[aria-label="The server writes"]')?.textContent ?? "")
    if (!(share > (window.shares.at(-1) ?? 0))) return
    window.shares.push(share)
    const stop = [...document.querySelectorAll("button")].find((one) => one.textContent.trim() === "Stop")
    if (window.shares.length < 1) return
    stop?.click()
    watch.disconnect()
  })
  watch.observe(document.body, { subtree: true, childList: true, characterData: true })
}"""


@tag("browser")
class FileTests(SheetHands, JourneyCase):
    brushes = BRUSHES

    def about_to_write(self):
        """A page with six strokes on a sheet, whose workers are at hand, and all set for a large file."""
        page = self.page
        page.add_init_script(WORKERS)
        self.new_sheet(page, "A4")
        self.hold(page, "Rope Ribbon")
        for k in range(6):
            self.stroke(page, 0.1, 0.1 + 0.06 * k, 0.9, 0.12 + 0.06 * k)
        self.out_at_600(page)
        return page

    def assert_whole(self, coming):
        with TemporaryDirectory() as folder:
            path = Path(folder) / "file.png"
            coming.value.save_as(path)
            self.assertEqual(Image.open(path).size, (4960, 7016))

    def test_a_worker_that_dies_in_the_middle_of_writing_is_followed_by_one_that_writes(self):
        page = self.about_to_write()
        with page.expect_download(timeout=120_000) as coming:
            page.get_by_role("button", name="PNG inked anew").click()
            page.wait_for_function("window.worker('second')")
            page.evaluate("worker('second').terminate()")
            # The pen's own goes on meanwhile.
            self.stroke(page, 0.1, 0.9, 0.9, 0.85)
        self.assert_whole(coming)
        self.wait_for(lambda: SheetStroke.objects.count() == 7)

    def test_both_workers_die_in_turn_in_the_middle_of_a_stroke_and_of_a_file(self):
        page = self.about_to_write()
        box, _ = self.paper_box(page)
        pen = Pen(page)

        def drawn_through(y, name):
            """A stroke in whose middle a worker dies."""
            line = [(box["x"] + box["width"] * u / 40, box["y"] + box["height"] * y, 0.6) for u in range(4, 37)]
            pen.draw(line[:15], lift=False)
            page.evaluate("(name) => worker(name).terminate()", name)
            for point in line[15:]:
                pen.event("mouseMoved", *point)
            return lambda: pen.event("mouseReleased", *line[-1])

        with page.expect_download(timeout=120_000) as coming:
            page.get_by_role("button", name="PNG inked anew").click()
            page.wait_for_function("window.worker('second')")
            drawn_through(0.6, "second")()
            lift = drawn_through(0.7, "pen")
            page.wait_for_selector("text=was started anew")
            lift()
        self.assert_whole(coming)
        self.wait_for(lambda: SheetStroke.objects.count() == 8)
        shown = self.shown(page)
        for y in (0.6, 0.7):
            self.assertLess(self.at(page, shown, 0.3, y).min(), 90)
        # As it is on a page that saw nothing of it.
        page.reload()
        page.wait_for_selector("[data-sheet][aria-busy=false]")
        self.shows(page, lambda: shown)

    def test_writing_can_be_stopped(self):
        page = self.page
        self.new_sheet(page, "A4")
        self.hold(page, "Rope Ribbon")
        self.stroke(page, 0.1, 0.1, 0.9, 0.9)
        self.out_at_600(page)
        page.get_by_role("button", name="PNG inked anew").click()
        page.get_by_role("button", name="Stop").click()
        self.wait_for(lambda: page.get_by_role("button", name="PNG inked anew").is_enabled())
        self.stroke(page, 0.1, 0.8, 0.9, 0.2)
        self.wait_for(lambda: SheetStroke.objects.count() == 2)


@tag("browser")
class DemoSheetTests(SheetHands, DemoCase):
    def test_a_file_tells_how_far_it_is_and_can_be_stopped(self):
        sheet = Sheet.objects.get(name="Great whorl")
        stage = self.stage((1280, 800))
        page = self.page = stage.page
        page.goto(f"{self.live_server_url}/sheets/{sheet.pk}")
        page.wait_for_selector("[data-sheet][aria-busy=false]")
        self.tray(page, "Out")
        came, writing = [], page.get_by_label("The server writes")
        page.on("download", lambda one: came.append(one.suggested_filename))
        # Stopped once it told how far it is, however fast that comes.
        page.evaluate(STOP_AT_FIRST_SHARE)
        page.get_by_role("button", name="SVG").click()
        self.wait_for(lambda: page.evaluate("window.shares.length") > 0)
        self.wait_for(lambda: writing.count() == 0)
        self.assertLess(page.evaluate("window.shares")[0], 100)
        data = self.download(page, lambda: page.get_by_role("button", name="PDF").click())
        self.assertTrue(data.startswith(b"%PDF"))
        self.assertEqual(came, ["great-whorl.pdf"])
        self.assertEqual(self.problems, [])

    def test_sources_that_come_late_ink_the_strokes_that_need_them(self):
        sheet = Sheet.objects.get(name="Great whorl")
        page = self.page = self.stage((1280, 800)).page
        # On a device that is new its sources are on their way while another brush is taken in hand.
        held, free = [], []
        page.route("**/api/pictures/*", lambda one: one.continue_() if free else held.append(one))
        page.goto(f"{self.live_server_url}/sheets/{sheet.pk}")
        page.wait_for_selector("[data-sheet][aria-busy=false]")
        for name in ("Broad Nib", "Label Monoline"):
            page.get_by_role("button", name=f"Take {name} in hand").click()
        self.wait_for(lambda: held)
        self.rested(lambda: len(held))
        free.append(True)
        for one in held:
            one.continue_()
        box, zoom = self.paper_box(page)
        canvas = page.locator("canvas.sheet").bounding_box()
        left, top = round(box["x"] - canvas["x"]), round(box["y"] - canvas["y"])
        there = inked(piece_of(sheet), zoom)[..., :3]
        height, width = there.shape[0] // 8 * 8, there.shape[1] // 8 * 8

        def tones(pixels):
            """Means of 8 by 8 px: where the paper's corner lies between pixels does not matter to them."""
            return pixels[:height, :width].astype(float).reshape(height // 8, 8, width // 8, 8, 3).mean((1, 3))

        def alike():
            seen = self.shown(page)[top:, left:]
            return (np.abs(tones(seen) - tones(there)).max(-1) > 30).mean() < 0.01

        self.wait_for(alike)
