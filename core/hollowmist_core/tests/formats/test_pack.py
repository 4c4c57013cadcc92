"""Packs: the same content gives the same bytes, everything comes back, and nothing unsound gets in."""

import io
import json
import stat
import uuid
import zipfile
from pathlib import Path
from unittest import TestCase, mock

import numpy as np

from hollowmist_core.documents.brush import VERSION, BrushError, default_document, read_as_far
from hollowmist_core.formats import inkml, pack
from hollowmist_core.formats.pack import several
from hollowmist_core.formats.pack.archive import EARLIEST
from hollowmist_core.formats.pack.manifest import MOST_ENTRIES, MOST_MANIFEST
from hollowmist_core.tests.packs import mutated, png, sound_pack

DOCS = Path(__file__).parents[4] / "docs" / "formats"


def opened(data: bytes) -> pack.Pack:
    return pack.Pack(io.BytesIO(data))


def read_all(one: pack.Pack) -> None:
    """Read everything that a pack names."""
    manifest = one.manifest
    for brush in manifest.brushes:
        read_as_far(one.json(brush.document))
    for checkpoint in manifest.checkpoints:
        one.json(checkpoint.document)
    for source in manifest.sources:
        one.picture(source.picture)
    for lane in manifest.lanes:
        if lane.file:
            inkml.read(one.read(lane.file), as_written=True)


def zipped(*entries, method=zipfile.ZIP_DEFLATED) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", method) as archive:
        for name, content in entries:
            archive.writestr(name, content)
    return out.getvalue()


def together(room: dict, count=9) -> bytes:
    """Recipes, each with a document and a picture that two have, in packs with so much room."""
    with mock.patch.dict(several.ROOM, room):
        packs = pack.PacksFile(pack.Maker(), lambda digests: {one: png(int(one, 16)) for one in digests})
        for i in range(count):
            recipe = {"id": uuid.UUID(int=i), "name": f"Steps {i}", "steps": []}
            packs.put("recipes", recipe, {f"recipes/{i}.json": b"{}"}, [f"{i // 2:064x}"])
        out = io.BytesIO()
        packs.close(out)
        return out.getvalue()


class SeveralTests(TestCase):
    def test_what_one_holds_is_one_and_what_it_does_not_is_several_in_their_order(self):
        for room, count, pictures in (({}, 1, 5), ({"files": 4}, 5, 5), ({"bytes": 1}, 9, 9)):
            packs = pack.Packs(io.BytesIO(together(room)))
            self.assertEqual(len(packs), count)
            names = [one.name for each in packs for one in each.manifest.recipes]
            self.assertEqual(names, [f"Steps {i}" for i in range(9)])
            # A picture lies once in each whose entries name it: one of them may be read without the others'.
            held = [path for each in packs for path in each.manifest.files if path.startswith("pictures/")]
            self.assertEqual((len(held), len(set(held))), (pictures, 5))

    def test_one_that_is_spoilt_or_missing_is_told_when_its_turn_comes(self):
        data = together({"files": 4})
        for spoilt in (data.replace(b"recipes/4.json", b"recipes/5.json"), data.replace(b"packs/0002", b"packs/0009")):
            with self.assertRaises(pack.PackError):
                list(pack.Packs(io.BytesIO(spoilt)))

    def test_what_broke_off_is_refused_wherever_it_did(self):
        # Each of several ends as an archive does: what broke off behind one of them must not be taken for that one.
        data = together({"files": 4})
        for cut in range(0, len(data), 97):
            with self.assertRaises(pack.PackError):
                list(pack.Packs(io.BytesIO(data[:cut])))

    def test_what_is_called_several_and_is_not_is_refused(self):
        data = {"format": "hollowmist-packs", "version": 1, "packs": []}
        for packs in ([], "none", [{"file": "packs/1.hollowmist", "sha256": "0" * 64, "bytes": -1}]):
            with self.assertRaises(pack.PackError):
                pack.Packs(io.BytesIO(zipped((pack.MANIFEST, json.dumps(data | {"packs": packs})))))


class PackTests(TestCase):
    def test_the_same_content_gives_the_same_bytes(self):
        self.assertEqual(sound_pack(), sound_pack())
        with zipfile.ZipFile(io.BytesIO(sound_pack())) as archive:
            names = archive.namelist()
            self.assertEqual(names[:-1], sorted(names[:-1]))
            self.assertEqual({one.date_time for one in archive.infolist()}, {EARLIEST})

    def test_everything_comes_back(self):
        one = opened(sound_pack())
        self.assertEqual([brush.name for brush in one.manifest.brushes], ["Rope 0", "Rope 1", "Rope 2"])
        self.assertEqual(one.json(one.manifest.brushes[1].document)["size"], 11.0)
        self.assertEqual(one.picture(one.manifest.sources[0].picture), png(80))
        stroke = inkml.read(one.read("lanes/0.inkml"), as_written=True).strokes[0]
        np.testing.assert_array_equal(stroke.samples["x"], np.arange(12, dtype="f4") / np.float32(3))
        self.assertEqual((one.manifest.maker.name, one.spare), ("Maren", []))

    def test_the_schema_in_the_docs_is_the_readers_own(self):
        self.assertEqual(json.loads((DOCS / "pack.schema.json").read_text()), pack.json_schema())

    def test_what_a_newer_version_tells_is_kept(self):
        data = sound_pack()
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            newer = json.loads(archive.read(pack.MANIFEST))
            rest = [(name, archive.read(name)) for name in archive.namelist() if name != pack.MANIFEST]
        newer["version"], newer["weather"] = 7, "fog"
        newer["brushes"][0]["scent"] = "tar"
        manifest = opened(zipped(*rest, (pack.MANIFEST, json.dumps(newer)))).manifest
        self.assertEqual(manifest.brushes[0].model_dump()["scent"], "tar")
        self.assertEqual(manifest.model_dump()["weather"], "fog")

    def test_a_brush_of_a_newer_version_is_read_as_far_as_it_can_be(self):
        newer = {**default_document(), "version": VERSION + 1, "size": 33.0, "sheen": 0.4, "overlap": "braided"}
        whole, unknown_fields = read_as_far(newer)
        self.assertEqual((whole["size"], whole["version"]), (33.0, VERSION))
        self.assertEqual(whole["overlap"], default_document()["overlap"])
        self.assertEqual(unknown_fields, {"version": VERSION + 1, "sheen": 0.4, "overlap": "braided"})
        self.assertEqual(read_as_far(default_document()), (default_document(), {}))
        with self.assertRaises(BrushError):
            read_as_far({**default_document(), "sheen": 0.4})


