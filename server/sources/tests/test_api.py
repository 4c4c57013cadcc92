"""The API of sources, against real MariaDB."""

import io
import uuid
from datetime import timedelta
from unittest import mock

import numpy as np
from accounts.models import Account
from acts.tests import act, keep_brush
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test import TestCase
from django.test.utils import CaptureQueriesContext
from django.utils import timezone
from hollowmist_core.document import default_document
from PIL import Image
from rolls.actions.add_brush import add_brush
from rolls.models import Brush, Roll

from sources.actions.make_source import make_source
from sources.actions.pictures import drop_unused
from sources.models import Picture, Source

from .pictures import encoded, gravel, shell

DOTS = {"start": {"kind": "dots", "side": 64}}

STATE = {"name": "Dots", "makes": "grain", "recipe": DOTS}


class SourceTests(TestCase):
    def setUp(self):
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.client.force_login(self.account)

    def send(self, data, name="a.png", **more):
        file = SimpleUploadedFile(name, data)
        return self.client.post("/api/sources/file", {"file": file, **more})

    def make(self, name="Dots", makes="grain", recipe=None, account=None):
        return make_source(account or self.account, name, makes, recipe or DOTS)

    def keep(self, source, base=1, **changes):
        body = self.client.get(f"/api/sources/{source.pk}").json()
        state = {key: body[key] for key in ("name", "note", "makes", "recipe")}
        return act(self.client, self.account, "keepSource", source.pk, {**state, **changes}, base)

    def ink(self, digest):
        answer = self.client.get(f"/api/pictures/{digest}")
        self.assertEqual(answer.status_code, 200)
        return 255 - np.asarray(Image.open(io.BytesIO(answer.content)))


