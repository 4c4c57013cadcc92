"""Lending and borrowing against real MariaDB, and a shelf that behaves as it is told to."""

import contextlib
import hashlib
import io
import json
import threading
import time
import uuid
from datetime import timedelta
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from unittest.mock import patch

from accounts.models import Account
from acts.tests import act
from django.core.cache import cache
from django.core.management import call_command
from django.test import TestCase, override_settings
from django.utils import timezone
from hollowmist_core.documents.brush import default_document
from hollowmist_core.formats import pack
from hollowmist_core.tests.packs import sound_pack
from rolls.actions.add_brush import add_brush
from rolls.actions.keep_roll import keep_roll
from rolls.actions.take_roll import take_roll
from rolls.models import Brush, Roll
from tasks.tests import work_off

from lending import shelf
from lending.models import Loan

LOT = uuid.UUID(int=7, version=4)


def lot(data: bytes, **other) -> dict:
    """A lot as a shelf tells it."""
    maker = {"name": "Tide walkers", "note": "", "licence": "CC-BY-4.0"}
    moment = "2026-11-27T10:00:00Z"
    lot = {"id": str(LOT), "name": "Chart inking", "note": "", "tint": "", "maker": maker, "marked": False}
    lot |= {"sha256": hashlib.sha256(data).hexdigest(), "bytes": len(data), "sources": 1}
    lot |= {"put_at": moment, "changed_at": moment, "previews": [{"position": 0, "name": "Rope 0", "note": ""}]}
    return lot | other


@contextlib.contextmanager
def shelf_that(answers):
    """A shelf whose answers are `answers(method, path, body, key) -> (status, bytes)`, or written piece by piece."""

    class Handler(BaseHTTPRequestHandler):
        def answer(self):
            sent = self.rfile.read(int(self.headers.get("Content-Length") or 0))
            key = (self.headers.get("Authorization") or "").removeprefix("Bearer ")
            status, body = answers(self.command, self.path, sent, key)
            self.send_response(status)
            self.end_headers()
            with contextlib.suppress(OSError):
                for piece in [body] if isinstance(body, bytes) else body:
                    self.wfile.write(piece)
                    self.wfile.flush()

        do_GET = do_PUT = do_DELETE = answer

        def log_message(self, *_):
            pass

    server = ThreadingHTTPServer(("127.0.0.1", 0), Handler)
    threading.Thread(target=server.serve_forever, daemon=True).start()
    try:
        with override_settings(SHELF=f"http://127.0.0.1:{server.server_port}"):
            yield
    finally:
        server.shutdown()
        server.server_close()


def as_json(value) -> bytes:
    return json.dumps(value).encode()


class LendingCase(TestCase):
    def setUp(self):
        # Counts of tries outlive a test.
        cache.clear()
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.client.force_login(self.account)
        self.roll = keep_roll(self.account, name="Labels")

    def borrow(self, data, **body):
        whole = {"sha256": hashlib.sha256(data).hexdigest(), **body}
        return self.take("borrow", whole)

    def take(self, what, body):
        """Have a lot borrowed, or looked into; how that stands in the end."""
        return work_off(self.client, self.client.post(f"/api/shelf/{LOT}/{what}", body, "application/json"))[0]

    def failed(self, task):
        self.assertEqual(task["state"], "failed", task)
        return task["detail"]

    def lend(self, roll=None):
        return self.client.put(f"/api/loans/{roll or self.roll.pk}")

    def said(self, answer, status):
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()["detail"]


