"""At home on the device: it starts, draws and keeps with the server away, and all arrives once it is back."""

import io

from bench.device import INSTALLED
from django.test import tag
from PIL import Image
from proofs.models import ProofStroke
from rolls.models import Brush, Roll
from sources.models import Source
from sources.tests.pictures import encoded, gravel, shell

from journeys.browser import JourneyCase, Pen, note_problems, settle
from journeys.way import Way

PRINTS = """() => [...document.querySelectorAll("img.ink, .tiled")].filter((one) =>
    one.complete ? one.naturalWidth > 0 : one.style.backgroundImage.includes("blob:")).length"""
"""How many prints of sources are shown."""


class DeviceCase(JourneyCase):
    """A device on which the application is installed, and a way to the server that can be cut."""

    def setUp(self):
        super().setUp()
        self.way = Way(self.live_server_url)
        self.addCleanup(self.way.close)

    def installed_page(self, way=None):
        """A page of a device of its own, with all that it needs to go on alone."""
        url = (way or self.way).url
        page = self.open_page(installed=True, url=url)
        page.goto(f"{url}/rolls")
        page.wait_for_selector(".pocket")
        self.wait_for(lambda: page.evaluate(INSTALLED))
        settle(page)
        return page

    def start_again(self, page, path="/rolls"):
        """Close the application and open it again on the same device."""
        context = page.context
        page.close()
        page = context.new_page()
        note_problems(page, self.problems)
        page.goto(f"{self.way.url}{path}")
        return page

    def open_brush(self, page, name):
        page.get_by_role("button", name=f"Open {name}", exact=True).click()
        page.wait_for_selector(".status:has-text('kept')")
        self.wait_for(lambda: (self.pixels(page)[..., 0] < 60).sum() > 500)
        settle(page)

    def draw(self, page, left=100):
        box = self.sheet_box(page)
        foot = box["y"] + box["height"] - 50
        Pen(page).draw([(box["x"] + left + 6 * i, foot, 0.7) for i in range(40)])


