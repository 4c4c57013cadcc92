"""Take a brush out of its pocket, and put it back."""

from accounts.numbers import count_on
from django.db import transaction
from django.utils import timezone

from ..models import Brush


@transaction.atomic
def _mark(account, brush_id, deleted_at) -> None:
    brush = Brush.objects.of(account).filter(pk=brush_id, deleted_at__isnull=deleted_at is not None).first()
    if brush is None:
        return
    brush.deleted_at = deleted_at
    count_on(account, [brush])
    brush.save(update_fields=["deleted_at", "number"])


def delete_brush(account, brush_id) -> None:
    """Take a brush out; it is still there to be put back. One that is not there is out already."""
    _mark(account, brush_id, timezone.now())


def restore_brush(account, brush_id) -> None:
    """Put a brush back into its pocket, as it was kept last."""
    _mark(account, brush_id, None)
