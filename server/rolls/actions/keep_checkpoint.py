"""Keep a checkpoint of a brush."""

from accounts.numbers import count_on
from django.db import transaction
from hollowmist.moments import in_ms
from hollowmist.refusal import Refused
from hollowmist_core.documents.brush import pictures_of

from ..models import Checkpoint
from .keep_brush import sound


@transaction.atomic
def keep_checkpoint(account, checkpoint_id, *, brush, why: str, document: dict, made_at, label: str = "") -> Checkpoint:
    """Keep a state of a brush; keeping it again changes its label.

    Raises
    ------
    Refused
        The checkpoint is another brush's.
    hollowmist_core.documents.brush.BrushError
        The document is not a sound brush.
    """
    document = sound(document, account)
    checkpoint = Checkpoint.objects.filter(pk=checkpoint_id).first()
    if checkpoint is not None and checkpoint.brush_id != brush:
        raise Refused("this checkpoint is another brush's; make it anew")
    if checkpoint is None:
        checkpoint = Checkpoint(pk=checkpoint_id, account=account, brush_id=brush, why=why)
        checkpoint.document, checkpoint.made_at = document, made_at
    checkpoint.label = label
    count_on(account, [checkpoint])
    checkpoint.save()
    digests = {digest for _, digest in pictures_of(checkpoint.document)}
    account.pictures.add(*digests)
    checkpoint.pictures.set(digests)
    return checkpoint


def checkpoint_row(checkpoint: Checkpoint) -> dict:
    """A checkpoint as devices are told of it."""
    return {
        "brush": str(checkpoint.brush_id),
        "label": checkpoint.label,
        "why": checkpoint.why,
        "document": checkpoint.document,
        "made_at": in_ms(checkpoint.made_at),
    }
