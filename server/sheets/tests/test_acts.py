"""Sheets by acts against real MariaDB: kept, changed by two devices, inked otherwise, never lost."""

import uuid

import numpy as np
from accounts.models import Account
from acts.tests import act, send
from django.test import TestCase
from hollowmist_core.documents.brush import default_document
from hollowmist_core.documents.sheet import default_sheet
from hollowmist_core.tables.records import SAMPLE
from proofs.serializers import Base64Field
from sources.actions.pictures import drop_unused, keep_ink, own_pictures
from sources.models import Picture

from sheets.models import Look, Sheet, SheetStroke


def line(count=12) -> np.ndarray:
    """Samples along a line."""
    samples = np.zeros(count, SAMPLE)
    samples["x"] = samples["t"] = np.arange(count) * 10.0
    samples["y"], samples["pressure"], samples["altitude"] = 40.0, 0.5, 1.2
    return samples


def encoded(samples) -> str:
    """Samples as an act tells them."""
    return Base64Field().to_representation(samples.tobytes())


class WithSheet:
    """An account that has a sheet and a look, and what is done to them."""

    def setUp(self):
        super().setUp()
        self.account = Account.objects.create_user("maren", password="slate-and-rope")
        self.client.force_login(self.account)
        self.sheet, self.look = uuid.uuid4(), uuid.uuid4()
        self.act("keepSheet", self.sheet, name="Label", document=default_sheet(), used_at=1000)
        self.act("keepLook", self.look, brush=None, name="Pointed", document=default_document())

    def keep(self, base, answer="done", /, **body):
        """Keep a state of the sheet, made from one with the revision `base`."""
        found = act(self.client, self.account, "keepSheet", self.sheet, body, base)
        self.assertEqual(found["answer"], answer, found)
        return found

    def act(self, kind, thing, answer="done", /, **body):
        found = act(self.client, self.account, kind, thing, body)
        self.assertEqual(found["answer"], answer, found)
        return found

    def stroke(self, answer="done", **other):
        """Keep a stroke; returns its id."""
        pk = uuid.uuid4()
        body = {"sheet": str(self.sheet), "look": str(self.look), "kind": 0, "seed": 7, "drawn_at": 5}
        self.act("keepSheetStroke", pk, answer, **{**body, "samples": encoded(line()), **other})
        return pk

    def changes(self, since=0):
        return self.client.get(f"/api/changes?since={since}").json()


class SheetCase(WithSheet, TestCase):
    """A sheet in a transaction of the test's own."""


