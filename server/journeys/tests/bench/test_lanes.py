"""Lanes of one's own: recorded, taken apart, carried as InkML."""

from django.test import tag
from hollowmist_core.formats import inkml
from proofs.models import Lane, ProofStroke

from journeys.browser import Pen
from journeys.tests.hands import LOWER, HandCase


@tag("browser")
class LaneTests(HandCase):
    brushes = {"Rope Ribbon": {"size": 20.0}}

    def test_a_lane_is_recorded_named_saved_read_again_hidden_and_deleted(self):
        page = self.open_bench()
        box = self.sheet_box(page)
        Pen(page).draw([(box["x"] + 100 + 5 * i, box["y"] + LOWER - 2 * (i % 9), 0.2 + i / 80) for i in range(60)])
        self.wait_for(lambda: ProofStroke.objects.count() == 1)
        page.get_by_role("button", name="Lanes", exact=True).click()
        page.get_by_role("textbox", name="Name of the new lane").fill("Tide numerals")
        page.get_by_role("button", name="Record your stroke").click()
        lane = self.wait_for(lambda: Lane.objects.first())
        self.assertEqual((lane.name, lane.strokes.count()), ("Tide numerals", 1))
        self.wait_for(lambda: self.kept().document["proofs"] == "mine")
        page.get_by_role("textbox", name="Name of Tide numerals").fill("Low water")
        page.keyboard.press("Enter")
        self.wait_for(lambda: Lane.objects.get().name == "Low water")

        saved = page.request.get(f"{self.live_server_url}/api/lanes/{lane.pk}.inkml").body()
        stroke = inkml.read(saved).strokes[0]
        self.assertEqual(stroke.samples.tobytes(), bytes(lane.strokes.get().samples))
        page.locator('input[type="file"]').set_input_files(
            {"name": "low.inkml", "mimeType": "application/inkml+xml", "buffer": saved}
        )
        self.wait_for(lambda: Lane.objects.count() == 2)
        page.get_by_text("The lane was read.").wait_for()
        page.locator('input[type="file"]').set_input_files(
            {"name": "bad.inkml", "mimeType": "application/inkml+xml", "buffer": b"<ink><trace>1 2, 3</trace></ink>"}
        )
        page.get_by_text("its format has 2").wait_for()
        self.assertEqual(Lane.objects.count(), 2)

        shown = page.locator("button.lane")
        self.wait_for(lambda: shown.count() == 2)
        page.get_by_role("button", name="Hide Low water").first.click()
        self.wait_for(lambda: shown.count() == 1)
        page.get_by_role("button", name="Delete Low water").first.click()
        self.wait_for(lambda: Lane.objects.filter(deleted_at=None).count() == 1)
        page.locator(".hm-notice-act").click()
        self.wait_for(lambda: Lane.objects.filter(deleted_at=None).count() == 2)
        page.get_by_role("radio", name="as shipped").click()
        self.wait_for(lambda: shown.count() == 8)

    def draw_one(self, page, left=100, down=LOWER):
        x, y = (self.sheet_box(page)[side] + by for side, by in (("x", left), ("y", down)))
        Pen(page).draw([(x + 5 * i, y - 2 * (i % 9), 0.2 + i / 80) for i in range(60)])

    def test_recording_is_undone_and_done_again_and_the_stroke_is_never_lost(self):
        page = self.open_bench()
        self.draw_one(page)
        self.wait_for(lambda: ProofStroke.objects.count() == 1)
        page.get_by_role("button", name="Lanes", exact=True).click()
        page.get_by_role("textbox", name="Name of the new lane").fill("Tide numerals")
        page.get_by_role("button", name="Record your stroke").click()
        self.wait_for(lambda: Lane.objects.filter(deleted_at=None).exists())
        undo, redo = (page.get_by_role("button", name=name, exact=True) for name in ("Undo", "Redo"))
        undo.click()
        self.wait_for(lambda: not Lane.objects.filter(deleted_at=None).exists())
        self.wait_for(lambda: self.kept().document["proofs"] == "")
        self.assertIsNone(ProofStroke.objects.get().lane)
        redo.click()
        self.wait_for(lambda: Lane.objects.filter(deleted_at=None).exists())
        # Two acts: the lane is put back, and then it is kept with its stroke.
        self.wait_for(lambda: ProofStroke.objects.get().lane)
        undo.click()
        undo.click()
        self.wait_for(lambda: ProofStroke.objects.get().deleted_at)
        redo.click()
        self.wait_for(lambda: ProofStroke.objects.get().deleted_at is None)

    def test_lanes_are_sorted_into_sets_and_a_brush_shows_one(self):
        page = self.open_bench()
        page.get_by_role("button", name="Lanes", exact=True).click()
        for name in ("letters", "shells"):
            page.get_by_role("button", name="New set").click()
            page.locator('input[name="brush-name"]').fill(name)
            page.get_by_role("button", name="Take it").click()
            self.wait_for(lambda name=name: self.kept().document["proofs"] == name)
            self.draw_one(page, 750, 90)
            page.get_by_role("textbox", name="Name of the new lane").fill(f"Lane of {name}")
            page.get_by_role("button", name="Record your stroke").click()
            self.wait_for(lambda name=name: Lane.objects.filter(set_name=name).exists())
        shown = page.locator("button.lane")
        self.assertEqual(shown.all_inner_texts(), ["Lane of shells"])
        page.get_by_role("radio", name="letters").click()
        self.wait_for(lambda: shown.all_inner_texts() == ["Lane of letters"])
        page.locator(".el-select", has=page.get_by_role("combobox", name="Set of Lane of letters")).click()
        page.get_by_role("option", name="shells").click()
        self.wait_for(lambda: Lane.objects.filter(set_name="shells").count() == 2)
        page.get_by_role("radio", name="shells").click()
        self.wait_for(lambda: shown.count() == 2)

    def test_a_lane_that_was_recorded_with_no_network_goes_when_it_is_back(self):
        page = self.open_bench()
        page.context.set_offline(True)
        self.draw_one(page)
        page.get_by_role("button", name="Lanes", exact=True).click()
        page.get_by_role("textbox", name="Name of the new lane").fill("Tide numerals")
        page.get_by_role("button", name="Record your stroke").click()
        lane = page.locator("button.lane", has_text="Tide numerals")
        lane.wait_for()
        page.get_by_text("all is safe on this device").wait_for()
        self.assertFalse(Lane.objects.exists() or ProofStroke.objects.exists())
        page.context.set_offline(False)
        self.wait_for(Lane.objects.exists)
        self.assertEqual(Lane.objects.get().strokes.count(), 1)
        page.reload()
        lane.wait_for()
