"""Packs on their way into an account, as `acts.packing.Reading` tells it."""

import uuid
from collections import defaultdict
from collections.abc import Callable, Iterable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import TypeVar

from acts.actions.do_act import first_sentence
from acts.actions.perform import Wish, perform_all
from acts.models import Purged
from acts.registry import KINDS
from django.db import transaction
from django.utils import timezone
from hollowmist.errors import said_of
from hollowmist.refusal import Gone, Stale
from hollowmist_core.formats.pack import Pack
from rest_framework.exceptions import ValidationError
from sources.actions.bring_picture import media_type_of
from sources.actions.pictures import keep_brought
from tasks.registry import Tell

from ..models import Brought

Entry = TypeVar("Entry")

MOST_SHOWN = 400
"""Documents of so many brushes are told where a pack is looked into."""


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
    """What packs came to, or would come to."""

    maker: dict = field(default_factory=dict)
    lines: list[Line] = field(default_factory=list)
    documents: dict[str, dict] = field(default_factory=dict)
    """Brush id -> its document, where it was only looked: for the first that can be read."""

    spare: int = 0
    """Files of the archives that the packs do not name; they were not opened."""


def _why(error: Exception) -> str:
    """Why something could not come in; raises what is a fault of ours."""
    if isinstance(error, Stale):
        return "It is another one here by now, and stays."
    if isinstance(error, Gone):
        return "What it lies in was deleted here. Put that back first."
    if isinstance(error, ValidationError):
        return first_sentence(error.detail)
    if (said := said_of(error)) is None and not isinstance(error, ValueError):
        raise error
    return said or str(error)


