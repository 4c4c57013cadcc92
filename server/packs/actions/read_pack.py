"""Read a pack into an account: all of it in one transaction, and nothing twice."""

import uuid
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from typing import TypeVar

from accounts.numbers import count_on
from django.db import transaction
from django.utils import timezone
from fractional_indexing import generate_n_keys_between
from hollowmist.moments import from_ms
from hollowmist.naming import copy_name
from hollowmist_core.document import BrushError, pictures_of, read, read_as_far
from hollowmist_core.formats import inkml
from hollowmist_core.formats.pack import BrushEntry, CheckpointEntry, LaneEntry, Pack, PackError, SourceEntry
from hollowmist_core.formats.picture import PictureError
from hollowmist_core.prepare.recipe import RecipeError, read_steps
from hollowmist_core.prepare.recipe import read as read_recipe
from hollowmist_core.proofs import read_samples
from proofs.models import Lane, ProofStroke
from rolls.actions.keep_brush import source_uses, uses_of
from rolls.actions.places import places_after
from rolls.models import Brush, Checkpoint, PictureUse, Roll, Tint
from sources.actions.bring_picture import media_type_of
from sources.actions.pictures import ink_of, keep_picture, pixels_of, touch
from sources.models import KeptRecipe, Source

from ..models import Brought
from ..progress import Tell, untold
from .read_sheets import read_looks, read_sheet_entry

MOST_PREVIEW = 2**18
Entry = TypeVar("Entry")

FAULTS = (PackError, BrushError, RecipeError, PictureError, inkml.InkMLError, ValueError)


@dataclass
class Line:
    """What became of one thing of the pack.

    Attributes
    ----------
    what : {"roll", "brush", "source", "lane", "checkpoint", "recipe", "look", "sheet"}
    outcome : {"in", "renamed", "there", "changed", "left"}
        "there": it is there already, as it is in the pack; "changed": it is there, and is another one by now.
    detail : str
        Why it was left, or what it is called now.
    """

    what: str
    id: str
    name: str
    outcome: str
    detail: str = ""


@dataclass
class Report:
    """What a pack came to, or would come to."""

    maker: dict
    lines: list[Line] = field(default_factory=list)
    documents: dict[str, dict] = field(default_factory=dict)
    """Brush id -> its document, for those that can be read."""

    spare: int = 0
    """Files of the archive that the pack does not name; they were not opened."""

    def add(self, what: str, one, outcome: str, detail: str = "", name: str | None = None) -> None:
        """Note what became of an entry."""
        self.lines.append(Line(what, str(one.id), one.name if name is None else name, outcome, detail))


