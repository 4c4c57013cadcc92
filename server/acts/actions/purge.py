"""Let go for good of what was taken away long ago; devices are told, and so is who asks for what lay in it."""

from datetime import timedelta

from accounts.models import Account
from accounts.numbers import count_on, lock
from django.db import transaction
from django.db.models import Max, QuerySet
from django.utils import timezone

from ..models import Purged
from ..registry import KINDS, Kind

UNDO_REACHES = timedelta(days=30)
"""What was taken away can be put back for so long."""

TOLD_FOR = timedelta(days=180)
"""What was let go of is told for so long: longer than a device stays signed in. One that was away for longer takes
everything anew."""


def purge(before=None) -> dict[str, int]:
    """Let go of what was taken away before a moment, 30 days ago; returns how many of each kind went, by table."""
    before = before or timezone.now() - UNDO_REACHES
    # What lies in something goes before it: it is told by itself where it was taken away by itself.
    return {table: _purge(kind, before) for table, kind in reversed(KINDS.items()) if kind.takes}


def _purge(kind: Kind, before) -> int:
    rows = kind.purgeable(kind.model.objects.filter(deleted_at__lt=before))
    if kind.along:
        table, field = kind.along
        _let_go(KINDS[table], KINDS[table].model.objects.filter(**{f"{field}__in": rows.values("pk")}))
    return _let_go(kind, rows)


def _let_go(kind: Kind, rows: QuerySet) -> int:
    count = 0
    for account in set(rows.values_list("account", flat=True)):
        with transaction.atomic():
            locked = lock(Account(pk=account))
            # Looked for once its acts wait: what was just put back is not let go of.
            things = list(rows.filter(account=account).values_list("pk", flat=True))
            purged = [Purged(account=locked, table=kind.table, thing=pk) for pk in things]
            count_on(locked, purged)
            Purged.objects.bulk_create(purged, batch_size=500, ignore_conflicts=True)
            kind.model.objects.filter(pk__in=things).delete()
        count += len(things)
    return count


def forget_purged() -> int:
    """Tell no longer of what was let go of very long ago; returns how much that was."""
    old = Purged.objects.filter(at__lt=timezone.now() - TOLD_FOR)
    for account, number in old.values_list("account").annotate(last=Max("number")):
        Account.objects.filter(pk=account, purged__lt=number).update(purged=number)
    return old.delete()[0]
