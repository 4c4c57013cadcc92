"""What changed of an account since a number."""

import heapq
import json
from itertools import islice
from typing import Any, NamedTuple

from django.core.serializers.json import DjangoJSONEncoder

from ..models import Purged
from ..registry import KINDS

PAGE, MOST_BYTES = 200, 2**20
"""Most rows of one answer, and most bytes of rows as JSON; the first row comes however large it is."""


class Changes(NamedTuple):
    """What changed.

    Attributes
    ----------
    changes : list of str
        Each as JSON: {"table", "id", "number", "row"}, in the order of their numbers; the row of one that was taken
        away is null. It is `purged` where that was for good, with all that lay in it. Written once: there are many.
    more : bool
        Whether there are more.
    number : int
        The account's own: nothing of it has a higher one.
    anew : bool
        The device was away for too long: what was let go of since is not known any more, and everything is to be
        asked for anew.
    """

    changes: list[str]
    more: bool
    number: int
    anew: bool


def _numbers(account, since: int, until: int) -> list[tuple[int, str, object]]:
    """(number, table, pk) of what changed, in the order of the numbers: one more than a page, nothing large loaded."""

    def of(table: str, rows):
        new = rows.filter(account=account, number__gt=since, number__lte=until).order_by("number")
        return [(number, table, pk) for number, pk in new.values_list("number", "pk")[: PAGE + 1]]

    found = [of(table, kind.model.objects) for table, kind in KINDS.items()]
    return list(islice(heapq.merge(*found, of("", Purged.objects)), PAGE + 1))


def _read(wanted: list[tuple[int, str, object]]):
    """Changes with their rows; read a few at a time, since what does not fit is not told."""
    models: list[tuple[str, Any]] = [("", Purged), *((kind.table, kind.model) for kind in KINDS.values())]
    for first in range(0, len(wanted), 50):
        part = wanted[first : first + 50]
        rows = {
            table: model.objects.in_bulk([pk for _, of, pk in part if of == table])
            for table, model in models
            if any(of == table for _, of, _ in part)
        }
        for number, table, pk in part:
            row = rows[table].get(pk)
            if row is None:
                continue
            if not table:
                yield {"table": row.table, "id": str(row.thing), "number": number, "row": None, "purged": True}
                continue
            away = getattr(row, "deleted_at", None) is not None
            yield {"table": table, "id": str(pk), "number": number, "row": None if away else KINDS[table].row(row)}


def changes_since(account, number: int) -> Changes:
    """Rows with a number above the given one, bounded in rows and bytes."""
    # The tables are read one after the other, while acts go on. What has no higher number than the account has now was
    # written whole; of what comes later one table could already tell while another did not yet.
    account.refresh_from_db(fields=["number", "purged"])
    until = account.number
    if 0 < number < account.purged:
        return Changes([], False, until, True)
    if number >= until:
        # As mostly: no table need be looked at.
        return Changes([], False, until, False)
    wanted = _numbers(account, number, until)
    page: list[str] = []
    size = 0
    for change in _read(wanted[:PAGE]):
        row = json.dumps(change, cls=DjangoJSONEncoder, ensure_ascii=False, separators=(",", ":"))
        size += len(row)
        if page and size > MOST_BYTES:
            return Changes(page, True, until, False)
        page.append(row)
    return Changes(page, len(wanted) > PAGE, until, False)
