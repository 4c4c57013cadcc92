"""Delete a source, and put it back. Brushes that use it keep their copy of its picture."""

from accounts.numbers import count_on
from django.db import transaction
from django.utils import timezone

from ..models import Source


@transaction.atomic
def _mark(account, source_id, deleted_at) -> None:
    source = Source.objects.of(account).filter(pk=source_id, deleted_at__isnull=deleted_at is not None).first()
    if source is None:
        return
    source.deleted_at = deleted_at
    count_on(account, [source])
    source.save(update_fields=["deleted_at", "number"])


def delete_source(account, source_id) -> None:
    """Take a source away; it can be put back. One that is not there is away already."""
    _mark(account, source_id, timezone.now())


def restore_source(account, source_id) -> None:
    """Put a source back as it was kept last."""
    _mark(account, source_id, None)
