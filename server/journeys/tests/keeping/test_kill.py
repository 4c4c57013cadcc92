"""Whoever is killed in the middle of acts, with SIGKILL: nothing that was shown as done is missing."""

import os
import signal
import socket
import subprocess
import sys
import tempfile
import urllib.request
from contextlib import suppress
from pathlib import Path

from django.db import connection
from django.test import tag
from hollowmist.settings import ROOT
from proofs.models import ProofStroke

from journeys.browser import CHROMIUM, FLAGS, PATIENCE, rows_here, settle
from journeys.tests.keeping.test_keeping import DATABASE
from journeys.tests.keeping.test_offline import DeviceCase
from journeys.way import Way

STROKES = 12


def free_port() -> int:
    with socket.socket() as one:
        one.bind(("127.0.0.1", 0))
        return one.getsockname()[1]


def kill(process) -> None:
    """End a process and all of its own at once, as nothing that could be caught."""
    os.killpg(process.pid, signal.SIGKILL)
    process.wait()


@tag("browser")
class KillTests(DeviceCase):
    def draw_all(self, page, in_the_middle):
        """Draw strokes one after the other, and do something after the fifth; returns how many are shown."""
        for i in range(STROKES):
            self.draw(page, 60 + 8 * i)
            if i == 4:
                in_the_middle()
        settle(page)
        return STROKES

    def all_arrive(self, page, count):
        self.wait_for(lambda: ProofStroke.objects.count() >= count)
        # Nothing waits on the device that could still come, and come twice.
        self.wait_for(lambda: not rows_here(page, self.account, "acts", "id"))
        self.assertEqual(ProofStroke.objects.count(), count)

    def test_the_database(self):
        page = self.installed_page()
        self.open_brush(page, "Rope Ribbon")

        def in_the_middle():
            subprocess.run([ROOT / "script" / "db", "kill", DATABASE], check=True)
            connection.close()

        try:
            count = self.draw_all(page, in_the_middle)
            page.wait_for_selector("text=all is safe on this device")
        finally:
            subprocess.run([ROOT / "script" / "db", "start", DATABASE], check=True)
            connection.close()
        self.all_arrive(page, count)

    def test_the_server(self):
        port = free_port()
        environment = os.environ | {
            "HOLLOWMIST_DB_NAME": connection.settings_dict["NAME"],
            "HOLLOWMIST_DB_PORT": str(connection.settings_dict["PORT"]),
        }
        command = [sys.executable, "-m", "gunicorn", "hollowmist.wsgi", "--bind", f"127.0.0.1:{port}"]
        options = ["--chdir", str(ROOT / "server"), "--threads", "4", "--log-level", "error"]

        def served():
            process = subprocess.Popen([*command, *options], env=environment, start_new_session=True)
            for _ in range(600):
                with suppress(OSError):
                    urllib.request.urlopen(f"http://127.0.0.1:{port}/api/session")
                    return process
                # One that ended does not start any more.
                with suppress(subprocess.TimeoutExpired):
                    process.wait(0.1)
                    self.fail("the server ended")
            self.fail("the server did not start")

        server = [served()]
        self.addCleanup(lambda: kill(server[0]))
        self.way = Way(f"http://127.0.0.1:{port}")
        self.addCleanup(self.way.close)
        page = self.installed_page()
        self.open_brush(page, "Rope Ribbon")
        count = self.draw_all(page, lambda: kill(server[0]))
        server[0] = served()
        self.all_arrive(page, count)

    def test_the_browser(self):
        cookie = self.page.context.cookies()[0] | {"url": self.way.url}
        cookie = {key: cookie[key] for key in ("name", "value", "url")}
        with tempfile.TemporaryDirectory() as folder:

            def launched():
                context = self.playwright.chromium.launch_persistent_context(
                    folder, executable_path=CHROMIUM, args=FLAGS, viewport={"width": 1500, "height": 900}
                )
                context.set_default_timeout(PATIENCE * 1000)
                context.add_cookies([cookie])
                return context, context.pages[0]

            _, page = launched()
            page.goto(f"{self.way.url}/rolls")
            page.wait_for_selector(".pocket")
            self.open_brush(page, "Rope Ribbon")
            # Nothing comes through: what outlives the browser does so on the device alone.
            self.way.away = True
            for i in range(5):
                self.draw(page, 60 + 8 * i)
            self.wait_for(lambda: page.get_by_role("button", name="Clear your strokes").is_enabled())
            page.wait_for_selector("text=your strokes wait")
            settle(page)
            for one in Path("/proc").glob("[0-9]*/cmdline"):
                with suppress(OSError):
                    if f"--user-data-dir={folder}".encode() in one.read_bytes():
                        os.kill(int(one.parent.name), signal.SIGKILL)
            self.way.away = False
            context, page = launched()
            page.goto(f"{self.way.url}/rolls")
            self.all_arrive(page, 5)
            context.close()
