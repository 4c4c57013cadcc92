"""Numbers: every row that an act touches gets its account's next one, so that a device can ask what changed since."""

from collections.abc import Callable, Sequence

from django.db import models, transaction
from django.utils import timezone
from hollowmist.refusal import Stale

from .models import Account


class Numbered(models.Model):
    """A row of an account that devices hold a copy of."""

    number = models.BigIntegerField(default=0, help_text="The account's number when it was last changed.")

    class Meta:
        abstract = True


def lock(account) -> Account:
    """The account's row, held until the transaction ends: its acts are done one after the other."""
    return Account.objects.select_for_update().get(pk=account.pk)


def count_on(account, rows: Sequence[Numbered]) -> None:
    """Give rows the account's next numbers, one each. Inside a transaction; whoever calls it saves the rows."""
    locked = lock(account)
    for number, row in enumerate(rows, locked.number + 1):
        row.number = number
    locked.number += len(rows)
    locked.save(update_fields=["number"])


@transaction.atomic
def take_away(account, rows: models.QuerySet, pk) -> None:
    """Take one of an account's rows away; it is still there to be put back. One that is not there is away already."""
    _mark(account, rows.filter(pk=pk, deleted_at=None).first(), timezone.now())


@transaction.atomic
def put_back(account, rows: models.QuerySet, pk) -> None:
    """Put a row back that was taken away, as it was kept last."""
    _mark(account, rows.filter(pk=pk).exclude(deleted_at=None).first(), None)


def stands(row: Numbered, base: int, fields: dict, as_told: Callable[[Numbered], dict]) -> bool:
    """Whether a kept document has the told state already; else it may be given that, made from the revision `base`.

    Raises
    ------
    hollowmist.refusal.Stale
        Another state was kept meanwhile.
    """
    if all(getattr(row, field) == value for field, value in fields.items()):
        return True
    if row.revision != base:
        raise Stale(as_told(row))
    return False


def _mark(account, row, deleted_at) -> None:
    if row is None:
        return
    row.deleted_at = deleted_at
    count_on(account, [row])
    row.save(update_fields=["deleted_at", "number"])
