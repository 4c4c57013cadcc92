"""Hold a source's picture against its recipe, as work for which no act waits: following one takes seconds."""

from datetime import timedelta

import numpy as np
from accounts.numbers import count_on, lock
from django.db import transaction
from django.utils import timezone
from django_q.models import Schedule
from hollowmist_core.formats import PictureError
from hollowmist_core.native.recipes import follow

from ..models import Picture, Source
from .pictures import ink_for, ink_of, keep_ink, pixels_of, touch

LIKE = 2
"""A picture made on a device may differ from ours by so much of 255: both follow the recipe with the same kernels."""

REST = timedelta(minutes=1)
"""A source is looked at once it has rested for so long: by then its device has mostly made its picture."""


def ink_made(account, source: Source) -> np.ndarray:
    """Ink that a source's recipe comes to, shape (height, width), uint8; raises LookupError where a picture is away."""
    return follow(source.recipe, source.makes, source.working and pixels_of(source.working), ink_for(account)).bytes


def check_later(source: Source) -> None:
    """Have the queue look at a source's picture; a state that was to be looked at before gives way."""
    defaults = {
        "func": "sources.actions.check_picture.check_picture",
        "args": repr((str(source.pk),)),
        "schedule_type": Schedule.ONCE,
        "next_run": timezone.now() + REST,
        "repeats": -1,
    }
    Schedule.objects.update_or_create(name=f"check {source.pk}", defaults=defaults)


def _like(picture: Picture, ink: np.ndarray) -> bool:
    """Whether a picture is that of some ink, as exactly as another engine makes it."""
    try:
        there = ink_of(picture)
    except PictureError:
        return False
    return there.shape == ink.shape and bool(np.abs(there.astype(int) - ink).max(initial=0) <= LIKE)


def check_picture(source_id: str) -> bool:
    """Put our picture of a source in the place of one that is not what its recipe comes to; returns whether it was.

    A source that was changed meanwhile is left: it is looked at again.
    """
    source = Source.objects.select_related("account", "picture", "working").filter(pk=source_id).first()
    if source is None or source.account is None:
        return False
    try:
        ink = ink_made(source.account, source)
    except LookupError:
        # A picture that it is combined with has gone: what stands is the last that there will be.
        return False
    if _like(source.picture, ink):
        return False
    with transaction.atomic():
        lock(source.account)
        existing = Source.objects.filter(pk=source.pk, revision=source.revision, picture=source.picture).first()
        if existing is None:
            return False
        existing.picture = keep_ink(source.account, ink)
        touch([source.picture_id])
        count_on(source.account, [existing])
        existing.save(update_fields=["picture", "number"])
    return True
