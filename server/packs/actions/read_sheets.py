"""The sheets of a pack, on their way into an account, with the looks of their strokes."""

import uuid

from hollowmist_core.document import pictures_of
from hollowmist_core.formats import inkml
from hollowmist_core.formats.pack import LookEntry, PackError, SheetEntry
from hollowmist_core.proofs import read_samples
from hollowmist_core.sheets.document import read_sheet
from sheets.models import Look, Sheet, SheetStroke
from sources.actions.pictures import pixels_of

MOST_UNDERLAY = 64 * 2**20


def read_looks(reading, faults: tuple) -> dict[uuid.UUID, uuid.UUID]:
    """Take in the looks; returns which id each has here. One that is not sound is left, and so are its strokes."""
    entries = reading.pack.manifest.looks
    own = reading.own_ids(Look, [one.id for one in entries])
    there = set(Look.objects.filter(pk__in=own).values_list("pk", flat=True))
    made, ids = [], {}
    for one, pk in zip(entries, own, strict=True):
        ids[one.id] = pk
        if pk in there:
            continue
        try:
            made.append(_look(reading, one, pk))
        except faults as error:
            reading.report.add("look", one, "left", str(error))
            del ids[one.id]
    reading.save(Look, made)
    through = Look.pictures.through
    through.objects.bulk_create(
        [
            through(look_id=one.pk, picture_id=digest)
            for one in made
            for digest in sorted({digest for _, digest in pictures_of(one.document)})
        ],
        batch_size=500,
    )
    return ids


def _look(reading, one: LookEntry, pk: uuid.UUID) -> Look:
    document, _ = reading.document(one.document)
    brush = one.brush and reading.brush_ids.get(one.brush, one.brush)
    return Look(pk=pk, account=reading.account, brush=brush, name=one.name, document=document)


def read_sheet_entry(reading, one: SheetEntry, looks: dict) -> None:
    """Take in one sheet with its strokes, unless it is there."""
    pk = reading.own_id(Sheet, one.id)
    standing = Sheet.objects.filter(pk=pk).first()
    document = read_sheet(reading.pack.json(one.document))
    if standing and standing.deleted_at is None:
        reading.report.add("sheet", one, "there" if standing.document == document else "changed")
        return
    if standing and standing.document != document:
        # What was deleted can still be put back as it was.
        standing, pk = None, reading.another_id(Sheet, one.id)
        for told in one.strokes:
            reading.another_id(SheetStroke, told.id)
    for under in document["underlays"]:
        reading.keep(under["picture"], pixels_of)
    sheet = standing or Sheet(pk=pk, account=reading.account)
    sheet.name, sheet.note, sheet.document, sheet.deleted_at = one.name, one.note, document, None
    sheet.used_at = one.used_at
    rows = _strokes(reading, one, sheet, looks)
    reading.save(Sheet, [sheet])
    sheet.pictures.set({under["picture"] for under in document["underlays"]})
    there = SheetStroke.objects.filter(pk__in=[row.pk for row in rows], deleted_at=None)
    known = set(there.values_list("pk", flat=True))
    reading.save(SheetStroke, [row for row in rows if row.pk not in known])
    reading.report.add("sheet", one, "in")


def _strokes(reading, one: SheetEntry, sheet: Sheet, looks: dict) -> list[SheetStroke]:
    own = reading.own_ids(SheetStroke, [told.id for told in one.strokes])
    drawn = iter(inkml.read(reading.pack.read(one.file), as_written=True).strokes if one.file else [])
    rows = []
    for told, pk in zip(one.strokes, own, strict=True):
        stroke = None if told.dries else next(drawn, None)
        if stroke is None and not told.dries:
            raise PackError("Its strokes are not all in the pack.")
        if told.look not in looks:
            raise PackError("A brush that it was drawn with is not in the pack, or is not sound.")
        samples = stroke.samples.tobytes() if stroke else b""
        if stroke:
            read_samples(samples)
        row = SheetStroke(pk=pk, account=reading.account, sheet=sheet, look=looks[told.look], samples=samples)
        row.kind, row.erase, row.seed = (stroke.kind, stroke.erase, stroke.seed) if stroke else (0, False, 1)
        row.layer, row.size, row.ink, row.opacity = told.layer, told.size, told.ink, told.opacity
        row.dries, row.drawn_at = told.dries, told.drawn_at
        rows.append(row)
    return rows
