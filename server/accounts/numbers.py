"""Numbers: every row that an act touches gets its account's next one, so that a device can ask what changed since."""

from collections.abc import Sequence

from django.db import models

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