class BorrowTests(LendingCase):
    def test_what_is_borrowed_lies_in_borrowed_with_its_maker_once(self):
        data = sound_pack()
        with shelf_that(lambda *_: (200, data)):
            for _ in range(2):
                self.assertEqual(self.borrow(data)["state"], "done")
        found = Brush.objects.of(self.account).present()
        self.assertEqual({one.roll.name for one in found}, {"Borrowed"})
        self.assertEqual([one.name for one in found.order_by("place")], ["Rope 0", "Rope 1", "Rope 2"])
        self.assertEqual({one.maker["name"] for one in found}, {"Maren"})
        self.assertEqual(self.account.lanes.count(), 0)

    def test_a_look_tells_what_would_come_and_leaves_nothing(self):
        data = sound_pack()
        shown = {"sha256": hashlib.sha256(data).hexdigest()}
        with shelf_that(lambda *_: (200, data)):
            report = self.take("look", shown)["about"]
            self.assertEqual(self.client.get(f"/api/shelf/{LOT}/pack", shown).content, data)
        brushes = [one for one in report["lines"] if one["what"] == "brush"]
        self.assertEqual([one["outcome"] for one in brushes], ["in"] * 3)
        self.assertEqual(set(report["documents"]), {one["id"] for one in brushes})
        self.assertFalse(Brush.objects.filter(name="Rope 0").exists())
        self.assertFalse(Roll.objects.filter(name="Borrowed").exists())

    def test_single_brushes_can_be_borrowed(self):
        data = sound_pack()
        wanted = str(pack.Pack(io.BytesIO(data)).manifest.brushes[1].id)
        with shelf_that(lambda *_: (200, data)):
            self.assertEqual(self.borrow(data, brush=[wanted])["state"], "done")
        self.assertEqual([one.name for one in Brush.objects.of(self.account).present()], ["Rope 1"])

    def test_a_deleted_borrowed_roll_is_made_anew(self):
        data = sound_pack()
        with shelf_that(lambda *_: (200, data)):
            self.borrow(data)
            take_roll(self.account, Roll.objects.get(name="Borrowed").pk)
            self.borrow(data)
        found = Brush.objects.of(self.account).present()
        self.assertEqual(sorted(one.name for one in found), ["Rope 0", "Rope 1", "Rope 2"])

    def test_another_pack_than_was_shown_is_not_taken(self):
        shown, other = sound_pack(), sound_pack(2)
        with shelf_that(lambda *_: (200, other)):
            self.assertIn("was changed on the shelf", self.failed(self.borrow(shown)))
            looked = self.client.get(f"/api/shelf/{LOT}/pack", {"sha256": hashlib.sha256(shown).hexdigest()})
            self.assertEqual(looked.status_code, 409)
        self.assertFalse(Roll.objects.filter(name="Borrowed").exists())

    def test_an_unsound_pack_leaves_nothing(self):
        data = sound_pack()[:-40]
        with shelf_that(lambda *_: (200, data)):
            self.assertGreater(len(self.failed(self.borrow(data))), 20)
        self.assertFalse(Roll.objects.filter(name="Borrowed").exists())

    def test_a_shelf_that_is_away_or_slow_says_so_and_all_else_works(self):
        def trickle():
            for _ in range(40):
                yield b" "
                time.sleep(0.05)

        with override_settings(SHELF="http://127.0.0.1:9"):
            self.assertIn("does not answer", self.said(self.client.get("/api/shelf"), 503))
            self.assertIn("does not answer", self.failed(self.borrow(b"")))
        with patch.object(shelf, "SOON", 0.3), shelf_that(lambda *_: (200, trickle())):
            self.assertIn("does not answer", self.said(self.client.get("/api/shelf"), 503))
        with override_settings(SHELF=""):
            self.assertIn("no lending shelf", self.said(self.client.get("/api/shelf"), 503))
        self.assertEqual(self.client.get("/api/loans").json(), [])

    def test_nonsense_is_told_as_such(self):
        data = sound_pack()
        good = lot(data)
        nonsense = [
            b"",
            b"<html>",
            as_json({"lots": []}),
            as_json([{**good, "sha256": "../../etc"}]),
            as_json([{**good, "name": "x" * 5000}]),
            as_json([{**good, "bytes": 10**12}]),
            as_json([{**good, "maker": None}]),
            b"[" * 200_000,
            b" " * (shelf.MOST_LISTED + 1),
        ]
        for body in nonsense:
            with shelf_that(lambda *_, body=body: (200, body)):
                self.assertIn("cannot be used", self.said(self.client.get("/api/shelf"), 502), body[:40])
        with shelf_that(lambda *_: (302, b"")):
            self.assertIn("cannot be used", self.said(self.client.get("/api/shelf"), 502))
        with shelf_that(lambda *_: (200, b"<svg onload=alert(1)>")):
            self.assertIn("cannot be used", self.said(self.client.get(f"/api/shelf/{LOT}/previews/0"), 502))
        with shelf_that(lambda *_: (200, as_json([good]))):
            self.assertEqual(self.client.get("/api/shelf").json()[0]["name"], "Chart inking")


