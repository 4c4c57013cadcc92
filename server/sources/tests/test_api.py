"""The API of sources, against real MariaDB."""

import io
import uuid
from datetime import timedelta
from unittest import mock

import numpy as np
from accounts.models import Account
from acts.tests import act, keep_brush
from django.test import TestCase
from django.utils import timezone
from hollowmist_core.documents.brush import default_document
from PIL import Image
from rolls.actions.add_brush import add_brush
from rolls.models import Brush, Roll

from sources.actions.make_source import make_source
from sources.actions.pictures import drop_unused
from sources.models import Picture, Source

from .cases import DOTS, STATE, SourceTests


class SavedTests(TestCase):
    def test_a_shape_is_saved_as_outline_and_picture_and_a_grain_as_its_tile(self):
        account = Account.objects.create_user("maren", password="slate-and-rope")
        self.client.force_login(account)
        leaf = make_source(account, "Kelp Blade", "shape", {"start": {"kind": "leaf", "side": 128}})
        dots = make_source(account, "Dots", "grain", DOTS)
        outline = self.client.get(f"/api/sources/{leaf.pk}/file.svg")
        self.assertEqual(outline["Content-Type"], "image/svg+xml")
        self.assertIn("kelp-blade.svg", outline["Content-Disposition"])
        clear = Image.open(io.BytesIO(self.client.get(f"/api/sources/{leaf.pk}/file.png").content))
        self.assertEqual((clear.mode, np.asarray(clear)[..., 1].max()), ("LA", 255))
        tile = self.client.get(f"/api/sources/{dots.pk}/file.png")
        self.assertEqual(tile.content, bytes(dots.picture.data))
        self.client.force_login(Account.objects.create_user("tove", password="gull-and-kelp"))
        self.assertEqual(self.client.get(f"/api/sources/{leaf.pk}/file.svg").status_code, 404)


class KeepingTests(SourceTests):
    def test_a_recipe_stays_open_and_its_result_is_made_anew(self):
        source = self.make()
        recipe = {**DOTS, "steps": [{"kind": "invert", "on": True}]}
        answer = self.keep(source, recipe=recipe)
        self.assertEqual((answer["answer"], answer["revision"]), ("done", 2))
        np.testing.assert_array_equal(self.ink(answer["picture"]), 255 - self.ink(source.picture_id))
        again = self.keep(source, 2, recipe={**DOTS, "steps": [{"kind": "invert", "on": False}]})
        self.assertEqual(again["picture"], source.picture_id)
        last = self.client.get("/api/changes?since=0").json()["changes"][-1]
        self.assertEqual(
            (last["id"], last["row"]["picture"], last["row"]["revision"]), (str(source.pk), source.picture_id, 3)
        )

    def test_a_stale_write_gets_both_states(self):
        source = self.make()
        self.keep(source, name="Spots")
        answer = self.keep(source, name="Dabs")
        self.assertEqual((answer["answer"], answer["theirs"]["name"]), ("stale", "Spots"))
        self.assertEqual(Source.objects.get(pk=source.pk).name, "Spots")

    def test_an_unsound_recipe_is_refused_with_its_fields(self):
        source = self.make()
        for recipe, words in [
            ({"start": {"kind": "dots", "size": 9.0}}, "size"),
            ({**DOTS, "steps": [{"kind": "shine"}]}, "shine"),
            ({**DOTS, "steps": [{"kind": "blur"}] * 25}, "24"),
            ({"start": {"kind": "picture"}}, "begins with a picture"),
            ({**DOTS, "steps": [{"kind": "combine", "other": "0" * 64}]}, "not here"),
            ("dots", "object"),
        ]:
            answer = self.keep(source, recipe=recipe)
            self.assertEqual(answer["answer"], "refused", recipe)
            self.assertIn(words, answer["detail"])
        self.assertEqual(Source.objects.get(pk=source.pk).revision, 1)

    def test_steps_are_kept_as_a_recipe_for_the_next_picture(self):
        steps = [{"kind": "light"}, {"kind": "seam", "band": 0.3}]
        key = uuid.uuid4()
        self.assertEqual(self.act("keepRecipe", key, {"name": "Gravel", "steps": steps})["answer"], "done")
        last = self.client.get("/api/changes?since=0").json()["changes"][-1]
        self.assertEqual((last["table"], last["id"], last["row"]["name"]), ("recipes", str(key), "Gravel"))
        self.assertEqual(last["row"]["steps"][1]["band"], 0.3)
        self.assertEqual(len(self.client.get("/api/recipes").json()), 1)
        bad = self.act("keepRecipe", uuid.uuid4(), {"name": "x", "steps": [{"kind": "no"}]})
        self.assertEqual(bad["answer"], "refused")
        self.client.force_login(self.other)
        theirs = act(self.client, self.other, "keepRecipe", key, {"name": "Mine", "steps": []})
        self.assertIn("not yours", theirs["detail"])
        self.client.force_login(self.account)
        self.act("forgetRecipe", key)
        self.assertEqual(self.client.get("/api/recipes").json(), [])
        self.assertIsNone(self.client.get("/api/changes?since=0").json()["changes"][-1]["row"])

    def test_deleting_can_be_undone(self):
        source = self.make()
        self.act("takeSource", source)
        self.assertEqual(self.client.get("/api/sources").json(), [])
        self.assertEqual(self.act("keepSource", source, STATE, 1)["answer"], "gone")
        self.assertIsNone(self.client.get("/api/changes?since=0").json()["changes"][-1]["row"])
        self.act("putSourceBack", source)
        self.assertEqual(len(self.client.get("/api/sources").json()), 1)

    def test_a_copy_is_its_own(self):
        source = self.make()
        key = uuid.uuid4()
        copy = self.act("keepSource", key, STATE | {"picture": source.picture_id})
        self.assertEqual(copy["picture"], source.picture_id)
        self.keep(Source.objects.get(pk=key), recipe={"start": {"kind": "weave", "side": 64}})
        self.assertEqual(Source.objects.get(pk=source.pk).picture_id, source.picture_id)

    def test_nothing_of_another_s_can_be_reached(self):
        source = self.make(account=self.other)
        path = f"/api/sources/{source.pk}"
        for answer in (
            self.client.get(path),
            self.client.get(f"/api/pictures/{source.picture_id}"),
            self.client.get(f"/api/sources/{uuid.uuid4()}"),
        ):
            self.assertEqual(answer.status_code, 404)
        self.assertIn("not yours", self.act("keepSource", source, STATE, 1)["detail"])
        self.assertEqual(self.act("takeSource", source)["answer"], "refused")
        self.assertIsNone(Source.objects.get(pk=source.pk).deleted_at)
        weave = {"name": "W", "makes": "grain", "recipe": {"start": {"kind": "picture"}}, "working": source.picture_id}
        self.assertIn("is not here", self.act("keepSource", uuid.uuid4(), weave)["detail"])
        self.client.logout()
        self.assertIn(self.client.get("/api/sources").status_code, (401, 403))

    def test_what_ships_is_seen_by_all_and_changed_by_none(self):
        shipped = self.make(name="Slate")
        Source.objects.filter(pk=shipped.pk).update(account=None)
        listed = self.client.get("/api/sources").json()
        self.assertTrue(listed[0]["shipped"])
        self.assertEqual(self.client.get(f"/api/sources/{shipped.pk}").json()["recipe"]["start"]["kind"], "dots")
        self.assertIn("take a copy", self.keep(shipped, name="Mine")["detail"])
        self.act("takeSource", shipped)
        self.assertIsNone(Source.objects.get(pk=shipped.pk).deleted_at)


