"""Write an account's work as packs, kind by kind: each app tells how its own go out (`acts.packing`)."""

import uuid
from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping
from typing import BinaryIO

from acts.registry import KINDS
from django.db.models import QuerySet
from hollowmist_core.formats import pack
from sources.models import Picture
from tasks.registry import Tell

from ..models import Brought

AT_A_TIME = 100
"""Rows that are held at a time."""


def _pictures(digests: Iterable[str]) -> dict[str, bytes]:
    rows = Picture.objects.filter(pk__in=digests).values_list("digest", "data")
    return {digest: bytes(data) for digest, data in rows}


class Writing:
    """Packs that are being written, as `acts.packing.Writing` tells it."""

    def __init__(self, account, out: pack.PacksFile, everything: bool, originals: bool, history: bool):
        self.account, self.everything, self.originals, self.history = account, everything, originals, history
        self.chosen: dict[str, set[uuid.UUID]] = defaultdict(set)
        self._out = out
        brought = dict(Brought.objects.filter(account=account).values_list("thing", "outside"))
        # What came in beside one's own has an id of its own, as that has.
        own = {
            pk
            for kind in KINDS.values()
            for pk in kind.of(account).filter(pk__in=brought.values()).values_list("pk", flat=True)
        }
        self._outside = {thing: outside for thing, outside in brought.items() if outside not in own}

    def id(self, thing: uuid.UUID | None) -> uuid.UUID | None:
        """The id that a thing has in packs."""
        return self._outside.get(thing, thing)

    def in_order(self, rows: QuerySet, *fields: str) -> Iterator:
        """Rows by some fields, and then by their ids in packs."""

        def key(row: tuple) -> list:
            return [self.id(value) if isinstance(value, uuid.UUID) else value for value in row]

        keys = [row[-1] for row in sorted(rows.order_by().values_list(*fields, "pk"), key=key)]
        for first in range(0, len(keys), AT_A_TIME):
            part = keys[first : first + AT_A_TIME]
            found = rows.in_bulk(part)
            yield from (found[pk] for pk in part if pk in found)

    def put(
        self, entries: str, entry: dict, files: Mapping[str, bytes] | None = None, pictures: Iterable[str | None] = ()
    ) -> None:
        """Add an entry, with its files and its pictures."""
        self._out.put(entries, entry, files or {}, [digest for digest in pictures if digest])


def write_pack(
    account,
    out: BinaryIO,
    *,
    everything: bool = False,
    originals: bool = False,
    history: bool = True,
    tell: Tell = lambda share: None,
    **chosen: Iterable,
) -> None:
    """Write packs of rolls, of single brushes, of sheets, or of everything of one's own: as many as it takes.

    Parameters
    ----------
    everything : bool
        All rolls, sources, checkpoints, lanes, loose strokes, recipes and sheets.
    originals : bool
        Whether the files that sources began with come along; with everything they do.
    history : bool
        Whether the brushes' checkpoints come along, and which of them are favourites.
    tell : callable, optional
        Hears what share is done; whatever it raises ends the writing.
    **chosen : iterable of UUID
        `rolls`, `brushes` and `sheets` of the account; others are left out. A roll brings all of its brushes, a sheet
        all that its strokes are inked with, and the brushes of theirs that are there.
    """
    maker = pack.Maker.model_validate(account.maker or {})
    packs = pack.PacksFile(maker, _pictures)
    writing = Writing(account, packs, everything, originals or everything, history)
    for table, ids in chosen.items():
        writing.chosen[table] |= {uuid.UUID(str(one)) for one in ids}
    kinds = list(KINDS.values())
    for kind in reversed(kinds):
        kind.packing.choose(writing)
    if maker.mark:
        packs.add([maker.mark])
    for number, kind in enumerate(kinds):
        tell(number / len(kinds))
        kind.packing.write(writing)
    packs.close(out)
