"""Work is never lost: keeping, conflicts, a database that goes away."""

import io
import os
import subprocess

import numpy as np
from django.db import connection
from django.test import tag
from hollowmist.settings import ROOT
from PIL import Image
from playwright.sync_api import expect
from proofs.models import ProofStroke
from rolls.actions.delete_brush import delete_brush

from journeys.browser import WORKERS, JourneyCase, Pen, settle

DATABASE = os.environ.get("HOLLOWMIST_DB_INSTANCE", "test")


@tag("browser")
class KeepingTests(JourneyCase):
    def set_size(self, page, text):
        page.locator(".card", has_text="Weight").wait_for()
        if page.locator(".card", has_text="Weight").get_attribute("aria-expanded") != "true":
            page.locator(".card", has_text="Weight").click()
        page.get_by_role("button", name="type it").first.click()
        page.keyboard.type(text)
        page.keyboard.press("Enter")

    def shown_size(self, page):
        return page.locator(".rail").get_by_role("slider", name="Size").get_attribute("aria-valuenow")

    def test_a_finished_setting_is_in_mariadb_and_everywhere_after(self):
        page = self.open_bench()
        self.set_size(page, "57")
        # How soon is measured by script/bench: kept_s.
        self.wait_for(lambda: self.kept().document["size"] == 57.0)
        page.reload()
        self.wait_for(lambda: page.locator(".rail").count() and self.shown_size(page) == "57")
        other = self.open_bench(self.open_page())
        self.assertEqual(self.shown_size(other), "57")

    def test_what_was_done_can_be_taken_back_after_the_page_was_closed(self):
        page = self.open_bench()
        self.set_size(page, "57")
        page.locator(".card", has_text="Weight").click()
        box = self.sheet_box(page)
        Pen(page).draw([(box["x"] + 100 + 6 * i, box["y"] + box["height"] - 40, 0.7) for i in range(40)])
        settle(page)
        page.reload()
        page.wait_for_selector(".status:has-text('kept')")
        settle(page)
        undo, redo = (page.get_by_role("button", name=name, exact=True) for name in ("Undo", "Redo"))
        undo.click()
        self.wait_for(lambda: ProofStroke.objects.filter(deleted_at=None).count() == 0)
        undo.click()
        self.assertEqual(self.shown_size(page), "24")
        self.assertTrue(undo.is_disabled())
        page.reload()
        page.wait_for_selector(".status:has-text('kept')")
        redo.click()
        redo.click()
        self.assertEqual(self.shown_size(page), "57")
        self.wait_for(lambda: ProofStroke.objects.filter(deleted_at=None).count() == 1)

    def test_a_database_that_stops_in_the_middle_of_editing_loses_nothing(self):
        page = self.open_bench()
        self.set_size(page, "30")
        self.wait_for(lambda: self.kept().document["size"] == 30.0)
        subprocess.run([ROOT / "script" / "db", "stop", DATABASE], check=True)
        try:
            before = self.pixels()
            self.set_size(page, "83")
            self.wait_for(lambda: (self.pixels() != before).any())
            page.wait_for_selector("text=keeping waits")
        finally:
            subprocess.run([ROOT / "script" / "db", "start", DATABASE], check=True)
            connection.close()
        self.wait_for(lambda: self.kept().document["size"] == 83.0)
        page.wait_for_selector(".status:has-text('kept')")

    def test_what_was_not_sent_waits_on_the_device_over_a_closed_page(self):
        page = self.open_bench()
        page.route("**/api/acts", lambda route: route.abort())
        self.set_size(page, "71")
        page.wait_for_selector("text=keeping waits")
        page.unroute("**/api/acts")
        page.context.pages[0].goto("about:blank")
        self.assertEqual(self.kept().document["size"], 24.0)
        self.open_bench(page)
        self.assertEqual(self.shown_size(page), "71")
        self.wait_for(lambda: self.kept().document["size"] == 71.0)

    def test_signed_out_in_the_middle_loses_nothing(self):
        page = self.open_bench()
        page.context.clear_cookies()
        self.set_size(page, "66")
        page.get_by_role("button", name="Sign in again").click()
        page.fill("input[name=username]", "maren")
        page.fill("input[name=password]", "slate-and-rope")
        page.click("button[type=submit]")
        self.wait_for(lambda: self.kept().document["size"] == 66.0)
        self.assertEqual(self.shown_size(page), "66")

    def test_two_devices_get_both_states_and_can_keep_both(self):
        page = self.open_bench()
        other = self.open_bench(self.open_page())
        self.set_size(page, "20")
        self.wait_for(lambda: self.kept().document["size"] == 20.0)
        self.set_size(other, "90")
        other.wait_for_selector("text=changed on another device too")
        row = other.locator("tr", has_text="Size")
        self.assertEqual(row.locator("td").all_inner_texts(), ["90 px", "20 px"])
        other.get_by_role("button", name="Keep both").click()
        self.wait_for(lambda: self.roll.brushes.count() == 2)
        sizes = sorted(brush.document["size"] for brush in self.roll.brushes.all())
        self.assertEqual(sizes, [20.0, 90.0])
        other.wait_for_selector(".crumb:has-text('this device')")
        self.wait_for(lambda: self.shown_size(other) == "90")
        self.assertEqual(self.shown_size(page), "20")

    def test_this_devices_state_can_stand(self):
        page = self.open_bench()
        other = self.open_bench(self.open_page())
        self.set_size(page, "20")
        self.wait_for(lambda: self.kept().document["size"] == 20.0)
        self.set_size(other, "90")
        other.get_by_role("button", name="This device's").click()
        self.wait_for(lambda: self.kept().document["size"] == 90.0)

    def test_a_brush_deleted_elsewhere_can_be_put_back_with_the_changes(self):
        page = self.open_bench()
        delete_brush(self.account, self.made["Rope Ribbon"].pk)
        self.set_size(page, "44")
        page.get_by_role("button", name="Put it back").click()
        self.wait_for(lambda: self.kept().deleted_at is None and self.kept().document["size"] == 44.0)

    def test_another_accounts_brush_is_not_there(self):
        page = self.page
        page.goto(f"{self.live_server_url}/bench/00000000-0000-4000-8000-000000000000")
        page.wait_for_selector("text=not in any of your rolls")


