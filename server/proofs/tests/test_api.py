"""Strokes of one's own on the proof sheet, against real MariaDB."""

import base64
import uuid

import numpy as np
from accounts.models import Account
from django.test import TestCase
from hollowmist_core.kernels.records import SAMPLE

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
        self.path = f"/api/proof-strokes/{uuid.uuid4()}"

    def put(self, samples=None, path=None, **more):
        data = body(self.samples if samples is None else samples, **more)
        return self.client.put(path or self.path, data, content_type="application/json")

    def test_a_stroke_comes_back_as_the_hand_made_it(self):
        self.assertEqual(self.put().status_code, 200)
        kept = self.client.get("/api/proof-strokes").json()
        self.assertEqual(base64.b64decode(kept[0]["samples"]), self.samples.tobytes())

    def test_keeping_twice_is_keeping_once_and_puts_a_deleted_one_back(self):
        self.put()
        self.put()
        self.assertEqual(ProofStroke.objects.count(), 1)
        self.client.delete(self.path)
        self.assertEqual(self.client.get("/api/proof-strokes").json(), [])
        self.put()
        self.assertEqual(len(self.client.get("/api/proof-strokes").json()), 1)

    def test_layer_and_an_erasers_own_size_come_back(self):
        self.assertEqual(self.put(layer=2, size=80.0, erase=True).status_code, 200)
        kept = self.client.get("/api/proof-strokes").json()[0]
        self.assertEqual((kept["layer"], kept["size"], kept["erase"]), (2, 80.0, True))
        self.assertEqual(self.put(layer=3, path=f"/api/proof-strokes/{uuid.uuid4()}").status_code, 400)

    def test_drying_stands_in_the_order_of_strokes_and_draws_nothing(self):
        dried = f"/api/proof-strokes/{uuid.uuid4()}"
        self.put()
        self.assertEqual(self.put(self.samples[:0], dried, dries=True, drawn_at=6).status_code, 200)
        self.put(path=f"/api/proof-strokes/{uuid.uuid4()}", drawn_at=7)
        kept = self.client.get("/api/proof-strokes").json()
        self.assertEqual([one["dries"] for one in kept], [False, True, False])
        refused = self.put(path=f"/api/proof-strokes/{uuid.uuid4()}", dries=True)
        self.assertEqual(refused.status_code, 400)
        self.assertIn("draws nothing", refused.json()["detail"])

    def test_a_hundred_thousand_samples_fit_and_one_more_does_not(self):
        long = np.zeros(100_001, SAMPLE)
        long["t"] = np.arange(len(long))
        self.assertEqual(self.put(long[:-1]).status_code, 200)
        refused = self.put(long, f"/api/proof-strokes/{uuid.uuid4()}")
        self.assertEqual(refused.status_code, 400)
        self.assertIn("100,000", refused.json()["detail"])

    def test_unsound_strokes_are_refused_and_not_kept(self):
        broken = self.samples.copy()
        broken["y"][7] = np.nan
        self.assertIn("y of sample 7", self.put(broken).json()["detail"])
        self.assertEqual(self.put(kind=9).status_code, 400)
        self.assertEqual(self.put(samples=self.samples[:0]).status_code, 400)
        garbled = {"kind": 0, "seed": 7, "samples": "not base64!", "drawn_at": 0}
        self.assertEqual(self.client.put(self.path, garbled, content_type="application/json").status_code, 400)
        self.assertEqual(ProofStroke.objects.count(), 0)

    def test_an_empty_or_short_stroke_is_no_fault_of_the_server(self):
        for samples in ("", "AA==", "AAAA", None, 7, [], {}):
            answer = self.client.put(self.path, body(self.samples) | {"samples": samples}, "application/json")
            self.assertEqual(answer.status_code, 400, samples)
        for left_out in ("samples", "seed", "kind"):
            given = body(self.samples)
            del given[left_out]
            self.assertEqual(self.client.put(self.path, given, "application/json").status_code, 400, left_out)

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

    def test_another_accounts_stroke_is_404(self):
        self.put()
        self.client.force_login(Account.objects.create_user("tove", password="gull-and-kelp"))
        self.assertEqual(self.client.delete(self.path).status_code, 404)
        self.assertEqual(self.put().status_code, 404)
        self.assertEqual(self.client.get("/api/proof-strokes").json(), [])
