"""What a kind of thing is, told once: its app registers it, and all that is promised of kinds loops over them."""

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from accounts.numbers import Numbered
from django.db.models import QuerySet
from hollowmist.refusal import Refused
from rest_framework import serializers


class Merge(StrEnum):
    """How what two devices did to the same thing comes together."""

    DOCUMENT = "document"
    """By revision: both states are kept, and the person chooses."""

    SET = "set"
    """Added and taken away one by one; taking away wins over adding and changing."""

    LAST = "last"
    """The later act has its way; over a deletion only by the way back."""


class Nothing(serializers.Serializer):
    """The body of an act that says nothing."""


@dataclass(frozen=True)
class Act:
    """How an act is read and done.

    Attributes
    ----------
    serializer : type of serializer
        Reads the act's body.
    do : callable
        Takes (account, thing, base, body) inside a transaction, `base` the revision that the act was made from;
        returns what is answered beside *done*, or nothing.
    does : {"keep", "change", "mark", "take", "back"}
        "keep" makes the thing where it is new, "change" alters one that is there, "mark" notes what is no work and is
        lost with it, "take" takes it away, and "back" puts it back.
    each : str
        Field of the body that lists what is changed, as ids or as dicts with an `id`; without one it is the thing.
    needs : mapping of str to str
        Field of the body that names other things -> the table of these: they must be there. "inked.look" is the
        `look` of each of `inked`.
    together : bool
        Whether `do` does many at once, as each by itself would take longer: it takes (account, [(thing, body), ...]).
    """

    serializer: type[serializers.Serializer]
    do: Callable[..., dict | None]
    does: str
    each: str = ""
    needs: Mapping[str, str] = field(default_factory=dict)
    together: bool = False


@dataclass(frozen=True)
class Packing:
    """How things of a kind go into packs and come in from them, which is done kind by kind, parents first.

    Attributes
    ----------
    summary : str
        How a pack tells of it, for those who read about it.
    choose : callable
        Takes an `acts.packing.Writing`; notes what the things that go out need of other kinds, the last kind first.
    write : callable
        Takes a `Writing`; puts their entries.
    read : callable
        Takes an `acts.packing.Reading`; performs the acts by which they come in.
    """

    summary: str
    choose: Callable[..., None] = lambda writing: None
    write: Callable[..., None] = lambda writing: None
    read: Callable[..., None] = lambda reading: None


@dataclass(frozen=True)
class Kind:
    """A kind of thing that devices hold.

    Attributes
    ----------
    table : str
        Its table in the device's store.
    model : type of Numbered
        With `account`, and with `deleted_at` where things of the kind can be taken away.
    name, names, anew : str
        What one and many are called in a sentence, and what to do where it is not there.
    row : callable
        Takes a row of the model; returns it as devices are told of it, as a dict.
    merge : Merge
    acts : mapping of str to Act
        By the name that the device calls them by.
    parent : str
        Field of the model that holds what it lies in; nothing where it lies in nothing.
    most : int
        How many there may be, of an account or of a parent.
    full : str
        What to do where there are as many.
    pictures : callable
        Takes rows; returns the digests of the pictures that they name, of all at once.
    packing : Packing
    along : tuple of str
        A table, and the field of its model: rows that go with a thing for good, though they do not lie in it.
    purgeable : callable
        Takes rows that were taken away long ago; returns those that may be let go of.
    """

    table: str
    model: type[Numbered]
    name: str
    names: str
    anew: str
    row: Callable[..., dict]
    merge: Merge
    acts: Mapping[str, Act]
    most: int
    packing: Packing
    full: str = "delete one first"
    parent: str = ""
    pictures: Callable[[QuerySet], Iterable[str]] = lambda rows: ()
    along: tuple[str, str] | None = None
    purgeable: Callable[[QuerySet], QuerySet] = lambda rows: rows

    @property
    def parent_model(self) -> type[Numbered] | None:
        """The model of what it lies in."""
        return self.model._meta.get_field(self.parent).related_model if self.parent else None

    @property
    def takes(self) -> bool:
        """Whether things of the kind can be taken away."""
        return any(one.name == "deleted_at" for one in self.model._meta.fields)

    def of(self, account) -> QuerySet:
        """An account's rows, taken away or not."""
        return self.model.objects.filter(account=account)

    def present(self, account) -> QuerySet:
        """An account's rows that were not taken away."""
        return self.of(account).filter(deleted_at=None) if self.takes else self.of(account)

    def refuse_full(self, account, parent=None, more: int = 1) -> None:
        """Refused where an account, or a parent by its id, would have more than it may."""
        rows = self.present(account)
        if self.parent:
            rows = rows.filter(**{self.parent: parent})
        if rows.count() + more > self.most:
            raise Refused(f"there are {self.most:,} {self.names}, as many as can be kept; {self.full}")


KINDS: dict[str, Kind] = {}
"""By the table. Filled when the application starts, in the order of the apps: parents before what lies in them."""

ACTS: dict[str, tuple[Kind | None, Act]] = {}
"""By the name of an act: the kind that it changes, none where it changes the account itself; and how it is done."""


def register(*kinds: Kind) -> None:
    """Make kinds known; each app does it in its `kinds.py`."""
    for kind in kinds:
        KINDS[kind.table] = kind
        ACTS.update({name: (kind, act) for name, act in kind.acts.items()})


def kind_of(model: type) -> Kind:
    """The kind whose rows are of a model."""
    return next(kind for kind in KINDS.values() if kind.model is model)


def by_serializer(serializer: type[serializers.BaseSerializer]) -> Callable[..., dict]:
    """A way to tell a row by a serializer."""
    return lambda row: dict(serializer(row).data)


def quiet(action: Callable) -> Callable[..., None]:
    """An action that is told by name, and whose act is answered with nothing more."""

    def do(account, thing, _, body):
        action(account, thing, **body)

    return do


def of_many(action: Callable) -> Callable[..., None]:
    """An action on all that its body lists."""
    return lambda account, _, __, body: action(account, **body)
