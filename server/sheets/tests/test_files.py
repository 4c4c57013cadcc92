"""Sheets out as files and in from files, by the API."""

import io
import uuid
import zipfile
from unittest import mock
from urllib.parse import urlencode

import numpy as np
import pypdfium2
from accounts.models import Account
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test.utils import CaptureQueriesContext
from django.utils import timezone
from hollowmist_core.documents.brush import default_document, read
from hollowmist_core.documents.sheet import read_sheet
from hollowmist_core.formats import inkml
from hollowmist_core.formats.pack import Pack, Packs
from hollowmist_core.native.sheet import Stroke
from hollowmist_core.tables.records import SAMPLE
from packs.actions.read_pack import read_pack
from packs.actions.write_pack import write_pack
from PIL import Image
from rolls.actions.add_brush import add_brush
from rolls.actions.keep_roll import keep_roll
from sources.actions.pictures import keep_ink, keep_picture, keep_pixels
from tasks.tests import work_off

from sheets.actions.keep_look import keep_look
from sheets.actions.piece import piece_of
from sheets.models import Look, Sheet, SheetStroke
from sheets.work import write_file

from .test_acts import SheetCase, line


def png(color="#b4532a", size=(80, 60)) -> bytes:
    """A picture of one colour."""
    out = io.BytesIO()
    Image.new("RGB", size, color).save(out, "PNG")
    return out.getvalue()


class FileCase(SheetCase):
    def setUp(self):
        super().setUp()
        self.keep(1, document={"width": 200, "height": 100, "dpi": 150.0})
        self.stroke(size=14.0, ink="#24506e")

    def asked(self, form, **query):
        """Have a file written; returns how that stands in the end, and the file."""
        return work_off(self.client, self.client.post(f"/api/sheets/{self.sheet}.{form}?{urlencode(query)}"))

    def file(self, form, **query):
        task, data = self.asked(form, **query)
        self.assertEqual((task["state"], task["name"]), ("done", f"label.{form}"), task)
        return data


