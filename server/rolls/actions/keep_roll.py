"""Keep a roll: made, renamed, moved."""

from accounts.numbers import count_on
from django.db import transaction
from hollowmist.refusal import Refused

from ..models import Roll
from .places import last_place


@transaction.atomic
def keep_roll(account, roll_id=None, name: str = "", place: str = "") -> Roll:
    """Keep a roll's name, and its place among the others; without one a new roll comes last.

    Raises
    ------
    Refused
        The id is another account's.
    """
    roll = Roll.objects.filter(pk=roll_id).first() if roll_id else None
    if roll is not None and roll.account_id != account.pk:
        raise Refused("this roll is not yours; make it anew")
    if roll is None:
        roll = Roll(account=account, place=last_place(account.rolls), **({"pk": roll_id} if roll_id else {}))
    roll.name, roll.place = name, place or roll.place
    count_on(account, [roll])
    roll.save()
    return roll