class UseTests(SourceTests):
    def setUp(self):
        super().setUp()
        self.roll = Roll.objects.create(account=self.account, name="Shore")
        self.source = self.make()
        self.brush = add_brush(self.roll, "Stone", self.using(self.source))

    def using(self, source):
        return {"grain": {"picture": source.picture_id, "source": str(source.pk)}}

    def test_brushes_keep_their_copy_until_they_are_kept_with_another(self):
        before = Brush.objects.get(pk=self.brush.pk)
        kept = self.keep(self.source, recipe={**DOTS, "steps": [{"kind": "invert", "on": True}]})
        self.assertEqual(Brush.objects.get(pk=self.brush.pk).document, before.document)
        self.ink(self.source.picture_id)
        grain = self.brush.document["grain"] | {"picture": kept["picture"]}
        self.assertEqual(keep_brush(self.client, self.account, self.brush, grain=grain)["answer"], "done")
        after = Brush.objects.get(pk=self.brush.pk)
        self.assertEqual(after.document["grain"]["picture"], kept["picture"])
        self.assertEqual(after.revision, before.revision + 1)

    def test_a_deleted_source_leaves_the_brush_as_it_was(self):
        self.act("takeSource", self.source)
        self.ink(self.brush.document["grain"]["picture"])
        self.assertEqual(keep_brush(self.client, self.account, self.brush, size=40.0)["answer"], "done")

    def test_a_shipped_source_that_is_made_anew_leaves_brushes_as_they_are(self):
        Source.objects.filter(pk=self.source.pk).update(account=None)
        self.source.picture.holders.set([self.account])
        changed = self.make(recipe={"start": {"kind": "weave", "side": 64}})
        Source.objects.filter(pk=self.source.pk).update(picture=changed.picture)
        self.assertEqual(self.client.get(f"/api/brushes/{self.brush.pk}/picture.png").status_code, 200)
        self.ink(self.source.picture_id)

    def test_a_brush_with_a_picture_that_is_not_here_is_refused(self):
        theirs = self.make(account=self.other, recipe={"start": {"kind": "weave", "side": 64}})
        for picture in (theirs.picture_id, "0" * 64):
            grain = self.brush.document["grain"] | {"picture": picture}
            answer = keep_brush(self.client, self.account, self.brush, grain=grain)
            self.assertEqual(answer["answer"], "refused")
            self.assertIn("not here", answer["detail"])

    def test_a_file_that_is_too_large_is_refused_before_it_is_read(self):
        answer, _ = self.bring(b"\x89PNG" + bytes(21 * 1024 * 1024))
        self.assertEqual(answer.status_code, 413)
        self.assertIn("up to 20 MB", answer.json()["detail"])

    def test_an_uploaded_svg_is_never_served_as_one(self):
        shape = '<svg xmlns="http://www.w3.org/2000/svg" width="64" height="64"><circle cx="32" cy="32" r="20"/></svg>'
        _, source = self.send(shape.encode(), "shape.svg")
        answer = self.client.get(f"/api/pictures/{source.original_id}")
        self.assertEqual(answer["Content-Type"], "application/octet-stream")
        self.assertIn("attachment", answer["Content-Disposition"])

    def test_pictures_outlive_their_use_as_long_as_undo_reaches(self):
        digest = self.source.picture_id
        keep_brush(self.client, self.account, self.brush, **default_document())
        self.keep(self.source, recipe={"start": {"kind": "weave", "side": 64}})
        self.assertEqual(drop_unused(), 0)
        self.ink(digest)
        later = timezone.now() + timedelta(days=31)
        with mock.patch("sources.actions.pictures.timezone.now", return_value=later):
            drop_unused()
        self.assertFalse(Picture.objects.filter(pk=digest).exists())
        self.assertTrue(Picture.objects.filter(pk=Source.objects.get(pk=self.source.pk).picture_id).exists())
