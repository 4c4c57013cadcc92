"""Delete a source, and put it back. Brushes that use it keep their copy of its picture."""

from django.utils import timezone

from ..models import Source


def delete_source(source: Source) -> None:
    """Take a source away; it can be put back."""
    source.deleted_at = timezone.now()
    source.save(update_fields=["deleted_at"])


def restore_source(source: Source) -> None:
    """Put a source back."""
    source.deleted_at = None
    source.save(update_fields=["deleted_at"])
