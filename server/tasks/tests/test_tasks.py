"""Long work: told of, stopped, bounded, nobody else's, and done by real workers."""

import io
import os
import signal
import subprocess
import sys
import threading
import time
import uuid
from contextlib import nullcontext
from datetime import timedelta
from unittest import mock

from accounts.models import Account
from django.db import connection
from django.test import TransactionTestCase
from django.utils import timezone
from hollowmist.settings import ROOT

from tasks import files
from tasks.actions.ask import MOST_WAITING, ask, stop
from tasks.actions.forget import forget_tasks
from tasks.actions.run import run
from tasks.models import Task
from tasks.registry import WORK, Made


def working(work):
    """A kind of work that is there for a test."""
    return mock.patch.dict(WORK, {"trial": (work, lambda error: str(error) if isinstance(error, ValueError) else None)})


class TaskTests(TransactionTestCase):
    """Outside of a transaction, as workers are."""

    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.client.force_login(self.account)
        queue = mock.patch("tasks.actions.ask.enqueue")
        self.enqueue = queue.start()
        self.addCleanup(queue.stop)

    def ask(self, given=None):
        return ask(self.account, "trial", {"how": "plainly"}, given)

    def asked(self, task):
        return self.client.get(f"/api/tasks/{task.pk}").json()

    def test_what_it_comes_to_is_told_and_fetched_for_a_day(self):
        def work(account, arguments, given, tell):
            return Made(f"{account} {arguments} {given.read()}".encode(), "made.txt", "text/plain", {"left_out": ""})

        with working(work):
            task = self.ask(io.BytesIO(b"ink"))
            self.enqueue.assert_called_once_with(task.pk)
            self.assertEqual(self.asked(task)["state"], "waiting")
            run(str(task.pk))
        seen = self.asked(task)
        self.assertEqual((seen["state"], seen["share"], seen["about"]), ("done", 1.0, {"left_out": ""}))
        answer = self.client.get(f"/api/tasks/{task.pk}/file")
        data = b"".join(answer.streaming_content)
        self.assertEqual(data, b"maren {'how': 'plainly'} b'ink'")
        self.assertEqual((answer["Content-Type"], len(data)), ("text/plain", seen["size"]))
        self.assertIn('filename="made.txt"', answer["Content-Disposition"])
        self.assertIsNone(files.opened(task.pk, files.GIVEN))
        Task.objects.update(asked_at=timezone.now() - timedelta(days=2))
        self.assertEqual(forget_tasks(), 1)
        self.assertIsNone(files.opened(task.pk, files.MADE))
        self.assertEqual(self.client.get(f"/api/tasks/{task.pk}").status_code, 404)

    def test_how_far_it_is_is_told_while_it_is_done_and_it_stops_when_it_is_told_to(self):
        going, seen = threading.Event(), []

        def work(account, arguments, given, tell):
            for number in range(10_000):
                tell(number / 10_000)
                if number == 400:
                    going.set()
                time.sleep(0.002)
            return Made(b"all of it", "made.txt")

        with working(work):
            task = self.ask()
            worker = threading.Thread(target=run, args=(str(task.pk),))
            worker.start()
            self.assertTrue(going.wait(60))
            while not seen or not seen[-1]["share"]:
                seen.append(self.asked(task))
            self.assertEqual(self.client.delete(f"/api/tasks/{task.pk}").status_code, 204)
            worker.join()
        self.assertEqual(seen[-1]["state"], "running")
        self.assertLess(seen[-1]["share"], 1)
        self.assertEqual((self.asked(task)["state"], self.asked(task)["size"]), ("stopped", 0))

    def test_what_waits_and_is_stopped_is_not_begun(self):
        work = mock.Mock()
        with working(work):
            task = self.ask()
            stop(task)
            run(str(task.pk))
        work.assert_not_called()
        self.assertEqual(self.asked(task)["state"], "stopped")

    def test_what_fails_says_why_and_what_the_server_fails_at_says_what_to_do(self):
        for error, words in ((ValueError("too many strokes"), "too many strokes"), (RuntimeError("ours"), "Ask again")):
            ours = isinstance(error, RuntimeError)
            with working(mock.Mock(side_effect=error)), self.assertLogs("tasks") if ours else nullcontext():
                task = self.ask()
                run(str(task.pk))
            seen = self.asked(task)
            self.assertEqual((seen["state"], seen["size"]), ("failed", 0))
            self.assertIn(words, seen["detail"])

    def test_nobody_else_hears_of_it_and_no_more_waits_than_may(self):
        with working(mock.Mock()):
            tasks = [self.ask() for _ in range(MOST_WAITING)]
            with self.assertRaisesRegex(Exception, "Ask again when some are done"):
                self.ask()
        Task.objects.filter(pk=tasks[0].pk).update(state=Task.State.DONE, size=3)
        self.client.force_login(Account.objects.create_user("tove", password="gull-and-kelp"))
        for path in ("", "/file"):
            self.assertEqual(self.client.get(f"/api/tasks/{tasks[0].pk}{path}").status_code, 404)
        self.assertEqual(self.client.delete(f"/api/tasks/{tasks[1].pk}").status_code, 404)
        self.assertFalse(Task.objects.filter(stop=True).exists())
        self.assertEqual(self.client.get(f"/api/tasks/{uuid.uuid4()}").status_code, 404)

    def test_what_a_worker_left_in_the_midst_of_it_is_told(self):
        with working(mock.Mock()):
            task = self.ask()
        Task.objects.filter(pk=task.pk).update(state="running", seen_at=timezone.now() - timedelta(minutes=2))
        seen = self.asked(task)
        self.assertEqual(seen["state"], "failed")
        self.assertIn("Ask for it again", seen["detail"])


class WorkersTests(TransactionTestCase):
    """Workers of their own, as `script/server` starts them."""

    def setUp(self):
        database = connection.settings_dict
        environment = os.environ | {"HOLLOWMIST_DB_NAME": database["NAME"], "HOLLOWMIST_DB_PORT": str(database["PORT"])}
        command = [sys.executable, "manage.py", "qcluster"]
        quiet = {"stdout": subprocess.DEVNULL, "stderr": subprocess.DEVNULL}
        workers = subprocess.Popen(command, cwd=ROOT / "server", env=environment, start_new_session=True, **quiet)
        self.addCleanup(workers.wait)
        self.addCleanup(os.killpg, workers.pid, signal.SIGKILL)

    def test_twenty_files_that_are_asked_for_at_once_all_come_and_meanwhile_it_answers(self):
        account = Account.objects.create_user("maren", password="slate-and-rope")
        self.client.force_login(account)
        asked = [self.client.post("/api/packs/written?everything=true") for _ in range(20)]
        self.assertEqual({answer.status_code for answer in asked}, {202})
        self.assertEqual(self.client.get("/api/session").status_code, 200)
        end = time.monotonic() + 120
        while Task.objects.exclude(state=Task.State.DONE).exists() and time.monotonic() < end:
            time.sleep(0.1)
        self.assertEqual(set(Task.objects.values_list("state", flat=True)), {"done"})
        for answer in asked:
            sent = self.client.get(f"/api/tasks/{answer.json()['id']}/file")
            self.assertGreater(len(b"".join(sent.streaming_content)), 100)
