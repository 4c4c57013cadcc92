"""Devices as they are, the front end's own store and carrier, against this server and its MariaDB.

HOLLOWMIST_FAULTY_RUNS says how many runs two devices do over a faulty way; a share of them without it. (The front end's
own tests do all twenty, without MariaDB.)
"""

import json
import os
import subprocess
from pathlib import Path

from accounts.models import Account
from acts.models import DoneAct
from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.test import Client, tag
from proofs.models import ProofStroke
from rolls.actions.keep_roll import keep_roll
from rolls.models import Brush, Roll

from journeys.way import Way

from .test_offline import DeviceCase

WEB = Path(__file__).parents[3] / "web"
RUNS, ACTS = int(os.environ.get("HOLLOWMIST_FAULTY_RUNS", "6")), 500


@tag("browser")
class FaultyWayTests(StaticLiveServerTestCase):
    """Two devices do random acts over a way that drops, doubles, delays and cuts every second request."""

    def account(self, i):
        account = Account.objects.create_user(f"maren {i}", password="slate-and-rope")
        roll = keep_roll(account, name="Chart inking")
        client = Client()
        client.force_login(account)
        cookie = f"{settings.SESSION_COOKIE_NAME}={client.cookies[settings.SESSION_COOKIE_NAME].value}"
        return {"id": account.pk, "session": cookie, "roll": str(roll.pk)}

    def test_both_devices_and_mariadb_hold_the_same_in_the_end(self):
        told = {
            "url": self.live_server_url,
            "acts": ACTS,
            "guard": settings.CSRF_COOKIE_NAME,
            "accounts": [self.account(i) for i in range(RUNS)],
        }
        done = subprocess.run(
            # `timeout` ends what it began as a whole; killed by Python, npx would leave its workers behind.
            ["timeout", "2400", "npx", "--no-install", "vitest", "run", "tests/mariadb.test.ts", "--reporter=dot"],
            cwd=WEB,
            env=os.environ | {"HOLLOWMIST_SERVER": json.dumps(told)},
            capture_output=True,
            text=True,
            check=False,
        )
        self.assertEqual(done.returncode, 0, done.stdout[-4000:] + done.stderr[-4000:])
        self.assertIn(f"{RUNS} passed", done.stdout)
        self.assertGreater(DoneAct.objects.count(), RUNS * ACTS // 2)


@tag("browser")
class TwoTabletsTests(DeviceCase):
    """The same account on two tablets that are both away."""

    brushes = {"Rope Ribbon": {"size": 20.0}}

    def setUp(self):
        super().setUp()
        for name in ("Labels & titles", "Shore textures"):
            keep_roll(self.account, name=name)

    def order(self, page):
        return page.locator(".roll:not(.filled) h2").all_inner_texts()

    def away_for_a_day(self, page, size, roll, way):
        """Change the brush, draw, and move a roll."""
        page.get_by_role("button", name=roll, exact=True).click()
        page.get_by_role("button", name=f"{roll}: further {way}").click()
        page.get_by_role("button", name=roll, exact=True).click()
        page.get_by_role("button", name="Open Rope Ribbon", exact=True).click()
        self.wait_for(lambda: page.query_selector("canvas.sheet") and (self.pixels(page)[..., 0] < 60).sum() > 500)
        page.locator(".card", has_text="Weight").click()
        page.get_by_role("button", name="type it").first.click()
        page.keyboard.type(str(size))
        page.keyboard.press("Enter")
        page.locator(".card", has_text="Weight").click()
        self.draw(page, left=100 + size)
        page.wait_for_selector("text=keeping waits")

    def test_both_states_all_strokes_and_one_order_of_rolls_are_there(self):
        # Each has a way of its own: which of them is back first is the test's to say.
        others_way = Way(self.live_server_url)
        self.addCleanup(others_way.close)
        one, other = self.installed_page(), self.installed_page(others_way)
        before = self.order(one)
        self.way.away = others_way.away = True
        self.away_for_a_day(one, 31, "Shore textures", "up")
        self.away_for_a_day(other, 57, "Labels & titles", "down")
        self.way.away = False
        one.evaluate("window.dispatchEvent(new Event('online'))")
        one.wait_for_selector(".standing:has-text('kept')")
        self.wait_for(lambda: Brush.objects.get().document["size"] == 31.0)
        others_way.away = False
        other.evaluate("window.dispatchEvent(new Event('online'))")
        other.wait_for_selector("text=This brush was changed on another device too")
        asked = other.get_by_role("dialog")
        self.assertIn("31", asked.inner_text())
        self.assertIn("57", asked.inner_text())
        other.get_by_role("button", name="Keep both").click()
        self.wait_for(lambda: Brush.objects.count() == 2)
        sizes = sorted(brush.document["size"] for brush in Brush.objects.all())
        self.assertEqual(sizes, [31.0, 57.0])
        self.wait_for(lambda: ProofStroke.objects.count() == 2)
        for page, way in ((one, self.way), (other, others_way)):
            page.goto(f"{way.url}/rolls")
            page.wait_for_selector(".pocket:has-text('(this device)')")
        there = [roll.name for roll in Roll.objects.filter(account=self.account).order_by("place", "pk")]
        self.assertEqual(self.order(one), there)
        self.assertEqual(self.order(other), there)
        self.assertNotEqual(there, before)
