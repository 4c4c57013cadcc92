"""Make the stored pictures anew after the engine has changed."""

from ..models import Brush
from .keep_brush import paint


def repaint_brushes() -> int:
    """Repaint every brush; returns how many. Documents and revisions stay as they are."""
    count = 0
    for brush in Brush.objects.select_related("roll__account").iterator(chunk_size=50):
        paint(brush, brush.roll.account).save(update_fields=["picture", "tip_print"])
        count += 1
    return count
