"""Take a brush out of its pocket, and put it back."""

from django.db import transaction
from django.utils import timezone

from ..models import Brush


def delete_brush(brush: Brush) -> None:
    """Take a brush out; it is still there to be put back."""
    with transaction.atomic():
        brush = Brush.objects.select_for_update().get(pk=brush.pk)
        brush.deleted_at = brush.deleted_at or timezone.now()
        brush.save(update_fields=["deleted_at"])


def restore_brush(brush: Brush) -> None:
    """Put a brush back into its pocket."""
    brush.deleted_at = None
    brush.save(update_fields=["deleted_at"])
