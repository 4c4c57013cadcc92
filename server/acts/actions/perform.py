"""Perform an act by the rule of its kind: whose a thing is, what it lies in, what was taken away, how many there are.

The rule is told here, once. Actions do what is left: they check what they are told, and write it.
"""

import uuid
from collections import Counter
from collections.abc import Iterable, Sequence
from typing import NamedTuple

from accounts.numbers import Numbered, count_on
from django.db import transaction
from hollowmist.refusal import Gone, Lost, Refused

from ..models import Purged
from ..registry import ACTS, KINDS, Act, Kind, Merge, kind_of


def unknown(name: str) -> Refused:
    """What is said of an act that this server does not know: the device is newer. It is held there."""
    return Refused(f"This server does not know what “{name:.40}” is. Update Hollowmist.")


class Wish(NamedTuple):
    """What an act asks for.

    Attributes
    ----------
    thing : UUID
        What it changes.
    body : dict
        As the act's serializer reads it.
    base : int
        Revision of the state that it was made from; 0 of none.
    """

    thing: uuid.UUID
    body: dict
    base: int = 0


def perform(account, name: str, wish: Wish) -> dict:
    """Perform one act of an account, or nothing of it.

    Parameters
    ----------
    name : str
        Kind of act, as `registry.ACTS` has it.
    wish : Wish

    Returns
    -------
    dict
        What is answered beside *done*.

    Raises
    ------
    Gone
        The thing, or what it lies in, was taken away meanwhile, and the act does not go with that.
    Stale
        Another state was kept meanwhile.
    Refused, ValueError, rest_framework.exceptions.ValidationError
        It cannot be done.
    """
    return perform_all(account, name, [wish])[0]


def perform_all(account, name: str, wishes: Sequence[Wish]) -> list[dict]:
    """Perform acts of one kind, or nothing of any: what they share is looked at once. Else as `perform`."""
    if name not in ACTS:
        raise unknown(name)
    kind, act = ACTS[name]
    with transaction.atomic():
        bodies = _read(act, wishes)
        if kind is None:
            return [act.do(account, wish.thing, wish.base, one) or {} for wish, one in zip(wishes, bodies, strict=True)]
        things = [wish.thing for wish in wishes]
        if act.each:
            things = [_id(one) for each in bodies for one in each[act.each]]
        rows = own_rows(account, kind, things)
        purged = _purged_of(account, kind, act, things, rows)
        # What was let go of for good stays so: nothing is noted on it, and taking away wins over adding.
        stays = act.does == "mark" or (act.does == "keep" and kind.merge is Merge.SET)
        going = [
            (wish, one)
            for wish, one in zip(wishes, bodies, strict=True)
            if act.each or not stays or wish.thing not in purged
        ]
        if going:
            left = things if act.each else [wish.thing for wish, _ in going]
            _refuse(account, kind, act, left, rows, [one for _, one in going], purged)
        done = iter(_done(account, act, *zip(*going, strict=True)) if going else ())
        gone = {wish.thing for wish in wishes} - {wish.thing for wish, _ in going}
        answered = [{} if wish.thing in gone else next(done) for wish in wishes]
        _tell_again(account, kind, act, things)
    return answered


def _purged_of(account, kind: Kind, act: Act, things: list, rows: list[Numbered]) -> set[uuid.UUID]:
    """What was let go of for good of an act's things, and was not put back since."""
    there = {row.pk for row in rows}
    missing = [one for one in things if one not in there]
    if act.each or not missing or act.does not in ("keep", "change", "mark"):
        return set()
    found = Purged.objects.filter(account=account, table=kind.table, thing__in=missing)
    if act.does == "keep":
        # Put back, it is kept anew by this.
        found.filter(may_return=True).delete()
    return set(found.values_list("thing", flat=True))


def _refuse(account, kind: Kind, act: Act, things: list, rows: list, bodies: list[dict], purged: set) -> None:
    """Refused, or Gone, where the rule of a kind does not let an act be done."""
    if act.does not in ("take", "mark"):
        _refuse_lost(account, kind, act, things, rows, bodies, purged)
    if act.does in ("change", "mark") and not act.each and len(rows) < len(set(things)):
        raise Refused(f"this {kind.name} is not among yours; {kind.anew}")
    if act.does == "keep":
        _refuse_full(account, kind, things, rows, bodies)


def _read(act: Act, wishes: Sequence[Wish]) -> list[dict]:
    """Bodies as the act's serializer reads them."""
    serializer = act.serializer()
    return [serializer.run_validation(wish.body) for wish in wishes]