class OutTests(FileCase):
    def test_what_is_missing_or_not_sound_is_told_and_the_rest_is_inked(self):
        picture = keep_ink(self.account, np.full((8, 8), 200, np.uint8))
        look, lost = uuid.uuid4(), uuid.uuid4()
        keep_look(self.account, look, "Grained", read({"size": 30.0, "grain": {"picture": picture.digest}}))
        keep_look(self.account, lost, "Lost", read({"size": 30.0}))
        self.stroke(look=str(look))
        self.stroke(look=str(lost))
        type(picture).objects.filter(pk=picture.pk).update(data=b"another picture")
        broken = SheetStroke.objects.filter(look=lost).get()
        samples = np.frombuffer(bytes(broken.samples), SAMPLE).copy()
        samples["x"][1] = np.nan
        SheetStroke.objects.filter(pk=broken.pk).update(samples=samples.tobytes())
        made, data = self.asked("png")
        left_out = made["about"]["left_out"]
        self.assertIn(f"the picture {picture.digest[:8]} is damaged", left_out)
        self.assertIn("a stroke was left out: samples: x of sample 1 is nan", left_out)
        ink = np.asarray(Image.open(io.BytesIO(data)))
        self.assertGreater((ink[..., 0] < 100).sum(), 500)
        # Sound sheets say nothing.
        SheetStroke.objects.exclude(look__in=[look, lost]).first()
        SheetStroke.objects.filter(look__in=[look, lost]).delete()
        self.assertEqual(self.asked("png")[0]["about"], {"left_out": ""})

    def test_underlays_and_guides_are_there_as_wished(self):
        guides = {"grid": True, "grid_gap": 5.0}
        data = png(size=(200, 100))
        under = keep_pixels(self.account, np.asarray(Image.open(io.BytesIO(data)).convert("RGBA")))
        placed = {"picture": under.digest, "width": 200, "height": 100, "x": 100.0, "y": 50.0, "opacity": 1.0}
        sheet = Sheet.objects.get(pk=self.sheet)
        document = {"width": 200, "height": 100, "dpi": 150.0, "underlays": [placed], "guides": guides}
        sheet.document = read_sheet(document)
        sheet.save()
        sheet.pictures.add(under)

        def shown(**query):
            return np.asarray(Image.open(io.BytesIO(self.file("png", **query))).convert("RGB")).astype(int)

        bare, laid, ruled = shown(), shown(underlay="true"), shown(guides="true")
        self.assertEqual(laid[90, 190].tolist(), [0xB4, 0x53, 0x2A])
        self.assertGreater(bare[90, 190].min(), 230)
        changed = np.abs(ruled - bare).max(axis=2) > 10
        self.assertGreater(changed.mean(), 0.02)
        self.assertLess(changed.mean(), 0.3)
        for form in ("svg", "pdf"):
            plain, whole = self.file(form), self.file(form, underlay="true", guides="true")
            self.assertGreater(len(whole), len(plain) + 300)

    def test_every_form_shows_the_stroke(self):
        image = Image.open(io.BytesIO(self.file("png", dpi=300)))
        self.assertEqual(image.size, (400, 200))
        self.assertEqual(image.getpixel((100, 80))[:3], (0x24, 0x50, 0x6E))
        clear = Image.open(io.BytesIO(self.file("png", paper="false")))
        self.assertEqual(clear.getpixel((190, 90))[3], 0)
        self.assertIn(b"#24506e", self.file("svg"))
        page = pypdfium2.PdfDocument(self.file("pdf"))[0]
        self.assertEqual(page.get_size(), (96.0, 48.0))
        with zipfile.ZipFile(io.BytesIO(self.file("ora"))) as archive:
            self.assertEqual(archive.namelist()[0], "mimetype")
        (stroke,) = inkml.read(self.file("inkml"), as_written=True).strokes
        self.assertEqual(stroke.samples.tobytes(), line().tobytes())

    def test_a_sheet_that_follows_is_inked_with_its_brushes_as_they_are(self):
        roll = keep_roll(self.account, name="Labels")
        brush = add_brush(roll, "Pointed", {**default_document(), "ink": "#8a3b22"})
        look = uuid.uuid4()
        self.act("keepLook", look, brush=str(brush.pk), name="Pointed", document=default_document())
        self.stroke(look=str(look), size=14.0)
        self.assertNotIn(b"#8a3b22", self.file("svg"))
        self.keep(2, document={"follows": True})
        self.assertIn(b"#8a3b22", self.file("svg"))

    def test_wishes_that_cannot_be_are_refused(self):
        self.assertEqual(self.client.post(f"/api/sheets/{self.sheet}.png?dpi=5000").status_code, 400)
        self.assertEqual(self.client.post(f"/api/sheets/{self.sheet}.gif").status_code, 404)
        self.assertEqual(self.client.post(f"/api/sheets/{uuid.uuid4()}.png").status_code, 404)

    def test_a_packed_sheet_comes_back_with_its_strokes_and_looks(self):
        picture = keep_pixels(self.account, np.full((30, 40, 4), 200, np.uint8))
        placed = {"picture": picture.digest, "name": "Sketch", "width": 40, "height": 30}
        self.keep(2, document={"underlays": [placed]})
        self.stroke(drawn_at=9, opacity=0.5, layer=2)
        out, again = io.BytesIO(), io.BytesIO()
        write_pack(self.account, out, sheets=[self.sheet])
        other = Account.objects.create_user("tove", password="gull-and-kelp")
        report = read_pack(other, Packs(out))
        self.assertEqual([(one.what, one.outcome) for one in report.lines], [("sheet", "in")])
        sheet = Sheet.objects.get(account=other)
        self.assertEqual(sheet.document, Sheet.objects.get(account=self.account).document)
        mine, theirs = (
            [
                (bytes(s.samples), s.seed, s.size, s.ink, s.opacity, s.layer, s.drawn_at)
                for s in SheetStroke.objects.filter(account=one)
            ]
            for one in (self.account, other)
        )
        self.assertEqual(mine, theirs)
        self.assertEqual(Look.objects.get(account=other).document, Look.objects.get(account=self.account).document)
        self.assertEqual([one.outcome for one in read_pack(other, Packs(out)).lines], ["there"])
        self.assertEqual(SheetStroke.objects.filter(account=other).count(), 2)
        write_pack(self.account, again, everything=True)
        self.assertEqual(len(Pack(again).manifest.sheets), 1)


