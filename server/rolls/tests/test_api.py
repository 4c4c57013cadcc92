"""The API of rolls and brushes, against real MariaDB."""

import io
import uuid
from unittest import mock

import numpy as np
from accounts.models import Account
from acts.tests import act, keep_brush
from django.core.management import call_command
from django.db import OperationalError, connection
from django.test import TestCase
from fractional_indexing import generate_key_between
from hollowmist_core.documents.brush import BY_NAME, VERSION
from PIL import Image

from rolls.actions.add_brush import add_brush
from rolls.actions.paint_brush import PAINTERS
from rolls.models import Brush, Roll
from rolls.shipped.rolls import ROLLS


class BrushTests(TestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.roll = Roll.objects.create(account=self.account, name="Chart inking")
        self.brush = add_brush(self.roll, "Rope Ribbon")
        self.client.force_login(self.account)
        self.path = f"/api/brushes/{self.brush.pk}"

    def keep(self, base=None, **changed):
        return keep_brush(self.client, self.account, self.brush, base, **changed)

    def act(self, kind, thing=None, body=None, base=0):
        return act(self.client, self.account, kind, thing or self.brush.pk, body, base)

    def names(self):
        return [brush["name"] for roll in self.client.get("/api/rolls").json() for brush in roll["brushes"]]

    def test_it_is_mariadb(self):
        with connection.cursor() as cursor:
            cursor.execute("SELECT VERSION()")
            self.assertIn("MariaDB", cursor.fetchone()[0])

    def test_a_change_is_kept_with_a_new_revision(self):
        self.assertEqual(self.keep(size=60.0)["answer"], "done")
        self.brush.refresh_from_db()
        self.assertEqual((self.brush.document["size"], self.brush.revision), (60.0, 2))

    def test_keeping_paints_nothing_and_asking_paints_once(self):
        first = self.client.get(f"{self.path}/picture.png").content
        with mock.patch.dict(PAINTERS, {"picture": mock.Mock(side_effect=AssertionError("painted"))}):
            self.assertEqual(self.client.get(f"{self.path}/picture.png").content, first)
            self.keep(size=60.0)
        self.assertNotEqual(self.client.get(f"{self.path}/picture.png").content, first)

    def test_its_tip_is_a_file_to_take_along(self):
        self.keep(roundness=0.4)
        outline = self.client.get(f"{self.path}/tip-shape.svg")
        self.assertIn("rope-ribbon-tip.svg", outline["Content-Disposition"])
        self.assertIn(b"<path", outline.content)
        self.keep(roundness=1.0, base=2)
        self.assertNotEqual(self.client.get(f"{self.path}/tip-shape.svg").content, outline.content)
        picture = Image.open(io.BytesIO(self.client.get(f"{self.path}/tip-shape.png").content))
        alpha = np.asarray(picture)[..., 1]
        self.assertEqual((picture.size, alpha.max(), alpha[0].max()), ((1024, 1024), 255, 0))

    def test_a_stale_act_gets_the_state_that_stands_and_writes_nothing(self):
        self.keep(size=60.0)
        answer = self.keep(base=1, size=7.0)
        self.assertEqual((answer["answer"], answer["theirs"]["document"]["size"]), ("stale", 60.0))
        self.assertEqual(answer["theirs"]["revision"], 2)
        self.brush.refresh_from_db()
        self.assertEqual(self.brush.document["size"], 60.0)

    def test_sending_the_same_state_again_is_no_conflict(self):
        self.keep(size=60.0)
        again = self.keep(base=1, size=60.0)
        self.assertEqual((again["answer"], again["revision"]), ("done", 2))

    def test_unsound_brushes_are_refused_whole(self):
        for settings, words in [
            ({"size": 0}, ["size", "0.5", "2000"]),
            ({"sheen": 3}, ["sheen", "unknown setting"]),
            ({"version": VERSION + 1}, ["newer Hollowmist"]),
            ({"name_of_nothing": None, "flow": 7}, ["name_of_nothing", "flow"]),
            ({"place": "somewhere"}, ["no place"]),
            ({"name": ""}, ["name"]),
        ]:
            answer = self.keep(**settings)
            self.assertEqual(answer["answer"], "refused")
            for word in words:
                self.assertIn(word, answer["detail"])
        self.brush.refresh_from_db()
        self.assertEqual((self.brush.revision, self.brush.document["size"]), (1, BY_NAME["size"].default))

    def test_another_accounts_ids_are_not_there(self):
        theirs = add_brush(Roll.objects.create(account=self.other, name="Others"), "Theirs")
        for path in ["", "/picture.png", "/tip.png", "/tip-shape.svg", "/tip-shape.png", "/readings"]:
            self.assertEqual(self.client.get(f"/api/brushes/{theirs.pk}{path}").status_code, 404)
        body = {"roll": str(self.roll.pk), "name": "Mine", "document": {}, "place": "a0"}
        self.assertIn("not yours", self.act("keepBrush", theirs.pk, body, 1)["detail"])
        self.assertIn("not yours", self.act("keepRoll", theirs.roll_id, {"name": "x", "place": "a0"})["detail"])
        into = body | {"roll": str(theirs.roll_id)}
        self.assertIn("not among yours", self.act("keepBrush", uuid.uuid4(), into)["detail"])
        self.act("takeBrush", theirs.pk)
        theirs.refresh_from_db()
        self.assertEqual((theirs.name, theirs.deleted_at), ("Theirs", None))

    def test_a_brush_and_its_roll_are_made_on_the_device_and_stand_where_it_put_them(self):
        last = add_brush(self.roll, "Kelp Liner")
        place = generate_key_between(self.brush.place, last.place)
        body = {"roll": str(self.roll.pk), "name": "Rope 2", "document": self.brush.document, "place": place}
        copy = uuid.uuid4()
        self.assertEqual(self.act("keepBrush", copy, body), {"id": mock.ANY, "answer": "done", "revision": 1})
        self.assertEqual(self.names(), ["Rope Ribbon", "Rope 2", "Kelp Liner"])
        roll = uuid.uuid4()
        self.act("keepRoll", roll, {"name": "Before", "place": generate_key_between(None, self.roll.place)})
        self.act("placeBrush", copy, {"roll": str(roll), "place": "a0"})
        self.assertEqual(self.names(), ["Rope 2", "Rope Ribbon", "Kelp Liner"])
        changes = {one["id"]: one for one in self.client.get("/api/changes?since=0").json()["changes"]}
        self.assertEqual(changes[str(copy)]["row"]["roll"], str(roll))
        self.assertEqual(changes[str(roll)]["row"]["name"], "Before")

    def test_delete_and_put_back(self):
        self.act("takeBrush")
        self.assertEqual(self.names(), [])
        self.assertEqual(self.client.get(self.path).status_code, 404)
        last = self.client.get("/api/changes?since=0").json()["changes"][-1]
        self.assertEqual((last["id"], last["row"]), (str(self.brush.pk), None))
        self.assertEqual(self.keep(size=9.0)["answer"], "gone")
        self.act("putBrushBack")
        self.assertEqual((self.names(), self.keep(size=9.0)["answer"]), (["Rope Ribbon"], "done"))

    def test_the_picture_shows_the_brush(self):
        self.keep(ink="#ff0000", size=40.0)
        answer = self.client.get(f"{self.path}/picture.png")
        self.assertEqual(answer["Content-Type"], "image/png")
        pixels = np.asarray(Image.open(io.BytesIO(answer.content)).convert("RGB")).astype(int)
        self.assertTrue(((pixels[..., 0] > 240) & (pixels[..., 1] < 20)).any())

    def test_after_the_engine_changed_pictures_are_painted_anew(self):
        Brush.objects.update(picture=b"an older engine's")
        call_command("forget_pictures", stdout=io.StringIO())
        self.assertTrue(self.client.get(f"{self.path}/picture.png").content.startswith(b"\x89PNG"))
        self.brush.refresh_from_db()
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