class _Reading:
    """A pack on its way into an account."""

    def __init__(self, account, pack: Pack, copies: bool, tell: Tell):
        self.account, self.pack, self.copies = account, pack, copies
        self.tell, self.done = tell, 0
        told = pack.manifest
        self.all = sum(map(len, (told.sources, told.brushes, told.checkpoints, told.lanes, told.sheets)))
        told = pack.manifest.maker.model_dump(mode="json")
        self.report = Report(told, spare=len(pack.spare))
        # What one wrote oneself is no stranger's.
        stranger = any(told.get(key) for key in ("name", "note", "licence")) and told != (account.maker or {})
        self.maker = told if stranger else None
        self.ids: dict[tuple[type, uuid.UUID], uuid.UUID] = {}
        self.brought: dict[uuid.UUID, uuid.UUID] = {}
        self.kept: set[str] = set()
        self.now = timezone.now()

    def own_ids(self, model: type, wanted: list[uuid.UUID]) -> list[uuid.UUID]:
        """The ids that things have here: their own where they are the account's already, else new ones."""
        new = [one for one in wanted if (model, one) not in self.ids]
        brought = Brought.objects.filter(account=self.account, outside__in=new)
        known = {pk: pk for pk in model.objects.filter(account=self.account, pk__in=new).values_list("pk", flat=True)}
        # Where a thing of the pack came in beside one's own once, it is that.
        known |= dict(brought.values_list("outside", "thing"))
        for one in new:
            self.ids[model, one] = known.get(one) or self.another_id(model, one)
        return [self.ids[model, one] for one in wanted]

    def another_id(self, model: type, wanted: uuid.UUID) -> uuid.UUID:
        """A new id for a thing: what has its own here is another one by now, and stays."""
        self.ids[model, wanted] = drawn = uuid.uuid4()
        self.brought[wanted] = drawn
        return drawn

    def note_ids(self) -> None:
        """Remember which ids were drawn, for the next reading."""
        rows = [Brought(account=self.account, outside=one, thing=here) for one, here in self.brought.items()]
        Brought.objects.filter(account=self.account, outside__in=list(self.brought)).delete()
        Brought.objects.bulk_create(rows, batch_size=500)

    def own_id(self, model: type, wanted: uuid.UUID) -> uuid.UUID:
        """The id that one thing has here."""
        return self.own_ids(model, [wanted])[0]

    def each(self, entries: Iterable[Entry]) -> Iterator[Entry]:
        """Entries, with a word of each before it is read."""
        for one in entries:
            self.tell(self.done, self.all)
            self.done += 1
            yield one

    def keep(self, digest: str, check=None) -> str:
        """Have a picture of the pack; one that is to be inked with is looked at first."""
        if digest not in self.kept:
            data = self.pack.picture(digest)
            picture = keep_picture(self.account, data, media_type_of(data))
            (check or (lambda _: None))(picture)
            self.kept.add(digest)
        return digest

    # Sources

    def sources(self) -> None:
        """Take in the sources; those that ship here too are those."""
        self.source_ids: dict[str, str] = {}
        self.inked_here: dict[str, str] = {}
        shipped = list(Source.objects.filter(account=None))
        by_picture = {one.picture_id: one for one in shipped}
        by_name = {(one.name, one.makes): one for one in shipped}
        for one in self.each(self.pack.manifest.sources):
            alike = by_name.get((one.name, one.makes))
            if alike and alike.recipe != one.recipe:
                alike = None
            # Another machine may ink the same recipe a grey level apart: it is the same source.
            here = one.shipped and (by_picture.get(one.picture) or alike)
            if here:
                self.source_ids[str(one.id)] = str(here.pk)
                self.inked_here[one.picture] = here.picture_id
                continue
            try:
                with transaction.atomic():
                    self.source(one)
            except FAULTS as error:
                self.report.add("source", one, "left", str(error))

    def source(self, one: SourceEntry) -> None:
        """Take in one source."""
        recipe = read_recipe(one.recipe)
        own = self.own_id(Source, one.id)
        picture = self.keep(one.picture, ink_of)
        standing = Source.objects.filter(pk=own).first()
        if standing and standing.deleted_at and (standing.name, standing.recipe) != (one.name, recipe):
            own, standing = self.another_id(Source, one.id), None
        self.source_ids[str(one.id)] = str(own)
        if standing and standing.deleted_at is None:
            same = (standing.name, standing.makes, standing.recipe) == (one.name, one.makes, recipe)
            return self.report.add("source", one, "there" if same else "changed")
        original = one.original and self.keep(one.original)
        working = one.working and self.keep(one.working, pixels_of)
        if recipe["start"]["kind"] == "picture" and not working:
            # Without what it began with it stays as it is: its picture is the beginning.
            recipe, working = {**recipe, "steps": []}, self.keep(one.picture, ink_of)
        source = standing or Source(pk=own, account=self.account, revision=0)
        source.name, source.note, source.makes, source.recipe = one.name, one.note, one.makes, recipe
        source.picture_id, source.original_id, source.working_id = picture, original, working
        source.deleted_at, source.kept_at, source.revision = None, self.now, source.revision + 1
        count_on(self.account, [source])
        source.save()
        self.report.add("source", one, "in")

    # Rolls and brushes

    def rolls(self, into: Roll | None) -> None:
        """Take in the rolls, after those that there are; or have one stand for all of them."""
        if into:
            self.roll_ids = {one.id: into.pk for one in self.pack.manifest.rolls}
            return
        told = [one.id for one in self.pack.manifest.rolls]
        own = dict(zip(told, self.own_ids(Roll, told), strict=True))
        standing = {one.pk: one for one in Roll.objects.filter(pk__in=own.values())}
        places = places_after(self.account.rolls, len(own))
        changed = []
        for one, place in zip(self.pack.manifest.rolls, places, strict=True):
            roll = standing.get(own[one.id])
            if roll and roll.deleted_at is None:
                self.report.add("roll", one, "there")
                continue
            roll = roll or Roll(pk=own[one.id], account=self.account, place=place)
            roll.name, roll.note, roll.deleted_at = one.name, one.note, None
            roll.tint = one.tint if one.tint in Tint.values else ""
            changed.append(roll)
            self.report.add("roll", one, "in")
        self.save(Roll, changed)
        self.roll_ids = own
        # A roll that comes back brings what the pack has in it, and not what was deleted with it.
        gone = list(Brush.objects.filter(roll__in=changed, deleted_at=None))
        for brush in gone:
            brush.deleted_at = self.now
        count_on(self.account, gone)
        Brush.objects.bulk_update(gone, ["deleted_at", "number"], batch_size=200)

    def save(self, model: type, rows: list) -> None:
        """Save new rows and changed ones, however many, with the account's next numbers."""
        count_on(self.account, rows)
        there = set(model.objects.filter(pk__in=[row.pk for row in rows]).values_list("pk", flat=True))
        model.objects.bulk_create([row for row in rows if row.pk not in there], batch_size=200)
        for row in rows:
            if row.pk in there:
                # One that was taken away is there too: made here by its id, it would be taken for a new one.
                row.save(force_update=True)

    def document(self, path: str) -> tuple[dict, dict]:
        """A brush document of the pack with ids as they are here, and what of it is not understood."""
        whole, beyond = read_as_far(self.pack.json(path))
        for use in source_uses(whole):
            use["picture"] = self.inked_here.get(use["picture"], use["picture"])
            if use["picture"] not in self.inked_here.values():
                self.keep(use["picture"], ink_of)
            use["source"] = self.source_ids.get(str(use["source"]))
        for layer in whole["layers"]:
            if layer["brush"]:
                layer["brush"] = str(self.own_id(Brush, uuid.UUID(str(layer["brush"]))))
        return read(whole), beyond

    def brushes(self, wanted: set[str] | None) -> None:
        """Take in the brushes that are wanted; all of them where nothing is said."""
        entries = [one for one in self.pack.manifest.brushes if wanted is None or str(one.id) in wanted]
        own = self.own_ids(Brush, [one.id for one in entries])
        standing = {one.pk: one for one in Brush.objects.filter(pk__in=own).select_related("roll")}
        present = Brush.objects.present().filter(roll__in=self.roll_ids.values())
        self.names: dict[uuid.UUID, set[str]] = {}
        last: dict[uuid.UUID, str] = {}
        for roll, name, place in present.order_by("place").values_list("roll", "name", "place"):
            self.names.setdefault(roll, set()).add(name)
            last[roll] = place
        self.brush_ids: dict[uuid.UUID, uuid.UUID] = {}
        self.points: list[Checkpoint] = []
        changed: list[Brush] = []
        for one, pk in zip(self.each(entries), own, strict=True):
            try:
                with transaction.atomic():
                    brush = self.brush(one, standing.get(pk), pk)
            except FAULTS as error:
                self.report.add("brush", one, "left", str(error))
                continue
            if brush:
                changed.append(brush)
        self.place(changed, last)
        self.save(Brush, changed)
        PictureUse.objects.filter(brush__in=changed).delete()
        known = set(self.source_ids.values())
        PictureUse.objects.bulk_create([use for brush in changed for use in uses_of(brush, known)], batch_size=500)

    def brush(self, one: BrushEntry, standing: Brush | None, pk: uuid.UUID) -> Brush | None:
        """A brush as it is to be saved; none where it is there already."""
        if pk in self.brush_ids.values():
            raise PackError("Another brush of this pack has the same id; the first of them came in.")
        roll = self.roll_ids.get(one.roll)
        if roll is None:
            raise PackError("The roll that it lies in is not in the pack.")
        document, beyond = self.document(one.document)
        self.report.documents[str(one.id)] = document
        told = (one.name, one.note, document)
        self.brush_ids[one.id] = pk
        if standing and standing.deleted_at is None and standing.roll.deleted_at is None:
            same = told == (standing.name, standing.note, standing.document)
            if same:
                return self.report.add("brush", one, "there")
            if not self.copies:
                self.points.append(self.point(pk, document))
                return self.report.add("brush", one, "changed", "As it is in the pack it is a checkpoint of yours.")
            standing, pk = None, uuid.uuid4()
            self.brush_ids[one.id] = pk
        elif standing and standing.document != document:
            # What was deleted can still be put back as it was.
            standing, pk = None, self.another_id(Brush, one.id)
            self.brush_ids[one.id] = pk
        taken = self.names.setdefault(roll, set())
        name = copy_name(one.name, taken) if one.name in taken else one.name
        taken.add(name)
        outcome = ("in", "") if name == one.name else ("renamed", f"It is called {name}.")
        self.report.add("brush", one, *outcome)
        brush = standing or Brush(pk=pk, account=self.account, revision=0)
        brush.roll_id, brush.name, brush.note, brush.document, brush.beyond = roll, name, one.note, document, beyond
        brush.favourite = one.favourite
        brush.cover_id = one.cover and self.keep(one.cover, pixels_of)
        brush.maker = one.maker.model_dump(mode="json") if one.maker else self.maker
        if brush.maker and brush.maker.get("mark"):
            self.keep(brush.maker["mark"], pixels_of)
        brush.picture = self.pack.read(one.preview, MOST_PREVIEW) if one.preview else b""
        brush.tip_print = b""
        brush.deleted_at, brush.kept_at, brush.revision = None, self.now, brush.revision + 1
        return brush

    def point(self, brush: uuid.UUID, document: dict) -> Checkpoint:
        """The state that a pack has of a brush which is another one by now."""
        told = {"label": "From a pack", "why": Checkpoint.Why.ELSEWHERE, "document": document, "made_at": self.now}
        return Checkpoint(pk=uuid.uuid4(), account=self.account, brush_id=brush, **told)

    def place(self, brushes: list[Brush], last: dict) -> None:
        """Give brushes pockets after those that their rolls have, in their order."""
        by_roll: dict[uuid.UUID, list[Brush]] = {}
        for brush in brushes:
            by_roll.setdefault(brush.roll_id, []).append(brush)
        for roll, mine in by_roll.items():
            places = generate_n_keys_between(last.get(roll), None, len(mine))
            for brush, place in zip(mine, places, strict=True):
                brush.place = place

    # What lies beside them

    def checkpoints(self) -> None:
        """Take in the checkpoints of brushes that came in or are there."""
        entries = [one for one in self.pack.manifest.checkpoints if one.brush in self.brush_ids]
        own = self.own_ids(Checkpoint, [one.id for one in entries])
        standing = {one.pk: one for one in Checkpoint.objects.filter(pk__in=own)}
        there = Checkpoint.objects.filter(brush__in={one.brush_id for one in self.points}, deleted_at=None)
        known = [(one.brush_id, one.document) for one in there]
        made = [one for one in self.points if (one.brush_id, one.document) not in known]
        for one, pk in zip(self.each(entries), own, strict=True):
            try:
                row = self.checkpoint(one, standing.get(pk), pk)
            except FAULTS as error:
                self.report.add("checkpoint", one, "left", str(error), name=one.label or one.why)
                continue
            if row:
                made.append(row)
        self.save(Checkpoint, made)
        through = Checkpoint.pictures.through
        links = [
            through(checkpoint_id=one.pk, picture_id=digest)
            for one in made
            for digest in sorted({digest for _, digest in pictures_of(one.document)})
        ]
        through.objects.filter(checkpoint__in=made).delete()
        through.objects.bulk_create(links, batch_size=500)

    def checkpoint(self, one: CheckpointEntry, standing: Checkpoint | None, pk: uuid.UUID) -> Checkpoint | None:
        """A checkpoint as it is to be saved; none where it is there already."""
        if standing and standing.deleted_at is None:
            return None
        document, _ = self.document(one.document)
        why = one.why if one.why in Checkpoint.Why.values else Checkpoint.Why.HAND
        made_at = from_ms(one.made_at)
        row = standing or Checkpoint(pk=pk, account=self.account)
        row.brush_id, row.label, row.why = self.brush_ids[one.brush], one.label, why
        row.document, row.made_at, row.deleted_at = document, made_at, None
        return row

    def lanes(self) -> None:
        """Take in the lanes, after those that there are, and loose strokes."""
        position = Lane.objects.filter(account=self.account, deleted_at=None).count()
        for one in self.each(self.pack.manifest.lanes):
            try:
                with transaction.atomic():
                    position += self.lane(one, position)
            except FAULTS as error:
                self.report.lines.append(
                    Line("lane", str(one.id or ""), one.name or "Loose strokes", "left", str(error))
                )

    def lane(self, one: LaneEntry, position: int) -> int:
        """Take in one lane; returns how many lanes there are more."""
        lane = None
        if one.id:
            lane = Lane.objects.filter(pk=self.own_id(Lane, one.id)).first()
            if lane and lane.deleted_at is None:
                self.report.add("lane", one, "there")
                return 0
            lane = lane or Lane(pk=self.own_id(Lane, one.id), account=self.account)
            lane.name, lane.set_name, lane.hidden = one.name or "Strokes", one.set, one.hidden
            lane.position, lane.deleted_at = position, None
        self.own_ids(ProofStroke, [told.id for told in one.strokes])
        drawn = iter(inkml.read(self.pack.read(one.file), as_written=True).strokes if one.file else [])
        rows = []
        for told in one.strokes:
            stroke = None if told.dries else next(drawn, None)
            if stroke is None and not told.dries:
                raise PackError("Its strokes are not all in the pack.")
            samples = stroke.samples.tobytes() if stroke else b""
            if stroke:
                read_samples(samples)
            row = ProofStroke(pk=self.own_id(ProofStroke, told.id), account=self.account, lane=lane)
            row.kind, row.erase, row.seed = (stroke.kind, stroke.erase, stroke.seed) if stroke else (0, False, 1)
            row.brush = told.brush and self.brush_ids.get(told.brush, told.brush)
            row.over, row.layer, row.size, row.dries = told.over, told.layer, told.size, told.dries
            row.samples, row.drawn_at = samples, told.drawn_at
            rows.append(row)
        if lane:
            self.save(Lane, [lane])
            self.report.add("lane", one, "in")
        there = ProofStroke.objects.filter(pk__in=[row.pk for row in rows], deleted_at=None)
        known = set(there.values_list("pk", flat=True))
        self.save(ProofStroke, [row for row in rows if row.pk not in known])
        return 1 if lane else 0

    def sheets(self) -> None:
        """Take in the sheets, each whole or not at all."""
        looks = read_looks(self, FAULTS)
        for one in self.each(self.pack.manifest.sheets):
            try:
                with transaction.atomic():
                    read_sheet_entry(self, one, looks)
            except FAULTS as error:
                self.report.add("sheet", one, "left", str(error))

    def recipes(self) -> None:
        """Take in the recipes that are not there."""
        rows = []
        for one in self.pack.manifest.recipes:
            pk = self.own_id(KeptRecipe, one.id)
            standing = KeptRecipe.objects.filter(pk=pk).first()
            if standing and standing.deleted_at is None:
                self.report.add("recipe", one, "there")
                continue
            try:
                row = standing or KeptRecipe(pk=pk, account=self.account)
                row.name, row.steps, row.deleted_at = one.name, read_steps(one.steps), None
            except FAULTS as error:
                self.report.add("recipe", one, "left", str(error))
                continue
            rows.append(row)
            self.report.add("recipe", one, "in")
        self.save(KeptRecipe, rows)