class OlderPackTests(SheetCase):
    def test_of_a_deleted_sheet_comes_in_beside_it_with_its_strokes_once(self):
        self.stroke()
        out = io.BytesIO()
        write_pack(self.account, out, everything=True)
        self.keep(1, document={"tint": "#d9c7a3"})
        self.act("takeSheet", self.sheet)
        for _ in range(2):
            read_pack(self.account, Packs(out))
        beside = Sheet.objects.get(account=self.account, deleted_at=None)
        self.assertNotEqual((str(beside.pk), beside.document["tint"]), (str(self.sheet), "#d9c7a3"))
        self.assertEqual((beside.strokes.count(), Sheet.objects.get(pk=self.sheet).strokes.count()), (1, 1))
        # Put back, both stand, and go out under ids of their own.
        self.act("putSheetBack", self.sheet)
        again = io.BytesIO()
        write_pack(self.account, again, everything=True)
        self.assertEqual(len({one.id for one in Pack(again).manifest.sheets}), 2)

    def test_of_thousands_of_strokes_the_sheet_is_looked_at_once(self):
        strokes = [self.stroke() for _ in range(12)]
        inked = [{"id": str(pk), "look": str(self.look), "seed": 2} for pk in strokes]
        with CaptureQueriesContext(connection) as few:
            self.act("inkStrokes", strokes[0], inked=inked[:2])
        with CaptureQueriesContext(connection) as many:
            self.act("inkStrokes", strokes[0], inked=inked)
        self.assertEqual(len(few), len(many))


class BoundTests(SheetCase):
    def test_a_picture_that_unpacks_to_gigabytes_is_left_out_unopened(self):
        # 20 KB of zeros: 13,000 px a side, 676 MB of RGBA, had it been decoded.
        data = io.BytesIO()
        Image.new("1", (13_000, 13_000)).save(data, "PNG", optimize=True)
        huge = keep_picture(self.account, data.getvalue(), "image/png").digest
        under = {"picture": huge, "name": "fog", "width": 4000, "height": 4000}
        self.keep(1, document={"width": 200, "height": 100, "underlays": [under]})
        opened = mock.patch.object(Image.Image, "convert", side_effect=AssertionError("it was opened"))
        with opened, self.assertRaisesRegex(LookupError, "up to"):
            piece_of(Sheet.objects.get()).underlay(huge)

    def test_no_file_is_begun_that_would_need_more_than_there_is(self):
        self.keep(1, document={"width": 8192, "height": 8192, "dpi": 150.0})
        for form in ("png", "ora"):
            task, data = work_off(self.client, self.client.post(f"/api/sheets/{self.sheet}.{form}?dpi=1200"))
            self.assertEqual((task["state"], data), ("failed", None))
            self.assertIn("choose fewer dpi", task["detail"])


