"""Packs in the browser: twelve favourites gathered, written, lost, and read again as they were."""

import base64
import io
import tempfile
import zipfile
from pathlib import Path

import numpy as np
from accounts.models import Account
from django.test import tag
from hollowmist_core.formats.pack import Pack
from PIL import Image
from rolls.actions.add_brush import add_brush
from rolls.actions.keep_roll import keep_roll
from rolls.models import Brush, Roll
from sources.models import Source

from journeys.browser import JourneyCase, Pen, settle
from journeys.pockets import drag


@tag("browser")
class PackTests(JourneyCase):
    brushes = {}

    def setUp(self):
        super().setUp()
        self.rolls = [self.roll, keep_roll(self.account, name="Labels"), keep_roll(self.account, name="Shore")]
        for number, roll in enumerate(self.rolls):
            for i in range(4):
                add_brush(roll, f"Brush {number}{i}", {"size": 8.0 + 3 * i + number, "roundness": 0.3 + 0.2 * i})
        self.gathered = keep_roll(self.account, name="Twelve")
        add_brush(self.gathered, "Placeholder")
        self.page.goto(f"{self.live_server_url}/rolls")
        self.page.wait_for_selector(".pocket")

    def names(self, roll):
        return list(Brush.objects.present().filter(roll=roll).values_list("name", flat=True))

    def fold(self, name):
        self.page.locator(".roll header .fold").filter(has_text=name).click()

    def gather(self):
        """Drag the brushes of three rolls into one, four at a time, and put it into another order."""
        page = self.page
        self.fold("Twelve")
        for number, roll in enumerate(self.rolls):
            if number > 0:
                self.fold(roll.name)
            page.get_by_role("button", name="Choose several brushes").click()
            for i in range(4):
                page.get_by_role("button", name=f"Choose Brush {number}{i}").click()
            settle(page)
            page.evaluate("scrollTo(0, 0)")
            drag(page, f"Brush {number}1", "Placeholder", 0.2)
            self.wait_for(lambda n=number: len(self.names(self.gathered)) == 1 + 4 * (n + 1))
            page.get_by_role("button", name="Done").click()
            self.fold(roll.name)
        page.get_by_role("button", name="More for Placeholder").click()
        page.get_by_role("button", name="Delete", exact=True).click()
        settle(page)
        drag(page, "Brush 23", "Brush 00", 0.2)
        self.wait_for(lambda: self.names(self.gathered)[0] == "Brush 23")

    def written(self, roll) -> bytes:
        self.page.get_by_role("button", name=f"More for the roll {roll.name}").click()
        with self.page.expect_download() as download:
            self.page.get_by_role("button", name="Write a pack of it").click()
        return Path(download.value.path()).read_bytes()

    def choose(self, *files):
        self.page.get_by_role("button", name="Packs").click()
        with self.page.expect_file_chooser() as chooser:
            self.page.get_by_role("button", name="Read packs or pictures").click()
        chooser.value.set_files([{"name": name, "mimeType": kind, "buffer": data} for name, kind, data in files])

    def test_twelve_favourites_are_gathered_written_lost_and_read_again(self):
        page = self.page
        page.set_viewport_size({"width": 1500, "height": 1700})
        self.gather()
        order = self.names(self.gathered)
        self.assertEqual(len(order), 12)
        data = self.written(self.gathered)
        self.assertEqual([one.name for one in Pack(io.BytesIO(data)).manifest.brushes], order)
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            self.assertEqual(sum(name.startswith("previews/") for name in archive.namelist()), 12)

        for roll in [*self.rolls, self.gathered]:
            fold = page.locator(".roll header .fold").filter(has_text=roll.name)
            if fold.get_attribute("aria-expanded") == "false":
                fold.click()
            page.get_by_role("button", name=f"More for the roll {roll.name}").click()
            page.get_by_role("button", name="Delete the roll").click()
            fold.wait_for(state="detached")
        self.wait_for(lambda: not Brush.objects.present().exists())
        page.get_by_text("You have no roll yet").wait_for()

        self.choose(("twelve.hollowmist", "application/octet-stream", data))
        page.wait_for_selector(".el-dialog .card img")
        self.assertEqual(page.locator(".el-dialog .card strong").all_inner_texts(), order)
        page.get_by_role("button", name="Take it in").click()
        page.get_by_text("12 brushes came in").wait_for()
        page.get_by_role("button", name="Good").click()
        self.wait_for(lambda: page.locator(".cloth .pocket .name").all_inner_texts() == order)
        self.assertEqual(self.written(self.gathered), data)

        # Once more: nothing is doubled.
        self.choose(("twelve.hollowmist", "application/octet-stream", data))
        page.get_by_text("there already").first.wait_for()
        page.get_by_role("button", name="Take it in").click()
        page.get_by_text("12 brushes was there already").or_(
            page.get_by_text("12 brushes were there already")
        ).wait_for()
        self.assertEqual(self.names(self.gathered), order)

    def test_what_is_no_pack_says_so_and_pictures_become_sources_with_brushes_on_wish(self):
        page = self.page
        out, picture = io.BytesIO(), io.BytesIO()
        noise = np.random.default_rng(3).integers(0, 255, (300, 300), np.uint8)
        Image.fromarray(noise).save(picture, "PNG")
        with zipfile.ZipFile(out, "w") as archive:
            archive.writestr("beach/pebbles.png", picture.getvalue())
        self.choose(
            ("broken.hollowmist", "application/octet-stream", b"PK\x03\x04 and nothing else"),
            ("beach.zip", "application/zip", out.getvalue()),
        )
        page.get_by_text("did not come whole").wait_for()
        page.get_by_text("Make a brush of each").click()
        page.get_by_role("button", name="Take it in").click()
        page.get_by_text("It is a source now").wait_for()
        self.wait_for(lambda: Source.objects.filter(account=self.account, name="pebbles").exists())
        self.wait_for(lambda: Brush.objects.filter(roll__name="From pictures", name="pebbles").exists())

    def test_a_folder_of_pictures_becomes_sources(self):
        page = self.page
        with tempfile.TemporaryDirectory() as folder:
            for name in ("shell", "rope"):
                noise = np.random.default_rng(len(name)).integers(0, 255, (200, 200), np.uint8)
                Image.fromarray(noise).save(Path(folder) / f"{name}.png")
            (Path(folder) / "notes.txt").write_text("nothing to be taken")
            page.get_by_role("button", name="Packs").click()
            with page.expect_file_chooser() as chooser:
                page.get_by_role("button", name="Read a folder of pictures").click()
            chooser.value.set_files(folder)
            page.get_by_text("2 pictures").wait_for()
            page.get_by_role("button", name="Take it in").click()
            page.get_by_text("2 of 2").wait_for()
        self.wait_for(lambda: Source.objects.filter(account=self.account, name__in=["shell", "rope"]).count() == 2)

    def test_a_pack_that_another_application_opens_with_this_one_is_looked_into(self):
        data = self.written(self.roll)
        # As browsers hand over what an installed application was opened with (File Handling API).
        script = """{
          const bytes = Uint8Array.from(atob(`%s`), (one) => one.charCodeAt(0))
          const file = new File([bytes], "chart-inking.hollowmist")
          const value = { setConsumer: (take) => take({ files: [{ getFile: async () => file }] }) }
          Object.defineProperty(window, "launchQueue", { value })
        }"""
        self.page.add_init_script(script % base64.b64encode(data).decode())
        self.page.goto(f"{self.live_server_url}/rolls")
        self.page.wait_for_selector(".el-dialog .card img")
        self.assertEqual(self.page.locator(".el-dialog .card strong").all_inner_texts(), self.names(self.roll))
        # Looked at on another stroke before any of it comes in.
        card = self.page.locator(".el-dialog .card img").first
        settle(self.page)
        before = card.screenshot()
        self.page.locator(".el-dialog .lane").click()
        self.page.get_by_role("option", name="A word").click()
        self.wait_for(lambda: card.screenshot() != before)

    def test_the_maker_goes_out_with_a_pack_and_stays_with_the_brushes(self):
        page = self.page
        page.get_by_role("button", name="Settings").click()
        page.get_by_role("button", name="Maker: what goes out").click()
        page.locator("input[name=maker-name]").fill("Maren of the lamp room")
        page.get_by_role("button", name="Draw your mark").click()
        box = page.locator(".square").bounding_box()
        Pen(page).draw([(box["x"] + 30 + 3 * i, box["y"] + 60 + 2 * i, 0.7) for i in range(40)])
        page.get_by_role("button", name="This is my mark").click()
        page.wait_for_selector(".mark img")
        page.get_by_role("button", name="Take it", exact=True).click()
        self.wait_for(lambda: Account.objects.get(pk=self.account.pk).maker.get("mark"))
        self.fold("Twelve")
        manifest = Pack(io.BytesIO(self.written(self.gathered))).manifest
        self.assertEqual(manifest.maker.name, "Maren of the lamp room")
        self.assertIn(f"pictures/{manifest.maker.mark}.png", manifest.files)
        self.assertEqual(Roll.objects.filter(account=self.account).count(), 4)
