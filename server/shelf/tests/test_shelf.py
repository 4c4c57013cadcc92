"""The shelf's API against real MariaDB: `manage.py test shelf --settings shelf.settings`."""

import io
import json
import uuid
import zipfile

import numpy as np
from django.core.management import call_command
from django.test import TestCase
from hollowmist_core.formats import pack
from hollowmist_core.tests.packs import mutated, sound_pack

from shelf.actions import put_up
from shelf.makers import STOCK
from shelf.models import Lot

KEY, OTHER = "k" * 43, "o" * 43


def with_manifest(change) -> bytes:
    """A sound pack whose manifest was changed."""
    with zipfile.ZipFile(io.BytesIO(sound_pack())) as archive:
        files = {name: archive.read(name) for name in archive.namelist()}
    manifest = json.loads(files[pack.MANIFEST])
    change(manifest)
    files[pack.MANIFEST] = json.dumps(manifest).encode()
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        for name, data in files.items():
            archive.writestr(name, data)
    return out.getvalue()


class ShelfTests(TestCase):
    def put(self, data, lot=None, key=KEY):
        lot = lot or uuid.uuid4()
        how = {"content_type": pack.MEDIA_TYPE, "headers": {"Authorization": f"Bearer {key}"}}
        return lot, self.client.put(f"/api/lots/{lot}", data, **how)

    def take(self, lot, key=KEY):
        return self.client.delete(f"/api/lots/{lot}", headers={"Authorization": f"Bearer {key}"})

    def test_the_stock_is_of_six_makers_and_laid_out_once(self):
        call_command("stock_shelf")
        first = self.client.get("/api/lots").json()
        call_command("stock_shelf")
        lots = self.client.get("/api/lots").json()
        self.assertGreaterEqual(len({lot["maker"]["name"] for lot in lots}), 6)
        self.assertEqual({lot["id"]: lot["sha256"] for lot in lots}, {lot["id"]: lot["sha256"] for lot in first})
        self.assertEqual(len(lots), len(STOCK))
        for lot in lots:
            data = self.client.get(f"/api/lots/{lot['id']}/pack").content
            read = pack.Pack(io.BytesIO(data))
            self.assertEqual([one.name for one in read.manifest.brushes], [one["name"] for one in lot["previews"]])
            for one in lot["previews"]:
                picture = self.client.get(f"/api/lots/{lot['id']}/previews/{one['position']}")
                self.assertTrue(picture.content.startswith(b"\x89PNG"), one["name"])
            self.assertTrue(self.client.get(f"/api/lots/{lot['id']}/mark").content.startswith(b"\x89PNG"))

    def test_a_lot_is_changed_and_taken_back_with_its_key_alone(self):
        lot, answer = self.put(sound_pack())
        self.assertEqual(answer.status_code, 201, answer.content)
        self.assertEqual(self.put(sound_pack(), lot)[1].status_code, 200)
        for key in (OTHER, "", "short", KEY + "x"):
            self.assertEqual(self.put(sound_pack(), lot, key)[1].status_code, 403, key)
            self.assertEqual(self.take(lot, key).status_code, 403, key)
        self.assertEqual(Lot.objects.count(), 1)
        self.assertEqual(self.take(lot).status_code, 204)
        self.assertEqual(self.take(lot).status_code, 404)
        self.assertEqual(self.client.get(f"/api/lots/{lot}/pack").status_code, 404)

    def test_what_is_no_sound_pack_of_one_roll_is_refused_with_a_sentence_and_leaves_what_lay_there(self):
        lot, first = self.put(sound_pack())
        for data in (
            b"",
            b"no pack at all",
            sound_pack()[:-40],
            with_manifest(lambda manifest: manifest.update(rolls=[])),
            with_manifest(lambda manifest: manifest.update(brushes=[])),
            with_manifest(lambda manifest: manifest["brushes"][0].update(document="brushes/nowhere.json")),
        ):
            answer = self.put(data, lot)[1]
            self.assertEqual(answer.status_code, 400, answer.content)
            self.assertGreater(len(answer.json()["detail"]), 20)
        self.assertEqual(self.client.get(f"/api/lots/{lot}").json()["sha256"], first.json()["sha256"])

    def test_spoilt_packs_neither_come_in_nor_bring_it_down(self):
        sound = sound_pack()
        for seed in range(60):
            lot, answer = self.put(mutated(np.random.default_rng(seed), sound))
            self.assertIn(answer.status_code, (201, 400), (seed, answer.content))
            self.assertEqual(Lot.objects.filter(pk=lot).exists(), answer.status_code == 201)

    def test_more_than_it_takes_is_refused_before_it_is_read(self):
        how = {"content_type": pack.MEDIA_TYPE, "headers": {"Authorization": f"Bearer {KEY}"}}
        answer = self.client.put(f"/api/lots/{uuid.uuid4()}", b"x" * (put_up.MOST_BYTES + 2**17), **how)
        self.assertEqual(answer.status_code, 413)

    def test_it_is_searched_by_roll_brush_and_maker(self):
        call_command("stock_shelf")

        def found(text):
            return [one["name"] for one in self.client.get("/api/lots", {"search": text}).json()]

        self.assertEqual(found("hawser"), ["Ropewalk"])
        self.assertEqual(found("pilot station"), ["Pilot's log"])
        self.assertEqual(found("walrus"), [])

    def test_it_tells_its_api(self):
        self.assertEqual(self.client.get("/api/docs").status_code, 200)
        self.assertIn("/api/lots/{lot}", self.client.get("/api/schema", {"format": "json"}).json()["paths"])
