"""The API of sources, against real MariaDB."""

import ast
import hashlib
import io
import uuid
from datetime import timedelta
from unittest import mock

import numpy as np
from accounts.models import Account
from acts.tests import act, keep_brush
from django.test import TestCase
from django.utils import timezone
from django_q.models import Schedule
from hollowmist_core.documents.brush import default_document
from hollowmist_core.formats.picture import read_picture
from hollowmist_core.native.recipes import follow
from hollowmist_core.native.recognise import begin
from PIL import Image
from rolls.actions.add_brush import add_brush
from rolls.models import Brush, Roll

from sources.actions.check_picture import check_picture
from sources.actions.make_source import make_source
from sources.actions.pictures import drop_unused
from sources.models import Picture, Source

from .pictures import encoded, gravel, shell


def digest_of(data: bytes) -> str:
    return hashlib.sha256(data).hexdigest()


DOTS = {"start": {"kind": "dots", "side": 64}}

STATE = {"name": "Dots", "makes": "grain", "recipe": DOTS}


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


class SourceTests(TestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.client.force_login(self.account)

    def bring(self, data, digest=None, account=None):
        """Bring a picture's bytes as a device of an account does; returns the response and their digest."""
        digest = digest or digest_of(data)
        path = f"/api/pictures/{digest}?account={(account or self.account).pk}"
        return self.client.put(path, data, "application/octet-stream"), digest

    def send(self, data, name="a.png", **more):
        """Have a file made a source by the server; returns the act's answer and the source, if there is one."""
        answer, digest = self.bring(data)
        self.assertEqual(answer.status_code, 204, answer.content)
        key = uuid.uuid4()
        answer = act(self.client, self.account, "takeIn", key, {"name": name, "original": digest, **more})
        return answer, Source.objects.filter(pk=key).first()

    def act(self, kind, source, body=None, base=0):
        return act(self.client, self.account, kind, getattr(source, "pk", source), body, base)

    def make(self, name="Dots", makes="grain", recipe=None, account=None):
        return make_source(account or self.account, name, makes, recipe or DOTS)

    def keep(self, source, base=1, **changes):
        body = self.client.get(f"/api/sources/{source.pk}").json()
        state = {key: body[key] for key in ("name", "note", "makes", "recipe")}
        return self.act("keepSource", source, {**state, **changes}, base)

    def ink(self, digest):
        answer = self.client.get(f"/api/pictures/{digest}")
        self.assertEqual(answer.status_code, 200)
        return 255 - np.asarray(Image.open(io.BytesIO(answer.content)))


class FileTests(SourceTests):
    def test_a_picture_of_another_account_waits_until_that_is_signed_in(self):
        answer, digest = self.bring(gravel(), account=self.other)
        self.assertEqual(answer.status_code, 409)
        self.assertIn("stays here", answer.json()["detail"])
        self.assertFalse(Picture.objects.filter(pk=digest).exists())

    def test_a_photo_of_a_texture_becomes_a_grain_without_its_frame(self):
        answer, source = self.send(gravel(), "beach_gravel.jpg")
        self.assertEqual(answer["answer"], "done")
        self.assertEqual((source.name, source.makes), ("beach gravel", "grain"))
        self.assertEqual([step["kind"] for step in source.recipe["steps"]], ["trim"])

    def test_a_thing_on_a_ground_becomes_a_shape_whichever_way_round(self):
        for light_on_dark in (False, True):
            _, source = self.send(shell(light_on_dark=light_on_dark))
            self.assertEqual(source.makes, "shape")
            kinds = [step["kind"] for step in source.recipe["steps"]]
            self.assertEqual(kinds, ["invert", "crop"] if light_on_dark else ["crop"])
            ink = self.ink(source.picture_id)
            self.assertGreater(ink[ink.shape[0] // 2, ink.shape[1] // 2], 100)

    def test_clear_parts_carry_no_ink_and_white_on_clear_is_read_by_its_alpha(self):
        pixels = np.zeros((64, 64, 4), np.uint8)
        pixels[20:44, 20:44] = 255
        _, source = self.send(encoded(pixels))
        self.assertEqual(source.recipe["start"]["channel"], "alpha")
        self.assertGreater(self.ink(source.picture_id).max(), 250)

    def test_exif_turning_is_obeyed(self):
        pixels = np.full((40, 100, 3), 255, np.uint8)
        pixels[5:15, 5:30] = 0
        image = Image.fromarray(pixels)
        exif = image.getexif()
        exif[0x0112] = 6  # the camera was held upright
        _, source = self.send(encoded(image, "JPEG", exif=exif, quality=95), makes="grain")
        self.assertEqual(self.ink(source.picture_id).shape, (100, 40))

    def test_every_format_is_read_by_its_content(self):
        pixels = np.asarray(Image.open(io.BytesIO(shell(96))))
        svg = b'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40"><circle cx="20" cy="20" r="12"/></svg>'
        files = [encoded(pixels, kind) for kind in ("PNG", "JPEG", "WEBP", "TIFF")]
        for data in [*files, svg]:
            answer, _ = self.send(data, "mislabelled.gif")
            self.assertEqual(answer["answer"], "done", answer)

    def test_what_cannot_be_taken_says_why_and_leaves_nothing(self):
        tall = encoded(np.zeros((5000, 1), np.uint8))
        svg = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">{}</svg>'
        entities = '<!DOCTYPE svg [<!ENTITY a "b"><!ENTITY c "&a;&a;">]>' + svg.format("<text>&c;</text>")
        bad = {
            "200 megapixels": (encoded(Image.new("1", (20000, 10000))), "200 megapixels; up to 40"),
            "truncated": (gravel()[:3000], "ends too early"),
            "no picture": (b"not a picture at all", "no PNG, JPEG, WebP, TIFF or SVG"),
            "empty": (b"", "empty"),
            "1x1": (encoded(np.zeros((1, 1), np.uint8)), "at least 8 px"),
            "1x5000": (tall, "at least 8 px"),
            "20x5000": (encoded(np.zeros((5000, 20), np.uint8)), "too long and narrow"),
            "script": (svg.format("<script>1</script>").encode(), "script"),
            "handler": (svg.format('<rect onload="x()" width="3" height="3"/>').encode(), "script"),
            "outside": (svg.format('<image href="https://skerrow.example/a.png"/>').encode(), "another file"),
            "local": (svg.format('<image href="/etc/hostname"/>').encode(), "another file"),
            "style": (svg.format("<style>@import 'a.css';</style>").encode(), "another file"),
            "entities": (entities.encode(), "entities"),
            "broken svg": (b'<svg xmlns="http://www.w3.org/2000/svg"><g></svg>', "not well-formed"),
        }
        for name, (data, words) in bad.items():
            answer, _ = self.send(data, f"{name}.png")
            self.assertEqual(answer["answer"], "refused", name)
            self.assertIn(words, answer["detail"], name)
        self.assertEqual(Source.objects.count(), 0)
        # The files were brought, and nothing was made of them.
        self.assertEqual(
            set(Picture.objects.values_list("pk", flat=True)), {digest_of(data) for data, _ in bad.values()}
        )

    def test_odd_pictures_are_taken_and_told_about(self):
        sixteen = np.arange(64 * 64, dtype=np.uint16).reshape(64, 64) * 16
        cmyk = Image.open(io.BytesIO(gravel())).convert("CMYK")
        frames = [Image.new("L", (40, 40), 255), Image.new("L", (40, 40), 0)]
        odd = {
            "16 bits": encoded(sixteen),
            "CMYK": encoded(cmyk, "JPEG"),
            "the first was taken": encoded(frames[0], "WEBP", save_all=True, append_images=frames[1:]),
        }
        for words, data in odd.items():
            answer, _ = self.send(data)
            self.assertEqual(answer["answer"], "done", words)
            self.assertIn(words, " ".join(read_picture(data).notes))
        for value in (0, 255):
            self.assertEqual(self.send(encoded(np.full((32, 32), value, np.uint8)))[0]["answer"], "done")

    def test_the_same_file_is_kept_once_whatever_its_name(self):
        for i in range(3):
            self.send(shell(64), f"shell {i}.png")
        self.assertEqual(sorted(Source.objects.values_list("name", flat=True)), ["shell 0", "shell 1", "shell 2"])
        # The file, its pixels, and what they come to.
        self.assertEqual(Picture.objects.count(), 3)

    def test_a_file_that_did_not_come_is_asked_for(self):
        answer = self.act("takeIn", uuid.uuid4(), {"name": "a.tif", "original": "0" * 64})
        self.assertEqual(answer["answer"], "refused")
        self.assertIn("add the picture once more", answer["detail"])

    def test_an_account_that_holds_as_much_as_it_may_is_told_so_and_loses_nothing(self):
        self.bring(gravel())
        held = self.client.get("/api/room").json()
        self.assertEqual(held["used"], len(gravel()))
        more = encoded(Image.new("RGB", (640, 480), (9, 9, 9)))
        with self.settings(ROOM=held["used"] + len(more) - 1):
            answer, _ = self.bring(more)
            self.assertEqual(answer.status_code, 400)
            self.assertIn("Delete sources or sheets", answer.json()["detail"])
            # What it holds already takes no more room.
            self.assertEqual(self.bring(gravel())[0].status_code, 204)
        self.assertEqual(self.client.get("/api/room").json()["used"], held["used"])
        self.assertEqual(self.bring(more)[0].status_code, 204)

    def test_what_did_not_come_whole_is_not_kept(self):
        answer, _ = self.bring(gravel()[:2000], digest_of(gravel()))
        self.assertEqual(answer.status_code, 400)
        self.assertIn("did not come whole", answer.json()["detail"])
        self.assertEqual(Picture.objects.count(), 0)


class MadeOnADeviceTests(SourceTests):
    """Sources that a device made, with its own pictures of them."""

    def setUp(self):
        super().setUp()
        self.pixels = read_picture(gravel()).pixels
        makes, recipe = begin(self.pixels)
        self.ink_made = follow(recipe, makes, self.pixels).bytes
        self.state = {"name": "Gravel", "makes": makes, "recipe": recipe}

    def keep_made(self, ink, key=None, working=None):
        png = encoded(255 - ink.astype(np.uint8), optimize=True)
        _, original = self.bring(gravel())
        _, working = self.bring(working or encoded(self.pixels))
        _, picture = self.bring(png)
        told = {"picture": picture, "original": original, "working": working}
        return self.act("keepSource", key or uuid.uuid4(), self.state | told), told

    def looked_at(self, key):
        """Whether the queue puts ours in the place of a source's picture, once it looks at what it was told to."""
        told = Schedule.objects.get(name=f"check {key}")
        with mock.patch.object(timezone, "now", return_value=told.next_run + timedelta(seconds=1)):
            self.assertTrue(Schedule.objects.filter(pk=told.pk, next_run__lt=timezone.now()).exists())
        return check_picture(*ast.literal_eval(told.args))

    def test_its_picture_stands_where_ours_is_the_same_within_two_of_255(self):
        near = np.clip(self.ink_made.astype(int) + np.where(np.indices(self.ink_made.shape)[1] % 2, 2, -2), 0, 255)
        answer, told = self.keep_made(near, key := uuid.uuid4())
        self.assertEqual((answer["answer"], answer["revision"], answer["picture"]), ("done", 1, told["picture"]))
        row = self.client.get("/api/changes?since=0").json()["changes"][-1]["row"]
        self.assertEqual({key: row[key] for key in told}, told)
        self.assertFalse(self.looked_at(key))
        # A brush that was built with it before anything was carried is kept as it is.
        roll = Roll.objects.create(account=self.account, name="Shore")
        add_brush(roll, "Stone", {"grain": {"picture": told["picture"], "source": None}})

    def test_no_act_waits_for_a_recipe_to_be_followed(self):
        with mock.patch("sources.actions.check_picture.follow", side_effect=AssertionError("it was followed")):
            self.assertEqual(self.keep_made(self.ink_made)[0]["answer"], "done")

    def test_ours_stands_where_its_picture_is_another_once_it_was_looked_at(self):
        for wrong in (np.clip(self.ink_made.astype(int) + 9, 0, 255), self.ink_made[:-8]):
            answer, told = self.keep_made(wrong, key := uuid.uuid4())
            self.assertEqual((answer["answer"], answer["picture"]), ("done", told["picture"]))
            number = Source.objects.get(pk=key).number
            self.assertTrue(self.looked_at(key))
            source = Source.objects.get(pk=key)
            self.assertGreater(source.number, number)
            np.testing.assert_array_equal(self.ink(source.picture_id), self.ink_made)

    def test_what_was_changed_while_it_was_looked_at_is_left(self):
        self.keep_made(self.ink_made[:-8], key := uuid.uuid4())

        def meanwhile(*told):
            Source.objects.filter(pk=key).update(revision=2)
            return follow(*told)

        with mock.patch("sources.actions.check_picture.follow", side_effect=meanwhile):
            self.assertFalse(self.looked_at(key))

    def test_ours_stands_at_once_where_what_came_is_no_picture(self):
        _, picture = self.bring(gravel())
        answer = self.act(
            "keepSource", uuid.uuid4(), {"name": "D", "makes": "grain", "recipe": DOTS, "picture": picture}
        )
        self.assertEqual(answer["answer"], "done")
        self.assertNotEqual(answer["picture"], picture)

    def test_sent_once_more_it_is_the_one_that_stands(self):
        key = uuid.uuid4()
        first, _ = self.keep_made(self.ink_made, key)
        self.assertEqual(self.keep_made(self.ink_made, key)[0]["revision"], first["revision"])
        self.assertEqual(Source.objects.count(), 1)

    def test_a_picture_that_comes_after_its_state_is_the_source_s_picture_too(self):
        """A recipe is kept at once, with the picture that there was, and its own once it has rested."""
        key = uuid.uuid4()
        _, before = self.keep_made(self.ink_made, key)
        changed = self.state | {"recipe": self.state["recipe"] | {"steps": [{"kind": "invert", "on": True}]}}
        told = changed | {"picture": before["picture"]}
        self.assertEqual(self.act("keepSource", key, told, 1)["picture"], before["picture"])
        number = Source.objects.get(pk=key).number
        made = follow(changed["recipe"], changed["makes"], self.pixels).bytes
        _, picture = self.bring(encoded(255 - made.astype(np.uint8), optimize=True))
        answer = self.act("keepSource", key, changed | {"picture": picture}, 2)
        self.assertEqual((answer["answer"], answer["revision"], answer["picture"]), ("done", 2, picture))
        self.assertGreater(Source.objects.get(pk=key).number, number)
        self.assertFalse(self.looked_at(key))

    def test_what_is_no_picture_of_its_size_is_refused_in_words(self):
        vast = encoded(Image.new("RGBA", (3000, 40)))
        for working in (b"not a picture", gravel(), vast):
            answer, _ = self.keep_made(self.ink_made, working=working)
            self.assertEqual(answer["answer"], "refused")
            self.assertIn("no PNG of up to 2048 px", answer["detail"])
        self.assertEqual(Source.objects.count(), 0)

    def test_a_picture_that_did_not_come_is_named(self):
        answer = self.act("keepSource", uuid.uuid4(), self.state | {"working": "0" * 64})
        self.assertIn("is not here", answer["detail"])


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
