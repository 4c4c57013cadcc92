"""The API of rolls and brushes, against real MariaDB."""

import io
import uuid
from unittest import mock

import numpy as np
from accounts.models import Account
from django.core.management import call_command
from django.db import OperationalError, connection
from django.test import TestCase
from hollowmist.naming import copy_name
from hollowmist_core.document import BY_NAME, VERSION
from PIL import Image

from rolls.actions.add_brush import add_brush
from rolls.demo import ROLLS
from rolls.models import Brush, Roll


class BrushTests(TestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.roll = Roll.objects.create(account=self.account, name="Chart inking")
        self.brush = add_brush(self.roll, "Rope Ribbon")
        self.client.force_login(self.account)
        self.path = f"/api/brushes/{self.brush.pk}"

    def put(self, revision=1, path=None, **settings):
        body = self.client.get(self.path).json()
        body["document"].update(settings)
        body["revision"] = revision
        return self.client.put(path or self.path, body, content_type="application/json")

    def test_it_is_mariadb(self):
        with connection.cursor() as cursor:
            cursor.execute("SELECT VERSION()")
            self.assertIn("MariaDB", cursor.fetchone()[0])

    def test_a_change_is_kept_with_a_new_revision_and_a_new_picture(self):
        before = bytes(self.brush.picture)
        answer = self.put(size=60.0)
        self.assertEqual((answer.status_code, answer.json()["revision"]), (200, 2))
        self.brush.refresh_from_db()
        self.assertEqual(self.brush.document["size"], 60.0)
        self.assertNotEqual(bytes(self.brush.picture), before)

    def test_a_stale_write_gets_409_and_the_state_that_stands(self):
        self.put(size=60.0)
        answer = self.put(revision=1, size=7.0)
        self.assertEqual(answer.status_code, 409)
        self.assertEqual(answer.json()["theirs"]["document"]["size"], 60.0)
        self.assertEqual(answer.json()["theirs"]["revision"], 2)
        self.brush.refresh_from_db()
        self.assertEqual(self.brush.document["size"], 60.0)

    def test_sending_the_same_state_again_is_no_conflict(self):
        self.put(size=60.0)
        again = self.put(revision=1, size=60.0)
        self.assertEqual((again.status_code, again.json()["revision"]), (200, 2))

    def test_unsound_brushes_are_refused_whole(self):
        for settings, words in [
            ({"size": 0}, ["size", "0.5", "2000"]),
            ({"sheen": 3}, ["sheen", "unknown setting"]),
            ({"version": VERSION + 1}, ["newer Hollowmist"]),
            ({"name_of_nothing": None, "flow": 7}, ["name_of_nothing", "flow"]),
        ]:
            answer = self.put(**settings)
            self.assertEqual(answer.status_code, 400)
            for word in words:
                self.assertIn(word, answer.json()["detail"])
        self.brush.refresh_from_db()
        self.assertEqual((self.brush.revision, self.brush.document["size"]), (1, BY_NAME["size"].default))

    def test_what_is_not_json_or_not_whole_is_refused(self):
        self.assertEqual(self.client.put(self.path, "{oops", content_type="application/json").status_code, 400)
        self.assertEqual(self.client.put(self.path, {"name": "x"}, content_type="application/json").status_code, 400)

    def test_another_accounts_ids_are_404(self):
        self.client.force_login(self.other)
        paths = ["", "/picture.png", "/tip.png"]
        for path in paths:
            self.assertEqual(self.client.get(self.path + path).status_code, 404)
        for path in ["/duplicate", "/restore"]:
            self.assertEqual(self.client.post(self.path + path).status_code, 404)
        self.assertEqual(self.client.delete(self.path).status_code, 404)
        body = {"name": "x", "note": "", "revision": 1, "document": {}}
        self.assertEqual(self.client.put(self.path, body, content_type="application/json").status_code, 404)
        roll = f"/api/rolls/{self.roll.pk}"
        self.assertEqual(self.client.patch(roll, {"name": "x"}, content_type="application/json").status_code, 404)
        added = self.client.post(f"{roll}/brushes", {"name": "x"}, content_type="application/json")
        self.assertEqual(added.status_code, 404)
        self.assertEqual(self.client.get(f"/api/brushes/{uuid.uuid4()}").status_code, 404)
        self.assertEqual(Brush.objects.count(), 1)

    def test_duplicate_stands_in_the_next_pocket_and_the_original_stays(self):
        last = add_brush(self.roll, "Kelp Liner")
        copy = self.client.post(f"{self.path}/duplicate").json()
        self.assertEqual(copy["name"], "Rope Ribbon 2")
        names = [b["name"] for b in self.client.get("/api/rolls").json()[0]["brushes"]]
        self.assertEqual(names, ["Rope Ribbon", "Rope Ribbon 2", "Kelp Liner"])
        last.refresh_from_db()
        self.assertEqual(last.position, 2)

    def test_copies_of_copies_count_on(self):
        self.assertEqual(copy_name("Rope 2", {"Rope", "Rope 2", "Rope 3"}), "Rope 4")

    def test_delete_and_put_back(self):
        self.assertEqual(self.client.delete(self.path).status_code, 204)
        self.assertEqual(self.client.get("/api/rolls").json()[0]["brushes"], [])
        self.assertEqual(self.client.get(self.path).status_code, 404)
        self.assertEqual(self.client.post(f"{self.path}/restore").status_code, 200)
        self.assertEqual(len(self.client.get("/api/rolls").json()[0]["brushes"]), 1)

    def test_the_picture_shows_the_brush(self):
        self.put(ink="#ff0000", size=40.0)
        answer = self.client.get(f"{self.path}/picture.png")
        self.assertEqual(answer["Content-Type"], "image/png")
        pixels = np.asarray(Image.open(io.BytesIO(answer.content)).convert("RGB")).astype(int)
        self.assertTrue(((pixels[..., 0] > 240) & (pixels[..., 1] < 20)).any())

    def test_repainting_keeps_revisions(self):
        Brush.objects.update(picture=b"", tip_print=b"")
        call_command("repaint_brushes", stdout=io.StringIO())
        self.brush.refresh_from_db()
        self.assertTrue(bytes(self.brush.picture).startswith(b"\x89PNG"))
        self.assertEqual(self.brush.revision, 1)

    def test_a_database_that_is_gone_is_503_with_a_plain_sentence(self):
        with mock.patch("rolls.views.own_brush", side_effect=OperationalError(2003, "gone")):
            answer = self.client.get(self.path)
        self.assertEqual(answer.status_code, 503)
        self.assertIn("stays on this device", answer.json()["detail"])

    def test_readings_are_measured_and_saved_as_csv(self):
        rows = self.client.get(f"{self.path}/readings").json()
        by = {(row["reading"], row["pointer"], row["of"]): row["value"] for row in rows}
        self.assertEqual(by["even", "pen", "even line"], "no")
        self.assertAlmostEqual(by["width", "pen", "at 100% pressure"], 24.0, delta=0.2)
        file = self.client.get(f"{self.path}/readings.csv")
        self.assertTrue(file["Content-Type"].startswith("text/csv"))
        self.assertIn('filename="rope-ribbon-readings.csv"', file["Content-Disposition"])
        self.assertEqual(len(file.content.decode().splitlines()), len(rows) + 1)
        self.client.force_login(self.other)
        self.assertEqual(self.client.get(f"{self.path}/readings").status_code, 404)


class DemoTests(TestCase):
    def test_the_demo_account_is_made_once(self):
        call_command("seed_demo")
        call_command("seed_demo")
        self.assertEqual(Roll.objects.count(), len(ROLLS))
        self.assertEqual(Brush.objects.count(), sum(map(len, ROLLS.values())))
        known = {"username": "skerrow", "password": "lantern-and-fog"}
        self.assertEqual(self.client.post("/api/session", known, "application/json").status_code, 200)


class OpenApiTests(TestCase):
    def test_the_description_and_its_page_are_there_without_a_network(self):
        self.assertIn(b"/api/brushes/{brush_id}", self.client.get("/api/schema").content)
        page = self.client.get("/api/docs").content.decode()
        self.assertIn("/static/drf_spectacular_sidecar/", page)
        self.assertNotIn("cdn.", page)
