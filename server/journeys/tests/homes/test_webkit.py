"""A short way through the other engine that tablets have: sign in, draw, change, make a source, start again alone."""

import tempfile
import time
from pathlib import Path

from accounts.models import Account
from bench.device import INSTALLED
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.test import tag
from hollowmist_core import proofs
from proofs.models import ProofStroke
from rolls.actions.add_brush import add_brush
from rolls.actions.keep_roll import keep_roll
from selenium.common.exceptions import ElementNotInteractableException
from sources.models import Source
from sources.tests.pictures import gravel

from journeys.browser import PATIENCE
from journeys.homes import demo_documents, difference, shipped_ink
from journeys.way import Way
from journeys.webkit import WebKit

PASSWORD = "slate-and-rope"
INK = """async () => {
  const sheet = document.querySelector("canvas.sheet")
  if (!sheet || !(await window.hollowmist.rests())) return 0
  const copy = new OffscreenCanvas(sheet.width, sheet.height)
  const context = copy.getContext("2d")
  context.drawImage(sheet, 0, 0)
  const { data } = context.getImageData(0, 0, sheet.width, sheet.height)
  let dark = 0
  for (let i = 0; i < data.length; i += 4) dark += data[i] < 90
  return dark
}"""
"""Dark pixels of the proof sheet, once all is inked."""


@tag("browser")
class WebKitTests(StaticLiveServerTestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password=PASSWORD)
        self.brush = add_brush(keep_roll(self.account, name="Chart inking"), "Rope Ribbon", {"size": 24.0})
        self.way = Way(self.live_server_url)
        self.addCleanup(self.way.close)
        self.webkit = WebKit()
        self.addCleanup(self.webkit.close)

    def wait_for(self, true):
        end = time.monotonic() + PATIENCE
        while time.monotonic() < end:
            found = true()
            if found:
                return found
            self.webkit.frames(3)
        return self.fail("waited in vain")

    def at(self, selector, words=""):
        """The first thing of a selector that is in sight, can be touched, and begins with some words."""

        def seen():
            found = self.webkit.driver.find_elements("css selector", selector)
            ready = (one for one in found if one.is_displayed() and one.is_enabled())
            return next((one for one in ready if one.text.startswith(words)), None)

        return self.wait_for(seen)

    def touch(self, selector):
        """Touch the first thing of a selector, once it lies still where it can be touched."""

        def touched():
            try:
                self.at(selector).click()
            except ElementNotInteractableException:
                return False
            return True

        self.wait_for(touched)

    def ink(self):
        return self.webkit.run(INK)

    def test_it_is_at_home_there_too(self):
        go, run = self.webkit.driver.get, self.webkit.run
        go(self.way.url)
        self.at("input[name=username]").send_keys("maren")
        self.at("input[type=password]").send_keys(PASSWORD)
        self.at("button[type=submit]").click()
        self.touch("[aria-label='Open Rope Ribbon']")
        lanes = self.wait_for(lambda: (ink := self.ink()) > 20_000 and ink)

        self.at("canvas.sheet")
        box = run(
            "async () => { const b = document.querySelector('canvas.sheet').getBoundingClientRect()"
            "; return [b.left, b.bottom] }"
        )
        self.webkit.draw([(box[0] + 100 + 6 * i, box[1] - 40) for i in range(60)])
        self.wait_for(lambda: self.ink() > lanes + 500)
        kept = self.wait_for(lambda: ProofStroke.objects.first())
        self.assertEqual(kept.brush, self.brush.pk)
        self.assertGreater(len(run("async () => window.hollowmist.penTimes()")), 20)

        self.at(".card", "Weight").click()
        more = self.at("[aria-label='Size: more']")
        before = self.wait_for(self.ink)
        more.click()
        self.wait_for(lambda: self.kept().document["size"] > 24.0)
        self.wait_for(lambda: self.ink() not in (0, before))

        with tempfile.TemporaryDirectory() as folder:
            photo = Path(folder) / "gravel.jpg"
            photo.write_bytes(gravel())
            go(f"{self.way.url}/sources")
            self.wait_for(lambda: run(INSTALLED))
            self.way.away = True
            self.at("button", "Pictures")
            self.webkit.driver.find_element("css selector", "input[aria-label='Picture files']").send_keys(str(photo))
            self.wait_for(lambda: "/sources/" in self.webkit.driver.current_url)
            self.at("button", "New brush from here").click()
            self.at(".proposal", "as it is")
            self.at("button", "Keep 1 and open the bench").click()
            self.wait_for(lambda: "/bench/" in self.webkit.driver.current_url)
            self.wait_for(lambda: self.ink() > 1000)

        go(f"{self.way.url}/rolls")
        self.touch("[aria-label='Open gravel']")
        self.wait_for(lambda: self.ink() > 1000)
        self.assertEqual(Source.objects.count(), 0)
        self.way.away = False
        run("async () => { dispatchEvent(new Event('online')) }")
        source = self.wait_for(lambda: Source.objects.filter(name="gravel").first())
        brush = self.wait_for(lambda: self.brush.roll.brushes.filter(name="gravel").first())
        self.assertEqual(brush.document["grain"], {"picture": source.picture_id, "source": str(source.pk)})

    def kept(self):
        self.brush.refresh_from_db()
        return self.brush

    def test_its_ink_is_that_of_the_native_core(self):
        self.webkit.driver.get(f"{self.live_server_url}/static/measure/measure.html")
        self.wait_for(lambda: self.webkit.run("async () => Boolean(window.measures)"))
        strokes = [proofs.lanes()[1].strokes[0], proofs.lanes()[7].strokes[0]]
        pictures = shipped_ink()
        for name, document in demo_documents():
            self.assertLessEqual(difference(self.webkit.run, document, strokes, pictures), 1, name)
