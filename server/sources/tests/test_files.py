"""Picture files that become sources, against real MariaDB."""

import io
import uuid

import numpy as np
from hollowmist_core.formats.picture import read_picture
from PIL import Image

from sources.models import Picture, Source

from .cases import SourceTests, digest_of
from .pictures import encoded, gravel, shell


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