class Reading:
    """A reading of packs, one after the other; `acts.packing.Reading` tells what apps ask of it."""

    def __init__(self, account, copies: bool, wanted: set[str] | None, into: uuid.UUID | None, tell: Tell, looks: bool):
        self.account, self.copies, self.wanted, self.into = account, copies, wanted, into
        self.report, self.now = Report(), timezone.now()
        self.here: dict[str, dict[uuid.UUID, uuid.UUID]] = defaultdict(dict)
        self.passed: dict[str, list] = {}
        self.alike: dict[str, str] = {}
        self.stays: set[uuid.UUID] = set()
        self.beside: set[uuid.UUID] = set()
        self.kept: dict[str, None] = {}
        self._tell, self._looks = tell, looks
        self._met, self._lines = 0, list[tuple[int, Line]]()
        self._ids: dict[tuple[str, uuid.UUID], uuid.UUID] = {}
        self._brought: dict[uuid.UUID, uuid.UUID] = {}

    def begin(self, pack: Pack, number: int, of: int) -> None:
        """Go on with a pack, so many of which are read."""
        self.pack, manifest = pack, pack.manifest
        self._before, self._of, self._done = number, of, 0
        names = ("rolls", "brushes", "sources", "checkpoints", "lanes", "recipes", "looks", "sheets")
        self._all = sum(len(getattr(manifest, name)) for name in names)
        self._order: dict[int, int] = {}
        maker = manifest.maker.model_dump(mode="json")
        self.report.maker = maker
        self.report.spare += len(pack.spare)
        # What one wrote oneself is no stranger's.
        stranger = any(maker.get(key) for key in ("name", "note", "licence")) and maker != (self.account.maker or {})
        self.maker = maker if stranger else None

    # Ids

    def own_ids(self, table: str, wanted: Iterable[uuid.UUID]) -> list[uuid.UUID]:
        """The ids that things have here."""
        wanted = list(wanted)
        new = [one for one in wanted if (table, one) not in self._ids]
        if new:
            rows = KINDS[table].of(self.account)
            brought = dict(
                Brought.objects.filter(account=self.account, outside__in=new).values_list("outside", "thing")
            )
            known = {pk: pk for pk in rows.filter(pk__in=new).values_list("pk", flat=True)}
            gone = Purged.objects.filter(account=self.account, table=table, thing__in=brought.values())
            gone = set(gone.values_list("thing", flat=True))
            # Where a thing of the pack came in beside one's own once, it is that, unless it was let go of for good.
            known |= {outside: thing for outside, thing in brought.items() if thing not in gone}
            for one in new:
                self._ids[table, one] = known.get(one) or self.another_id(table, one)
        return [self._ids[table, one] for one in wanted]

    def another_id(self, table: str, wanted: uuid.UUID) -> uuid.UUID:
        """A new id for a thing."""
        self._ids[table, wanted] = self._brought[wanted] = drawn = uuid.uuid4()
        return drawn

    def note_ids(self) -> None:
        """Remember which ids were drawn, for the next reading."""
        rows = [Brought(account=self.account, outside=one, thing=here) for one, here in self._brought.items()]
        outside = list(self._brought)
        for first in range(0, len(outside), 1000):
            Brought.objects.filter(account=self.account, outside__in=outside[first : first + 1000]).delete()
        Brought.objects.bulk_create(rows, batch_size=500)

    def existing(self, table: str, ids: Iterable[uuid.UUID]) -> dict[uuid.UUID, object]:
        """The account's rows of these ids."""
        kind = KINDS[table]
        rows = kind.of(self.account)
        return (rows.select_related(kind.parent) if kind.parent else rows).in_bulk(list(ids))

    # What comes in

    def picture(self, digest: str, check: Callable | None = None) -> str:
        """Have a picture of the pack."""
        if digest not in self.kept:
            data = self.pack.picture(digest)
            picture = keep_brought(self.account, data, media_type_of(data))
            (check or (lambda _: None))(picture)
            self.kept[digest] = None
        return digest

    def do(self, act: str, *wishes: Wish) -> None:
        """Perform acts of one kind."""
        if wishes:
            perform_all(self.account, act, wishes)

    def do_each(self, what: str, act: str, pairs: Sequence[tuple[Entry, Wish]]) -> list[Entry]:
        """Perform an act for each entry, together where nothing is wrong with any."""
        try:
            with transaction.atomic():
                self.do(act, *(wish for _, wish in pairs))
                return [entry for entry, _ in pairs]
        except Exception as error:
            _why(error)
        done = []
        for entry, wish in pairs:
            with self.attempt(what, entry):
                self.do(act, wish)
                done.append(entry)
        return done

    @contextmanager
    def attempt(self, what: str, entry) -> Iterator[None]:
        """What is done in it is undone where it fails, and told."""
        before = len(self.kept)
        try:
            with transaction.atomic():
                yield
        except Exception as error:
            # A picture that came with what failed went with it again.
            for digest in list(self.kept)[before:]:
                del self.kept[digest]
            self.note(what, entry, "left", _why(error))

    # What is told

    def each(self, entries: Iterable[Entry]) -> Iterator[Entry]:
        """Entries, with how far the reading is told before each."""
        for one in entries:
            self._tell((self._before + self._done / max(1, self._all)) / self._of)
            self._done += 1
            self._order[id(one)] = self._met = self._met + 1
            yield one

    def shown(self, entry, document: dict) -> None:
        """Have a brush's document shown, where this is only a look."""
        if self._looks and len(self.report.documents) < MOST_SHOWN:
            self.report.documents[str(entry.id)] = document

    def note(self, what: str, entry, outcome: str, detail: str = "") -> None:
        """Note what became of an entry."""
        name = getattr(entry, "name", "") or getattr(entry, "label", "") or getattr(entry, "why", "")
        line = Line(what, str(entry.id or ""), name or "Loose strokes", outcome, detail)
        self._lines.append((self._order.get(id(entry), self._met), line))

    def end(self) -> Report:
        """What all of them came to, in their order."""
        self.report.lines = [line for _, line in sorted(self._lines, key=lambda one: one[0])]
        return self.report
