"""Put a new brush into a roll."""

import uuid

from django.db import transaction
from hollowmist_core.documents.brush import default_document

from ..models import Brush, Roll
from .keep_brush import keep_brush
from .places import last_place


@transaction.atomic
def add_brush(roll: Roll, name: str, document: dict | None = None, note: str = "") -> Brush:
    """Add a brush in the last pocket; without a document it is a plain round one.

    Raises
    ------
    hollowmist_core.brush.BrushError
        The document is not a sound brush.
    """
    fields = {"name": name, "note": note, "document": document or default_document()}
    return keep_brush(roll.account, uuid.uuid4(), 0, roll=roll.pk, place=last_place(roll.brushes), **fields)
