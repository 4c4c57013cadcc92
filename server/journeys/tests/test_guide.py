"""The guide, done as it is written: its brushes come out as it shows them."""

import re
import tempfile
from pathlib import Path

from accounts.models import Account
from django.test import tag
from rolls.models import Brush
from sheets.models import SheetStroke
from sources.actions.ship_sources import ship_sources
from sources.models import Source
from sources.tests.pictures import gravel

from journeys.browser import JourneyCase
from journeys.guide import FOLDER, Hand, blocks_of, pages, text_of
from journeys.sheet_hands import BRUSHES


@tag("browser")
class GuideTests(JourneyCase):
    brushes = {name: BRUSHES[name] for name in ("Rope Ribbon", "Rust Liner")}

    def setUp(self):
        super().setUp()
        ship_sources()
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder, self.files = Path(folder.name), []
        self.attend(self.page)

    def attend(self, page):
        """What is written lies in a folder, and what was written last, or a photo, is what is chosen."""
        photo = self.folder / "gravel.jpg"
        photo.write_bytes(gravel())

        def keep(download):
            path = self.folder / download.suggested_filename
            download.save_as(path)
            self.files.append(path)

        page.on("download", keep)
        page.on("filechooser", lambda chooser: chooser.set_files(str((self.files or [photo])[-1])))

    def follow(self, page: str, **acts) -> None:
        """Do what a page says."""
        self.page.goto(f"{self.live_server_url}/rolls")
        self.page.wait_for_selector(".pocket")
        self.hand = Hand(self.page, {name.replace("_", " "): act for name, act in acts.items()})
        self.hand.follow(text_of(page))

    def makes(self, page: str, name: str, but=()) -> Brush:
        """Follow a page, and see that the brush of that name is as it shows it, `but` for what is one's own there."""
        self.follow(page)
        told = {key: value for block in blocks_of(text_of(page)) for key, value in block.items()}
        brush = self.wait_for(lambda: Brush.objects.filter(name=name).first(), f"a brush called {name}")
        apart = lambda: {key: one for key, one in self.apart(brush, told).items() if key not in but}  # noqa: E731
        self.wait_for(lambda: not apart(), f"{name} to be as the guide shows it, which {apart()} is not")
        return brush

    def apart(self, brush: Brush, told: dict) -> dict:
        """What of a brush is not as it is told: how it is told, and how it is."""
        brush.refresh_from_db()
        document = brush.document
        named = lambda use: use and Source.objects.get(pk=use["source"]).name  # noqa: E731
        now = document | {
            "grain": named(document["grain"]),
            "shapes": ", ".join(map(named, document["shapes"])),
            "lane": told.get("lane"),
        }
        for output, row in document["responses"].items():
            for given, link in row.items():
                wanted = told.get(f"{given} to {output}")
                of = wanted if isinstance(wanted, dict) else ()
                now[f"{given} to {output}"] = {part: link[part] for part in of} or ("on" if link["on"] else "off")
        return {key: (value, now.get(key)) for key, value in told.items() if now.get(key) != value}

    def test_all_pages_stand_in_the_order_of_the_readme(self):
        listed = re.findall(r"^\d+\. \[(.+)\]\((.+)\.md\)$", (FOLDER / "README.md").read_text(), re.M)
        self.assertEqual(listed, [(text_of(page).split("\n")[0].removeprefix("# "), page) for page in pages()])
        self.assertEqual(len(listed), 12)

    def test_an_even_line(self):
        self.makes("01-even-line", "Label liner")

    def test_a_broad_nib(self):
        self.makes("02-broad-nib", "Cut reed")

    def test_a_pointed_pen(self):
        self.makes("03-pointed-pen", "Pointed pen")

    def test_a_dry_brush_from_a_photo(self):
        brush = self.makes("04-dry-brush", "Dry gravel", but=["grain"])
        self.assertEqual(Source.objects.get(pk=brush.document["grain"]["source"]).name, "gravel")

    def test_two_screens_in_two_inks(self):
        brush = self.makes("05-two-screens", "Rust dots")
        other = Brush.objects.get(name="Sea dots")
        self.wait_for(lambda: self.layers(brush) == [None, str(other.pk)])
        self.assertEqual(other.document["ink"], "#24506e")

    def layers(self, brush: Brush) -> list:
        brush.refresh_from_db()
        return [layer["brush"] for layer in brush.document["layers"]]

    def test_a_ribbon_taper(self):
        self.makes("06-ribbon-taper", "Swelling ribbon")

    def test_scattered_barnacles(self):
        self.makes("07-barnacles", "My barnacles")

    def test_a_wash_with_rims(self):
        self.makes("08-wash", "Tide wash")

    def test_hair(self):
        self.makes("09-hair", "Twelve hairs")

    def test_fur_of_rings(self):
        brush = self.makes("10-fur-of-rings", "Ring fur", but=["shapes"])
        own = Source.objects.get(pk=brush.document["shapes"][0]["source"])
        made = own.recipe["start"]
        ships = Source.objects.get(account=None, name="Seal Fur").recipe["start"]
        for part in ("count", "first", "last", "first_tone", "last_tone", "raggedness", "lobes"):
            self.assertEqual(made[part], ships[part], part)

    def test_a_brush_copied_onto_another_device(self):
        def go_to_it():
            self.wait_for(lambda: self.files, "the pack")
            self.account = Account.objects.create_user("tarn", password="slate-and-heather")
            self.hand.page = self.page = self.open_page()
            self.attend(self.page)
            self.page.goto(f"{self.live_server_url}/rolls")

        self.follow("11-onto-another-device", go_to_it=go_to_it)
        came = self.wait_for(lambda: Brush.objects.filter(roll__account=self.account).first())
        sent = self.kept("Rope Ribbon")
        self.assertEqual((came.name, came.roll.name, came.document), (sent.name, sent.roll.name, sent.document))

    def test_re_inking_a_sketch(self):
        self.follow("12-re-inking")
        stroke = self.wait_for(lambda: SheetStroke.objects.filter(size=40.0).first())
        self.assertEqual(stroke.sheet.name, "Slipway")
        self.wait_for(lambda: self.files, "the PNG")
        self.assertEqual(self.files[0].suffix, ".png")
