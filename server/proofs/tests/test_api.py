"""Strokes of one's own on the proof sheet, against real MariaDB."""

import base64
import uuid

import numpy as np
from accounts.models import Account
from acts.tests import act
from django.test import TestCase
from hollowmist_core.tables.records import SAMPLE

from proofs.models import ProofStroke


def body(samples, **more):
    encoded = base64.b64encode(samples.tobytes()).decode()
    return {"kind": 0, "erase": False, "seed": 7, "samples": encoded, "drawn_at": 5, **more}


class ProofStrokeTests(TestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.client.force_login(self.account)
        self.samples = np.zeros(40, SAMPLE)
        self.samples["x"] = np.arange(40)
        self.samples["t"] = np.arange(40)
        self.id = uuid.uuid4()

    def put(self, samples=None, stroke=None, **more):
        """Keep a stroke; returns how that went, and why."""
        given = body(self.samples if samples is None else samples, **more)
        answer = act(self.client, self.account, "keepStroke", stroke or self.id, given)
        return answer["answer"], answer.get("detail", "")

    def take(self, kind="takeStrokes"):
        act(self.client, self.account, kind, self.id, {"strokes": [str(self.id)]})

    def test_a_stroke_comes_back_as_the_hand_made_it(self):
        self.assertEqual(self.put(), ("done", ""))
        kept = self.client.get("/api/proof-strokes").json()
        self.assertEqual(base64.b64decode(kept[0]["samples"]), self.samples.tobytes())

    def test_keeping_twice_is_keeping_once_and_revives_none_that_was_taken_away(self):
        self.put()
        self.put()
        self.assertEqual(ProofStroke.objects.count(), 1)
        self.take()
        self.assertEqual(self.client.get("/api/proof-strokes").json(), [])
        # As a keeping would that comes late, from another device.
        self.put()
        self.assertEqual(self.client.get("/api/proof-strokes").json(), [])
        self.take("putStrokesBack")
        self.assertEqual(len(self.client.get("/api/proof-strokes").json()), 1)

    def test_layer_and_an_erasers_own_size_come_back(self):
        self.assertEqual(self.put(layer=2, size=80.0, erase=True)[0], "done")
        kept = self.client.get("/api/proof-strokes").json()[0]
        self.assertEqual((kept["layer"], kept["size"], kept["erase"]), (2, 80.0, True))
        self.assertEqual(self.put(layer=3, stroke=uuid.uuid4())[0], "refused")

    def test_drying_stands_in_the_order_of_strokes_and_draws_nothing(self):
        self.put()
        self.assertEqual(self.put(self.samples[:0], uuid.uuid4(), dries=True, drawn_at=6)[0], "done")
        self.put(stroke=uuid.uuid4(), drawn_at=7)
        kept = self.client.get("/api/proof-strokes").json()
        self.assertEqual([one["dries"] for one in kept], [False, True, False])
        answer, why = self.put(stroke=uuid.uuid4(), dries=True)
        self.assertEqual(answer, "refused")
        self.assertIn("draws nothing", why)

    def test_a_hundred_thousand_samples_fit_and_one_more_does_not(self):
        long = np.zeros(100_001, SAMPLE)
        long["t"] = np.arange(len(long))
        self.assertEqual(self.put(long[:-1])[0], "done")
        answer, why = self.put(long, uuid.uuid4())
        self.assertEqual(answer, "refused")
        self.assertIn("100,000", why)

    def test_unsound_strokes_are_refused_and_not_kept(self):
        broken = self.samples.copy()
        broken["y"][7] = np.nan
        self.assertIn("y of sample 7", self.put(broken)[1])
        self.assertIn("kind: ", self.put(kind=9)[1])
        self.assertEqual(self.put(samples=self.samples[:0])[0], "refused")
        garbled = {"kind": 0, "seed": 7, "samples": "not base64!", "drawn_at": 0}
        self.assertIn("not base64", act(self.client, self.account, "keepStroke", self.id, garbled)["detail"])
        self.assertEqual(ProofStroke.objects.count(), 0)

    def test_an_empty_or_short_stroke_is_no_fault_of_the_server(self):
        for samples in ("", "AA==", "AAAA", None, 7, [], {}):
            answer = act(self.client, self.account, "keepStroke", self.id, body(self.samples) | {"samples": samples})
            self.assertEqual(answer["answer"], "refused", samples)
        for left_out in ("samples", "seed", "kind"):
            given = body(self.samples)
            del given[left_out]
            answer = act(self.client, self.account, "keepStroke", self.id, given)
            self.assertEqual(answer["answer"], "refused", left_out)

    def test_a_stroke_keeps_its_seed_its_brush_and_its_lane_and_lies_on_no_other_sheet(self):
        brush, other = uuid.uuid4(), uuid.uuid4()
        self.put(seed=123456, brush=str(brush), over="loop")
        (kept,) = self.client.get(f"/api/proof-strokes?brush={brush}").json()
        self.assertEqual((kept["seed"], kept["brush"], kept["over"]), (123456, str(brush), "loop"))
        self.assertEqual(self.client.get(f"/api/proof-strokes?brush={other}").json(), [])
        self.assertEqual(self.client.get("/api/proof-strokes?brush=none").status_code, 400)
        # One from before that was kept lies on all of them.
        ProofStroke.objects.update(brush=None)
        self.assertEqual(len(self.client.get(f"/api/proof-strokes?brush={other}").json()), 1)

    def test_another_accounts_stroke_is_out_of_reach(self):
        self.put()
        other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.client.force_login(other)
        act(self.client, other, "takeStrokes", self.id, {"strokes": [str(self.id)]})
        self.assertIsNone(ProofStroke.objects.get().deleted_at)
        answer = act(self.client, other, "keepStroke", self.id, body(self.samples))
        self.assertEqual(answer["answer"], "refused")
        self.assertEqual(self.client.get("/api/proof-strokes").json(), [])
