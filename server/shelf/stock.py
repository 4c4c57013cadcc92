"""What lies on the shelf from the first, made by the core."""

import hashlib
import io
import uuid
from functools import partial

from django.utils.crypto import salted_hmac
from hollowmist_core.documents import recipe
from hollowmist_core.documents.brush import read as read_brush
from hollowmist_core.formats import pack
from hollowmist_core.formats.picture import grey_png
from hollowmist_core.native.pockets import pocket_picture
from hollowmist_core.native.recipes import follow
from hollowmist_core.tables.kinds import SHAPE

from .makers.stocked import Stocked

NAMESPACE = uuid.UUID("0c1d6f0a-7a52-4a3b-9f64-0d5b7c1e2a90")


def _id(*names: str) -> uuid.UUID:
    """The same thing has the same id on every shelf."""
    return uuid.uuid5(NAMESPACE, " / ".join(names))


def key_of(lot: uuid.UUID) -> str:
    """The key to a lot of the stock: nobody but this shelf can make it."""
    return salted_hmac("shelf.stock", str(lot), algorithm="sha256").hexdigest()


def _ink(makes: str, start: dict, steps: list[dict]):
    whole = recipe.read({"start": start, "steps": steps})
    return whole, follow(whole, makes, None, None).bytes


def pack_of(one: Stocked) -> tuple[uuid.UUID, bytes]:
    """The id of a lot of the stock, and its pack."""
    files: dict[str, bytes] = {}
    inks = {}

    def picture(ink) -> str:
        data = grey_png(ink)
        digest = hashlib.sha256(data).hexdigest()
        path = pack.picture_path(digest, data)
        files[path] = data
        inks[digest] = ink
        return digest

    sources, used = [], {}
    for name, (makes, start, steps) in one.sources.items():
        recipe, ink = _ink(makes, start, steps)
        used[name] = {"source": str(_id(one.name, name)), "picture": picture(ink)}
        entry = {"id": used[name]["source"], "name": name, "makes": makes, "recipe": recipe}
        sources.append(entry | {"picture": used[name]["picture"]})
    roll = _id(one.name)
    brushes = []
    for name, note, settings in one.brushes:
        given = dict(settings)
        if "shapes" in given:
            given["shapes"] = [{**shape, **used[shape["source"]]} for shape in given["shapes"]]
        if "grain" in given:
            given["grain"] = used[given["grain"]["source"]]
        document = read_brush(given)
        pk = _id(one.name, "brush", name)
        files[f"brushes/{pk}.json"] = pack.as_json(document)
        files[f"previews/{pk}.png"] = pocket_picture(document, inks.__getitem__)
        beside = {"document": f"brushes/{pk}.json", "preview": f"previews/{pk}.png"}
        brushes.append({"id": pk, "roll": roll, "name": name, "note": note} | beside)
    mark = picture(_ink(SHAPE, {"side": 128, **one.mark}, [])[1])
    maker = {"name": one.maker, "note": one.about, "licence": one.licence, "mark": mark}
    rolls = [{"id": roll, "name": one.name, "note": one.note, "tint": one.tint}]
    manifest = pack.Manifest.model_validate({"maker": maker, "rolls": rolls, "brushes": brushes, "sources": sources})
    out = io.BytesIO()
    pack.write(out, manifest, [(path, partial(bytes, data)) for path, data in files.items()])
    return _id("lot", one.name), out.getvalue()
