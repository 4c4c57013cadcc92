"""Strokes of sheets: kept, inked otherwise, taken off, put back."""

from accounts.numbers import count_on
from django.utils import timezone
from hollowmist.refusal import Refused
from hollowmist_core.proofs import read_samples

from ..models import Look, Sheet, SheetStroke
from ..serializers import MOST_STROKES


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
        The samples are not sound; the sheet or the look is not there; the sheet is full; the id is another account's.
    """
    _sound(samples, dries)
    standing = SheetStroke.objects.filter(pk=stroke_id).first()
    if standing is not None and standing.account_id != account.pk:
        raise Refused("this stroke is not yours; draw it anew")
    if standing is not None:
        return standing
    sheet = Sheet.objects.filter(pk=sheet_id, account=account).first()
    if sheet is None:
        raise Refused("the sheet that this stroke was drawn on is not here; make it first")
    if not Look.objects.filter(pk=look, account=account).exists():
        raise Refused("the brush that this stroke was drawn with is not here; draw it anew")
    if sheet.strokes.filter(deleted_at=None).count() >= MOST_STROKES:
        raise Refused(f"this sheet has {MOST_STROKES:,} strokes, as many as it can hold; go on on a copy of it")
    stroke = SheetStroke(pk=stroke_id, account=account, sheet=sheet, look=look, samples=samples, dries=dries, **told)
    count_on(account, [stroke])
    stroke.save(force_insert=True)
    return stroke


def ink_strokes(account, inked) -> None:
    """Ink strokes otherwise, as one act: of each its id, and `look`, `seed`, `size`, `ink`, `opacity`, `layer`.

    Their samples stay as the hand made them. Strokes that are not there are passed over.

    Raises
    ------
    Refused
        A look is not there.
    """
    looks = {one["look"] for one in inked}
    if Look.objects.filter(pk__in=looks, account=account).count() < len(looks):
        raise Refused("the brush that strokes were inked with is not here; ink them anew")
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
