"""Strokes of sheets: kept, inked otherwise, taken off, put back."""

from accounts.numbers import count_on
from django.utils import timezone
from proofs.actions.recorded import keep_recorded

from ..models import SheetStroke


def keep_sheet_strokes(account, wished: list) -> None:
    """Keep strokes, (id, told) each, under the ids that their device gave them; `told` are fields of `SheetStroke`.

    Raises as `keep_recorded` does.
    """
    keep_recorded(account, [SheetStroke(pk=pk, account=account, **told) for pk, told in wished])


def ink_strokes(account, inked) -> None:
    """Ink strokes otherwise, as one act: of each its id, and `look`, `seed`, `size`, `ink`, `opacity`, `layer`.

    Their samples stay as the hand made them. Strokes that are not there are passed over.
    """
    wanted = {one["id"]: one for one in inked}
    found = list(SheetStroke.objects.filter(account=account, pk__in=wanted).defer("samples"))
    count_on(account, found)
    fields = ["look", "seed", "size", "ink", "opacity", "layer"]
    for stroke in found:
        for field in fields:
            setattr(stroke, field, wanted[stroke.pk][field])
    SheetStroke.objects.bulk_update(found, [*fields, "number"], batch_size=500)


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
