"""Take strokes off a sheet, and put them back."""

from accounts.numbers import count_on
from django.utils import timezone

from ..models import SheetStroke


def _mark(account, strokes, deleted_at) -> None:
    rows = SheetStroke.objects.filter(account=account, pk__in=strokes, deleted_at__isnull=deleted_at is not None)
    found = list(rows.defer("samples"))
    count_on(account, found)
    for stroke in found:
        stroke.deleted_at = deleted_at
    SheetStroke.objects.bulk_update(found, ["deleted_at", "number"], batch_size=500)


def take_sheet_strokes(account, strokes) -> None:
    """Take strokes (ids) off their sheet, as one act; those that are not there are off it."""
    _mark(account, strokes, timezone.now())


def put_sheet_strokes_back(account, strokes) -> None:
    """Undo of taking strokes off."""
    _mark(account, strokes, None)
