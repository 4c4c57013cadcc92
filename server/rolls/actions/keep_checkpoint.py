"""Keep a checkpoint of a brush; take it away, and put it back."""

from accounts.numbers import count_on
from django.db import transaction
from django.utils import timezone
from hollowmist.refusal import Refused
from hollowmist_core.document import pictures_of

from ..models import Checkpoint
from .keep_brush import in_ms, sound
from .place_brush import own_brush


@transaction.atomic
def keep_checkpoint(account, checkpoint_id, *, brush, why: str, document: dict, made_at, label: str = "") -> Checkpoint:
    """Keep a state of a brush; keeping it again changes its label.

    Raises
    ------
    Refused
        The brush is not the account's, or the checkpoint is another brush's.
    hollowmist_core.document.BrushError
        The document is not a sound brush.
    """
    document = sound(document, account)
    brush = own_brush(account, brush)
    checkpoint = Checkpoint.objects.filter(pk=checkpoint_id).first()
    if checkpoint is not None and checkpoint.brush_id != brush.pk:
        raise Refused("this checkpoint is another brush's; make it anew")
    if checkpoint is None:
        checkpoint = Checkpoint(pk=checkpoint_id, brush=brush, why=why, document=document, made_at=made_at)
    checkpoint.label = label
    count_on(account, [checkpoint])
    checkpoint.save()
    digests = {digest for _, digest in pictures_of(checkpoint.document)}
    account.pictures.add(*digests)
    checkpoint.pictures.set(digests)
    return checkpoint


def _mark(account, checkpoint_id, deleted_at) -> None:
    found = Checkpoint.objects.filter(brush__roll__account=account, deleted_at__isnull=deleted_at is not None)
    checkpoint = found.filter(pk=checkpoint_id).first()
    if checkpoint is None:
        return
    if checkpoint.why == Checkpoint.Why.FIRST:
        raise Refused("a brush keeps the state in which it came; this checkpoint stays")
    checkpoint.deleted_at = deleted_at
    count_on(account, [checkpoint])
    checkpoint.save(update_fields=["deleted_at", "number"])


@transaction.atomic
def take_checkpoint(account, checkpoint_id) -> None:
    """Take a checkpoint away; one that is not there is away already.

    Raises
    ------
    Refused
        It is the first state of a brush.
    """
    _mark(account, checkpoint_id, timezone.now())


@transaction.atomic
def put_checkpoint_back(account, checkpoint_id) -> None:
    """Put a checkpoint back that was taken away."""
    _mark(account, checkpoint_id, None)


def told_row(checkpoint: Checkpoint) -> dict:
    """A checkpoint as devices are told of it."""
    return {
        "brush": str(checkpoint.brush_id),
        "label": checkpoint.label,
        "why": checkpoint.why,
        "document": checkpoint.document,
        "made_at": in_ms(checkpoint.made_at),
    }
