"""Sheets in packs, their strokes as InkML, and the looks that these are inked with."""

import uuid

from acts.actions.perform import Wish
from acts.packing import Reading, Writing
from django.db.models import QuerySet
from hollowmist_core.documents.sheet import read_sheet
from hollowmist_core.formats.pack import PackError, SheetEntry, as_json
from proofs.packing import keep_traces, packed_strokes, portions, traces
from rolls.packing import AT_A_TIME, document_here, needs_of, packed_document
from sources.actions.pictures import pixels_of

from .models import Look, Sheet, SheetStroke

BESIDE = ("look", "layer", "size", "ink", "opacity")

# Looks


def _packed_looks(writing: Writing) -> QuerySet[Look]:
    return Look.objects.filter(account=writing.account, pk__in=writing.chosen["looks"])


def choose_looks(writing: Writing) -> None:
    """Note the brushes that looks were taken from, and the sources that they have."""
    for brush, document in _packed_looks(writing).values_list("brush", "document").iterator(200):
        writing.chosen["brushes"] |= {brush} - {None}
        needs_of(writing, [document])


def write_looks(writing: Writing) -> None:
    """Write the looks that strokes of sheets have which go out."""
    for one in writing.in_order(_packed_looks(writing), "name"):
        key = writing.id(one.pk)
        document, pictures = packed_document(writing, one.document)
        path = f"looks/{key}.json"
        entry = {"id": key, "brush": writing.id(one.brush), "name": one.name, "document": path}
        writing.put("looks", entry, {path: document}, pictures)


def read_looks(reading: Reading) -> None:
    """Take in the looks. One that is not sound is left, and so are its strokes."""
    entries = reading.pack.manifest.looks if reading.wanted is None and not reading.into else []
    own = reading.own_ids("looks", [one.id for one in entries])
    for first in range(0, len(entries), AT_A_TIME):
        part = list(zip(entries, own, strict=True))[first : first + AT_A_TIME]
        there, new = reading.existing("looks", [pk for _, pk in part]), []
        for one, pk in zip(reading.each(one for one, _ in part), (pk for _, pk in part), strict=True):
            if pk in there:
                reading.here["looks"][one.id] = pk
                continue
            with reading.attempt("look", one):
                brush = one.brush and str(*reading.own_ids("brushes", [one.brush]))
                document, _ = document_here(reading, one.document)
                new.append((one, Wish(pk, {"brush": brush, "name": one.name, "document": document})))
        wishes = {one.id: wish.thing for one, wish in new}
        for one in reading.do_each("look", "keepLook", new):
            reading.here["looks"][one.id] = wishes[one.id]


# Sheets


def _packed_sheets(writing: Writing) -> QuerySet[Sheet]:
    sheets = Sheet.objects.filter(account=writing.account, deleted_at=None)
    return sheets if writing.everything else sheets.filter(pk__in=writing.chosen["sheets"])


def choose_sheets(writing: Writing) -> None:
    """Note the looks of the strokes that go out."""
    strokes = SheetStroke.objects.filter(sheet__in=_packed_sheets(writing).values("pk"), deleted_at=None)
    writing.chosen["looks"] |= set(strokes.order_by().values_list("look", flat=True).distinct())


def write_sheets(writing: Writing) -> None:
    """Write the sheets that are chosen, with their strokes."""
    for sheet in writing.in_order(_packed_sheets(writing), "name"):
        key = str(writing.id(sheet.pk))
        path = f"sheets/{key}.json"
        row = {"id": key, "name": sheet.name, "note": sheet.note, "used_at": sheet.used_at, "document": path}
        document = as_json(read_sheet(sheet.document))
        pictures = [under["picture"] for under in sheet.document["underlays"]]
        there = writing.in_order(sheet.strokes.filter(deleted_at=None), "drawn_at")
        for number, part in enumerate(portions(there), 1):
            file = f"sheets/{key}{'' if number == 1 else f'-{number}'}.inkml"
            entry, files = packed_strokes(writing, part, file, sheet.name, BESIDE)
            writing.put("sheets", row | entry, {path: document, **files}, pictures)


def read_sheets(reading: Reading) -> None:
    """Take in the sheets, where all of a pack is read; each entry whole or not at all."""
    entries = reading.pack.manifest.sheets if reading.wanted is None and not reading.into else []
    reading.own_ids("sheets", [one.id for one in entries])
    for one in reading.each(entries):
        with reading.attempt("sheet", one):
            _read_sheet(reading, one)


def _read_sheet(reading: Reading, one: SheetEntry) -> None:
    if one.id in reading.stays:
        return None
    further = one.id in reading.here["sheets"]
    (pk,) = reading.own_ids("sheets", [one.id])
    if not further:
        # Where its first strokes cannot come in, no others do.
        reading.stays.add(one.id)
        document = read_sheet(reading.pack.json(one.document))
        there = reading.existing("sheets", [pk]).get(pk)
        same = there and there.document == document
        if there and there.deleted_at is None and (same or not reading.copies):
            return reading.note("sheet", one, "there" if same else "changed", "" if same else CHANGED)
        for under in document["underlays"]:
            reading.picture(under["picture"], pixels_of)
        if there and there.deleted_at and same:
            reading.do("putSheetBack", Wish(pk, {}))
        else:
            # What is there, or was deleted and can still be put back, stays as it is.
            pk = reading.another_id("sheets", one.id) if there else pk
            body = {"name": one.name, "note": one.note, "document": document, "used_at": one.used_at}
            reading.do("keepSheet", Wish(pk, body))
            if there:
                reading.beside.add(one.id)
    if one.id in reading.beside:
        for row in one.strokes:
            reading.another_id("sheetStrokes", row.id)
    keep_traces(reading, "sheetStrokes", "keepSheetStroke", "putSheetStrokesBack", _bodies(reading, one, pk))
    reading.here["sheets"][one.id] = pk
    reading.stays.discard(one.id)
    return None if further else reading.note("sheet", one, "in")


CHANGED = "It stays as it is; have copies brought in to see both."


def _bodies(reading: Reading, one: SheetEntry, sheet: uuid.UUID):
    for row, body in traces(reading, one):
        look = reading.here["looks"].get(row.look)
        if look is None:
            raise PackError("A brush that it was drawn with is not in the pack, or is not sound.")
        yield row, body | {"sheet": str(sheet), "look": str(look), "ink": row.ink, "opacity": row.opacity}
