"""Take a brush out of its pocket, and put it back."""

from django.utils import timezone

from ..models import Brush


def delete_brush(brush: Brush) -> None:
    """Take a brush out; it is still there to be put back."""
    brush.deleted_at = timezone.now()
    brush.save(update_fields=["deleted_at"])


def restore_brush(brush: Brush) -> None:
    """Put a brush back into its pocket."""
    brush.deleted_at = None
    brush.save(update_fields=["deleted_at"])
