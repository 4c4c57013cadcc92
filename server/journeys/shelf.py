"""The lending shelf as a process of its own, on a database of its own, for tests."""

import os
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path

from django.conf import settings
from django.db import connection

SERVER = Path(__file__).resolve().parents[1]


def free_port() -> int:
    """A port that nobody listens on."""
    with socket.socket() as one:
        one.bind(("127.0.0.1", 0))
        return one.getsockname()[1]


class ShelfProcess:
    """The shelf with its stock, started when it is entered."""

    def __init__(self):
        self.port = free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self.database = f"test_hollowmist_shelf_{self.port}"
        database = settings.DATABASES["default"]
        self.environment = os.environ | {
            "DJANGO_SETTINGS_MODULE": "shelf.settings",
            "HOLLOWMIST_SHELF_DB_NAME": self.database,
            "HOLLOWMIST_SHELF_SECRET": "only-for-tests-" + "x" * 32,
            "HOLLOWMIST_DB_PORT": str(database["PORT"]),
            "HOLLOWMIST_DB_PASSWORD": database["PASSWORD"],
        }
        self.process: subprocess.Popen | None = None

    def manage(self, *arguments: str) -> None:
        """Run a command of the shelf's."""
        command = [sys.executable, "manage.py", *arguments, "--settings", "shelf.settings"]
        subprocess.run(command, cwd=SERVER, env=self.environment, check=True)

    def start(self) -> None:
        """Start it, and wait until it answers."""
        command = [sys.executable, "-m", "gunicorn", "shelf.wsgi", "--bind", f"127.0.0.1:{self.port}"]
        command += ["--threads", "4", "--worker-class", "gthread", "--log-level", "warning"]
        self.process = subprocess.Popen(command, cwd=SERVER, env=self.environment)
        for _ in range(600):
            try:
                urllib.request.urlopen(f"{self.address}/api/lots", timeout=5).close()
            except (urllib.error.URLError, OSError):
                if self.process.poll() is not None:
                    break
                time.sleep(0.1)
            else:
                return
        raise RuntimeError("the shelf does not start")

    def stop(self) -> None:
        """Stop it, as a machine that is switched off."""
        if self.process:
            self.process.terminate()
            self.process.wait()
            self.process = None

    def __enter__(self):
        with connection.cursor() as cursor:
            cursor.execute(f"CREATE DATABASE IF NOT EXISTS {self.database} CHARACTER SET utf8mb4")
        self.manage("migrate", "--verbosity", "0")
        self.manage("stock_shelf")
        self.start()
        return self

    def __exit__(self, *_):
        self.stop()
        with connection.cursor() as cursor:
            cursor.execute(f"DROP DATABASE IF EXISTS {self.database}")
