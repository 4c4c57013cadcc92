"""Rolls, brushes and their checkpoints in packs."""

import uuid
from dataclasses import dataclass, field

from acts.actions.perform import Wish
from acts.packing import Reading, Writing
from django.db.models import Q, QuerySet
from fractional_indexing import generate_key_between
from hollowmist.moments import in_ms
from hollowmist.naming import copy_name
from hollowmist_core.documents.brush import pictures_of, read, read_as_far
from hollowmist_core.formats.pack import BrushEntry, PackError, as_json
from sources.actions.pictures import ink_of, pixels_of

from .actions.keep_brush import source_uses
from .actions.paint_brush import picture_of
from .models import Brush, Checkpoint, Roll, Tint

MOST_PREVIEW = 2**18

# Brush documents


def needs_of(writing: Writing, documents) -> None:
    """Note which sources brush documents have."""
    for document in documents:
        writing.chosen["sources"] |= {uuid.UUID(use["source"]) for use in source_uses(document) if use.get("source")}


def packed_document(writing: Writing, document: dict, unknown_fields: dict | None = None) -> tuple[bytes, set[str]]:
    """A brush document as packs have it, with their ids, and the digests of its pictures."""
    whole = read(document)
    for use in source_uses(whole):
        use["source"] = use["source"] and str(writing.id(uuid.UUID(use["source"])))
    for layer in whole["layers"]:
        layer["brush"] = layer["brush"] and str(writing.id(uuid.UUID(layer["brush"])))
    return as_json(whole | (unknown_fields or {})), {digest for _, digest in pictures_of(whole)}


def document_here(reading: Reading, path: str) -> tuple[dict, dict]:
    """A brush document of a pack with ids and pictures as they are here, and what of it is not understood."""
    whole, unknown_fields = read_as_far(reading.pack.json(path))
    existing = set(reading.alike.values())
    for use in source_uses(whole):
        use["picture"] = reading.alike.get(use["picture"], use["picture"])
        if use["picture"] not in existing:
            reading.picture(use["picture"], ink_of)
        source = use["source"] and reading.here["sources"].get(uuid.UUID(str(use["source"])))
        use["source"] = source and str(source)
    for layer in whole["layers"]:
        if layer["brush"]:
            layer["brush"] = str(*reading.own_ids("brushes", [uuid.UUID(str(layer["brush"]))]))
    return read(whole), unknown_fields


# Rolls


def packed_brushes(writing: Writing) -> QuerySet[Brush]:
    """The brushes that go out."""
    chosen = Q(roll__in=writing.chosen["rolls"]) | Q(pk__in=writing.chosen["brushes"])
    mine = Brush.objects.of(writing.account).present()
    return mine if writing.everything else mine.filter(chosen)


def write_rolls(writing: Writing) -> None:
    """Write the rolls that are chosen, and those that chosen brushes lie in."""
    rolls = Roll.objects.filter(account=writing.account, deleted_at=None)
    if not writing.everything:
        rolls = rolls.filter(Q(pk__in=writing.chosen["rolls"]) | Q(pk__in=packed_brushes(writing).values("roll")))
    for one in writing.in_order(rolls, "place"):
        writing.put("rolls", {"id": writing.id(one.pk), "name": one.name, "note": one.note, "tint": one.tint})


def read_rolls(reading: Reading) -> None:
    """Take in the rolls, after those that there are; or have one stand for all of them."""
    entries = reading.pack.manifest.rolls
    if reading.into:
        reading.here["rolls"] |= dict.fromkeys((one.id for one in entries), reading.into)
        return
    if reading.wanted is not None:
        lie = {one.roll for one in reading.pack.manifest.brushes if str(one.id) in reading.wanted}
        # A brush that is wanted may lie in a later pack than its roll.
        listed = [*reading.passed.pop("rolls", ()), *entries]
        entries = [one for one in listed if one.id in lie]
        reading.passed["rolls"] = [one for one in listed if one.id not in lie]
    own = reading.own_ids("rolls", [one.id for one in entries])
    existing = reading.existing("rolls", own)
    last = reading.account.rolls.order_by("place").values_list("place", flat=True).last()
    for one, pk in zip(reading.each(entries), own, strict=True):
        there = existing.get(pk)
        with reading.attempt("roll", one):
            if there and there.deleted_at is None:
                reading.note("roll", one, "there")
            elif there:
                reading.do("putRollBack", Wish(pk, {}))
                # It brings what the pack has in it, and not what was deleted with it.
                gone = Brush.objects.filter(roll=pk, deleted_at=None).values_list("pk", flat=True)
                reading.do("takeBrush", *(Wish(brush, {}) for brush in gone))
                reading.note("roll", one, "in")
            else:
                last = generate_key_between(last, None)
                tint = one.tint if one.tint in Tint.values else ""
                reading.do("keepRoll", Wish(pk, {"name": one.name, "note": one.note, "tint": tint, "place": last}))
                reading.note("roll", one, "in")
            reading.here["rolls"][one.id] = pk


