"""Delete a source, and put it back. Brushes that use it keep their copy of its picture."""

from accounts.numbers import count_on
from django.db import transaction
from django.utils import timezone

from ..models import Source


@transaction.atomic
def _mark(source: Source, deleted_at) -> None:
    source.deleted_at = deleted_at
    count_on(source.account, [source])
    source.save(update_fields=["deleted_at", "number"])


def delete_source(source: Source) -> None:
    """Take a source away; it can be put back."""
    _mark(source, timezone.now())


def restore_source(source: Source) -> None:
    """Put a source back."""
    _mark(source, None)