@tag("browser")
class OfflineTests(DeviceCase):
    brushes = {"Rope Ribbon": {}, "Kelp Liner": {"size": 9.0}}

    def test_all_that_is_done_with_the_server_away_arrives_once(self):
        page = self.installed_page()
        self.way.away = True
        page = self.start_again(page)
        page.wait_for_selector(".pocket:has-text('Rope Ribbon')")
        page.get_by_role("button", name="More for Rope Ribbon").click()
        page.get_by_role("button", name="Duplicate").click()
        page.wait_for_selector(".pocket:has-text('Rope Ribbon 2')")
        page.get_by_role("button", name="New roll").click()
        page.wait_for_selector("h2:has-text('New roll')")
        self.open_brush_away(page, "Rope Ribbon 2")
        self.draw(page)
        page.locator(".card", has_text="Weight").click()
        page.get_by_role("button", name="type it").first.click()
        page.keyboard.type("57")
        page.keyboard.press("Enter")
        page.wait_for_selector("text=keeping waits")

        page = self.start_again(page)
        self.open_brush_away(page, "Rope Ribbon 2")
        self.assertGreater((self.pixels(page)[-90:, 100:340, 0] < 90).sum(), 2000)
        size = page.locator(".rail").get_by_role("slider", name="Size")
        self.assertEqual(size.get_attribute("aria-valuenow"), "57")
        self.assertEqual(ProofStroke.objects.count(), 0)
        self.assertEqual((Brush.objects.count(), Roll.objects.count()), (2, 1))

        self.way.away = False
        page.evaluate("window.dispatchEvent(new Event('online'))")
        page.wait_for_selector(".status:has-text('kept')")
        self.wait_for(lambda: Brush.objects.filter(name="Rope Ribbon 2", document__size=57.0).count() == 1)
        self.wait_for(lambda: ProofStroke.objects.count() == 1)
        self.assertEqual((Brush.objects.count(), Roll.objects.count()), (3, 2))
        stroke = ProofStroke.objects.get()
        self.assertEqual(stroke.brush, Brush.objects.get(name="Rope Ribbon 2").pk)

    def test_a_source_and_a_brush_of_it_are_made_with_the_server_away_and_arrive_once(self):
        page = self.installed_page()
        self.way.away = True
        page = self.start_again(page, "/sources")
        photo = {"name": "gravel.jpg", "mimeType": "image/jpeg", "buffer": gravel()}
        page.set_input_files('input[aria-label="Picture files"]', photo)
        page.wait_for_url("**/sources/*-*")
        page.get_by_role("button", name="Even the light").click()
        page.wait_for_selector(".step >> nth=1")
        page.get_by_role("button", name="New brush from here").click()
        settle(page)
        page.get_by_role("button", name="open the bench").click()
        page.wait_for_url("**/bench/**")
        self.wait_for(lambda: (self.pixels(page)[..., 0] < 160).sum() > 500)
        settle(page)
        self.draw(page)
        page.get_by_role("link", name="Rolls").click()
        # A copy of it, and one that is generated; the recipe's steps for the next picture.
        page.goto(f"{self.way.url}/sources")
        page.get_by_role("button", name="More for gravel").click()
        page.get_by_role("button", name="Duplicate").click()
        page.wait_for_selector(".name:text-is('gravel 2')")
        page.get_by_role("button", name="Generate").click()
        page.get_by_role("button", name="Weave").click()
        page.wait_for_url("**/sources/*-*")
        page.goto(f"{self.way.url}/sources")
        page.wait_for_selector(".name:text-is('Weave')")

        page = self.start_again(page, "/sources")
        page.wait_for_selector(".name:text-is('gravel 2')")
        self.wait_for(lambda: page.evaluate(PRINTS) >= 3)
        page.goto(f"{self.way.url}/rolls")
        self.open_brush_away(page, "gravel", 160)
        away = self.pixels(page)
        self.assertGreater((away[-90:, 100:340, 0] < 200).sum(), 1000)
        self.assertEqual(Source.objects.filter(account=self.account).count(), 0)

        self.way.away = False
        page.evaluate("window.dispatchEvent(new Event('online'))")
        page.wait_for_selector(".status:has-text('kept')")
        self.wait_for(lambda: Source.objects.filter(account=self.account).count() == 3)
        self.wait_for(lambda: ProofStroke.objects.count() == 1)
        gravels = Source.objects.filter(name__in=("gravel", "gravel 2"))
        source = gravels.get(name="gravel")
        self.assertEqual([step["kind"] for step in source.recipe["steps"]], ["trim", "light"])
        for one in gravels:
            self.assertEqual(bytes(one.original.data), gravel())
            # The device's picture stands, since what the server makes of its pixels is the same.
            self.finished(one)
        self.finished(Source.objects.get(name="Weave"))
        source.refresh_from_db()
        brush = Brush.objects.get(name="gravel")
        self.assertEqual(brush.document["grain"], {"picture": source.picture_id, "source": str(source.pk)})
        self.assertEqual(ProofStroke.objects.get().brush, brush.pk)
        self.assertEqual(Brush.objects.count(), 3)

    def test_a_tiff_waits_for_the_server_and_is_a_source_once_it_is_there(self):
        page = self.installed_page()
        self.way.away = True
        page = self.start_again(page, "/sources")
        file = {
            "name": "shell.tif",
            "mimeType": "image/tiff",
            "buffer": encoded(Image.open(io.BytesIO(shell())), "TIFF"),
        }
        page.set_input_files('input[aria-label="Picture files"]', file)
        page.wait_for_selector("text=shell.tif is opened by the server")
        self.way.away = False
        page.evaluate("window.dispatchEvent(new Event('online'))")
        page.wait_for_selector(".name:text-is('shell')")
        self.assertEqual(Source.objects.get(name="shell").makes, "shape")

    def open_brush_away(self, page, name, dark=60):
        page.get_by_role("button", name=f"Open {name}", exact=True).click()
        self.wait_for(lambda: page.query_selector("canvas.sheet") and (self.pixels(page)[..., 0] < dark).sum() > 500)
        settle(page)

    def test_signing_out_leaves_nothing_for_the_next_one(self):
        page = self.installed_page()
        self.way.away = True
        page.get_by_role("button", name="Settings").click()
        page.get_by_role("button", name="Sign out maren").click()
        page.wait_for_selector("input[name=username]")
        held = page.evaluate(
            "async () => [...(await indexedDB.databases()).map((one) => one.name), ...(await caches.keys())]"
        )
        self.assertEqual([one for one in held if one == "pictures" or one.startswith("hollowmist-")], [])
