"""Duplicate a brush."""

from django.db import transaction
from django.db.models import F
from hollowmist.naming import copy_name

from ..models import Brush, PictureUse, Roll


def duplicate_brush(brush: Brush) -> Brush:
    """Put a copy into the pocket after the original's; the original stays as it is."""
    with transaction.atomic():
        roll = Roll.objects.select_for_update().get(pk=brush.roll_id)
        taken = set(roll.brushes.filter(deleted_at=None).values_list("name", flat=True))
        roll.brushes.filter(position__gt=brush.position).update(position=F("position") + 1)
        copy = Brush.objects.create(
            roll=roll,
            name=copy_name(brush.name, taken),
            note=brush.note,
            document=brush.document,
            position=brush.position + 1,
            picture=brush.picture,
            tip_print=brush.tip_print,
        )
        PictureUse.objects.bulk_create(
            PictureUse(brush=copy, picture_id=use.picture_id, source_id=use.source_id)
            for use in brush.picture_uses.all()
        )
        return copy