class ToldTests(FileCase):
    def test_shares_are_told_in_their_order_while_it_is_written(self):
        for number in range(8):
            self.stroke(size=4.0 + number)
        sheet = {"sheet": str(self.sheet), "dpi": None, "wish": {"paper": True, "underlay": False, "guides": False}}
        for form in ("svg", "pdf"):
            shares: list[float] = []
            write_file(self.account, sheet | {"form": form}, None, shares.append)
            self.assertEqual(shares, sorted(shares))
            self.assertGreater(len(shares), 4, form)

    def test_what_cannot_be_written_is_told_with_what_to_do(self):
        with mock.patch("hollowmist_core.native.tracing.MOST_STROKES", 0):
            task, data = self.asked("svg")
        self.assertEqual((task["state"], data), ("failed", None))
        self.assertIn("write it as PNG or OpenRaster", task["detail"])

    def test_a_sheet_that_was_deleted_meanwhile_is_told(self):
        answer = self.client.post(f"/api/sheets/{self.sheet}.png")
        Sheet.objects.filter(pk=self.sheet).update(deleted_at=timezone.now())
        self.assertIn("deleted meanwhile", work_off(self.client, answer)[0]["detail"])


class InTests(SheetCase):
    def send(self, path, data, name, **fields):
        return self.client.post(path, {"file": SimpleUploadedFile(name, data), **fields})

    def test_inkml_comes_in_as_strokes(self):
        data = inkml.write([Stroke(line()), Stroke(line(30))])
        answer = self.send(
            f"/api/sheets/{self.sheet}/inkml", data, "hand.inkml", look=str(self.look), size=9.0, layer=1
        )
        self.assertEqual(answer.json()["count"], 2, answer.content)
        first = SheetStroke.objects.first()
        self.assertEqual((bytes(first.samples), first.size, first.layer), (line().tobytes(), 9.0, 1))
        for wrong in (b"", b"<ink/>", b"no xml"):
            answer = self.send(f"/api/sheets/{self.sheet}/inkml", wrong, "hand.inkml", look=str(self.look))
            self.assertEqual(answer.status_code, 400)
        answer = self.send(f"/api/sheets/{self.sheet}/inkml", data, "hand.inkml", look=str(uuid.uuid4()))
        self.assertIn("draw a stroke with it first", answer.json()["detail"])
        self.assertEqual(SheetStroke.objects.count(), 2)

    def test_pictures_that_a_browser_cannot_read_come_in(self):
        out = io.BytesIO()
        Image.new("CMYK", (90, 70), (0, 200, 200, 20)).save(out, "TIFF")
        (found,) = self.send("/api/underlays", out.getvalue(), "proof.tif").json()
        self.assertEqual((found["name"], found["width"], found["height"], found["wide"]), ("proof", 90, 70, 90))
        self.assertEqual(self.client.get(f"/api/pictures/{found['picture']}").status_code, 200)

    def test_the_layers_of_openraster_come_in_where_they_lie(self):
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as archive:
            archive.writestr("mimetype", "image/openraster")
            layers = (
                '<layer name="Ink" src="data/b.png" x="12" y="7" opacity="0.5"/><layer name="Empty" src="data/e.png"/>'
            )
            below = '<stack><layer name="Sketch" src="data/a.png" visibility="hidden"/></stack>'
            archive.writestr("stack.xml", f'<image w="99" h="88"><stack>{layers}{below}</stack></image>')
            archive.writestr("data/a.png", png())
            archive.writestr("data/b.png", png("#24506e", (64, 64)))
            archive.writestr("data/e.png", png(size=(1, 1)))
        found = self.send("/api/underlays", out.getvalue(), "piece.ora").json()
        self.assertEqual([one["name"] for one in found], ["Sketch", "Ink"])
        self.assertEqual((found[1]["x"], found[1]["y"], found[1]["opacity"], found[0]["shown"]), (12, 7, 0.5, False))

    def test_what_is_no_picture_says_so(self):
        script = b'<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><image href="http://fog.example/a.png"/></svg>'
        for data, name in (
            (b"", "a.tif"),
            (b"no picture", "a.tif"),
            (script, "a.svg"),
            (b"PK\x03\x04" + b"x" * 26 + b"mimetypeimage/openraster", "a.ora"),
        ):
            answer = self.send("/api/underlays", data, name)
            self.assertEqual(answer.status_code, 400, name)
            self.assertTrue(answer.json()["detail"] if "detail" in answer.json() else answer.json()["file"])
