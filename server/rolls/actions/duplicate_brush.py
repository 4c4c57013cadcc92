"""Duplicate a brush."""

import re

from django.db import transaction
from django.db.models import F

from ..models import Brush, Roll


def copy_name(name: str, taken: set[str]) -> str:
    """A name for a copy: the brush's own with the lowest free number.

    Examples
    --------
    >>> copy_name("Rope", {"Rope", "Rope 2"})
    'Rope 3'
    """
    base = re.sub(r" \d+$", "", name)[:74]
    number = 2
    while f"{base} {number}" in taken:
        number += 1
    return f"{base} {number}"


def duplicate_brush(brush: Brush) -> Brush:
    """Put a copy into the pocket after the original's; the original stays as it is."""
    with transaction.atomic():
        roll = Roll.objects.select_for_update().get(pk=brush.roll_id)
        taken = set(roll.brushes.filter(deleted_at=None).values_list("name", flat=True))
        roll.brushes.filter(position__gt=brush.position).update(position=F("position") + 1)
        return Brush.objects.create(
            roll=roll,
            name=copy_name(brush.name, taken),
            note=brush.note,
            document=brush.document,
            position=brush.position + 1,
            picture=brush.picture,
            tip_print=brush.tip_print,
        )
