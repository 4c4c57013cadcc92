"""Rolls and pockets in order, marks and checkpoints, as acts against real MariaDB."""

import uuid
from datetime import timedelta

from accounts.models import Account
from acts.tests import act
from django.core.management import call_command
from django.test import TestCase
from django.utils import timezone
from hollowmist.moments import in_ms
from hollowmist_core.documents.brush import default_document
from sources.actions.pictures import UNDO_REACHES, keep_picture
from sources.actions.ship_sources import ship_sources
from sources.models import Picture

from rolls.actions.add_brush import add_brush
from rolls.actions.keep_roll import keep_roll
from rolls.models import Brush, Checkpoint, Roll
from rolls.shipped.rolls import ROLLS


class OrderCase(TestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.roll, self.second = (keep_roll(self.account, name=name) for name in ("Chart inking", "Favourites"))
        self.brush = add_brush(self.roll, "Rope Ribbon")
        self.client.force_login(self.account)

    def act(self, kind, thing, **body):
        return act(self.client, self.account, kind, getattr(thing, "pk", thing), body)

    def changes(self, since=0):
        return {one["id"]: one["row"] for one in self.client.get(f"/api/changes?since={since}").json()["changes"]}

    def number(self):
        return Account.objects.get(pk=self.account.pk).number


class PocketTests(OrderCase):
    def test_a_brush_goes_to_another_pocket_and_that_is_no_state_of_it(self):
        before = self.number()
        self.assertEqual(self.act("placeBrush", self.brush, roll=str(self.second.pk), place="a5")["answer"], "done")
        self.brush.refresh_from_db()
        self.assertEqual((self.brush.roll_id, self.brush.place, self.brush.revision), (self.second.pk, "a5", 1))
        row = self.changes(before)[str(self.brush.pk)]
        self.assertEqual((row["roll"], row["place"], row["revision"]), (str(self.second.pk), "a5", 1))

    def test_of_two_devices_that_drag_the_same_pocket_the_later_one_has_it(self):
        for roll, place in ((self.second, "a5"), (self.roll, "a7")):
            self.assertEqual(self.act("placeBrush", self.brush, roll=str(roll.pk), place=place)["answer"], "done")
        self.brush.refresh_from_db()
        self.assertEqual((self.brush.roll_id, self.brush.place), (self.roll.pk, "a7"))

    def test_a_roll_deleted_on_one_device_is_put_back_before_another_puts_something_into_it(self):
        self.assertEqual(self.act("takeRoll", self.second)["answer"], "done")
        gone = self.act("placeBrush", self.brush, roll=str(self.second.pk), place="a1")
        self.assertEqual((gone["answer"], gone["lost"][0]["row"]["name"]), ("gone", "Favourites"))
        self.assertEqual(Brush.objects.get(pk=self.brush.pk).roll_id, self.roll.pk)
        before = self.number()
        self.assertEqual(self.act("putRollBack", self.second)["answer"], "done")
        self.assertEqual(self.act("placeBrush", self.brush, roll=str(self.second.pk), place="a1")["answer"], "done")
        rows = self.changes(before)
        self.assertEqual(rows[str(self.second.pk)]["name"], "Favourites")
        self.assertEqual(rows[str(self.brush.pk)]["roll"], str(self.second.pk))

    def test_unsound_places_and_what_is_anothers_are_refused_and_change_nothing(self):
        theirs = keep_roll(self.other, name="Theirs")
        hers = add_brush(theirs, "Hers")
        for thing, body, words in [
            (self.brush, {"roll": str(theirs.pk), "place": "a1"}, "not among yours"),
            (hers, {"roll": str(self.roll.pk), "place": "a1"}, "not yours"),
            (self.brush, {"roll": str(self.roll.pk), "place": "up there"}, "no place"),
            (self.brush, {"roll": str(uuid.uuid4()), "place": "a1"}, "not among yours"),
        ]:
            answer = self.act("placeBrush", thing, **body)
            self.assertEqual(answer["answer"], "refused", body)
            self.assertIn(words, answer["detail"])
        self.assertEqual(Brush.objects.get(pk=self.brush.pk).roll_id, self.roll.pk)
        self.assertEqual(Brush.objects.get(pk=hers.pk).roll_id, theirs.pk)

    def test_marks_are_told_one_by_one_and_the_later_use_counts(self):
        picture = keep_picture(self.account, b"a picture of a rope", "image/png")
        self.act("markBrush", self.brush, favourite=True)
        self.act("markBrush", self.brush, used_at=5000)
        self.act("markBrush", self.brush, used_at=4000, cover=picture.pk)
        row = self.changes()[str(self.brush.pk)]
        self.assertEqual((row["favourite"], row["used_at"], row["cover"]), (True, 5000, picture.pk))
        self.assertEqual(row["revision"], 1)
        self.assertEqual(self.act("markBrush", self.brush, cover="f" * 64)["answer"], "refused")
        self.act("markBrush", self.brush, used_at=in_ms(timezone.now() + timedelta(days=2)))
        self.brush.refresh_from_db()
        self.assertLessEqual(self.brush.used_at, timezone.now())

    def test_a_cover_outlives_the_picture_purge(self):
        picture = keep_picture(self.account, b"a picture of a rope", "image/png")
        self.act("markBrush", self.brush, cover=picture.pk)
        Picture.objects.update(used_at=timezone.now() - UNDO_REACHES - timedelta(days=1))
        call_command("purge", verbosity=0)
        self.assertTrue(Picture.objects.filter(pk=picture.pk).exists())


class RollTests(OrderCase):
    def test_a_roll_is_noted_and_dyed_and_what_is_not_told_stays(self):
        self.act("keepRoll", self.roll, name="Chart inking", place="a0", note="For the harbour.", tint="kelp")
        self.act("keepRoll", self.roll, name="Charts", place="a0")
        row = self.changes()[str(self.roll.pk)]
        self.assertEqual((row["name"], row["note"], row["tint"]), ("Charts", "For the harbour.", "kelp"))
        refused = self.act("keepRoll", self.roll, name="Charts", place="a0", tint="neon")
        self.assertEqual(refused["answer"], "refused")

    def test_a_roll_goes_with_its_brushes_and_comes_back_with_them(self):
        self.act("takeRoll", self.roll)
        self.assertEqual([one["name"] for one in self.client.get("/api/rolls").json()], ["Favourites"])
        self.assertEqual(self.client.get(f"/api/brushes/{self.brush.pk}").status_code, 404)
        self.assertIsNone(self.changes()[str(self.roll.pk)])
        self.act("putRollBack", self.roll)
        self.assertEqual(self.client.get(f"/api/brushes/{self.brush.pk}").json()["name"], "Rope Ribbon")

    def test_another_accounts_roll_stays(self):
        theirs = keep_roll(self.other, name="Theirs")
        self.act("takeRoll", theirs)
        self.assertIsNone(Roll.objects.get(pk=theirs.pk).deleted_at)


class CheckpointTests(OrderCase):
    def keep(self, thing=None, **fields):
        body = {"brush": str(self.brush.pk), "why": "hand", "document": default_document(), "made_at": 1000, **fields}
        return self.act("keepCheckpoint", thing or uuid.uuid4(), **body)

    def test_a_state_is_kept_told_labelled_taken_and_put_back(self):
        one = uuid.uuid4()
        self.assertEqual(self.keep(one, label="before the tapers")["answer"], "done")
        row = self.changes()[str(one)]
        self.assertEqual((row["label"], row["why"], row["made_at"]), ("before the tapers", "hand", 1000))
        self.assertEqual(row["document"], default_document())
        # Another document under the same id is no other state: only the label follows.
        self.keep(one, label="tapers", document={**default_document(), "size": 99.0})
        row = self.changes()[str(one)]
        self.assertEqual((row["label"], row["document"]["size"]), ("tapers", default_document()["size"]))
        self.act("takeCheckpoint", one)
        self.assertIsNone(self.changes()[str(one)])
        self.act("putCheckpointBack", one)
        self.assertEqual(self.changes()[str(one)]["label"], "tapers")

    def test_the_first_state_of_a_brush_stays(self):
        one = uuid.uuid4()
        self.keep(one, why="first")
        self.assertIn("stays", self.act("takeCheckpoint", one)["detail"])
        self.assertIsNone(Checkpoint.objects.get(pk=one).deleted_at)

    def test_unsound_ones_and_those_of_others_are_refused(self):
        hers = add_brush(keep_roll(self.other, name="Theirs"), "Hers")
        for fields in ({"document": {"size": 0}}, {"brush": str(hers.pk)}, {"why": "whim"}, {"made_at": -1}):
            self.assertEqual(self.keep(**fields)["answer"], "refused", fields)
        self.assertFalse(Checkpoint.objects.exists())
        one = uuid.uuid4()
        self.keep(one)
        second = add_brush(self.roll, "Second")
        self.assertIn("another brush's", self.keep(one, brush=str(second.pk))["detail"])

    def test_its_pictures_stay_as_long_as_it_does(self):
        picture = keep_picture(self.account, b"a grain of slate", "image/png")
        document = {**default_document(), "grain": {"picture": picture.pk, "source": None}}
        self.assertEqual(self.keep(document=document)["answer"], "done")
        Picture.objects.update(used_at=timezone.now() - UNDO_REACHES - timedelta(days=1))
        call_command("purge", verbosity=0)
        self.assertTrue(Picture.objects.filter(pk=picture.pk).exists())


class ShippedTests(OrderCase):
    def test_what_ships_can_be_taken_by_anybody_as_it_is(self):
        self.assertEqual(self.client.get("/api/shipped-rolls").json(), [])
        ship_sources()
        rolls = self.client.get("/api/shipped-rolls").json()
        self.assertEqual([one["name"] for one in rolls], list(ROLLS))
        for brush in (one for roll in rolls for one in roll["brushes"]):
            fields = {"roll": str(self.roll.pk), "place": "a9", **brush}
            self.assertEqual(self.act("keepBrush", uuid.uuid4(), **fields)["answer"], "done", brush["name"])
        self.client.logout()
        self.assertEqual(self.client.get("/api/shipped-rolls").status_code, 401)
