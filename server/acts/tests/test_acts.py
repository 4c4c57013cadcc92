"""Acts: each exactly once, in order, whatever comes twice, late, wrong or for somebody else. Against real MariaDB."""

import uuid
from datetime import timedelta
from unittest import mock

import numpy as np
from accounts.models import Account
from django.db import OperationalError
from django.test import TestCase
from django.utils import timezone
from hollowmist_core.tables.records import SAMPLE
from proofs.models import Lane, ProofStroke
from proofs.tests.test_api import body

from acts.actions.changes import PAGE, Changes
from acts.actions.forget import DAYS, forget_old_acts
from acts.models import DoneAct, Epoch

from . import act, send


def stroke(**more):
    samples = np.zeros(12, SAMPLE)
    samples["x"] = samples["t"] = np.arange(12)
    return body(samples, **more)


class ActsCase(TestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.client.force_login(self.account)

    def changes(self, since=0):
        return self.client.get(f"/api/changes?since={since}").json()


class OnceTests(ActsCase):
    def test_an_act_that_comes_again_is_answered_alike_and_done_once(self):
        sent = {"id": str(uuid.uuid4()), "kind": "keepStroke", "thing": str(uuid.uuid4()), "body": stroke()}
        given = {"account": self.account.pk, "acts": [sent]}
        first = self.client.post("/api/acts", given, content_type="application/json").json()
        number = Account.objects.get(pk=self.account.pk).number
        again = self.client.post("/api/acts", given, content_type="application/json").json()
        self.assertEqual(first, again)
        self.assertEqual(Account.objects.get(pk=self.account.pk).number, number)
        self.assertEqual((ProofStroke.objects.count(), DoneAct.objects.count()), (1, 1))

    def test_one_that_was_refused_is_done_where_it_comes_again_and_may_be_by_then(self):
        """Its answer was lost, and what it needs was given back to a server that had been set back."""
        strokes = {"strokes": [str(uuid.uuid4())], "name": "Ropes"}
        sent = {"id": str(uuid.uuid4()), "kind": "keepLane", "thing": str(uuid.uuid4()), "body": strokes}
        for wanted in ("refused", "done"):
            given = {"account": self.account.pk, "acts": [sent]}
            answers = self.client.post("/api/acts", given, content_type="application/json").json()
            self.assertEqual(answers["answers"][0]["answer"], wanted)
            send(self.client, self.account, ("keepStroke", strokes["strokes"][0], stroke()))

    def test_a_refused_act_leaves_nothing_and_what_stands_behind_it_is_done(self):
        one, two = uuid.uuid4(), uuid.uuid4()
        answers = send(
            self.client,
            self.account,
            ("keepStroke", one, stroke(kind=9)),
            ("keepStroke", two, stroke()),
            ("foldSheet", two, {}),
        ).json()["answers"]
        self.assertEqual([one["answer"] for one in answers], ["refused", "done", "refused"])
        self.assertIn("kind", answers[0]["detail"])
        self.assertIn("Update Hollowmist", answers[2]["detail"])
        self.assertEqual(list(ProofStroke.objects.values_list("pk", flat=True)), [two])

    def test_a_lost_database_answers_nothing_and_nothing_is_half_done(self):
        with mock.patch("acts.actions.do_act.DoneAct.objects.create", side_effect=OperationalError("gone")):
            answer = send(self.client, self.account, ("keepStroke", uuid.uuid4(), stroke()))
        self.assertEqual(answer.status_code, 503)
        self.assertEqual((ProofStroke.objects.count(), DoneAct.objects.count()), (0, 0))
        self.assertEqual(Account.objects.get(pk=self.account.pk).number, 0)

    def test_one_that_gave_way_to_another_is_tried_again(self):
        gave_way = OperationalError(1213, "Deadlock found when trying to get lock; try restarting transaction")
        tries = [gave_way, gave_way, mock.DEFAULT]
        with mock.patch("acts.actions.do_act.DoneAct.objects.create", side_effect=tries) as made:
            answer = act(self.client, self.account, "keepStroke", uuid.uuid4(), stroke())
        self.assertEqual((answer["answer"], made.call_count, ProofStroke.objects.count()), ("done", 3, 1))

    def test_acts_of_one_account_do_not_land_in_another(self):
        other = Account.objects.create_user("tove", password="gull-and-kelp")
        # A tab that was left open before tove signed in on this device.
        answer = send(self.client, other, ("keepStroke", uuid.uuid4(), stroke()))
        self.assertEqual(answer.status_code, 409)
        self.assertIn("Another account", answer.json()["detail"])
        self.assertFalse(ProofStroke.objects.exists())

    def test_signed_out_nothing_is_taken(self):
        self.client.logout()
        answer = send(self.client, self.account, ("keepStroke", uuid.uuid4(), stroke()))
        self.assertEqual(answer.status_code, 401)
        self.assertEqual(self.client.get("/api/changes").status_code, 401)

    def test_what_no_carrier_sends_is_refused_whole(self):
        for wrong in ({}, {"account": self.account.pk, "acts": []}, {"account": self.account.pk, "acts": [{}]}):
            answer = self.client.post("/api/acts", wrong, content_type="application/json")
            self.assertEqual(answer.status_code, 400, wrong)
        many = [("keepStroke", uuid.uuid4(), {})] * 101
        self.assertEqual(send(self.client, self.account, *many).status_code, 400)

    def test_what_is_nested_without_end_is_told_so(self):
        deep = '{"account": 1, "acts": ' + "[" * 100_000 + "]" * 100_000 + "}"
        answer = self.client.post("/api/acts", deep, content_type="application/json")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("nested", answer.json()["detail"])

    def test_acts_are_forgotten_once_no_device_sends_them_again(self):
        for _ in range(2):
            act(self.client, self.account, "keepStroke", uuid.uuid4(), stroke())
        old = DoneAct.objects.first()
        DoneAct.objects.filter(pk=old.pk).update(at=timezone.now() - timedelta(days=DAYS, minutes=1))
        self.assertEqual(forget_old_acts(), 1)
        self.assertFalse(DoneAct.objects.filter(pk=old.pk).exists())


class ChangesTests(ActsCase):
    def test_what_changed_is_told_once_in_order_and_deletions_too(self):
        first, second = uuid.uuid4(), uuid.uuid4()
        for one in (first, second):
            act(self.client, self.account, "keepStroke", one, stroke(seed=7))
        page = self.changes()
        self.assertEqual([one["id"] for one in page["changes"]], [str(first), str(second)])
        self.assertEqual(page["changes"][0]["row"]["seed"], 7)
        seen = page["changes"][-1]["number"]
        self.assertEqual((self.changes(seen)["changes"], page["number"]), ([], seen))
        act(self.client, self.account, "takeStrokes", first, {"strokes": [str(first)]})
        (gone,) = self.changes(seen)["changes"]
        self.assertEqual((gone["id"], gone["row"]), (str(first), None))

    def test_what_is_done_while_the_tables_are_read_is_told_later_and_not_passed_over(self):
        lane, late = uuid.uuid4(), uuid.uuid4()
        first = uuid.uuid4()
        act(self.client, self.account, "keepStroke", first, stroke())
        body = {"name": "Tide numerals", "strokes": [str(first)]}
        act(self.client, self.account, "keepLane", lane, body)
        since = self.changes()["changes"][-1]["number"]
        # Something is new: else no table is read at all.
        act(self.client, self.account, "keepStroke", uuid.uuid4(), stroke())
        lanes = Lane.objects.filter

        def interrupted(*args, **kwargs):
            # Strokes have been read. Another device draws one, and then renames a lane.
            if not ProofStroke.objects.filter(pk=late).exists():
                act(self.client, self.account, "keepStroke", late, stroke())
                act(self.client, self.account, "keepLane", lane, body | {"name": "Numerals"})
            return lanes(*args, **kwargs)

        with mock.patch.object(Lane.objects, "filter", interrupted):
            page = self.changes(since)
        seen = page["changes"][-1]["number"] if page["changes"] else since
        ids = [one["id"] for one in page["changes"] + self.changes(seen)["changes"]]
        self.assertIn(str(late), ids)
        self.assertIn(str(lane), ids)

    def test_a_lane_tells_its_strokes_and_their_moving(self):
        first, lane = uuid.uuid4(), uuid.uuid4()
        act(self.client, self.account, "keepStroke", first, stroke())
        act(self.client, self.account, "keepLane", lane, {"name": "Tide numerals", "strokes": [str(first)]})
        rows = {one["id"]: one for one in self.changes()["changes"]}
        self.assertEqual(rows[str(first)]["row"]["lane"], str(lane))
        self.assertEqual(rows[str(lane)]["row"]["name"], "Tide numerals")

    def test_long_lists_come_in_pages_that_miss_nothing(self):
        strokes = [
            ProofStroke(account=self.account, number=i, kind=0, seed=1, samples=b"", drawn_at=i)
            for i in range(1, 2 * PAGE)
        ]
        ProofStroke.objects.bulk_create(strokes)
        Account.objects.filter(pk=self.account.pk).update(number=len(strokes))
        seen, since, more = [], 0, True
        while more:
            page = self.changes(since)
            seen += [one["number"] for one in page["changes"]]
            since, more = seen[-1], page["more"]
        self.assertEqual(seen, list(range(1, 2 * PAGE)))

    def test_another_accounts_changes_are_not_told(self):
        act(self.client, self.account, "keepStroke", uuid.uuid4(), stroke())
        self.client.force_login(Account.objects.create_user("tove", password="gull-and-kelp"))
        self.assertEqual(self.changes()["changes"], [])

    def test_a_wrong_since_is_said(self):
        self.assertEqual(self.client.get("/api/changes?since=x").status_code, 400)

    def test_set_back_while_a_request_is_worked_on_it_answers_nothing(self):
        """What was done before that is lost, and must not be told as done in the database that there is now."""
        key = uuid.uuid4()

        def meanwhile(account, page):
            Epoch.objects.all().delete()
            return {"answer": "done"} if page else Changes([], False, 0, False)

        with mock.patch("acts.views.do_act", side_effect=meanwhile):
            self.assertEqual(send(self.client, self.account, ("keepStroke", key, stroke())).status_code, 503)
        with mock.patch("acts.views.changes_since", side_effect=meanwhile):
            self.assertEqual(self.client.get("/api/changes?since=0").status_code, 503)

    def test_a_restored_database_has_another_epoch(self):
        before = self.changes()["epoch"]
        self.assertEqual(self.changes()["epoch"], before)
        Epoch.objects.all().delete()
        self.assertNotEqual(self.changes()["epoch"], before)
