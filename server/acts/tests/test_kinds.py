"""What is promised of every kind of thing, tried over all that are registered. Against real MariaDB."""

import re
import uuid
from datetime import timedelta
from pathlib import Path
from unittest import mock

import numpy as np
from accounts.models import Account
from django.test import TestCase
from django.utils import timezone
from drf_spectacular.generators import SchemaGenerator
from sources.actions.pictures import drop_unused, keep_ink
from sources.models import Picture

from acts.actions.purge import TOLD_FOR, forget_purged, purge
from acts.described import described
from acts.management.commands.write_kinds import PAGE
from acts.models import Purged
from acts.registry import KINDS, Merge

from . import act
from .worlds import World

TABLES = Path(__file__).resolve().parents[3] / "web" / "src" / "device" / "tables"
TAKEN = [table for table, kind in KINDS.items() if kind.takes]
INNER = [(table, kind) for table, kind in KINDS.items() if kind.parent]


class KindsCase(TestCase):
    """An account with one thing of every kind; and nobody else's."""

    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.client.force_login(self.account)
        self.world = World(self.client, self.account).fill()

    def age(self, table: str, days: int) -> None:
        """Have a thing have been taken away so many days ago."""
        rows = KINDS[table].model.objects.filter(pk=self.world.things[table])
        rows.update(deleted_at=timezone.now() - timedelta(days=days))


class BothSidesTests(TestCase):
    def test_device_and_server_tell_the_same_of_each_kind(self):
        found = {}
        for file in TABLES.glob("*.ts"):
            text = file.read_text()
            table = re.search(r'^  table: "(\w+)"', text, re.M)
            if table is None:
                continue
            parent = re.search(r'parent: \{ table: "(\w+)", field: "(\w+)"', text)
            names = re.search(r"^  acts: \{(.*?)\n?  ?\},", text, re.S | re.M)[1]
            found[table[1]] = (
                re.search(r'^  merge: "(\w+)"', text, re.M)[1],
                parent.groups() if parent else None,
                set(re.findall(r'"(\w+)"', names)),
            )
        known = {
            table: (
                str(kind.merge),
                (next(t for t, one in KINDS.items() if one.model is kind.parent_model), kind.parent)
                if kind.parent
                else None,
                set(kind.acts),
            )
            for table, kind in KINDS.items()
        }
        self.assertEqual(found, known)

    def test_the_page_about_them_is_what_they_are(self):
        self.assertEqual(PAGE.read_text(), described(), "run manage.py write_kinds")

    def test_what_lies_in_something_is_registered_after_it(self):
        seen = []
        for kind in KINDS.values():
            if kind.parent:
                self.assertIn(kind.parent_model, seen)
            seen.append(kind.model)