class FileTests(SourceTests):
    def test_a_photo_of_a_texture_becomes_a_grain_without_its_frame(self):
        answer = self.send(gravel(), "beach_gravel.jpg")
        self.assertEqual(answer.status_code, 201)
        source = answer.json()["source"]
        self.assertEqual((source["name"], source["makes"]), ("beach gravel", "grain"))
        self.assertEqual([step["kind"] for step in source["recipe"]["steps"]], ["trim"])

    def test_a_thing_on_a_ground_becomes_a_shape_whichever_way_round(self):
        for light_on_dark in (False, True):
            body = self.send(shell(light_on_dark=light_on_dark)).json()
            source = body["source"]
            self.assertEqual(source["makes"], "shape")
            kinds = [step["kind"] for step in source["recipe"]["steps"]]
            self.assertEqual(kinds, ["invert", "crop"] if light_on_dark else ["crop"])
            self.assertEqual(any("light on dark" in note for note in body["notes"]), light_on_dark)
            ink = self.ink(source["picture"])
            self.assertGreater(ink[ink.shape[0] // 2, ink.shape[1] // 2], 100)

    def test_clear_parts_carry_no_ink_and_white_on_clear_is_read_by_its_alpha(self):
        pixels = np.zeros((64, 64, 4), np.uint8)
        pixels[20:44, 20:44] = 255
        source = self.send(encoded(pixels)).json()["source"]
        self.assertEqual(source["recipe"]["start"]["channel"], "alpha")
        self.assertGreater(self.ink(source["picture"]).max(), 250)

    def test_exif_turning_is_obeyed(self):
        pixels = np.full((40, 100, 3), 255, np.uint8)
        pixels[5:15, 5:30] = 0
        image = Image.fromarray(pixels)
        exif = image.getexif()
        exif[0x0112] = 6  # the camera was held upright
        source = self.send(encoded(image, "JPEG", exif=exif, quality=95), makes="grain").json()["source"]
        self.assertEqual((source["width"], source["height"]), (40, 100))

    def test_every_format_is_read_by_its_content(self):
        pixels = np.asarray(Image.open(io.BytesIO(shell(96))))
        svg = b'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 40"><circle cx="20" cy="20" r="12"/></svg>'
        files = [encoded(pixels, kind) for kind in ("PNG", "JPEG", "WEBP", "TIFF")]
        for data in [*files, svg]:
            answer = self.send(data, "mislabelled.gif")
            self.assertEqual(answer.status_code, 201, answer.content[:200])

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
            answer = self.send(data, f"{name}.png")
            self.assertEqual(answer.status_code, 400, name)
            self.assertIn(words, answer.json()["detail"], name)
        self.assertEqual((Source.objects.count(), Picture.objects.count()), (0, 0))

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
            answer = self.send(data)
            self.assertEqual(answer.status_code, 201, words)
            self.assertIn(words, " ".join(answer.json()["notes"]))
        for value in (0, 255):
            self.assertEqual(self.send(encoded(np.full((32, 32), value, np.uint8))).status_code, 201)

    def test_of_forty_files_three_broken_ones_are_named_and_the_rest_is_in(self):
        refused = []
        for i in range(40):
            data = shell(64) if i not in (7, 19, 33) else b"broken"
            answer = self.send(data, f"shell {i}.png")
            if answer.status_code != 201:
                refused.append((i, answer.json()["detail"]))
        self.assertEqual([i for i, _ in refused], [7, 19, 33])
        self.assertEqual(Source.objects.filter(account=self.account).count(), 37)
        # The same file is kept once, whatever its name.
        self.assertEqual(Picture.objects.count(), 3)


class KeepingTests(SourceTests):
    def test_a_recipe_stays_open_and_its_result_is_made_anew(self):
        source = self.make()
        recipe = {**DOTS, "steps": [{"kind": "invert"}]}
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
        made = self.client.post("/api/recipes", {"name": "Gravel", "steps": steps}, content_type="application/json")
        self.assertEqual(made.status_code, 201, made.content)
        self.assertEqual(made.json()["steps"][1]["band"], 0.3)
        self.assertEqual(len(self.client.get("/api/recipes").json()), 1)
        bad = self.client.post(
            "/api/recipes", {"name": "x", "steps": [{"kind": "no"}]}, content_type="application/json"
        )
        self.assertEqual(bad.status_code, 400)
        self.client.delete(f"/api/recipes/{made.json()['id']}")
        self.assertEqual(self.client.get("/api/recipes").json(), [])

    def test_deleting_can_be_undone(self):
        source = self.make()
        self.client.delete(f"/api/sources/{source.pk}")
        self.assertEqual(self.client.get("/api/sources").json(), [])
        self.assertEqual(act(self.client, self.account, "keepSource", source.pk, STATE, 1)["answer"], "gone")
        self.assertIsNone(self.client.get("/api/changes?since=0").json()["changes"][-1]["row"])
        self.client.post(f"/api/sources/{source.pk}/restore")
        self.assertEqual(len(self.client.get("/api/sources").json()), 1)

    def test_a_duplicate_is_its_own(self):
        source = self.make()
        copy = self.client.post(f"/api/sources/{source.pk}/duplicate").json()
        self.assertEqual(copy["name"], "Dots 2")
        self.keep(Source.objects.get(pk=copy["id"]), recipe={"start": {"kind": "weave", "side": 64}})
        self.assertEqual(Source.objects.get(pk=source.pk).picture_id, source.picture_id)

    def test_nothing_of_another_s_can_be_reached(self):
        source = self.make(account=self.other)
        path = f"/api/sources/{source.pk}"
        for answer in (
            self.client.get(path),
            self.client.delete(path),
            self.client.post(f"{path}/duplicate"),
            self.client.post(f"{path}/proposals", {}, content_type="application/json"),
            self.client.get(f"/api/pictures/{source.picture_id}"),
            self.client.get(f"/api/sources/{uuid.uuid4()}"),
        ):
            self.assertEqual(answer.status_code, 404)
        self.assertIn("not among yours", act(self.client, self.account, "keepSource", source.pk, STATE, 1)["detail"])
        self.assertIn("not among yours", act(self.client, self.account, "letFollow", source.pk)["detail"])
        self.client.logout()
        self.assertIn(self.client.get("/api/sources").status_code, (401, 403))

    def test_what_ships_is_seen_by_all_and_changed_by_none(self):
        shipped = self.make(name="Slate")
        Source.objects.filter(pk=shipped.pk).update(account=None)
        listed = self.client.get("/api/sources").json()
        self.assertTrue(listed[0]["shipped"])
        self.assertEqual(self.client.get(f"/api/sources/{shipped.pk}").json()["recipe"]["start"]["kind"], "dots")
        self.assertIn("take a copy", self.keep(shipped, name="Mine")["detail"])
        self.assertEqual(self.client.delete(f"/api/sources/{shipped.pk}").status_code, 404)
        self.client.force_login(self.other)
        self.assertEqual(self.client.post(f"/api/sources/{shipped.pk}/duplicate").status_code, 201)


class UseTests(SourceTests):
    def setUp(self):
        super().setUp()
        self.roll = Roll.objects.create(account=self.account, name="Shore")
        self.source = self.make()
        self.brush = add_brush(self.roll, "Stone", self.using(self.source))

    def using(self, source):
        return {"grain": {"picture": source.picture_id, "source": str(source.pk)}}

    def test_where_a_source_is_used_is_told(self):
        users = self.client.get("/api/sources").json()[0]["users"]
        self.assertEqual([(user["name"], user["roll"]) for user in users], [("Stone", "Shore")])

    def test_brushes_keep_their_copy_until_they_are_asked_to_follow(self):
        before = Brush.objects.get(pk=self.brush.pk)
        kept = self.keep(self.source, recipe={**DOTS, "steps": [{"kind": "invert"}]})
        self.assertEqual(Brush.objects.get(pk=self.brush.pk).document, before.document)
        self.ink(self.source.picture_id)
        self.assertEqual(act(self.client, self.account, "letFollow", self.source.pk)["answer"], "done")
        after = Brush.objects.get(pk=self.brush.pk)
        self.assertEqual(after.document["grain"]["picture"], kept["picture"])
        self.assertEqual(after.revision, before.revision + 1)

    def test_a_deleted_source_leaves_the_brush_as_it_was(self):
        self.client.delete(f"/api/sources/{self.source.pk}")
        self.ink(self.brush.document["grain"]["picture"])
        self.assertEqual(keep_brush(self.client, self.account, self.brush, size=40.0)["answer"], "done")

    def test_a_shipped_source_that_is_made_anew_leaves_brushes_as_they_are(self):
        Source.objects.filter(pk=self.source.pk).update(account=None)
        self.source.picture.holders.clear()
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

    def test_a_duplicate_of_a_brush_uses_the_source_too(self):
        add_brush(self.roll, "Stone 2", self.brush.document)
        self.assertEqual(len(self.client.get("/api/sources").json()[0]["users"]), 2)

    def test_a_file_that_is_too_large_is_refused_before_it_is_read(self):
        answer = self.client.post(
            "/api/sources/file", {"file": SimpleUploadedFile("vast.png", b"\x89PNG" + bytes(21 * 1024 * 1024))}
        )
        self.assertEqual(answer.status_code, 413)
        self.assertIn("up to 20 MB", answer.json()["detail"])

    def test_listing_sources_asks_for_ones_own_brushes_alone(self):
        others = Account.objects.create_user("ragna", password="gull-and-kelp")
        with CaptureQueriesContext(connection) as before:
            self.client.get("/api/sources")
        roll = Roll.objects.create(account=others, name="Others'")
        for i in range(5):
            add_brush(roll, f"Other {i}")
        with CaptureQueriesContext(connection) as after:
            self.client.get("/api/sources")
        self.assertEqual(len(before), len(after))
        self.assertFalse([one["sql"] for one in after if "tip_print" in one["sql"]])

    def test_an_uploaded_svg_is_never_served_as_one(self):
        shape = '<svg xmlns="http://www.w3.org/2000/svg" width="64" height="64"><circle cx="32" cy="32" r="20"/></svg>'
        sent = {"file": SimpleUploadedFile("shape.svg", shape.encode())}
        made = self.client.post("/api/sources/file", sent).json()["source"]
        source = Source.objects.get(pk=made["id"])
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

    def propose(self, source, **taken):
        path = f"/api/sources/{source.pk}/proposals"
        return self.client.post(path, taken, content_type="application/json").json()

    def test_a_shape_can_be_taken_as_a_grain(self):
        source = self.make("Splash", "shape", {"start": {"kind": "splat", "side": 128}})
        self.assertIsNone(self.propose(source)[0]["document"]["grain"])
        self.assertEqual(self.propose(source, makes="grain")[0]["document"]["grain"]["picture"], source.picture_id)

    def test_four_brushes_are_proposed_that_differ_and_can_be_kept(self):
        for makes in ("grain", "shape"):
            start = "dots" if makes == "grain" else "splat"
            source = self.make(f"A {makes}", makes, {"start": {"kind": start, "side": 128}})
            found = self.propose(source)
            self.assertEqual([one["label"] for one in found], ["as it is", "tighter", "scattered", "textured"])
            self.assertEqual(len({one["picture"] for one in found}), 4)
            told = {"roll": str(self.roll.pk), "name": "From here", "document": found[2]["document"], "place": "a5"}
            self.assertEqual(act(self.client, self.account, "keepBrush", uuid.uuid4(), told)["answer"], "done")
