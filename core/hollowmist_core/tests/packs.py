"""Packs for tests: a sound one, and ones that are spoilt by chance."""

import hashlib
import io
import zipfile
from uuid import UUID

import numpy as np
from PIL import Image

from ..documents.brush import default_document
from ..formats import inkml, pack
from ..native.sheet import Stroke
from ..tables.records import SAMPLE


def uuid(number: int) -> UUID:
    """An id that is the same in every run."""
    return UUID(int=number, version=4)


def png(shade: int) -> bytes:
    """A small grey picture."""
    out = io.BytesIO()
    Image.fromarray(np.full((24, 24), shade, np.uint8)).save(out, "PNG")
    return out.getvalue()


def sound_pack(brushes: int = 3) -> bytes:
    """A roll of brushes, a source that they use, a checkpoint and a lane."""
    picture = png(80)
    digest = hashlib.sha256(picture).hexdigest()
    files = {pack.picture_path(digest, picture): picture}
    document = {**default_document(), "grain": {"picture": digest, "source": str(uuid(90))}}
    entries = []
    for i in range(brushes):
        path = f"brushes/{uuid(i)}.json"
        files[path] = pack.as_json({**document, "size": 10.0 + i})
        entries.append({"id": uuid(i), "roll": uuid(50), "name": f"Rope {i}", "document": path})
    files["checkpoints/0.json"] = pack.as_json(document)
    samples = np.zeros(12, SAMPLE)
    samples["x"] = samples["t"] = np.arange(12) / 3
    samples["pressure"] = 0.5
    files["lanes/0.inkml"] = inkml.write([Stroke(samples)], "Ropes")
    slate = {"id": uuid(90), "name": "Slate", "makes": "grain", "picture": digest}
    slate["recipe"] = {"start": {"kind": "blank", "side": 24}, "steps": []}
    stroke = {"id": uuid(81), "drawn_at": 1}
    manifest = pack.Manifest(
        maker={"name": "Maren", "licence": "CC-BY-4.0"},
        rolls=[{"id": uuid(50), "name": "Chart inking", "tint": "kelp"}],
        brushes=entries,
        sources=[slate],
        checkpoints=[
            {"id": uuid(70), "brush": uuid(0), "why": "hand", "made_at": 5000, "document": "checkpoints/0.json"}
        ],
        lanes=[{"id": uuid(80), "name": "Ropes", "strokes": [stroke], "file": "lanes/0.inkml"}],
    )
    out = io.BytesIO()
    pack.write(out, manifest, [(path, lambda data=data: data) for path, data in files.items()])
    return out.getvalue()


def mutated(rng: np.random.Generator, data: bytes) -> bytes:
    """A pack that something befell: bytes changed, cut, doubled, or the archive put together otherwise."""
    way = int(rng.integers(7))
    if way == 0:
        spoilt = bytearray(data)
        for _ in range(int(rng.integers(1, 40))):
            spoilt[int(rng.integers(len(spoilt)))] = int(rng.integers(256))
        return bytes(spoilt)
    if way == 1:
        return data[: int(rng.integers(len(data)))]
    if way == 2:
        at = int(rng.integers(len(data)))
        return data[:at] + rng.bytes(int(rng.integers(1, 200))) + data[at:]
    return _reassembled(rng, data, way)


NAMES = (
    *("../../etc/passwd", "/brushes/a.json", "C:\\brushes\\a.json", "brushes//a.json", "con", "a" * 3000),
    *("brushes/\u202egnp.json", "🖋️.json", "manifest.json", "brushes/./a.json", " "),
)


def _reassembled(rng, data: bytes, way: int) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(data)) as before, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as after:
        for one in before.infolist():
            content = before.read(one)
            if way == 3 and rng.random() < 0.3:
                continue
            if way == 4 and one.filename == pack.MANIFEST:
                content = _other_manifest(rng, content)
            if way == 5 and rng.random() < 0.3:
                content = bytes(int(rng.integers(1, 2_000_000)))
            name = one.filename
            if way == 6 and rng.random() < 0.3:
                name = NAMES[int(rng.integers(len(NAMES)))]
            after.writestr(name, content)
    return out.getvalue()


WRONG = (None, -1, 1e300, "", "x" * 5000, [], {}, True, "\u202e", "../x", [[]] * 50, {"a": {"b": {}}}, float("nan"))


def _other_manifest(rng, content: bytes) -> bytes:
    """A manifest in which one value, somewhere, is another one."""
    import json

    manifest = json.loads(content)
    at = manifest
    while True:
        keys = list(at) if isinstance(at, dict) else range(len(at))
        if not keys:
            break
        key = list(keys)[int(rng.integers(len(keys)))]
        if isinstance(at[key], dict | list) and at[key] and rng.random() < 0.8:
            at = at[key]
            continue
        at[key] = WRONG[int(rng.integers(len(WRONG)))]
        break
    return json.dumps(manifest).encode()