class PromiseTests(KindsCase):
    def test_everything_kept_is_told_and_what_is_kept_again_is_told_once(self):
        changes = self.world.changes()
        for table in KINDS:
            with self.subTest(table):
                self.assertEqual(changes[str(self.world.things[table])]["table"], table)
                self.assertIsNotNone(changes[str(self.world.things[table])]["row"])

    def test_deleted_elsewhere_and_changed_here(self):
        for table in TAKEN:
            with self.subTest(table):
                kind = KINDS[table]
                self.assertEqual(self.world.do(table, "take")["answer"], "done")
                since = Account.objects.get(pk=self.account.pk).number
                answer = self.world.keep(table, "another", base=1)
                # Nothing is answered *done* that the device would then not be told of.
                if kind.merge is Merge.SET:
                    self.assertEqual(answer["answer"], "done")
                    self.assertIsNone(self.world.changes(since)[str(self.world.things[table])]["row"])
                else:
                    self.assertEqual(answer["answer"], "gone")
                    (lost,) = answer["lost"]
                    self.assertEqual((lost["table"], lost["thing"]), (table, str(self.world.things[table])))
                    self.assertEqual(lost["row"]["name"], "first")
                self.assertIsNotNone(self.world.row(table).deleted_at)
                self.assertEqual(self.world.do(table, "back")["answer"], "done")
                self.assertIsNone(self.world.row(table).deleted_at)

    def test_changed_on_both(self):
        for table in KINDS:
            with self.subTest(table):
                kind = KINDS[table]
                if kind.merge is Merge.DOCUMENT:
                    self.assertEqual(self.world.keep(table, "mine", base=1)["revision"], 2)
                    stale = self.world.keep(table, "their own", base=1)
                    self.assertEqual((stale["answer"], stale["theirs"]["name"]), ("stale", "mine"))
                    self.assertEqual(self.world.keep(table, "mine", base=1)["answer"], "done", "the same once more")
                    self.assertEqual(self.world.keep(table, "their own", base=2)["revision"], 3)
                else:
                    for name in ("mine", "their own"):
                        self.assertEqual(self.world.keep(table, name)["answer"], "done")
                    if kind.merge is Merge.LAST:
                        self.assertEqual(self.world.row(table).name, "their own")

    def test_a_parent_that_was_deleted_elsewhere_comes_back_before_what_is_done_to_its_child(self):
        for table, kind in INNER:
            with self.subTest(table):
                above = next(t for t, one in KINDS.items() if one.model is kind.parent_model)
                self.world.do(above, "take")
                for thing in (self.world.things[table], uuid.uuid4()):
                    answer = self.world.keep(table, "drawn meanwhile", thing, base=1)
                    self.assertEqual(answer["answer"], "gone", answer)
                    self.assertEqual([one["table"] for one in answer["lost"]], [above])
                self.assertEqual(self.world.do(above, "back")["answer"], "done")
                self.assertEqual(self.world.keep(table, "drawn meanwhile", uuid.uuid4())["answer"], "done")

    def test_all_that_a_thing_lies_in_is_told_where_it_is_gone(self):
        for table in ("rolls", "brushes"):
            self.world.do(table, "take")
        answer = self.world.keep("checkpoints", "second", uuid.uuid4())
        self.assertEqual([one["table"] for one in answer["lost"]], ["rolls", "brushes"])

    def test_let_go_of_for_good_while_a_device_was_away_for_100_days(self):
        for table in reversed(TAKEN):
            with self.subTest(table):
                self.world.do(table, "take")
                self.age(table, 31)
                since = Account.objects.get(pk=self.account.pk).number
                self.assertEqual(purge()[table], 1)
                change = self.world.changes(since)[str(self.world.things[table])]
                self.assertEqual((change["table"], change["row"], change["purged"]), (table, None, True))
                since = change["number"]
                # The strokes of a lane went with it: it is recorded of another one.
                self.world.laned = uuid.uuid4()
                self.world.keep("strokes", thing=self.world.laned)
                answer = self.world.keep(table, "of the journey", base=3)
                if KINDS[table].merge is Merge.SET:
                    # Taking away wins: it is told so again, and nothing stands beside that.
                    self.assertEqual(answer["answer"], "done")
                    self.assertTrue(self.world.changes(since)[str(self.world.things[table])]["purged"])
                    self.assertFalse(KINDS[table].model.objects.filter(pk=self.world.things[table]).exists())
                else:
                    self.assertEqual((answer["answer"], answer["lost"][0]["row"]), ("gone", None))
                self.assertEqual(self.world.do(table, "back")["answer"], "done")
                # Until it is kept anew it is away for whoever else does something to it.
                self.assertTrue(Purged.objects.filter(table=table, thing=self.world.things[table]).exists())
                self.assertEqual(self.world.keep(table, "of the journey")["answer"], "done")
                self.assertFalse(Purged.objects.filter(table=table, thing=self.world.things[table]).exists())

    def test_what_was_done_to_a_thing_that_was_let_go_of_waits_until_that_is_put_back(self):
        self.world.do("brushes", "take")
        self.age("brushes", 31)
        purge()
        body = {"roll": str(self.world.things["rolls"]), "place": "a5"}
        for _ in range(2):
            answer = act(self.client, self.account, "placeBrush", self.world.things["brushes"], body)
            self.assertEqual((answer["answer"], answer["lost"][0]["row"]), ("gone", None))
            self.world.do("brushes", "back")

    def test_strokes_that_were_let_go_of_come_back_with_the_act_that_puts_many_back(self):
        """Such an act is about all that it lists, whatever it calls its thing."""
        for table in ("strokes", "sheetStrokes"):
            self.world.do(table, "take")
            self.age(table, 31)
            purge()
            stroke = self.world.things[table]
            back = next(name for name, one in KINDS[table].acts.items() if one.does == "back")
            act(self.client, self.account, back, uuid.uuid4(), {"strokes": [str(stroke)]})
            self.assertEqual(self.world.keep(table)["answer"], "done")
            self.assertTrue(KINDS[table].model.objects.filter(pk=stroke).exists(), table)

    def test_what_is_noted_on_a_thing_that_was_let_go_of_is_lost_with_it(self):
        for table, body in (("brushes", {"favourite": True}), ("sheets", {"used_at": 5})):
            self.world.do(table, "take")
            self.age(table, 31)
            purge()
            since = Account.objects.get(pk=self.account.pk).number
            (mark,) = [name for name, one in KINDS[table].acts.items() if one.does == "mark"]
            answer = act(self.client, self.account, mark, self.world.things[table], body)
            self.assertEqual(answer["answer"], "done", answer)
            self.assertTrue(self.world.changes(since)[str(self.world.things[table])]["purged"])

    def test_the_strokes_of_a_lane_go_with_it_and_devices_are_told(self):
        self.world.do("lanes", "take")
        self.age("lanes", 31)
        since = Account.objects.get(pk=self.account.pk).number
        purge()
        changes = {one["table"]: one for one in self.world.changes(since).values()}
        self.assertEqual({table for table, one in changes.items() if one["purged"]}, {"lanes", "strokes"})

    def test_drawn_on_what_was_let_go_of_for_good(self):
        self.world.do("sheets", "take")
        self.age("sheets", 31)
        purge()
        answer = self.world.keep("sheetStrokes", "of the journey", uuid.uuid4())
        self.assertEqual(
            (answer["answer"], answer["lost"][0]["table"], answer["lost"][0]["row"]), ("gone", "sheets", None)
        )

    def test_who_was_away_for_longer_than_is_told_takes_everything_anew(self):
        self.world.do("recipes", "take")
        self.age("recipes", 31)
        purge()
        seen = max(one["number"] for one in self.world.changes().values())
        Purged.objects.update(at=timezone.now() - TOLD_FOR - timedelta(days=1))
        self.assertEqual(forget_purged(), 1)
        self.assertTrue(self.client.get(f"/api/changes?since={seen - 1}").json()["anew"])
        for since in (0, seen):
            self.assertFalse(self.client.get(f"/api/changes?since={since}").json()["anew"])

    def test_owned_by_another(self):
        other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.client.force_login(other)
        theirs = World(self.client, other).fill()
        before = {table: self.world.row(table).number for table in KINDS}
        for table in KINDS:
            with self.subTest(table):
                for name, how in KINDS[table].acts.items():
                    body = theirs.body(table, "theirs") if how.does == "keep" else {}
                    if name == "takeIn":
                        body = {"name": "shell.tif", "original": "0" * 64}
                    if how.each:
                        one = str(self.world.things[table])
                        inked = {"id": one, "look": str(theirs.things["looks"]), "seed": 1}
                        body = {how.each: [inked if how.each == "inked" else one]}
                    if name == "placeBrush":
                        body = {"roll": str(theirs.things["rolls"]), "place": "a1"}
                    if name == "markSheet":
                        body = {"used_at": 9}
                    answer = act(self.client, other, name, self.world.things[table], body)
                    self.assertEqual(answer["answer"], "refused", (name, answer))
                    self.assertIn("not yours", answer["detail"], name)
                self.assertEqual(self.world.row(table).number, before[table])
        for table, kind in INNER:
            # One's own child is not laid into another's parent.
            above = next(t for t, one in KINDS.items() if one.model is kind.parent_model)
            theirs.things[above] = self.world.things[above]
            self.assertIn("not among yours", theirs.keep(table, "laid in", uuid.uuid4())["detail"], table)

    @mock.patch("rest_framework.throttling.SimpleRateThrottle.allow_request", return_value=True)
    def test_no_address_opens_what_is_anothers(self, _):
        picture = keep_ink(self.account, np.full((64, 64), 40, np.uint8)).digest
        own = {str(one) for one in self.world.things.values()}
        other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.client.force_login(other)
        tried = 0
        for path, operations in SchemaGenerator().get_schema(public=True)["paths"].items():
            names = re.findall(r"\{(\w+)\}", path)
            # The shelf is a service of its own.
            if not names or path.startswith(("/api/lots", "/api/shelf", "/api/loans")):
                continue
            for value in {*own, picture}:
                address = re.sub(r"\{\w+\}", value, path)
                for method in operations:
                    with self.subTest(f"{method} {address}"):
                        answer = getattr(self.client, method)(address, content_type="application/json")
                        # 409: a picture is brought for the account that is named, which is nobody's here.
                        self.assertIn(answer.status_code, {400, 404, 405, 409, 415})
                        tried += 1
        self.assertGreater(tried, 100)

    def test_a_picture_that_anything_names_is_still_there_when_it_is_needed(self):
        for number, (table, name) in enumerate(
            [
                ("brushes", "brush"),
                ("checkpoints", "checkpoint"),
                ("looks", "look"),
                ("sheets", "sheet"),
                ("recipes", "steps"),
            ]
        ):
            with self.subTest(name):
                picture = keep_ink(self.account, np.full((64, 64), 40 + number, np.uint8)).digest
                body = self.world.body(table, name)
                if table == "sheets":
                    under = {"picture": picture, "name": "tide", "width": 64, "height": 64}
                    body["document"] = {**body["document"], "underlays": [under]}
                elif table == "recipes":
                    body["steps"] = [{"kind": "combine", "other": picture}]
                else:
                    body["document"] = {**body["document"], "grain": {"picture": picture, "source": None}}
                keeps = next(iter(KINDS[table].acts))
                self.assertEqual(act(self.client, self.account, keeps, uuid.uuid4(), body)["answer"], "done")
                Picture.objects.update(used_at="2020-01-01T00:00:00Z")
                drop_unused()
                self.assertTrue(Picture.objects.filter(pk=picture).exists())
        loose = keep_ink(self.account, np.full((64, 64), 7, np.uint8)).digest
        Picture.objects.update(used_at="2020-01-01T00:00:00Z")
        drop_unused()
        self.assertFalse(Picture.objects.filter(pk=loose).exists())

    def test_there_is_a_limit_of_each_and_it_is_told(self):
        for table in KINDS:
            with self.subTest(table):
                with mock.patch.dict(KINDS[table].__dict__, {"most": 1}):
                    answer = self.world.keep(table, "one more", uuid.uuid4())
                self.assertEqual(answer["answer"], "refused", answer)
                self.assertIn(KINDS[table].full, answer["detail"])
