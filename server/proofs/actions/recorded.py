"""What is the same of all strokes that a hand made: their samples are checked, and they are kept once."""

from collections.abc import Iterable

from accounts.numbers import count_on
from django.db import transaction
from hollowmist.refusal import Refused
from hollowmist_core.proofs import read_samples

from ..models import RecordedStroke

AT_ONCE = 20
"""Rows of one insert: of the longest strokes they have 12 MB together."""


def _refuse_unsound(stroke: RecordedStroke) -> None:
    """Refused where the samples are none. What dries is no stroke and has none."""
    if stroke.dries and stroke.samples:
        raise Refused("samples: drying draws nothing; send no samples with it")
    if not stroke.dries:
        try:
            read_samples(stroke.samples)
        except ValueError as error:
            raise Refused(str(error)) from None


@transaction.atomic
def keep_recorded(account, strokes: Iterable[RecordedStroke]) -> None:
    """Keep strokes of one kind; those that are there already, taken away or not, stay as they are.

    Raises
    ------
    Refused
        The samples of one are not sound; says what is wrong and what is allowed. None was kept.
    """
    strokes = {one.pk: one for one in strokes}
    for one in strokes.values():
        _refuse_unsound(one)
    model = type(next(iter(strokes.values())))
    for existing in model.objects.filter(pk__in=strokes).values_list("pk", flat=True):
        del strokes[existing]
    new = list(strokes.values())
    count_on(account, new)
    model.objects.bulk_create(new, batch_size=AT_ONCE)