# Brushes


def choose_brushes(writing: Writing) -> None:
    """Note the sources of the brushes that go out."""
    needs_of(writing, packed_brushes(writing).values_list("document", flat=True).iterator(200))


def write_brushes(writing: Writing) -> None:
    """Write the brushes that are chosen, in the order of their pockets, each with its preview."""
    order = ("roll__place", "roll", "place")
    for one in writing.in_order(packed_brushes(writing).select_related("account"), *order):
        key = writing.id(one.pk)
        document, pictures = packed_document(writing, one.document, one.unknown_fields)
        path, preview = f"brushes/{key}.json", f"previews/{key}.png"
        entry = {"id": key, "roll": writing.id(one.roll_id), "name": one.name, "note": one.note, "document": path}
        entry |= {"preview": preview, "cover": one.cover_id, "favourite": one.favourite and writing.history}
        files = {path: document, preview: picture_of(one, "picture")}
        beside = [one.cover_id, (one.maker or {}).get("mark")]
        writing.put("brushes", entry | {"maker": one.maker}, files, [*pictures, *beside])


@dataclass
class _Pockets:
    """Where brushes of a pack come to lie in a roll: after those in it, under names that none of them has."""

    names: set[str] = field(default_factory=set)
    last: str | None = None

    @classmethod
    def of(cls, roll: uuid.UUID) -> "_Pockets":
        """As they are."""
        present = list(Brush.objects.filter(roll=roll, deleted_at=None).order_by("place").values_list("name", "place"))
        return cls({name for name, _ in present}, present[-1][1] if present else None)

    def next(self) -> str:
        """The place of one more."""
        self.last = generate_key_between(self.last, None)
        return self.last

    def name(self, wanted: str) -> str:
        """What one more is called."""
        name = copy_name(wanted, self.names) if wanted in self.names else wanted
        self.names.add(name)
        return name


class _Brushes:
    """Brushes on their way in: what is done with them is told first, and done some at a time."""

    def __init__(self, reading: Reading):
        self.reading = reading
        self.pockets: dict[uuid.UUID, _Pockets] = {}
        self.keep: list[tuple[BrushEntry, Wish]] = []
        self.back: list[tuple[BrushEntry, Wish]] = []
        self.points: list[tuple[BrushEntry, Wish]] = []
        self.previews: dict[uuid.UUID, bytes] = {}
        self.seen: set[uuid.UUID] = set()

    def plan(self, one: BrushEntry, pk: uuid.UUID, there: Brush | None) -> None:
        """Note which act a brush needs, if any."""
        reading = self.reading
        if one.id in self.seen or one.id in reading.here["brushes"]:
            raise PackError("Another brush of this pack has the same id; the first of them came in.")
        self.seen.add(one.id)
        roll = reading.here["rolls"].get(one.roll)
        if roll is None:
            raise PackError("The roll that it lies in is not in the pack.")
        document, unknown_fields = document_here(reading, one.document)
        reading.shown(one, document)
        same = there and (there.name, there.note, there.document) == (one.name, one.note, document)
        lies = there and there.roll.deleted_at is None
        if there and lies and there.deleted_at is None:
            if same or not reading.copies:
                reading.here["brushes"][one.id] = pk
                if not same:
                    self.point(one, pk, document)
                return reading.note("brush", one, *(("there",) if same else ("changed", CHANGED)))
            there, pk = None, uuid.uuid4()
        elif there and not (lies and same):
            # What was deleted can still be put back as it was.
            there, pk = None, reading.another_id("brushes", one.id)
        if roll not in self.pockets:
            self.pockets[roll] = _Pockets.of(roll)
        pockets = self.pockets[roll]
        if there:
            self.back.append((one, Wish(pk, {"roll": str(roll), "place": pockets.next()})))
            pockets.names.add(one.name)
            return None
        name = pockets.name(one.name)
        body = {"roll": str(roll), "name": name, "note": one.note, "document": document, "place": pockets.next()}
        maker = one.maker.model_dump(mode="json") if one.maker else reading.maker
        if maker and maker.get("mark"):
            reading.picture(maker["mark"], pixels_of)
        if one.cover:
            reading.picture(one.cover, pixels_of)
        if one.preview:
            self.previews[pk] = reading.pack.read(one.preview, MOST_PREVIEW)
        self.keep.append((one, Wish(pk, body | {"maker": maker, "beyond": unknown_fields})))
        return None

    def point(self, one: BrushEntry, brush: uuid.UUID, document: dict) -> None:
        """What a pack has of a brush that is another one by now is a state of it to return to."""
        if not Checkpoint.objects.filter(brush=brush, document=document, deleted_at=None).exists():
            body = {"brush": str(brush), "label": "From a pack", "why": Checkpoint.Why.ELSEWHERE, "document": document}
            self.points.append((one, Wish(uuid.uuid4(), body | {"made_at": in_ms(self.reading.now)})))

    def do(self) -> None:
        """Do what was noted."""
        reading = self.reading
        placed = reading.do_each("brush", "putBrushBack", [(one, Wish(wish.thing, {})) for one, wish in self.back])
        back = {one.id for one in placed}
        reading.do("placeBrush", *(wish for one, wish in self.back if one.id in back))
        kept = reading.do_each("brush", "keepBrush", self.keep)
        wishes = {one.id: wish for one, wish in [*self.back, *self.keep]}
        for one in [*placed, *kept]:
            wish = wishes[one.id]
            reading.here["brushes"][one.id] = wish.thing
            renamed = wish.body.get("name", one.name) != one.name
            reading.note("brush", one, *(("renamed", f"It is called {wish.body['name']}.") if renamed else ("in",)))
        marks = [(wishes[one.id].thing, one) for one in kept if one.favourite or one.cover]
        reading.do("markBrush", *(Wish(pk, {"favourite": one.favourite, "cover": one.cover}) for pk, one in marks))
        reading.do_each("checkpoint", "keepCheckpoint", self.points)
        painted = Brush.objects.filter(pk__in=[wishes[one.id].thing for one in kept]).only("pk")
        for brush in painted:
            brush.picture = self.previews.get(brush.pk, b"")
        Brush.objects.bulk_update(painted, ["picture"], batch_size=50)


