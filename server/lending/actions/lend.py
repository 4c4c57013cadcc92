"""Lend a roll, send it anew after it was changed, and take it back."""

import io
import secrets
from contextlib import suppress

from django.utils import timezone
from hollowmist.refusal import Refused
from packs.actions.write_pack import write_pack
from rolls.models import Brush

from .. import shelf
from ..models import Loan


def lend(account, roll_id) -> Loan:
    """Lend a roll as it is now, whether for the first time or in the place of what is lent of it.

    The key is kept before the shelf is asked: whatever becomes of its answer, the lot can be changed and taken back.

    Raises
    ------
    Refused
        There is no such roll, or nothing in it.
    lending.shelf.ShelfRefused
        The shelf does not take it.
    """
    roll = account.rolls.filter(pk=roll_id, deleted_at=None).first()
    if roll is None:
        raise Refused("This roll is not here. It may have been deleted on another device.")
    if not Brush.objects.present().filter(roll=roll).exists():
        raise Refused("There is no brush in this roll. Put one in, and lend it then.")
    fresh = {"account": account, "key": secrets.token_urlsafe(32)}
    loan, _ = Loan.objects.get_or_create(roll=roll, defaults=fresh)
    account.refresh_from_db(fields=["number"])
    number = account.number
    out = io.BytesIO()
    write_pack(account, out, rolls=[roll.pk], history=False)
    try:
        shelf.put(loan.lot, loan.key, out.getvalue())
    except shelf.ShelfRefused:
        if loan.lent_at is None:
            loan.delete()
        raise
    loan.number, loan.lent_at = number, timezone.now()
    loan.save(update_fields=["number", "lent_at"])
    return loan


def take_back(account, roll_id) -> None:
    """Take a lent roll back; one that is not lent is back already."""
    loan = Loan.objects.filter(account=account, roll=roll_id).first()
    if loan is None:
        return
    with suppress(shelf.NotOnShelf):
        shelf.take_back(loan.lot, loan.key)
    loan.delete()


def take_all_back(account) -> None:
    """Take back all that an account lends, before it is closed."""
    for roll in Loan.objects.filter(account=account).values_list("roll", flat=True):
        take_back(account, roll)


def loans_of(account) -> list[dict]:
    """What is lent: its roll, its lot, when it was sent, and whether it was changed since."""
    found = []
    for loan in Loan.objects.filter(account=account).exclude(lent_at=None).select_related("roll"):
        later = loan.roll.number > loan.number or Brush.objects.filter(roll=loan.roll, number__gt=loan.number).exists()
        told = {"roll": loan.roll_id, "lot": loan.lot, "name": loan.roll.name, "lent_at": loan.lent_at}
        found.append(told | {"changed": later, "gone": loan.roll.deleted_at is not None})
    return found
