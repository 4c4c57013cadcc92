"""The demo's own sheets, read from the pack that ships."""

import io
from functools import cache
from pathlib import Path

import numpy as np

from ...documents.brush import pictures_of, read
from ...documents.sheet import read_sheet
from ...formats import inkml
from ...formats.pack import Pack
from ...native.pieces import SheetStroke
from . import Golden

PACK = Path(__file__).parents[4] / "server" / "demo" / "skerrow.hollowmist"
NO_SAMPLES = np.zeros(0)


def _strokes(pack: Pack, entry) -> list[SheetStroke]:
    drawn = iter(inkml.read(pack.read(entry.file), as_written=True).strokes if entry.file else [])
    strokes = []
    for row in entry.strokes:
        own = {"look": str(row.look), "size": row.size, "ink": row.ink, "opacity": row.opacity}
        if row.dries:
            strokes.append(SheetStroke(NO_SAMPLES, layer=row.layer, dries=True, **own))
            continue
        one = next(drawn)
        strokes.append(SheetStroke(one.samples, one.kind, one.erase, one.seed, row.layer, **own))
    return strokes


@cache
def demo_sheets() -> dict[str, Golden]:
    """The demo's sheets by their names, with all that their ink needs."""
    pack = Pack(io.BytesIO(PACK.read_bytes()))
    looks = {str(one.id): read(pack.json(one.document)) for one in pack.manifest.looks}
    found = {}
    for entry in pack.manifest.sheets:
        strokes = _strokes(pack, entry)
        document = read_sheet(pack.json(entry.document))
        used = {one.look: looks[one.look] for one in strokes}
        digests = {digest for look in used.values() for _, digest in pictures_of(look)}
        digests |= {under["picture"] for under in document["underlays"]}
        files = {digest: pack.picture(digest) for digest in sorted(digests)}
        found[entry.name] = Golden(entry.name, document, strokes, used, files)
    return found
