"""Put a new brush into a roll."""

from django.db import transaction
from django.db.models import Max
from hollowmist_core.document import default_document

from ..models import Brush, Roll
from .keep_brush import note_uses, paint


def add_brush(roll: Roll, name: str, document: dict | None = None, note: str = "") -> Brush:
    """Add a brush in the last pocket; without a document it is a plain round one.

    Raises
    ------
    hollowmist_core.brush.BrushError
        The document is not a sound brush.
    """
    brush = paint(Brush(roll=roll, name=name, note=note, document=document or default_document()), roll.account)
    with transaction.atomic():
        Roll.objects.select_for_update().get(pk=roll.pk)
        last = roll.brushes.aggregate(last=Max("position"))["last"]
        brush.position = 0 if last is None else last + 1
        brush.save()
        note_uses(brush)
    return brush
