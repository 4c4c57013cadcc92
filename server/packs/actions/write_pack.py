"""Write a pack of an account's brushes, with all that they need."""

from collections.abc import Callable, Iterable
from typing import BinaryIO
from uuid import UUID

from acts.registry import KINDS
from django.db.models import Prefetch, Q
from hollowmist.moments import in_ms
from hollowmist_core.document import pictures_of, read
from hollowmist_core.formats import inkml, pack
from hollowmist_core.native import Stroke
from hollowmist_core.prepare.recipe import pictures_of as pictures_of_recipe
from hollowmist_core.proofs import read_samples
from hollowmist_core.sheets.document import read_sheet
from proofs.models import Lane, ProofStroke
from rolls.actions.keep_brush import source_uses
from rolls.actions.paint_brush import picture_of
from rolls.models import Brush, Checkpoint, Roll
from sheets.models import Look, Sheet, SheetStroke
from sources.models import KeptRecipe, Picture, Source

from ..models import Brought

Files = dict[str, Callable[[], bytes]]


class _Writing:
    """A pack that is put together: its manifest's parts, and its files by path."""

    def __init__(self, account, originals: bool):
        self.account, self.originals = account, originals
        self.files: Files = {}
        brought = dict(Brought.objects.filter(account=account).values_list("thing", "outside"))
        # What came in beside one's own has an id of its own, as that has.
        own = {
            pk
            for kind in KINDS.values()
            for pk in kind.of(account).filter(pk__in=brought.values()).values_list("pk", flat=True)
        }
        self.outside = {thing: outside for thing, outside in brought.items() if outside not in own}
        self.pictures: set[str] = set()
        self.sources: set[str] = set()
        self.looks: set = set()

    def id(self, thing):
        """The id that a thing has in packs: of what came by one, that which it had there."""
        return self.outside.get(thing, thing)

    def ordered(self, rows: Iterable, *fields: str) -> list:
        """Rows by some fields, and then by their ids in packs: the same in every account."""
        return sorted(rows, key=lambda row: (*(getattr(row, field) for field in fields), self.id(row.pk)))

    def document(self, folder: str, key, document: dict, beyond: dict | None = None) -> str:
        """Add a brush document; returns its path."""
        whole = read(document)
        self.pictures |= {digest for _, digest in pictures_of(whole)}
        self.sources |= {use["source"] for use in source_uses(whole) if use["source"]}
        for use in source_uses(whole):
            use["source"] = use["source"] and str(self.id(UUID(use["source"])))
        for layer in whole["layers"]:
            layer["brush"] = layer["brush"] and str(self.id(UUID(layer["brush"])))
        path = f"{folder}/{key}.json"
        self.files[path] = lambda: pack.as_json(whole | (beyond or {}))
        return path

    def brush(self, brush: Brush) -> dict:
        """A brush's entry."""
        key = self.id(brush.pk)
        path = self.document("brushes", key, brush.document, brush.beyond)
        preview = f"previews/{key}.png"
        self.files[preview] = lambda: picture_of(brush, "picture")
        marks = {brush.cover_id, (brush.maker or {}).get("mark")}
        self.pictures |= marks - {None}
        told = {"id": key, "roll": self.id(brush.roll_id), "name": brush.name, "note": brush.note, "document": path}
        beside = {"preview": preview, "cover": brush.cover_id, "favourite": brush.favourite, "maker": brush.maker}
        return told | beside

    def checkpoint(self, one: Checkpoint) -> dict:
        """A checkpoint's entry."""
        path = self.document("checkpoints", self.id(one.pk), one.document)
        told = {"id": self.id(one.pk), "brush": self.id(one.brush_id), "label": one.label, "why": one.why}
        return told | {"made_at": in_ms(one.made_at), "document": path}

    def source(self, one: Source) -> dict:
        """A source's entry; what it began with comes along on wish."""
        began = {"original": one.original_id, "working": one.working_id} if self.originals else {}
        self.pictures |= {one.picture_id, *began.values(), *pictures_of_recipe(one.recipe)} - {None}
        told = {"id": self.id(one.pk), "name": one.name, "note": one.note, "makes": one.makes, "recipe": one.recipe}
        return told | {"picture": one.picture_id, "shipped": one.account_id is None, **began}

    def strokes(self, path: str, strokes: list[ProofStroke], name: str = "") -> dict:
        """The part of a lane's entry that tells its strokes."""
        traced = [one for one in strokes if not one.dries]
        if traced:
            drawn = [Stroke(read_samples(bytes(one.samples)), one.kind, one.erase, one.seed) for one in traced]
            self.files[path] = lambda: inkml.write(drawn, name)
        beside = ("id", "drawn_at", "brush", "over", "layer", "size", "dries")
        told = [{key: self.told(one, key) for key in beside} for one in strokes]
        return {"strokes": told, "file": path if traced else None}

    def told(self, stroke, key: str):
        """A field of a stroke as packs tell it."""
        value = getattr(stroke, key)
        return self.id(value) if key in ("id", "brush", "look") else value

    def lane(self, one: Lane) -> dict:
        """A lane's entry."""
        key, strokes = self.id(one.pk), self.ordered(one.strokes.all(), "drawn_at")
        told = {"id": key, "name": one.name, "set": one.set_name, "hidden": one.hidden}
        return told | self.strokes(f"lanes/{key}.inkml", strokes, one.name)

    def look(self, one: Look) -> dict:
        """The entry of a look that strokes of sheets have."""
        path = self.document("looks", self.id(one.pk), one.document)
        return {"id": self.id(one.pk), "brush": self.id(one.brush), "name": one.name, "document": path}

    def sheet(self, one: Sheet) -> dict:
        """A sheet's entry; the looks of its strokes are noted."""
        key = self.id(one.pk)
        path, file = f"sheets/{key}.json", f"sheets/{key}.inkml"
        self.files[path] = lambda: pack.as_json(read_sheet(one.document))
        self.pictures |= {under["picture"] for under in one.document["underlays"]}
        strokes = self.ordered(one.strokes.all(), "drawn_at")
        self.looks |= {stroke.look for stroke in strokes}
        traced = [stroke for stroke in strokes if not stroke.dries]
        if traced:
            drawn = [Stroke(read_samples(bytes(t.samples)), t.kind, t.erase, t.seed) for t in traced]
            self.files[file] = lambda: inkml.write(drawn, one.name)
        beside = ("id", "drawn_at", "look", "layer", "size", "ink", "opacity", "dries")
        told = [{field: self.told(stroke, field) for field in beside} for stroke in strokes]
        named = {"id": key, "name": one.name, "note": one.note, "used_at": one.used_at, "document": path}
        return named | {"strokes": told, "file": file if traced else None}

    def add_pictures(self) -> None:
        """Add all pictures that anything named, each read when it is written."""
        found = Picture.objects.filter(pk__in=self.pictures)
        kinds = dict(found.values_list("pk", "media_type"))
        for digest, kind in kinds.items():

            def data(digest=digest) -> bytes:
                return bytes(Picture.objects.values_list("data", flat=True).get(pk=digest))

            path = f"pictures/{digest}.png" if kind == "image/png" else f"originals/{digest}.bin"
            self.files[path] = data