class LendTests(LendingCase):
    def setUp(self):
        super().setUp()
        self.brush = add_brush(self.roll, "Label Monoline")
        body = {"brush": str(self.brush.pk), "why": "hand", "label": "before", "made_at": 5000}
        act(self.client, self.account, "keepCheckpoint", uuid.uuid4(), {**body, "document": default_document()})
        self.lots: dict[str, tuple[str, bytes]] = {}
        self.asked: list[str] = []

    def answers(self, method, path, body, key):
        """As the shelf does: the first key holds."""
        self.asked.append(method)
        pk = path.rsplit("/", 1)[1]
        if pk in self.lots and self.lots[pk][0] != key:
            return 403, as_json({"detail": "Only who lent this roll can change it or take it back."})
        if method == "DELETE":
            return (204, b"") if self.lots.pop(pk, None) else (404, b"")
        self.lots[pk] = (key, body)
        return 200, as_json(lot(body, id=pk))

    def test_a_roll_is_lent_changed_and_taken_back(self):
        with shelf_that(self.answers):
            (loan,) = self.lend().json()
            self.assertEqual((loan["roll"], loan["changed"]), (str(self.roll.pk), False))
            (data,) = (data for _, data in self.lots.values())
            manifest = pack.Pack(io.BytesIO(data)).manifest
            self.assertEqual([one.name for one in manifest.brushes], ["Label Monoline"])
            # What one tried on the way is nobody's business.
            self.assertEqual(manifest.checkpoints, [])
            add_brush(self.roll, "Broad Nib")
            self.assertTrue(self.client.get("/api/loans").json()[0]["changed"])
            (loan,) = self.lend().json()
            self.assertFalse(loan["changed"])
            self.assertEqual(len(self.lots), 1)
            (data,) = (data for _, data in self.lots.values())
            self.assertEqual(len(pack.Pack(io.BytesIO(data)).manifest.brushes), 2)
            for _ in range(2):
                self.assertEqual(self.client.delete(f"/api/loans/{self.roll.pk}").status_code, 204)
        self.assertEqual((self.lots, self.client.get("/api/loans").json()), ({}, []))
        self.assertTrue(Brush.objects.present().filter(pk=self.brush.pk).exists())

    def test_a_deleted_roll_that_is_lent_can_still_be_taken_back(self):
        with shelf_that(self.answers):
            self.lend()
            take_roll(self.account, self.roll.pk)
            Roll.objects.update(deleted_at=timezone.now() - timedelta(days=40))
            call_command("purge", stdout=io.StringIO())
            self.assertTrue(self.client.get("/api/loans").json()[0]["gone"])
            self.assertEqual(self.client.delete(f"/api/loans/{self.roll.pk}").status_code, 204)
        self.assertEqual(self.lots, {})
        call_command("purge", stdout=io.StringIO())
        self.assertFalse(Roll.objects.filter(pk=self.roll.pk).exists())

    def test_a_lost_answer_loses_no_key(self):
        def lost(*asked):
            self.answers(*asked)
            return 500, b""

        with shelf_that(lost):
            self.assertEqual(self.lend().status_code, 502)
        self.assertEqual(self.client.get("/api/loans").json(), [])
        with shelf_that(self.answers):
            self.assertEqual(self.lend().status_code, 200)
            self.assertEqual(len(self.lots), 1)
            self.assertEqual(self.client.delete(f"/api/loans/{self.roll.pk}").status_code, 204)
        self.assertEqual(self.lots, {})

    def test_what_the_shelf_refuses_is_not_lent(self):
        with shelf_that(lambda *_: (400, as_json({"detail": "The shelf is full."}))):
            self.assertEqual(self.said(self.lend(), 400), "The shelf is full.")
        self.assertFalse(Loan.objects.exists())

    def test_a_roll_that_is_empty_or_anothers_is_not_lent(self):
        empty = keep_roll(self.account, name="Empty")
        other = Account.objects.create_user("tove", password="gull-and-kelp")
        theirs = keep_roll(other, name="Theirs")
        add_brush(theirs, "Rope")
        with shelf_that(self.answers):
            self.assertEqual(self.lend(empty.pk).status_code, 400)
            self.assertEqual(self.lend(theirs.pk).status_code, 400)
        self.assertEqual(self.asked, [])
