"""Sheets in the real browser: laid out, drawn on, lettered, inked otherwise, written as files, on two devices."""

import io
import math
import zipfile

import numpy as np
import pypdfium2
import resvg_py
from django.test import tag
from hollowmist_core.native.pieces import inked
from hollowmist_core.native.words import write
from hollowmist_core.tables.records import SAMPLE
from PIL import Image, ImageDraw
from proofs.models import Lane, ProofStroke
from sheets.actions.piece import piece_of
from sheets.models import Look, Sheet, SheetStroke

from journeys.browser import JourneyCase, Pen, rows_here, settle
from journeys.sheet_hands import BRUSHES, SheetHands
from journeys.tests.keeping.test_offline import DeviceCase
from journeys.way import Way


@tag("browser")
class SheetTests(SheetHands, JourneyCase):
    brushes = BRUSHES

    def lay_sketch(self, page):
        """Lay a drawn circle under the sheet, in blue."""
        sketch = Image.new("RGB", (600, 800), "white")
        ImageDraw.Draw(sketch).ellipse((100, 100, 500, 500), outline="#444444", width=8)
        data = io.BytesIO()
        sketch.save(data, "PNG")
        self.tray(page, "Underlay")
        file = {"name": "sketch.png", "mimeType": "image/png", "buffer": data.getvalue()}
        page.get_by_label("Picture to lay under").set_input_files([file])
        grey = lambda: self.shown(page).min(-1)  # noqa: E731
        self.wait_for(lambda: ((grey() > 100) & (grey() < 190)).sum() > 500)
        page.get_by_role("radio", name="Blue").click()
        blue = lambda px: px[..., 2] - px[..., 0] > 40  # noqa: E731
        self.wait_for(lambda: blue(self.shown(page)).sum() > 500)

    def write_and_draw(self, page):
        """Write a word, and draw three lines below it."""
        self.tray(page, "Words")
        page.get_by_label("Word", exact=True).fill("Skerrow Ω")
        page.wait_for_selector("text=no letter is drawn for it: Ω")
        page.get_by_role("button", name="Leave it on the sheet").click()
        self.tray(page, "Words")
        self.wait_for(lambda: SheetStroke.objects.count() >= 2)
        settle(page)
        page.wait_for_selector(".status:has-text('kept')")
        word = SheetStroke.objects.count()
        for y in (0.55, 0.7, 0.85):
            self.stroke(page, 0.2, y, 0.8, y + 0.02)
        self.wait_for(lambda: SheetStroke.objects.count() == word + 3)

    def ink_two_otherwise(self, page):
        """Ink strokes inside a lasso with another brush."""
        self.tray(page, "Re-ink")
        box, _ = self.paper_box(page)
        corner = lambda x, y: (box["x"] + box["width"] * x, box["y"] + box["height"] * y, 0.5)  # noqa: E731
        lasso = [(0.1, 0.5), (0.95, 0.5), (0.95, 0.78), (0.1, 0.78), (0.1, 0.52)]
        way = [
            tuple(a + (b - a) * k / 8 for a, b in zip(corner(*lasso[i]), corner(*lasso[i + 1]), strict=True))
            for i in range(4)
            for k in range(8)
        ]
        Pen(page).draw(way)
        page.wait_for_selector("text=2 strokes chosen")
        page.get_by_role("button", name="Ink them with Rust Liner").click()
        self.wait_for(lambda: SheetStroke.objects.filter(size=40.0).count() == 2)

    def assert_same_in_all_files(self, page, there):
        """What other programs open shows the same ink."""
        ink = 255 - there[..., 1].astype(float)
        svg = self.download(page, page.get_by_role("button", name="SVG strokes").click)
        drawn = np.asarray(
            Image.open(io.BytesIO(bytes(resvg_py.svg_to_bytes(svg_string=svg.decode(), dpi=300)))).convert("RGB")
        )
        other = 255 - drawn[..., 1].astype(float)
        self.assertGreater(np.minimum(ink, other).sum() / np.maximum(ink, other).sum(), 0.97)
        pdf = self.download(page, page.get_by_role("button", name="PDF a page").click)
        size = pypdfium2.PdfDocument(pdf)[0].get_size()
        self.assertAlmostEqual(size[0] / 72 * 25.4, 148.0, delta=0.1)
        ora = self.download(page, page.get_by_role("button", name="OpenRaster every").click)
        with zipfile.ZipFile(io.BytesIO(ora)) as archive:
            self.assertEqual(archive.namelist()[0], "mimetype")
            merged = np.asarray(Image.open(io.BytesIO(archive.read("mergedimage.png"))).convert("RGB")).astype(int)
        # The merged picture has the underlay too; its ink is the same.
        dark = there[..., :3].max(-1) < 60
        self.assertGreater(dark.sum(), 5000)
        self.assertLess(np.abs(merged[dark] - there[..., :3].astype(int)[dark]).max(), 6)

    def test_a_sheet_from_underlay_to_files(self):
        page = self.page
        self.new_sheet(page)
        self.hold(page, "Rope Ribbon")
        self.lay_sketch(page)
        self.tray(page, "Guides")
        page.locator(".el-switch", has=page.get_by_label("Lettering lines")).click()
        self.wait_for(lambda: page.locator("[data-sheet] line.base").count() > 4)
        self.write_and_draw(page)
        self.ink_two_otherwise(page)
        self.tray(page, "Out")
        sheet = Sheet.objects.get()
        self.assertEqual(
            (sheet.document["width"], sheet.document["height"], sheet.document["dpi"]), (1748, 2480, 300.0)
        )
        here = self.download(page, page.get_by_role("button", name="PNG inked anew").click)
        png = Image.open(io.BytesIO(here))
        self.assertEqual(png.size, (1748, 2480))
        self.assertAlmostEqual(png.info["dpi"][0], 300, delta=0.1)
        # What the tablet made is what the server makes of the same strokes.
        self.wait_for(lambda: SheetStroke.objects.filter(size=40.0).count() == 2)
        there = inked(piece_of(sheet), under=False)
        apart = np.abs(np.asarray(png.convert("RGB")).astype(int) - there[..., :3])
        self.assertLessEqual(int(apart.max()), 1)
        self.assert_same_in_all_files(page, there)

    def test_inked_otherwise_and_back_leaves_the_same_pixels(self):
        page = self.page
        self.new_sheet(page, "Postcard")
        self.hold(page, "Rope Ribbon")
        for y in (0.3, 0.5, 0.7):
            self.stroke(page, 0.1, y, 0.9, y + 0.05)
        self.tray(page, "Re-ink")
        page.get_by_role("button", name="The whole layer").click()
        page.wait_for_selector("text=3 strokes chosen")
        before = self.shown(page)
        page.get_by_role("button", name="Ink them with Rust Liner").click()
        after = self.shown(page)
        self.assertGreater(np.abs(after - before).max(), 100)
        page.get_by_role("button", name="As before").click()
        np.testing.assert_array_equal(self.shown(page), before)
        page.get_by_role("button", name="As before").click()
        np.testing.assert_array_equal(self.shown(page), after)
        samples = sorted(bytes(one.samples) for one in SheetStroke.objects.all())
        page.get_by_role("button", name="Undo").click()
        np.testing.assert_array_equal(self.shown(page), before)
        page.get_by_role("button", name="Redo").click()
        np.testing.assert_array_equal(self.shown(page), after)
        self.assertEqual(sorted(bytes(one.samples) for one in SheetStroke.objects.all()), samples)

    def test_strokes_are_taken_back_one_by_one_and_done_again(self):
        page = self.page
        self.new_sheet(page, "Postcard")
        states = [self.shown(page)]

        def drew(*way):
            self.stroke(page, *way)
            states.append(self.shown(page))
            self.assertGreater(np.abs(states[-1] - states[-2]).max(), 100)

        self.hold(page, "Rope Ribbon")
        drew(0.1, 0.2, 0.9, 0.8)
        self.hold(page, "Rust Liner")
        drew(0.9, 0.2, 0.1, 0.8)
        page.get_by_role("button", name="Erase", exact=True).click()
        drew(0.5, 0.1, 0.5, 0.9)
        page.get_by_role("button", name="Erase", exact=True).click()
        self.tray(page, "Layers")
        page.get_by_role("button", name="Lay another layer on top").click()
        settle(page)
        self.tray(page, "Layers")
        drew(0.1, 0.5, 0.9, 0.5)
        self.hold(page, "Rope Ribbon")
        drew(0.3, 0.1, 0.35, 0.9)
        whole = states.pop()
        for state in (states[4], states[3]):
            page.get_by_role("button", name="Undo").click()
            np.testing.assert_array_equal(self.shown(page), state)
        # The layer that came between is a step, too.
        page.get_by_role("button", name="Undo").click()
        for state in (states[2], states[1], states[0]):
            page.get_by_role("button", name="Undo").click()
            np.testing.assert_array_equal(self.shown(page), state)
        for _ in range(6):
            page.get_by_role("button", name="Redo").click()
        self.shows(page, lambda: whole)
        # And once more, now that nobody drew them.
        page.get_by_role("button", name="Undo").click()
        np.testing.assert_array_equal(self.shown(page), states[4])
        page.get_by_role("button", name="Redo").click()
        np.testing.assert_array_equal(self.shown(page), whole)

    def test_drying_is_taken_back_with_all_that_it_dried(self):
        page = self.page
        self.new_sheet(page, "Postcard")
        self.hold(page, "Damp Rope")
        self.stroke(page, 0.1, 0.3, 0.9, 0.5)
        self.tray(page, "Layers")
        page.get_by_role("button", name="Dry now").click()
        self.tray(page, "Layers")
        self.hold(page, "Damp Rust")
        self.stroke(page, 0.2, 0.8, 0.8, 0.1)
        over_dry = self.shown(page)
        for step in ("Undo", "Undo", "Redo", "Undo"):
            page.get_by_role("button", name=step).click()
            settle(page)
        self.stroke(page, 0.2, 0.8, 0.8, 0.1)
        ran = np.abs(self.shown(page) - over_dry).max(-1) > 40
        self.assertGreater(ran.sum(), 200)

    def test_one_of_many_strokes_is_taken_and_only_its_tiles_change(self):
        page = self.page
        self.new_sheet(page, "Postcard")
        self.hold(page, "Rope Ribbon")
        self.tray(page, "Words")
        for text in ("lantern & rope, kelp & slate", "harbour, tide, fog and gull", "the keeper's log of the night"):
            page.get_by_label("Word", exact=True).fill(text)
            page.get_by_role("radio", name="Upright").click()
            settle(page)
            page.get_by_role("button", name="Leave it on the sheet").click()
            settle(page)
        self.tray(page, "Words")
        self.wait_for(lambda: SheetStroke.objects.count() > 100)
        self.stroke(page, 0.1, 0.15, 0.9, 0.6)
        with_it = self.shown(page)
        page.get_by_role("button", name="Undo").click()
        without = self.shown(page)
        self.assertGreater(np.abs(with_it - without).max(), 100)
        page.get_by_role("button", name="Redo").click()
        np.testing.assert_array_equal(self.shown(page), with_it)
        # One of many inked otherwise, and back.
        self.tray(page, "Re-ink")
        box, _ = self.paper_box(page)
        Pen(page).draw([(box["x"] + box["width"] * 0.5, box["y"] + box["height"] * 0.375, 0.5)])
        page.wait_for_selector("text=1 stroke chosen")
        before = self.shown(page)
        page.get_by_role("button", name="Ink them with Rust Liner").click()
        self.wait_for(lambda: SheetStroke.objects.filter(size=40.0).count() == 1)
        self.assertGreater(np.abs(self.shown(page) - before).max(), 100)
        page.get_by_role("button", name="Undo").click()
        np.testing.assert_array_equal(self.shown(page), before)
        self.tray(page, "Re-ink")
        np.testing.assert_array_equal(self.shown(page), with_it)
        page.get_by_role("button", name="Undo").click()
        settle(page)
        # Inked from nothing it is the same, and what was taken back can be done again.
        self.wait_for(lambda: SheetStroke.objects.filter(deleted_at=None).count() == SheetStroke.objects.count() - 1)
        page.reload()
        page.wait_for_selector(".strip .pocket")
        self.shows(page, lambda: without)
        page.get_by_role("button", name="Redo").click()
        np.testing.assert_array_equal(self.shown(page), with_it)

    def test_held_still_at_its_end_a_stroke_is_offered_straight(self):
        page = self.page
        self.new_sheet(page, "Postcard")
        self.hold(page, "Rope Ribbon")
        box, _ = self.paper_box(page)
        pen = Pen(page)
        points = [(box["x"] + 100 + 8 * i, box["y"] + 200 + 5 * math.sin(i / 3), 0.3 + i / 100) for i in range(60)]
        pen.draw(points, lift=False)
        page.wait_for_selector("[data-sheet][data-still=true]")
        pen.event("mouseReleased", *points[-1])
        page.get_by_role("button", name="A line").click()
        self.wait_for(
            lambda: SheetStroke.objects.filter(deleted_at=None).count() == 1 and SheetStroke.objects.count() == 2
        )
        drawn, straight = (
            np.frombuffer(bytes(SheetStroke.objects.get(deleted_at__isnull=gone).samples), "<f4").reshape(-1, 7)
            for gone in (False, True)
        )
        np.testing.assert_array_equal(straight[:, 2:4], drawn[:, 2:4])
        ends = straight[-1, :2] - straight[0, :2]
        off = np.abs(ends[0] * (straight[:, 1] - straight[0, 1]) - ends[1] * (straight[:, 0] - straight[0, 0]))
        self.assertLess(float(off.max() / np.hypot(*ends)), 0.5)
        page.get_by_role("button", name="Undo").click()
        left = SheetStroke.objects.filter(deleted_at=None).values_list("samples", flat=True)
        self.wait_for(lambda: [bytes(one) for one in left.all()] == [drawn.tobytes()])

    def test_strokes_keep_a_brush_that_is_gone_and_follow_one_that_changes(self):
        page = self.page
        self.new_sheet(page, "Postcard")
        self.hold(page, "Rope Ribbon")
        self.stroke(page, 0.1, 0.4, 0.9, 0.4)
        before = self.shown(page)
        # A stroke has a size of its own: what it is drawn with follows.
        self.keep_elsewhere(size=80.0, roundness=0.2)
        page.evaluate("window.dispatchEvent(new Event('online'))")
        here = lambda: {one["name"]: one for one in rows_here(page, self.account, "brushes", "name", "document")}  # noqa: E731
        self.wait_for(lambda: here()["Rope Ribbon"]["document"]["size"] == 80.0)
        np.testing.assert_array_equal(self.shown(page), before)
        self.assertEqual(Look.objects.get().document["size"], 24.0)
        self.tray(page, "Layers")
        page.locator(".el-switch", has=page.get_by_label("Strokes follow their brushes")).click()
        self.wait_for(lambda: Sheet.objects.get().document["follows"])
        self.tray(page, "Layers")
        self.wait_for(lambda: (now := self.shown(page)).shape == before.shape and (now != before).any())

    def test_a_locked_layer_takes_nothing_and_a_pinch_turns_the_paper(self):
        page = self.page
        self.new_sheet(page, "Postcard")
        self.hold(page, "Rope Ribbon")
        self.tray(page, "Layers")
        page.get_by_role("button", name="Lock Layer 1").click()
        self.tray(page, "Layers")
        self.stroke(page, 0.1, 0.4, 0.9, 0.4)
        page.wait_for_selector("text=This layer is locked")
        self.tray(page, "Layers")
        page.get_by_role("button", name="Unlock Layer 1").click()
        self.tray(page, "Layers")
        room = page.locator("[data-sheet]").bounding_box()
        cx, cy = room["x"] + room["width"] / 2, room["y"] + room["height"] / 2
        pen = Pen(page)
        at = lambda angle: [(cx + s * 150 * math.cos(angle), cy + s * 150 * math.sin(angle)) for s in (-1, 1)]  # noqa: E731
        pen.touch("touchStart", *at(0.0))
        for k in range(1, 13):
            pen.touch("touchMove", *at(k * math.pi / 24))
        pen.touch("touchEnd")
        settle(page)
        self.assertIn("rotate(90deg)", page.locator("[data-sheet] .box").get_attribute("style"))
        # What is drawn to the right on the screen goes up on the paper.
        pen.draw([(cx - 100 + 8 * i, cy, 0.5) for i in range(26)])
        self.wait_for(lambda: SheetStroke.objects.count() == 1)
        samples = np.frombuffer(bytes(SheetStroke.objects.get().samples), "<f4").reshape(-1, 7)
        self.assertLess(float(np.ptp(samples[:, 0])), 12)
        self.assertLess(float(samples[-1, 1]), float(samples[0, 1]) - 100)


