"""What is more than one pack holds, against real MariaDB."""

import hashlib
import io
import os
import uuid
from unittest import mock

import numpy as np
from accounts.models import Account
from acts.actions.perform import Wish, perform_all
from hollowmist_core.formats import pack
from hollowmist_core.formats.pack import several
from hollowmist_core.tables.records import SAMPLE
from proofs.tests.test_api import body
from rolls.actions.add_brush import add_brush
from rolls.models import Brush
from sheets.models import SheetStroke

from .test_packs import PackCase, rows


class SeveralTests(PackCase):
    """What is more than one pack holds; `HOLLOWMIST_BRUSHES=5001 script/test packs` does it at its full size."""

    BRUSHES = int(os.environ.get("HOLLOWMIST_BRUSHES", "0"))

    def setUp(self):
        super().setUp()
        if not self.BRUSHES:
            self.enterContext(mock.patch.dict(several.ROOM, bytes=60_000, files=14, manifest=9_000))
            self.enterContext(mock.patch("proofs.packing.MOST_SAMPLES", 20_000))

    def draw(self, act, count, length, **beside):
        """Strokes that are `length` samples long, some at a time."""
        samples = np.zeros(length, SAMPLE)
        samples["x"] = samples["t"] = np.arange(length) / 3
        keys = [uuid.uuid4() for _ in range(count)]
        for first in range(0, count, 100):
            perform_all(self.account, act, [Wish(key, body(samples, **beside)) for key in keys[first : first + 100]])
        return keys

    def fill_up(self):
        """More brushes than a list holds, and a sheet and a lane with more strokes than a file does."""
        self.fill()
        for i in range(self.BRUSHES or 30):
            add_brush(self.roll, f"Kelp {i}", {**self.brushes[0].document, "size": 5.0 + i / 8})
        Brush.objects.update(picture=b"\x89PNG painted")
        self.act("keepSheet", sheet := uuid.uuid4(), name="Harbour")
        self.act("keepLook", look := uuid.uuid4(), name="Rope", document=self.brushes[0].document)
        on = {"sheet": str(sheet), "look": str(look)}
        self.draw("keepSheetStroke", *((1000, 1000) if self.BRUSHES else (90, 40)), **on)
        strokes = self.draw("keepStroke", 60, 40)
        self.act("keepLane", uuid.uuid4(), name="Long", strokes=[str(one) for one in strokes])

    def test_it_goes_out_as_many_packs_and_comes_back_equal_byte_for_byte(self):
        self.fill_up()
        before = self.written(everything=True)
        self.assertGreater(len(pack.Packs(io.BytesIO(before))), 1)
        for one in pack.Packs(io.BytesIO(before)):
            self.assertEqual(one.spare, [])
        report = self.take(before, self.other)
        self.assertEqual({line.outcome for line in report.lines}, {"in"})
        self.assertEqual(SheetStroke.objects.filter(account=self.other).count(), 1000 if self.BRUSHES else 90)
        Account.objects.filter(pk=self.other.pk).update(maker=self.account.maker)
        self.other.refresh_from_db()
        # Whose they were stays with brushes that came from somebody else; here they are one's own.
        Brush.objects.of(self.other).update(maker=None)
        after = self.written(self.other, everything=True)
        self.assertEqual(hashlib.sha256(after).digest(), hashlib.sha256(before).digest())
        there = rows()
        self.take(before, self.other)
        self.assertEqual(rows(), there)

    def test_one_that_is_cut_off_or_spoilt_leaves_nothing(self):
        self.fill_up()
        data, there = self.written(everything=True), rows()
        for spoilt in (data[: len(data) // 2], data.replace(b"PNG painted", b"PNG Painted", 1)):
            with self.assertRaises(pack.PackError):
                self.take(spoilt, self.other)
            self.assertEqual(rows(), there)

    def test_a_brush_alone_comes_out_of_a_later_pack_with_its_pictures(self):
        self.fill_up()
        last = add_brush(self.roll, "Rope at last", {**self.brushes[0].document, "size": 77.0})
        data = self.written(everything=True)
        parts = list(pack.Packs(io.BytesIO(data)))
        lies = [any(one.id == last.pk for one in part.manifest.brushes) for part in parts].index(True)
        self.assertGreater(lies, 0)
        report = self.take(data, self.other, wanted=[str(last.pk)])
        self.assertEqual(self.outcomes(report), ["in"])
        came = Brush.objects.of(self.other).get()
        self.assertEqual(came.document["grain"]["picture"], self.source.picture_id)
        self.assertTrue(self.other.pictures.filter(pk=self.source.picture_id).exists())
