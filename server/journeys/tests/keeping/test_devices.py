"""Devices as they are, the front end's own store and carrier, against this server and its MariaDB.

HOLLOWMIST_FAULTY_RUNS says how many runs two devices do over a faulty way; a share of them without it. With
HOLLOWMIST_BEFALLS=1 the server meanwhile purges, is set back to a backup, and reads a pack that is older than it is: a
search for faults, which still finds some.
"""

import json
import os
import subprocess
import threading
from contextlib import contextmanager
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path

from accounts.models import Account
from acts.actions.purge import purge
from acts.models import DoneAct, Epoch
from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.db import connection, connections
from django.test import Client, tag
from django.utils import timezone
from proofs.models import ProofStroke
from rolls.actions.keep_roll import keep_roll
from rolls.models import Brush, Roll
from tasks.tests import workers_here

from journeys.tests.keeping.test_offline import DeviceCase
from journeys.way import Way

NOT_SET_BACK = ("django_", "cache", "snap_", "tasks_", "auth_", "axes_")
"""Tables that a backup of people's work leaves as they are, by how their names begin."""


class Befalling:
    """What befalls a server, asked for by the devices' process: a purge, a backup, and going back to it."""

    def __init__(self):
        with connection.cursor() as cursor:
            cursor.execute("SHOW TABLES")
            self.tables = [name for (name,) in cursor.fetchall() if not name.startswith(NOT_SET_BACK)]

    def purge(self):
        """All that was taken away goes for good."""
        purge(before=timezone.now())

    @contextmanager
    def stopped(self, cursor):
        """While nobody else reads or writes: a backup holds one moment, and no request meets half of it."""
        names = [f"{one} WRITE" for name in self.tables for one in (name, f"snap_{name}")]
        cursor.execute("SET autocommit = 0")
        cursor.execute(f"LOCK TABLES {', '.join(names)}")
        try:
            yield
            cursor.execute("COMMIT")
        finally:
            cursor.execute("UNLOCK TABLES")
            cursor.execute("SET autocommit = 1")

    def backup(self):
        """Note all rows, as they are at one moment."""
        with connection.cursor() as cursor:
            for name in self.tables:
                cursor.execute(f"CREATE OR REPLACE TABLE snap_{name} AS SELECT * FROM {name} LIMIT 0")
            with self.stopped(cursor):
                for name in self.tables:
                    cursor.execute(f"INSERT INTO snap_{name} SELECT * FROM {name}")

    def restore(self):
        """Set all rows back to what was noted; whoever restores a database gives it another epoch."""
        with connection.cursor() as cursor:
            cursor.execute("SET FOREIGN_KEY_CHECKS = 0")
            with self.stopped(cursor):
                for name in self.tables:
                    cursor.execute(f"DELETE FROM {name}")
                    cursor.execute(f"INSERT INTO {name} SELECT * FROM snap_{name}")
                cursor.execute(f"DELETE FROM {Epoch._meta.db_table}")
            cursor.execute("SET FOREIGN_KEY_CHECKS = 1")

    def drop(self):
        """Let go of what was noted."""
        with connection.cursor() as cursor:
            for name in self.tables:
                cursor.execute(f"DROP TABLE IF EXISTS snap_{name}")

    @contextmanager
    def listening(self):
        """Its address, while it is asked."""
        befalling = self

        class Handler(BaseHTTPRequestHandler):
            def do_POST(self):
                """Do what the path says."""
                try:
                    getattr(befalling, self.path.strip("/"))()
                    self.send_response(200)
                except Exception as error:
                    self.send_response(500, repr(error)[:200])
                finally:
                    connections.close_all()
                self.end_headers()

            def log_message(self, *_):
                """Say nothing."""

        with ThreadingHTTPServer(("127.0.0.1", 0), Handler) as server:
            threading.Thread(target=server.serve_forever, daemon=True).start()
            try:
                yield f"http://127.0.0.1:{server.server_port}"
            finally:
                server.shutdown()


WEB = Path(__file__).parents[4] / "web"
RUNS, ACTS = int(os.environ.get("HOLLOWMIST_FAULTY_RUNS", "3")), 500


@tag("browser")
class FaultyWayTests(StaticLiveServerTestCase):
    """Two devices, one with a second tab, do random acts over a way that drops, doubles, delays and cuts every second
    request; in the end a pack of everything, read into a fresh account, is all of it too."""

    def signed_in(self, name):
        """An account, and the cookie that signs it in."""
        account = Account.objects.create_user(name, password="slate-and-rope")
        client = Client()
        client.force_login(account)
        cookie = f"{settings.SESSION_COOKIE_NAME}={client.cookies[settings.SESSION_COOKIE_NAME].value}"
        return account, cookie

    def account(self, i):
        account, cookie = self.signed_in(f"maren {i}")
        roll = keep_roll(account, name="Chart inking")
        _, other = self.signed_in(f"tove {i}")
        return {"id": account.pk, "session": cookie, "roll": str(roll.pk), "fresh": {"session": other}}

    def test_both_devices_and_mariadb_hold_the_same_in_the_end(self):
        about = {
            "url": self.live_server_url,
            "acts": ACTS,
            "guard": settings.CSRF_COOKIE_NAME,
            "accounts": [self.account(i) for i in range(RUNS)],
        }
        befalling = Befalling()
        self.addCleanup(befalling.drop)
        self.enterContext(workers_here())
        about["befalls"] = bool(os.environ.get("HOLLOWMIST_BEFALLS"))
        about["control"] = self.enterContext(befalling.listening())
        done = subprocess.run(
            # `timeout` ends what it began as a whole; killed by Python, npx would leave its workers behind.
            [
                "timeout",
                "2400",
                "npx",
                "--no-install",
                "vitest",
                "run",
                "tests/device/mariadb.test.ts",
                "--reporter=dot",
            ],
            cwd=WEB,
            env=os.environ | {"HOLLOWMIST_SERVER": json.dumps(about)},
            capture_output=True,
            text=True,
            check=False,
        )
        self.assertEqual(done.returncode, 0, done.stdout[-4000:] + done.stderr[-4000:])
        self.assertIn(f"{RUNS} passed", done.stdout)
        self.assertGreater(DoneAct.objects.count(), RUNS * ACTS // 4)


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
        one.wait_for_selector(".status:has-text('kept')")
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
