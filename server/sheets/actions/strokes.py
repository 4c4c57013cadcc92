"""Strokes of sheets: kept, inked otherwise, taken off, put back."""

from accounts.numbers import count_on
from django.utils import timezone
from hollowmist.refusal import Refused
from hollowmist_core.proofs import read_samples

from ..models import SheetStroke


def _sound(samples: bytes, dries: bool) -> None:
    if dries and samples:
        raise Refused("samples: drying draws nothing; send no samples with it")
    if dries:
        return
    try:
        read_samples(samples)
    except ValueError as error:
        raise Refused(str(error)) from None


def keep_sheet_stroke(account, stroke_id, sheet_id, look, samples: bytes, dries: bool = False, **told) -> SheetStroke:
    """Keep a stroke under the id that its device gave it. One that is there already stays as it is.

    `told` are the other fields of `SheetStroke`.

    Raises
    ------
    Refused
        The samples are not sound.
    """
    _sound(samples, dries)
    standing = SheetStroke.objects.filter(pk=stroke_id).first()
    if standing is not None:
        return standing
    stroke = SheetStroke(
        pk=stroke_id, account=account, sheet_id=sheet_id, look=look, samples=samples, dries=dries, **told
    )
    count_on(account, [stroke])
    stroke.save(force_insert=True)
    return stroke


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