@tag("browser")
class RollsTests(JourneyCase):
    brushes = {"Rope Ribbon": {}, "Kelp Liner": {"size": 9.0}}

    def test_duplicate_name_delete_and_undo(self):
        page = self.page
        page.goto(f"{self.live_server_url}/rolls")
        page.get_by_role("button", name="More for Rope Ribbon").click()
        page.get_by_role("button", name="Duplicate").click()
        page.wait_for_selector(".pocket:has-text('Rope Ribbon 2')")
        page.get_by_role("button", name="More for Rope Ribbon 2").click()
        page.get_by_role("button", name="Name and note").click()
        page.fill("input[name=brush-name]", "Spindrift")
        page.fill("textarea[name=brush-note]", "Foam.")
        page.get_by_role("button", name="Take it").click()
        page.wait_for_selector(".pocket:has-text('Spindrift')")
        self.wait_for(lambda: self.roll.brushes.filter(name="Spindrift", note="Foam.").exists())
        page.get_by_role("button", name="More for Spindrift").click()
        page.get_by_role("button", name="Delete").click()
        page.wait_for_selector(".pocket:has-text('Spindrift')", state="detached")
        page.get_by_role("button", name="Put it back").click()
        page.wait_for_selector(".pocket:has-text('Spindrift')")

    def test_signing_in_opens_the_rolls_and_a_new_brush_its_bench(self):
        page = self.open_page(signed_in=False)
        page.goto(f"{self.live_server_url}/rolls")
        page.fill("input[name=username]", "maren")
        page.fill("input[name=password]", "wrong")
        page.click("button[type=submit]")
        page.wait_for_selector("text=do not go together")
        page.fill("input[name=password]", "slate-and-rope")
        page.click("button[type=submit]")
        page.wait_for_selector(".pocket img.stroke")
        settle(page)
        for picture in (".stroke", ".print"):
            shot = np.asarray(Image.open(io.BytesIO(page.locator(f".pocket img{picture}").first.screenshot())))
            self.assertGreater((shot[..., 0] < 90).sum(), 50)
        page.get_by_text("New brush").click()
        page.get_by_role("button", name="Or a plain round one").click()
        page.wait_for_selector("canvas.sheet")
        self.wait_for(lambda: (self.pixels(page)[..., 0] < 60).sum() > 500)


@tag("browser")
class WorkerTests(JourneyCase):
    def setUp(self):
        super().setUp()
        self.page.add_init_script(WORKERS)
        self.page.route("**/assets/worker-*.js", self.breakable)
        self.open_bench(self.page)
        self.pen, self.box = Pen(self.page), self.sheet_box()
        self.foot = self.box["y"] + self.box["height"] - 60

    def breakable(self, route):
        """A worker whose memory cannot grow once it is told so."""
        answer = route.fetch()
        ends = "setTimeout(() => { throw new RangeError('Maximum memory size exceeded') })"
        body = f"self.addEventListener('message', ({{ data }}) => data === 'full' && {ends});\n{answer.text()}"
        route.fulfill(response=answer, body=body)

    def line(self, left, count=10, **how):
        self.pen.draw([(self.box["x"] + left + 8 * i, self.foot, 0.6) for i in range(count)], **how)

    def inked(self, left, right):
        return int((self.pixels()[-80:, left:right, 0] < 90).sum())

    def kept(self, count):
        self.wait_for(lambda: ProofStroke.objects.count() == count, f"{count} strokes")

    def test_a_worker_that_dies_in_the_middle_of_a_stroke_takes_nothing_with_it(self):
        page = self.page
        self.line(300, 30)
        self.kept(1)
        self.wait_for(lambda: self.inked(300, 540) > 200)
        self.line(700, lift=False)
        page.evaluate("worker('pen').terminate()")
        self.pen.event("mouseMoved", self.box["x"] + 820, self.foot, 0.6)
        page.wait_for_selector("text=was started anew")
        self.pen.event("mouseReleased", self.box["x"] + 830, self.foot)
        self.assertEqual(page.evaluate("workers.filter((one) => one.called === 'pen').length"), 2)
        self.kept(2)
        self.wait_for(lambda: self.inked(300, 540) > 200 and self.inked(700, 780) > 50)
        self.line(900, 20)
        self.kept(3)

    def test_memory_that_runs_out_twice_is_told_with_the_strokes_still_on_the_page(self):
        page = self.page
        self.line(300, 30)
        self.kept(1)
        for left, word in ((700, "text=was started anew"), (900, "text=too little memory")):
            # Lanes that come lay the paper out anew, with what is drawn on it.
            self.wait_for(lambda: self.inked(300, 540) > 200)
            self.line(left, lift=False)
            page.evaluate("worker('pen').postMessage('full')")
            page.wait_for_selector(word)
            self.pen.event("mouseReleased", self.box["x"] + left + 90, self.foot)
        self.kept(3)
        self.assertGreater(self.inked(300, 540), 200)
        # Drawn though there is nobody to ink it, it is kept all the same.
        self.line(60, 12)
        self.kept(4)
        page.get_by_role("button", name="Try again").click()
        self.wait_for(lambda: self.inked(60, 150) > 50 and self.inked(900, 980) > 50)
        expect(page.get_by_text("too little memory")).to_have_count(0)