@tag("browser")
class BenchWordTests(SheetHands, JourneyCase):
    brushes = BRUSHES

    def test_a_word_becomes_a_lane_and_both_homes_write_it_alike(self):
        page = self.open_bench()
        self.tray(page, "Lanes")
        page.get_by_role("button", name="Write a word as a lane").click()
        page.get_by_label("Word", exact=True).fill("Skerrow")
        page.get_by_role("button", name="Take it").click()
        self.wait_for(lambda: Lane.objects.filter(name="Skerrow").exists())
        self.wait_for(lambda: ProofStroke.objects.exclude(lane=None).count() == 2)
        page.wait_for_selector(".lane:has-text('Skerrow')")
        style = {"spacing": 0.06, "slant": 14.0, "alive": 0.5, "press": (0.2, 0.8), "seed": 1}
        here = write("Skerrow", "running", (44.0, 105.6), 44.0, **style).strokes
        there = [np.frombuffer(bytes(one.samples), SAMPLE) for one in ProofStroke.objects.exclude(lane=None)]
        self.assertEqual([len(one) for one in here], [len(one) for one in there])
        for one, other in zip(here, there, strict=True):
            for field in SAMPLE.names:
                np.testing.assert_allclose(other[field], one[field], atol=2e-3)

    def test_a_sheets_strokes_are_a_lane_of_the_bench(self):
        page = self.page
        self.new_sheet(page, "Postcard")
        self.hold(page, "Rope Ribbon")
        self.stroke(page, 0.1, 0.2, 0.9, 0.8)
        self.wait_for(lambda: SheetStroke.objects.count() == 1)
        self.open_bench(page)
        self.tray(page, "Lanes")
        page.locator(".lanes .sheet").click()
        page.get_by_role("option", name="Harbour label").click()
        page.wait_for_selector(".lane:has-text('Harbour label')")
        self.wait_for(lambda: (self.shown(page)[..., 0] < 60).sum() > 2000)
        self.wait_for(lambda: self.kept().document["proofs"] == f"s:{Sheet.objects.get().pk}")


