"""Keep a roll: made, renamed, noted, dyed, moved."""

from accounts.numbers import count_on
from django.db import transaction

from ..models import Roll
from .places import last_place


@transaction.atomic
def keep_roll(account, roll_id=None, **fields) -> Roll:
    """Keep a roll as it is wished: its `name`, `note`, `tint`, and its `place` among the others.

    What is not wished stays as it is; a new roll without a place comes last.
    """
    roll = Roll.objects.filter(pk=roll_id).first() if roll_id else None
    if roll is None:
        roll = Roll(account=account, place=last_place(account.rolls), **({"pk": roll_id} if roll_id else {}))
    for field, value in fields.items():
        setattr(roll, field, value)
    count_on(account, [roll])
    roll.save()
    return roll