class ActTests(SheetCase):
    def test_a_sheet_comes_back_as_it_was_kept(self):
        pk = self.stroke(size=12.5, ink="#b4532a", opacity=0.5, layer=3)
        rows = {one["id"]: one for one in self.changes()["changes"]}
        self.assertEqual(rows[str(self.sheet)]["row"]["document"], default_sheet())
        self.assertEqual(rows[str(self.look)]["row"]["name"], "Pointed")
        row = rows[str(pk)]["row"]
        self.assertEqual(row["samples"], encoded(line()))
        self.assertEqual((row["size"], row["ink"], row["opacity"], row["layer"]), (12.5, "#b4532a", 0.5, 3))

    def test_of_layers_made_on_two_devices_none_is_lost(self):
        layers = default_sheet()["layers"]
        mine, theirs = ([*layers, {**layers[0], "which": 1, "name": name}] for name in ("Water", "Rocks"))
        self.assertEqual(self.keep(1, document={"layers": mine})["revision"], 2)
        stale = self.keep(1, "stale", document={"layers": theirs})["theirs"]
        self.assertEqual([one["name"] for one in stale["document"]["layers"]][-1], "Water")
        self.assertEqual(self.keep(stale["revision"], document={"layers": theirs})["revision"], 3)

    def test_of_names_the_later_one_stands_whatever_became_of_the_document(self):
        self.keep(1, document={"tint": "#d9c7a3"})
        self.assertEqual(self.keep(1, name="Harbour label")["revision"], 2)
        self.act("markSheet", self.sheet, used_at=500)
        sheet = Sheet.objects.get(pk=self.sheet)
        self.assertEqual((sheet.document["tint"], sheet.name, sheet.used_at), ("#d9c7a3", "Harbour label", 1000))

    def test_strokes_of_two_devices_stand_in_one_order(self):
        late, early = self.stroke(drawn_at=90), self.stroke(drawn_at=20)
        self.assertEqual([one.pk for one in SheetStroke.objects.all()], [early, late])

    def test_inked_otherwise_the_samples_stay(self):
        pk, other = self.stroke(), uuid.uuid4()
        self.act("keepLook", other, name="Broad", document=default_document())
        inked = {
            "id": str(pk),
            "look": str(other),
            "seed": 9,
            "size": 30.0,
            "ink": "#24506e",
            "opacity": None,
            "layer": 1,
        }
        gone = {**inked, "id": str(uuid.uuid4())}
        before = self.changes()["number"]
        self.act("inkStrokes", pk, inked=[inked, gone])
        stroke = SheetStroke.objects.get(pk=pk)
        self.assertEqual(
            (stroke.look, stroke.seed, stroke.size, stroke.ink, stroke.layer), (other, 9, 30.0, "#24506e", 1)
        )
        self.assertEqual(bytes(stroke.samples), line().tobytes())
        self.assertEqual([one["id"] for one in self.changes(before)["changes"]], [str(pk)])
        said = self.act("inkStrokes", pk, "refused", inked=[{**inked, "look": str(uuid.uuid4())}])
        self.assertIn("not among yours", said["detail"])

    def test_taken_off_and_put_back(self):
        one, two = self.stroke(), self.stroke()
        self.act("takeSheetStrokes", one, strokes=[str(one), str(two)])
        self.assertEqual(SheetStroke.objects.filter(deleted_at=None).count(), 0)
        self.act("putSheetStrokesBack", one, strokes=[str(one)])
        self.assertEqual(SheetStroke.objects.get(deleted_at=None).pk, one)
        self.act("takeSheet", self.sheet)
        self.assertIsNone({row["id"]: row for row in self.changes()["changes"]}[str(self.sheet)]["row"])
        self.act("putSheetBack", self.sheet)
        self.assertEqual(self.client.get("/api/sheets").json()[0]["name"], "Label")

    def test_bad_input_is_refused_with_what_to_do(self):
        for body, said in (
            ({"document": {"width": 20_000}}, "fewer dots per inch"),
            ({"document": {"height": 0}}, "larger paper"),
            ({"document": {"underlays": [{"picture": "0" * 64, "width": 9, "height": 9}]}}, "lay it in again"),
        ):
            self.assertIn(said, self.keep(1, "refused", **body)["detail"])
        for other in (
            {"sheet": str(uuid.uuid4())},
            {"look": str(uuid.uuid4())},
            {"samples": ""},
            {"size": 1e9},
            {"layer": 8},
        ):
            with self.subTest(other):
                self.stroke("refused", **other)
        self.assertEqual(Sheet.objects.get().document, default_sheet())
        self.assertEqual(SheetStroke.objects.count(), 0)

    def test_what_is_another_accounts_is_neither_told_nor_changed(self):
        pk = self.stroke()
        other = Account.objects.create_user("tove", password="gull-and-kelp")
        self.client.force_login(other)
        for kind, thing, body in (
            ("keepSheet", self.sheet, {"name": "Mine"}),
            ("keepLook", self.look, {"name": "Mine", "document": default_document()}),
            ("takeSheetStrokes", pk, {"strokes": [str(pk)]}),
            ("takeSheet", self.sheet, {}),
        ):
            self.assertEqual(act(self.client, other, kind, thing, body)["answer"], "refused")
        self.assertEqual(SheetStroke.objects.get(pk=pk).deleted_at, None)
        self.assertIsNone(Sheet.objects.get().deleted_at)
        self.assertEqual(self.client.get("/api/sheets").json(), [])
        self.assertEqual(self.client.post(f"/api/sheets/{self.sheet}.svg").status_code, 404)

    def test_an_act_that_comes_twice_is_done_once(self):
        pk = uuid.uuid4()
        body = {
            "sheet": str(self.sheet),
            "look": str(self.look),
            "kind": 0,
            "seed": 7,
            "drawn_at": 5,
            "samples": encoded(line()),
        }
        for _ in range(2):
            send(self.client, self.account, ("keepSheetStroke", pk, body))
        self.assertEqual(SheetStroke.objects.count(), 1)

    def test_pictures_of_looks_stay_though_the_brush_is_gone(self):
        grain = keep_ink(self.account, np.full((128, 128), 90, np.uint8))
        use = {"picture": grain.digest, "source": None}
        look = uuid.uuid4()
        self.act("keepLook", look, name="Slate", document={**default_document(), "grain": use})
        self.assertEqual(Look.objects.get(pk=look).pictures.get(), grain)
        Picture.objects.update(used_at="2020-01-01T00:00:00Z")
        drop_unused()
        self.assertEqual(own_pictures(self.account).get(), grain)