CHANGED = "As it is in the pack it is a checkpoint of yours."
AT_A_TIME = 100


def read_brushes(reading: Reading) -> None:
    """Take in the brushes that are wanted; all of them where nothing is said."""
    entries = [one for one in reading.pack.manifest.brushes if reading.wanted is None or str(one.id) in reading.wanted]
    own = reading.own_ids("brushes", [one.id for one in entries])
    for first in range(0, len(entries), AT_A_TIME):
        part = list(zip(entries, own, strict=True))[first : first + AT_A_TIME]
        existing, brushes = reading.existing("brushes", [pk for _, pk in part]), _Brushes(reading)
        for one, pk in zip(reading.each(one for one, _ in part), (pk for _, pk in part), strict=True):
            with reading.attempt("brush", one):
                brushes.plan(one, pk, existing.get(pk))
        brushes.do()


# Checkpoints


def _packed_checkpoints(writing: Writing) -> QuerySet[Checkpoint]:
    kept = Checkpoint.objects.filter(brush__in=packed_brushes(writing).values("pk"), deleted_at=None)
    return kept if writing.history else kept.none()


def choose_checkpoints(writing: Writing) -> None:
    """Note the sources of the checkpoints that go out."""
    needs_of(writing, _packed_checkpoints(writing).values_list("document", flat=True).iterator(200))


def write_checkpoints(writing: Writing) -> None:
    """Write the checkpoints of the brushes that go out."""
    for one in writing.in_order(_packed_checkpoints(writing), "brush", "made_at"):
        key = writing.id(one.pk)
        document, pictures = packed_document(writing, one.document)
        path = f"checkpoints/{key}.json"
        entry = {"id": key, "brush": writing.id(one.brush_id), "label": one.label, "why": one.why, "document": path}
        writing.put("checkpoints", entry | {"made_at": in_ms(one.made_at)}, {path: document}, pictures)


def read_checkpoints(reading: Reading) -> None:
    """Take in the checkpoints of brushes that came in or are there."""
    entries = [one for one in reading.pack.manifest.checkpoints if one.brush in reading.here["brushes"]]
    own = reading.own_ids("checkpoints", [one.id for one in entries])
    existing = reading.existing("checkpoints", own)
    keep, back = [], []
    for one, pk in zip(reading.each(entries), own, strict=True):
        there = existing.get(pk)
        with reading.attempt("checkpoint", one):
            if there:
                back += [(one, Wish(pk, {}))] if there.deleted_at else []
                continue
            why = one.why if one.why in Checkpoint.Why.values else Checkpoint.Why.HAND
            body = {"brush": str(reading.here["brushes"][one.brush]), "label": one.label, "why": why}
            document, _ = document_here(reading, one.document)
            keep.append((one, Wish(pk, body | {"document": document, "made_at": one.made_at})))
        if len(keep) >= AT_A_TIME:
            reading.do_each("checkpoint", "keepCheckpoint", keep)
            keep = []
    reading.do_each("checkpoint", "keepCheckpoint", keep)
    reading.do_each("checkpoint", "putCheckpointBack", back)