class _LookedOnly(Exception):
    """Ends a look: nothing of it stays."""


def read_pack(
    account,
    pack: Pack,
    wanted: Iterable[str] | None = None,
    copies: bool = False,
    look: bool = False,
    into: Roll | None = None,
    tell: Tell = untold,
) -> Report:
    """Read a pack into an account, in one transaction.

    Parameters
    ----------
    pack : Pack
    wanted : iterable of str, optional
        Ids of the brushes that are wanted; without it everything comes in, lanes and recipes too.
    copies : bool
        Whether brushes that are there and are others by now come in as copies; else they are left as they are.
    look : bool
        Only tell what would come of it: nothing stays.
    into : Roll, optional
        A roll that all brushes come into; neither rolls, lanes nor recipes do then.

    tell : callable, optional
        Called with how many things are done, of how many; whatever it raises ends the reading, with nothing left of it.

    Returns
    -------
    Report

    Raises
    ------
    hollowmist_core.formats.pack.PackError
        Nothing of it can be read.
    """
    reading = _Reading(account, pack, copies, tell)
    chosen = None if wanted is None else set(wanted)
    try:
        with transaction.atomic():
            reading.sources()
            reading.rolls(into)
            reading.brushes(chosen)
            reading.checkpoints()
            if chosen is None and into is None:
                reading.lanes()
                reading.recipes()
                reading.sheets()
            reading.note_ids()
            account.pictures.add(*reading.kept)
            touch(reading.kept)
            if look:
                raise _LookedOnly
    except _LookedOnly:
        pass
    return reading.report
