"""Lanes of one's own, and the migration that gave samples their twist, against real MariaDB."""

import importlib
import uuid

import numpy as np
from accounts.models import Account
from acts.tests import act
from django.apps import apps
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import TestCase
from hollowmist_core.formats import inkml
from hollowmist_core.native.sheet import Stroke
from hollowmist_core.tables.records import SAMPLE

from proofs.actions.keep_lane import MOST_LANES
from proofs.models import Lane, ProofStroke


def samples(count=30):
    made = np.zeros(count, SAMPLE)
    made["x"] = made["y"] = 50 + np.arange(count)
    made["t"] = 5 * np.arange(count)
    made["pressure"], made["altitude"] = 0.4, 1.2
    return made


class LaneTests(TestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.client.force_login(self.account)

    def stroke(self, account=None):
        return ProofStroke.objects.create(
            account=account or self.account, kind=0, seed=7, samples=samples().tobytes(), drawn_at=5
        )

    def keep(self, lane=None, name="Tide numerals", strokes=(), **more):
        """Keep a lane as a device would; returns its id, or why it was refused."""
        lane = lane or uuid.uuid4()
        body = {"name": name, "strokes": [str(one.pk) for one in strokes], **more}
        return act(self.client, self.account, "keepLane", lane, body).get("detail", str(lane))

    def drop(self, lane, kind="deleteLane"):
        self.assertEqual(act(self.client, self.account, kind, lane)["answer"], "done")

    def make(self, name="Tide numerals", **more):
        """A lane of one new stroke; returns its id."""
        return self.keep(name=name, strokes=[self.stroke()], **more)

    def names(self):
        return [lane["name"] for lane in self.client.get("/api/lanes").json()]

    def send(self, data, name="strokes.inkml"):
        return self.client.post("/api/lanes/inkml", {"file": SimpleUploadedFile(name, data), "set_name": "letters"})

    def loose(self):
        return [one["id"] for one in self.client.get("/api/proof-strokes").json()]

    def test_loose_strokes_become_a_lane(self):
        lane = self.keep(strokes=[self.stroke(), self.stroke()])
        self.assertEqual(Lane.objects.get(pk=lane).strokes.count(), 2)
        self.assertEqual(self.loose(), [])

    def test_keeping_twice_is_keeping_once(self):
        stroke = self.stroke()
        lane = self.keep(strokes=[stroke])
        again = self.keep(lane, name="Numerals", strokes=[stroke], hidden=True, set_name="tables")
        self.assertEqual(again, lane)
        kept = Lane.objects.get()
        self.assertEqual((kept.name, kept.hidden, kept.set_name), ("Numerals", True, "tables"))
        self.assertEqual(kept.strokes.get(), stroke)

    def test_a_lane_loses_no_stroke_that_a_device_does_not_know_of(self):
        first, second = self.stroke(), self.stroke()
        lane = self.keep(strokes=[first, second])
        self.keep(lane, strokes=[first])
        self.assertEqual(Lane.objects.get(pk=lane).strokes.count(), 2)

    def test_a_stroke_that_lies_in_another_lane_stays_there(self):
        stroke = self.stroke()
        first = self.keep(strokes=[stroke])
        self.assertIn("no stroke to record", self.keep(strokes=[stroke]))
        self.assertEqual(str(Lane.objects.get().pk), first)

    def test_another_accounts_strokes_and_lanes_are_out_of_reach(self):
        self.assertIn("draw on the proof sheet first", self.keep(strokes=[self.stroke(self.other)]))
        lane = Lane.objects.create(account=self.other, name="Gulls")
        self.assertIn("not yours", self.keep(lane.pk, strokes=[self.stroke()]))
        for kind in ("deleteLane", "takeLaneApart", "putLaneBack"):
            self.assertEqual(act(self.client, self.account, kind, lane.pk)["answer"], "refused")
        self.assertEqual(self.client.get(f"/api/lanes/{lane.pk}.inkml").status_code, 404)
        lane.refresh_from_db()
        self.assertEqual((lane.name, lane.deleted_at), ("Gulls", None))
        self.assertEqual(self.names(), [])

    def test_lanes_are_moved_deleted_and_put_back(self):
        first, _, third = (self.make(name) for name in ("one", "two", "three"))
        self.keep(third, name="three", position=0)
        self.assertEqual(self.names(), ["three", "one", "two"])
        self.keep(third, name="three", position=99)
        self.assertEqual(self.names(), ["one", "two", "three"])
        self.drop(first)
        self.assertEqual(self.names(), ["two", "three"])
        self.drop(first)
        # A late renaming elsewhere does not bring it back.
        self.keep(first, name="first", position=0)
        self.assertEqual(self.names(), ["two", "three"])
        self.drop(first, "putLaneBack")
        back = self.keep(first, name="one", position=1)
        self.assertEqual(self.names(), ["two", "one", "three"])
        self.assertEqual(Lane.objects.get(pk=back).strokes.count(), 1)

    def test_a_lane_that_is_taken_apart_leaves_its_strokes_loose(self):
        stroke = self.stroke()
        lane = self.keep(strokes=[stroke])
        self.drop(lane, "takeLaneApart")
        self.assertEqual((self.names(), self.loose()), ([], [str(stroke.pk)]))
        # Done again, it is the lane that it was.
        self.drop(lane, "putLaneBack")
        self.keep(lane, strokes=[stroke])
        self.assertEqual((self.names(), self.loose()), (["Tide numerals"], []))

    def test_a_stroke_in_a_lane_is_not_on_the_sheet_to_be_taken_off(self):
        stroke = self.stroke()
        self.keep(strokes=[stroke])
        act(self.client, self.account, "takeStrokes", stroke.pk, {"strokes": [str(stroke.pk)]})
        self.assertEqual(len(self.client.get("/api/lanes").json()[0]["strokes"]), 1)

    def test_what_no_lane_can_be_is_refused(self):
        for wrong in ({"name": ""}, {"name": "x" * 81}, {"position": -1}, {"set_name": "x" * 41}):
            self.assertIn(next(iter(wrong)), self.keep(strokes=[self.stroke()], **wrong))
        self.assertFalse(Lane.objects.exists())

    def test_there_is_a_limit_and_it_is_told(self):
        Lane.objects.bulk_create(Lane(account=self.account, name=str(i)) for i in range(MOST_LANES))
        stroke = self.stroke()
        self.assertIn(f"there are {MOST_LANES} lanes", self.keep(strokes=[stroke]))
        stroke.refresh_from_db()
        self.assertIsNone(stroke.lane)

    def test_a_lane_goes_out_as_inkml_and_comes_in_again(self):
        lane = self.make()
        file = self.client.get(f"/api/lanes/{lane}.inkml")
        self.assertIn('filename="tide-numerals.inkml"', file["Content-Disposition"])
        answer = self.send(file.content)
        self.assertEqual((answer.status_code, answer.json()["assumed"]), (201, []))
        again = Lane.objects.get(pk=answer.json()["lane"]["id"])
        self.assertEqual((again.name, again.set_name), ("Tide numerals", "letters"))
        self.assertEqual(bytes(again.strokes.get().samples), samples().tobytes())

    def test_what_a_file_does_not_tell_is_assumed_and_said(self):
        answer = self.send(b"<ink><trace>10 20, 30 40</trace></ink>", "found.inkml")
        self.assertEqual(answer.json()["lane"]["name"], "found")
        self.assertIn("No pressure is told: it counts as 50%.", answer.json()["assumed"])

    def test_a_bad_file_makes_nothing_and_says_why(self):
        good = inkml.write([Stroke(samples())])
        entity = b'<!DOCTYPE ink [<!ENTITY e SYSTEM "file:///etc/passwd">]><ink><trace>&e;</trace></ink>'
        for data, said in (
            (b"  ", "empty"),
            (b"\x89PNG", "not XML"),
            (entity, "entities"),
            (good.replace(b"0.4 ", b"-0.4 ", 1), "pressure is -0.4"),
            (b"<ink><trace>1 2, 3 4 5</trace></ink>", "3 values"),
            (b"<ink>" + b" " * (inkml.MOST_BYTES + 10) + b"</ink>", "MB"),
        ):
            answer = self.send(data)
            self.assertEqual(answer.status_code, 400, said)
            self.assertIn(said, answer.json()["detail"])
            self.assertTrue(answer.json()["detail"].startswith("No lane was made"))
        self.assertFalse(Lane.objects.exists() or ProofStroke.objects.exists())


class TwistMigrationTests(TestCase):
    def test_samples_gain_a_twist_of_zero_and_lose_it_again(self):
        account = Account.objects.create_user("maren", password="slate-and-rope")
        before = np.arange(60, dtype="<f4").reshape(10, 6)
        stroke = ProofStroke.objects.create(
            pk=uuid.uuid4(), account=account, kind=0, seed=7, samples=before.tobytes(), drawn_at=1
        )
        migration = importlib.import_module("proofs.migrations.0002_lanes")
        migration.widen(apps, None)
        stroke.refresh_from_db()
        wide = np.frombuffer(bytes(stroke.samples), "<f4").reshape(10, 7)
        np.testing.assert_array_equal(wide[:, :6], before)
        np.testing.assert_array_equal(wide[:, 6], 0)
        migration.narrow(apps, None)
        stroke.refresh_from_db()
        self.assertEqual(bytes(stroke.samples), before.tobytes())