class UnsoundTests(TestCase):
    def assert_refused(self, data: bytes, words: str):
        with self.assertRaises(pack.PackError) as refused:
            read_all(opened(data))
        self.assertIn(words, str(refused.exception))

    def test_what_is_no_pack(self):
        for data, words in [
            (b"", "empty"),
            (b"no archive at all", "no pack"),
            (sound_pack()[:400], "did not come whole"),
            (zipped(("a.txt", "x")), "no manifest"),
            (zipped((pack.MANIFEST, "{")), "cannot be read"),
            (zipped((pack.MANIFEST, "[" * 100_000)), "cannot be read"),
            (zipped((pack.MANIFEST, '{"format": "other"}')), "no pack of Hollowmist"),
            (zipped((pack.MANIFEST, '{"format": "hollowmist-pack", "rolls": [{"id": 3}]}')), "rolls.0"),
        ]:
            with self.subTest(words):
                self.assert_refused(data, words)

    def test_entries_that_lie_elsewhere_or_twice_or_are_links(self):
        manifest = (pack.MANIFEST, '{"format": "hollowmist-pack"}')
        for name in ("../up.json", "/root.json", "brushes/../../up.json", "c:x.json"):
            with self.subTest(name):
                self.assert_refused(zipped(manifest, (name, "{}")), "not opened")
        link = zipfile.ZipInfo("brushes/link.json")
        link.external_attr = (stat.S_IFLNK | 0o777) << 16
        self.assert_refused(zipped(manifest, (link, "/etc/passwd")), "a link")
        with self.assertWarns(UserWarning):
            twice = zipped(manifest, ("a.json", "1"), ("a.json", "2"))
        self.assert_refused(twice, "twice")
        many = zipped(manifest, *((f"{i}", "") for i in range(MOST_ENTRIES)), method=zipfile.ZIP_STORED)
        self.assert_refused(many, "more than")

    def rewritten(self, change):
        """The sound pack with its entries changed by hand; the manifest keeps its hashes."""
        with zipfile.ZipFile(io.BytesIO(sound_pack())) as archive:
            return zipped(*((name, change(name, archive.read(name))) for name in archive.namelist()))

    def test_bombs_and_what_is_not_what_the_manifest_says(self):
        path = "brushes/00000000-0000-4000-8000-000000000000.json"
        for content, words in [
            (bytes(200 * 2**20), "would unpack to more"),
            (b"{}", "damaged"),
            (b"\0" * 10, "damaged"),
        ]:
            with self.subTest(words):
                self.assert_refused(self.rewritten(lambda name, data, c=content: c if name == path else data), words)
        # Whatever a header says, no more is read than it may be.
        data = bytearray(zipped((pack.MANIFEST, " " * (MOST_MANIFEST + 1024))))
        self.assert_refused(bytes(data), "would unpack to more")
        missing = self.rewritten(lambda name, data: data)
        with zipfile.ZipFile(io.BytesIO(missing)) as archive:
            names = [name for name in archive.namelist() if not name.startswith("pictures/")]
            missing = zipped(*((name, archive.read(name)) for name in names))
        self.assert_refused(missing, "missing")

    def test_names_in_any_script_are_only_names(self):
        with zipfile.ZipFile(io.BytesIO(sound_pack())) as archive:
            newer = json.loads(archive.read(pack.MANIFEST))
            rest = [(name, archive.read(name)) for name in archive.namelist() if name != pack.MANIFEST]
        for name in ("🖋️ 墨", "\u05d0\u05d1\u202e", "CON", "../../x"):
            newer["brushes"][0]["name"] = name
            one = opened(zipped(*rest, (pack.MANIFEST, json.dumps(newer))))
            read_all(one)
            self.assertEqual(one.manifest.brushes[0].name, name)

    def test_spoilt_packs_are_refused_or_read_and_nothing_else(self):
        data = sound_pack()
        outcomes = {"read": 0, "refused": 0}
        for seed in range(400):
            try:
                read_all(opened(mutated(np.random.default_rng(seed), data)))
                outcomes["read"] += 1
            except (pack.PackError, BrushError, inkml.InkMLError):
                outcomes["refused"] += 1
        self.assertGreater(outcomes["refused"], 100)
