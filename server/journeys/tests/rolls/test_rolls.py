"""Pockets in order: dragged, copied, chosen and moved without dragging, found, and rolls as a whole."""

import io
from pathlib import Path

import numpy as np
from django.test import tag
from PIL import Image
from rolls.actions.add_brush import add_brush
from rolls.actions.keep_roll import keep_roll
from rolls.models import Brush, Roll
from sources.actions.ship_sources import ship_sources

from journeys.browser import JourneyCase, settle
from journeys.pockets import drag

NAMES = ("Rope Ribbon", "Kelp Drybrush", "Spindrift", "Barnacle")


@tag("browser")
class RollsTests(JourneyCase):
    brushes = {name: {} for name in NAMES}

    def setUp(self):
        super().setUp()
        self.second = keep_roll(self.account, name="Favourite twelve")
        add_brush(self.second, "Gull Down", note="For the plumage.")
        self.page.goto(f"{self.live_server_url}/rolls")
        self.page.wait_for_selector(".pocket")
        self.open_roll("Favourite twelve")
        settle(self.page)

    def open_roll(self, name):
        self.page.get_by_role("button", name=name, exact=True).click()

    def shown(self, roll):
        return self.page.locator(f".roll[data-roll='{roll.pk}'] .pocket .name").all_inner_texts()

    def kept(self, roll):
        return list(Brush.objects.present().filter(roll=roll).values_list("name", flat=True))

    def test_pockets_are_dragged_within_a_roll_and_into_another(self):
        drag(self.page, "Barnacle", "Rope Ribbon", 0.3)
        first = ["Barnacle", "Rope Ribbon", "Kelp Drybrush", "Spindrift"]
        self.wait_for(lambda: self.shown(self.roll) == first)
        self.wait_for(lambda: self.kept(self.roll) == first)
        drag(self.page, "Spindrift", "Gull Down", 0.3)
        self.wait_for(lambda: self.shown(self.second) == ["Spindrift", "Gull Down"])
        self.wait_for(lambda: self.kept(self.second) == ["Spindrift", "Gull Down"])
        self.assertEqual(self.shown(self.roll), first[:-1])
        # No state of the brush was made of it, and there is a way back.
        self.assertEqual(Brush.objects.get(name="Spindrift").revision, 1)
        self.page.get_by_role("button", name="Move back").click()
        self.wait_for(lambda: self.kept(self.roll) == first and self.kept(self.second) == ["Gull Down"])

    def test_held_for_longer_a_copy_is_dragged(self):
        drag(self.page, "Kelp Drybrush", "Gull Down", 0.8, copy=True)
        self.wait_for(lambda: self.shown(self.second) == ["Gull Down", "Kelp Drybrush"])
        self.assertEqual(self.shown(self.roll), list(NAMES))
        self.wait_for(lambda: self.kept(self.second) == ["Gull Down", "Kelp Drybrush"])
        self.assertEqual(self.kept(self.roll), list(NAMES))

    def test_several_are_moved_copied_and_ordered_without_dragging(self):
        page = self.page
        page.get_by_role("button", name="Choose several brushes").click()
        for name in ("Rope Ribbon", "Spindrift"):
            page.get_by_role("button", name=f"Choose {name}").click()
        page.get_by_role("button", name="One pocket later").click()
        self.wait_for(lambda: self.shown(self.roll) == ["Kelp Drybrush", "Barnacle", "Rope Ribbon", "Spindrift"])
        page.get_by_role("button", name="Copy to…").click()
        page.get_by_role("dialog").get_by_text("Favourite twelve").click()
        copied = ["Gull Down", "Rope Ribbon", "Spindrift"]
        self.wait_for(lambda: self.shown(self.second) == copied and len(self.shown(self.roll)) == 4)
        self.wait_for(lambda: self.kept(self.second) == copied)
        page.get_by_role("button", name="Choose several brushes").click()
        for name in ("Kelp Drybrush", "Barnacle"):
            page.get_by_role("button", name=f"Choose {name}").click()
        page.get_by_role("button", name="Move to…").click()
        page.get_by_role("dialog").get_by_text("Favourite twelve").click()
        self.wait_for(lambda: self.kept(self.second) == [*copied, "Kelp Drybrush", "Barnacle"])
        self.assertEqual(self.kept(self.roll), ["Rope Ribbon", "Spindrift"])

    def test_brushes_are_found_sorted_and_gathered_by_their_star(self):
        page = self.page
        page.get_by_role("searchbox").fill("plum")
        self.wait_for(lambda: page.locator(".pocket .name").all_inner_texts() == ["Gull Down"])
        page.get_by_role("searchbox").fill("no such thing")
        page.get_by_text("No brush of yours has").wait_for()
        page.get_by_role("searchbox").fill("")
        page.locator(".order").click()
        page.get_by_role("option", name="by name").click()
        self.wait_for(lambda: self.shown(self.roll) == sorted(NAMES))
        page.get_by_role("button", name="More for Barnacle").click()
        page.get_by_role("button", name="A favourite", exact=True).click()
        self.open_roll("Favourites")
        self.wait_for(lambda: page.locator(".pocket .name", has_text="Barnacle").count() == 2)
        self.wait_for(lambda: Brush.objects.get(name="Barnacle").favourite)

    def test_brushes_show_on_the_lane_at_the_size_and_in_the_ink_that_one_likes(self):
        page = self.page
        slip = page.locator(".pocket", has_text="Gull Down").locator("img").first
        before = self.ink_of(slip)
        page.get_by_role("button", name="Settings").click()
        page.get_by_role("button", name="How brushes show").click()
        dialog = page.get_by_role("dialog")
        dialog.locator(".el-select").click()
        page.get_by_role("option", name="Crossing loop").click()
        for label in ("Size", "Ink"):
            dialog.get_by_role("radiogroup", name=label).get_by_role("radio", name="one for all").click()
        dialog.get_by_role("button", name="Ink: rust").click()
        dialog.get_by_role("button", name="Take it").click()
        # Rust is redder than the brush's own ink, and a loop is no upright stroke.
        self.wait_for(lambda: self.ink_of(slip)[0] > before[0] + 40)
        page.reload()
        page.wait_for_selector(".pocket")
        self.account.refresh_from_db()
        self.assertEqual((self.account.pockets["lane"], self.account.pockets["ink"]), ("loop", "#8a3b22"))

    def ink_of(self, picture) -> tuple[float, float]:
        """How red the darkest part of a slip is, and how much of the slip is dark."""
        pixels = np.asarray(Image.open(io.BytesIO(picture.screenshot())).convert("RGB"), float)
        dark = pixels.sum(-1) < 300
        return (float(pixels[dark, 0].mean()) if dark.any() else 0.0, float(dark.mean()))

    def test_a_tip_is_saved_as_svg_and_png(self):
        page = self.page
        for form, begins in (("SVG", b"<svg"), ("PNG", b"\x89PNG")):
            page.get_by_role("button", name="More for Barnacle").click()
            with page.expect_download() as download:
                page.get_by_role("button", name=f"Its tip as {form}").click()
            self.assertEqual(download.value.suggested_filename, f"barnacle-tip.{form.lower()}")
            self.assertTrue(Path(download.value.path()).read_bytes().startswith(begins))

    def test_a_roll_is_described_duplicated_deleted_and_put_back(self):
        page = self.page
        page.get_by_role("button", name="More for the roll Favourite twelve").click()
        page.get_by_role("button", name="Name, note and tint").click()
        page.locator("input[name=brush-name]").fill("For the tower")
        page.get_by_role("button", name="heather").click()
        page.get_by_role("button", name="Take it").click()
        page.get_by_role("heading", name="For the tower").wait_for()
        page.get_by_role("button", name="More for the roll For the tower").click()
        page.get_by_role("button", name="Duplicate the roll").click()
        copy = self.wait_for(lambda: Roll.objects.filter(name="For the tower 2").first())
        self.wait_for(lambda: self.kept(copy) == ["Gull Down"])
        self.assertEqual(copy.tint, "heather")
        page.get_by_role("button", name="More for the roll For the tower", exact=True).click()
        page.get_by_role("button", name="Delete the roll").click()
        page.get_by_role("heading", name="For the tower", exact=True).wait_for(state="detached")
        self.wait_for(lambda: Roll.objects.get(pk=self.second.pk).deleted_at)
        page.get_by_role("button", name="Put it back").click()
        page.get_by_role("heading", name="For the tower", exact=True).wait_for()
        self.wait_for(lambda: not Roll.objects.get(pk=self.second.pk).deleted_at)
        self.assertEqual(self.shown(self.second), ["Gull Down"])

    def test_what_ships_is_taken_and_its_first_state_stays(self):
        ship_sources()
        page = self.page
        page.reload()
        # A brush of one's own is called like one of them: it is one band.
        page.get_by_role("heading", name="Shipped with Hollowmist").get_by_role("button").click()
        page.locator(".shipped .fold").filter(has_text="Labels & titles").click()
        page.get_by_role("button", name="Take Pointed Copper").click()
        brush = self.wait_for(lambda: Brush.objects.filter(roll__account=self.account, name="Pointed Copper").first())
        self.assertEqual(brush.roll.name, "Labels & titles")
        first = self.wait_for(brush.checkpoints.first)
        self.assertEqual((first.why, first.document), ("first", brush.document))
