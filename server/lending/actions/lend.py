"""Lend a roll, and send it anew after it was changed."""

import io
import secrets

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
