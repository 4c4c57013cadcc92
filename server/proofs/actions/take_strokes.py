"""Take strokes off the proof sheet, and put them back."""

from accounts.numbers import count_on
from django.utils import timezone

from ..models import ProofStroke


def _mark(account, strokes, deleted_at) -> None:
    found = list(ProofStroke.objects.filter(account=account, pk__in=strokes, deleted_at__isnull=deleted_at is not None))
    if deleted_at is not None:
        # What lies in a lane is not on the sheet, and stays.
        found = [one for one in found if one.lane_id is None]
    count_on(account, found)
    for stroke in found:
        stroke.deleted_at = deleted_at
    ProofStroke.objects.bulk_update(found, ["deleted_at", "number"])


def take_strokes(account, strokes) -> None:
    """Take strokes (ids) off the sheet, as one act. Those in a lane stay, and those that are not there are off it."""
    _mark(account, strokes, timezone.now())


def put_strokes_back(account, strokes) -> None:
    """Undo of taking strokes off the sheet."""
    _mark(account, strokes, None)
