"""What stands before the server: nobody who is slow keeps others waiting."""

import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from contextlib import ExitStack, closing
from pathlib import Path

from accounts.models import Account
from django.conf import settings
from django.db import connection
from django.test import TransactionTestCase
from hollowmist.settings import ROOT

from lan.front import Door, write_front

HALF = 200
"""So many clients begin a request and do not end it."""


def free_port() -> int:
    with socket.socket() as one:
        one.bind(("127.0.0.1", 0))
        return one.getsockname()[1]


class FrontTests(TransactionTestCase):
    def setUp(self):
        self.stack = ExitStack()
        self.addCleanup(self.stack.close)
        self.folder = Path(self.stack.enter_context(tempfile.TemporaryDirectory()))
        self.inner, self.port = free_port(), free_port()
        self.serve("gunicorn", sys.executable, "-m", "gunicorn", "hollowmist.wsgi", "--bind", f"127.0.0.1:{self.inner}")
        front = write_front(self.folder, [Door(f"127.0.0.1:{self.port}", self.inner)])
        self.serve("nginx", "nginx", "-e", "stderr", "-c", front)
        self.answered(tries=600)

    def serve(self, name, *command):
        database = connection.settings_dict
        environment = os.environ | {
            "HOLLOWMIST_DB_NAME": database["NAME"],
            "HOLLOWMIST_DB_PORT": str(database["PORT"]),
            "HOLLOWMIST_PROXIES": "1",
            "GUNICORN_CMD_ARGS": "--threads 4 --worker-class gthread --log-level error",
            "PATH": os.environ["PATH"] + ":/usr/sbin",
        }
        log = self.stack.enter_context((self.folder / f"{name}.log").open("w"))
        process = subprocess.Popen(command, env=environment, cwd=ROOT / "server", stderr=log)
        self.stack.callback(process.wait)
        self.stack.callback(process.terminate)

    def answered(self, tries=1):
        for left in reversed(range(tries)):
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{self.port}/api/session", timeout=15) as answer:
                    return answer.status
            except (urllib.error.URLError, OSError):
                if not left:
                    raise
                time.sleep(0.1)

    def test_two_hundred_who_begin_a_request_and_do_not_go_on_keep_nobody_waiting(self):
        """Four threads answer; each client holds a head, or a body that a view asks for, half sent."""
        head = b"GET /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Slow: "
        body = b"POST /api/accounts HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
        for i in range(HALF):
            one = self.stack.enter_context(closing(socket.create_connection(("127.0.0.1", self.port))))
            one.sendall(head if i % 2 else body + b'Content-Length: 90000\r\n\r\n{"username": "')
        for _ in range(5):
            self.assertEqual(self.answered(), 200)

    def test_what_a_client_says_of_those_before_it_counts_for_nothing(self):
        """Twenty new accounts an hour from an address: another name for oneself is no other address."""
        said = [self.open_account(f"10.9.8.{i}") for i in range(23)]
        self.assertEqual(said[-1], 429)

    def test_of_whoever_is_not_signed_in_no_large_body_is_taken_in(self):
        """Told before it is sent, it would be answered only once all of it had come."""
        head = f"POST /api/packs HTTP/1.1\r\nHost: 127.0.0.1:{self.port}\r\nContent-Length: {2**30}\r\n\r\nPK"
        with closing(socket.create_connection(("127.0.0.1", self.port), timeout=15)) as one:
            one.sendall(head.encode())
            self.assertIn(b"401", one.recv(4096).split(b"\r\n")[0])

    def test_a_pack_of_whoever_is_signed_in_comes_through(self):
        account = Account.objects.create_user("maren", password="slate-and-rope")
        self.client.force_login(account)
        cookie, token = self.client.cookies[settings.SESSION_COOKIE_NAME].value, "a" * 32
        request = urllib.request.Request(
            f"http://127.0.0.1:{self.port}/api/packs",
            b"no pack",
            {
                "Content-Type": "application/octet-stream",
                "Cookie": f"{settings.SESSION_COOKIE_NAME}={cookie}; {settings.CSRF_COOKIE_NAME}={token}",
                "X-CSRFToken": token,
            },
        )
        self.assertEqual(urllib.request.urlopen(request, timeout=15).status, 202)

    def open_account(self, forwarded):
        request = urllib.request.Request(
            f"http://127.0.0.1:{self.port}/api/accounts",
            b'{"username": ""}',
            {"Content-Type": "application/json", "X-Forwarded-For": forwarded},
        )
        try:
            return urllib.request.urlopen(request, timeout=15).status
        except urllib.error.HTTPError as error:
            return error.code