def write_pack(
    account,
    out: BinaryIO,
    rolls: Iterable = (),
    brushes: Iterable = (),
    everything: bool = False,
    originals: bool = False,
    history: bool = True,
    sheets: Iterable = (),
) -> None:
    """Write a pack of rolls, of single brushes, of sheets, or of everything of one's own.

    Parameters
    ----------
    rolls, brushes : iterable of UUID
        Those of the account; others are left out. A roll brings all of its brushes.
    everything : bool
        All rolls, sources, checkpoints, lanes, loose strokes, recipes and sheets.
    originals : bool
        Whether the files that sources began with come along; with everything they do.
    history : bool
        Whether the brushes' checkpoints come along, and which of them are favourites.
    sheets : iterable of UUID
        Sheets with all that their strokes are inked with, and the brushes of theirs that are there.
    """
    writing = _Writing(account, originals or everything)
    pieces = _sheets(writing, account, None if everything else list(sheets))
    looks = writing.ordered(Look.objects.filter(account=account, pk__in=writing.looks), "name")
    mine = Brush.objects.of(account).present()
    if not everything:
        used = [one.brush for one in looks if one.brush]
        mine = mine.filter(Q(roll__in=list(rolls)) | Q(pk__in=[*brushes, *used]))
    found = sorted(
        mine.select_related("roll", "account"),
        key=lambda one: (one.roll.place, writing.id(one.roll_id), one.place, writing.id(one.pk)),
    )
    holding = Roll.objects.filter(account=account, deleted_at=None)
    if not everything:
        holding = holding.filter(Q(pk__in={one.roll_id for one in found}) | Q(pk__in=list(rolls)))
    entries = {"brushes": [writing.brush(one) for one in found], "sheets": pieces}
    entries["looks"] = [writing.look(one) for one in looks]
    if not history:
        entries["brushes"] = [one | {"favourite": False} for one in entries["brushes"]]
    entries["rolls"] = [
        {"id": writing.id(one.pk), "name": one.name, "note": one.note, "tint": one.tint}
        for one in writing.ordered(holding, "place")
    ]
    kept = Checkpoint.objects.filter(brush__in=[one.pk for one in found], deleted_at=None) if history else []
    kept = sorted(kept, key=lambda one: (writing.id(one.brush_id), one.made_at, writing.id(one.pk)))
    entries["checkpoints"] = [writing.checkpoint(one) for one in kept]
    entries["lanes"], entries["recipes"] = _beside(writing, account) if everything else ([], [])
    seen = Source.objects.seen_by(account).filter(deleted_at=None)
    wanted = Q(pk__in=writing.sources) | (Q(account=account) if everything else Q())
    entries["sources"] = [writing.source(one) for one in writing.ordered(seen.filter(wanted), "name")]
    maker = pack.Maker.model_validate(account.maker or {})
    writing.pictures |= {maker.mark} - {None}
    writing.add_pictures()
    pack.write(out, pack.Manifest(maker=maker, **entries), writing.files.items())


def _sheets(writing: _Writing, account, wanted: list | None) -> list[dict]:
    """The sheets that are wanted, or all."""
    there = Prefetch("strokes", SheetStroke.objects.filter(deleted_at=None))
    found = Sheet.objects.filter(account=account, deleted_at=None)
    if wanted is not None:
        found = found.filter(pk__in=wanted)
    return [writing.sheet(one) for one in writing.ordered(found.prefetch_related(there), "name")]


def _beside(writing: _Writing, account) -> tuple[list[dict], list[dict]]:
    """What is an account's own beside its brushes: lanes, the loose strokes last, and recipes."""
    there = Prefetch("strokes", ProofStroke.objects.filter(deleted_at=None))
    lanes = Lane.objects.filter(account=account, deleted_at=None).prefetch_related(there)
    found = [writing.lane(one) for one in writing.ordered(lanes, "position")]
    loose = writing.ordered(ProofStroke.objects.filter(account=account, lane=None, deleted_at=None), "drawn_at")
    if loose:
        found.append(writing.strokes("lanes/loose.inkml", loose))
    recipes = writing.ordered(KeptRecipe.objects.filter(account=account, deleted_at=None), "name")
    return found, [{"id": writing.id(one.pk), "name": one.name, "steps": one.steps} for one in recipes]
