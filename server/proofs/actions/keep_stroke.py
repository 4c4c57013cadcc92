"""Keep a stroke on the proof sheet, take it off and put it back."""

from django.http import Http404
from django.utils import timezone
from hollowmist_core.proofs import read_samples

from ..models import ProofStroke


def keep_stroke(account, stroke_id, samples: bytes, dries: bool = False, **told) -> ProofStroke:
    """Keep a stroke under the id that its device gave it; keeping it again puts a deleted one back.

    One that `dries` is no stroke and has no samples: all ink that is wet dries at its place in the order. `told` are
    the other fields of `ProofStroke`: kind, erase, seed, brush, over, layer, size, drawn_at.

    Raises
    ------
    ValueError
        The samples are not sound; says what is wrong and what is allowed.
    Http404
        The id is another account's.
    """
    if dries and samples:
        raise ValueError("samples: drying draws nothing; send no samples with it")
    if not dries:
        read_samples(samples)
    standing = ProofStroke.objects.filter(pk=stroke_id).first()
    if standing is not None and standing.account_id != account.pk:
        raise Http404
    if standing is None:
        return ProofStroke.objects.create(pk=stroke_id, account=account, samples=samples, dries=dries, **told)
    if standing.deleted_at is not None:
        standing.deleted_at = None
        standing.save(update_fields=["deleted_at"])
    return standing


def delete_stroke(stroke: ProofStroke) -> None:
    """Take a stroke off the proof sheet; it can be put back. One that lies in a lane is not on the sheet, and stays."""
    if stroke.lane_id is not None:
        return
    stroke.deleted_at = timezone.now()
    stroke.save(update_fields=["deleted_at"])