@tag("browser")
class TwoTabletsOnASheetTests(SheetHands, DeviceCase):
    brushes = BRUSHES

    def test_one_away_and_one_near_end_with_all_strokes_in_one_order(self):
        others_way = Way(self.live_server_url)
        self.addCleanup(others_way.close)
        one, other = self.installed_page(), self.installed_page(others_way)
        self.new_sheet(one, "Postcard", url=self.way.url)
        self.hold(one, "Rope Ribbon")
        self.stroke(one, 0.1, 0.2, 0.9, 0.2)
        self.wait_for(lambda: SheetStroke.objects.count() == 1)
        other.goto(f"{others_way.url}/sheets")
        other.get_by_role("button", name="Open Harbour label").first.click()
        other.wait_for_selector(".strip .pocket")
        settle(other)
        others_way.away = True
        other.clock.install()
        self.hold(other, "Rust Liner")
        for k in range(3):
            self.stroke(other, 0.2, 0.3 + 0.2 * k, 0.8, 0.9 - 0.2 * k)
            self.stroke(one, 0.3 + 0.1 * k, 0.1, 0.5 + 0.1 * k, 0.9)
        other.wait_for_selector("text=keeping waits: all is safe on this device")
        self.wait_for(lambda: SheetStroke.objects.count() == 4)
        # An hour later, and started anew in between.
        other.clock.fast_forward(3_600_000)
        other.reload()
        other.wait_for_selector(".strip .pocket")
        self.hold(other, "Rust Liner")
        self.stroke(other, 0.1, 0.5, 0.9, 0.5)
        others_way.away = False
        other.evaluate("window.dispatchEvent(new Event('online'))")
        self.wait_for(lambda: SheetStroke.objects.count() == 8)
        one.evaluate("window.dispatchEvent(new Event('online'))")
        self.shows(other, lambda: self.shown(one))
        rust = np.abs(self.shown(one) - (0xB4, 0x53, 0x2A)).max(-1) < 12
        self.assertGreater(rust.sum(), 1000)
