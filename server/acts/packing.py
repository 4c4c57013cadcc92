"""What an app may ask of a pack that is written, and of one that is read, when it tells its kinds of thing to it.

How a kind goes out and comes in stands in its app's `packing.py`, beside the actions that keep it: to read a thing is
to keep it, by the same acts, and nothing of a pack comes in otherwise.
"""

import uuid
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from contextlib import AbstractContextManager
from datetime import datetime
from typing import Any, Protocol, TypeVar

from django.db.models import QuerySet

from .actions.perform import Wish

Entry = TypeVar("Entry")


class Writing(Protocol):
    """Packs that are being written.

    Attributes
    ----------
    everything : bool
        All that is the account's own goes out; else what is `chosen`.
    originals, history : bool
        Whether the files that sources began with, and the checkpoints of brushes, come along.
    chosen : mapping of str to set of UUID
        Table -> ids of what goes out; `choose` of a kind adds to it what its things need of other kinds.
    """

    account: Any
    everything: bool
    originals: bool
    history: bool
    chosen: Mapping[str, set[uuid.UUID]]

    def id(self, thing: uuid.UUID | None) -> uuid.UUID | None:
        """The id that a thing has in packs: of what came by one, that which it had there."""

    def in_order(self, rows: QuerySet, *fields: str) -> Iterator:
        """Rows by some fields, and then by their ids in packs: the same in every account. Some are held at a time."""

    def put(
        self, entries: str, entry: dict, files: Mapping[str, bytes] | None = None, pictures: Iterable[str | None] = ()
    ) -> None:
        """Add an entry to a list of the manifest, the files that it names, and pictures by their digests."""


class Reading(Protocol):
    """Packs on their way into an account, in one transaction.

    Attributes
    ----------
    pack : hollowmist_core.formats.pack.Pack
        The one that is read just now.
    copies : bool
        Whether what is there, and another one by now, comes in as a copy.
    wanted : set of str or None
        Ids, in the pack, of the brushes that are wanted; all where it is none.
    into : UUID or None
        A roll that all brushes come into; no other rolls do then.
    maker : dict or None
        Whose the pack is, where that is not the account's own.
    here : mapping of str to dict of UUID to UUID
        Table -> id in packs -> id here, of all that came in or is there.
    passed : dict of str to list
        List of the manifest -> entries of packs before this one that nothing wanted yet.
    alike : dict of str to str
        Digest of a picture in the pack -> digest of the one that stands for it here.
    stays, beside : set of UUID
        Ids in the pack of what stays as it is here with all that further entries tell of it, and of what came in
        beside one that is there.
    now : datetime
    """

    account: Any
    pack: Any
    copies: bool
    wanted: set[str] | None
    into: uuid.UUID | None
    maker: dict | None
    here: Mapping[str, dict[uuid.UUID, uuid.UUID]]
    passed: dict[str, list]
    alike: dict[str, str]
    stays: set[uuid.UUID]
    beside: set[uuid.UUID]
    now: datetime

    def own_ids(self, table: str, wanted: Iterable[uuid.UUID]) -> list[uuid.UUID]:
        """The ids that things have here: their own where they are the account's already, else new ones."""

    def another_id(self, table: str, wanted: uuid.UUID) -> uuid.UUID:
        """A new id for a thing: what has its own here is another one by now, and stays."""

    def existing(self, table: str, ids: Iterable[uuid.UUID]) -> dict[uuid.UUID, Any]:
        """The account's rows of these ids, taken away or not."""

    def picture(self, digest: str, check: Callable | None = None) -> str:
        """Have a picture of the pack; one that is to be inked with is looked at first. Returns its digest."""

    def each(self, entries: Iterable[Entry]) -> Iterator[Entry]:
        """Entries, with how far the reading is told before each."""

    def attempt(self, what: str, entry: Any) -> AbstractContextManager[None]:
        """What is done in it is undone where it fails, and the entry is told as left, with why."""

    def do(self, act: str, *wishes: Wish) -> None:
        """Perform acts of one kind, all or none; raises as `perform` does."""

    def do_each(self, what: str, act: str, pairs: Sequence[tuple[Entry, Wish]]) -> list[Entry]:
        """Perform an act for each entry; one that cannot be is told as left. Returns those that were."""

    def shown(self, entry: Any, document: dict) -> None:
        """Have a brush's document shown where the pack is only looked into."""

    def note(self, what: str, entry: Any, outcome: str, detail: str = "") -> None:
        """Note what became of an entry."""