def _done(account, act: Act, wishes: Sequence[Wish], bodies: list[dict]) -> list[dict]:
    """Have an act's action do them: together where it knows how."""
    if act.together:
        act.do(account, [(wish.thing, one) for wish, one in zip(wishes, bodies, strict=True)])
        return [{} for _ in wishes]
    return [act.do(account, wish.thing, wish.base, one) or {} for wish, one in zip(wishes, bodies, strict=True)]


def _refuse_full(account, kind: Kind, things: list, rows: list[Numbered], bodies: list[dict]) -> None:
    """Refused where an account, or a parent, would have more new ones than it may."""
    there = {row.pk for row in rows}
    above = [one.get(kind.parent) or one.get(f"{kind.parent}_id") for one in bodies]
    new = Counter(parent for thing, parent in zip(things, above, strict=True) if thing not in there)
    for parent, count in new.items():
        kind.refuse_full(account, parent, count)


def _id(one) -> uuid.UUID:
    return one["id"] if isinstance(one, dict) else one


def own_rows(account, kind: Kind, things: Iterable[uuid.UUID]) -> list[Numbered]:
    """The rows of things that there are, without what is large; Refused where one is another account's."""
    fields = ["account", *([kind.parent] if kind.parent else []), *(["deleted_at"] if kind.takes else [])]
    rows = list(kind.model.objects.filter(pk__in=list(things)).only("pk", "number", *fields))
    if any(row.account_id != account.pk for row in rows):
        raise Refused(f"this {kind.name} is not yours; {kind.anew}")
    return rows


# What was taken away


def _gone(row) -> bool:
    return getattr(row, "deleted_at", None) is not None


def _lost_above(kind: Kind, row) -> list[Lost]:
    """What was taken away of all that a row lies in, the outermost first."""
    above = getattr(row, kind.parent) if kind.parent else None
    if above is None:
        return []
    parent = kind_of(type(above))
    own = [Lost(parent.table, above.pk, parent.row(above))] if _gone(above) else []
    return _lost_above(parent, above) + own


def _needed(body: dict, path: str) -> set:
    """The ids that a field of a body names."""
    field, _, inner = path.partition(".")
    value = body.get(field)
    values = [one[inner] for one in value or ()] if inner else [value]
    return {one for one in values if one is not None}


def _lost_need(account, kind: Kind, wanted: set) -> list[Lost]:
    """What is not there of things that an act needs; Refused where it never was."""
    rows = {row.pk: row for row in kind.of(account).filter(pk__in=wanted)} if wanted else {}
    lost = []
    for one in wanted:
        row = rows.get(one)
        if row is None and not _purged(account, kind, [one]):
            raise Refused(f"the {kind.name} that this needs is not among yours; {kind.anew}")
        lost += [Lost(kind.table, one, None)] if row is None else _lost_above(kind, row)
        if row is not None and _gone(row):
            lost.append(Lost(kind.table, one, kind.row(row)))
    return lost


def _purged(account, kind: Kind, things) -> list[Purged]:
    return list(Purged.objects.filter(account=account, table=kind.table, thing__in=things))


def _refuse_lost(account, kind: Kind, act: Act, things: list, rows: list, bodies: list[dict], purged: set) -> None:
    """Gone where what the act needs, what its things lie in, or the thing itself was taken away meanwhile."""
    if act.does == "keep" and rows:
        # One that is there needs nothing more.
        there = {row.pk for row in rows}
        bodies = [one for thing, one in zip(things, bodies, strict=True) if thing not in there]
    lost = []
    for field, table in act.needs.items():
        wanted = {need for one in bodies for need in _needed(one, field)}
        lost += _lost_need(account, KINDS[table], wanted)
    # Thousands of strokes lie in one sheet: what they lie in is looked at once.
    inside = {getattr(row, f"{kind.parent}_id"): row for row in rows} if kind.parent else {}
    lost += [one for row in inside.values() for one in _lost_above(kind, row)]
    lost += [Lost(kind.table, one, None) for one in purged]
    if act.does == "keep" and kind.merge is not Merge.SET:
        lost += [Lost(kind.table, row.pk, kind.row(kind.model.objects.get(pk=row.pk))) for row in rows if _gone(row)]
    if act.does == "back":
        # What was let go of for good is kept anew by the act that follows; until then it is away for all others.
        Purged.objects.filter(account=account, table=kind.table, thing__in=things).update(may_return=True)
    if lost:
        raise Gone(list({(one.table, one.thing): one for one in lost}.values()))


def _tell_again(account, kind: Kind, act: Act, things: list) -> None:
    """Number what stayed away, though the act would have it here: its device is told so once more."""
    if act.does == "take" or not kind.takes:
        return
    stayed = list(kind.of(account).filter(pk__in=things).exclude(deleted_at=None).only("pk", "number", "account"))
    stayed += _purged(account, kind, things)
    if stayed:
        count_on(account, stayed)
        for row in stayed:
            row.save(update_fields=["number"])
