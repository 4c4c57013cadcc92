"""What people do with lanes of their own: make one of loose strokes, read one from InkML, order, delete."""

import time

from django.db import transaction
from django.utils import timezone
from hollowmist_core.formats import inkml
from hollowmist_core.native import Stroke
from hollowmist_core.proofs import read_samples

from ..models import Lane, ProofStroke

MOST_LANES = 60


class TooManyLanesError(ValueError):
    """The account has as many lanes as it may."""


def own_lanes(account):
    """The lanes of an account, in order."""
    return Lane.objects.filter(account=account, deleted_at=None).prefetch_related("strokes")


def _new_lane(account, name: str, set_name: str) -> Lane:
    count = own_lanes(account).count()
    if count >= MOST_LANES:
        raise TooManyLanesError(f"you have {count} lanes, as many as can be kept; delete one first")
    return Lane.objects.create(account=account, name=name, set_name=set_name, position=count)


@transaction.atomic
def make_lane(account, name: str, set_name: str, stroke_ids) -> Lane:
    """Make a lane of loose strokes.

    Raises
    ------
    ValueError
        None of the strokes is there any more, or there are too many lanes.
    """
    strokes = ProofStroke.objects.filter(account=account, pk__in=stroke_ids, deleted_at=None, lane=None)
    if not strokes.exists():
        raise ValueError("there is no stroke to record; draw on the proof sheet first")
    lane = _new_lane(account, name, set_name)
    strokes.update(lane=lane)
    return lane


@transaction.atomic
def read_lane(account, data: bytes, name: str, set_name: str) -> tuple[Lane, list[str]]:
    """Make a lane from an InkML document. Returns it, and what was assumed.

    Raises
    ------
    hollowmist_core.formats.inkml.InkMLError
    """
    found = inkml.read(data)
    lane = _new_lane(account, found.name or name, set_name)
    now = int(time.time() * 1000)
    for i, stroke in enumerate(found.strokes):
        samples = stroke.samples.tobytes()
        read_samples(samples)
        ProofStroke.objects.create(
            account=account, lane=lane, kind=stroke.kind, erase=stroke.erase, samples=samples, drawn_at=now + i
        )
    return lane, found.assumed


def lane_as_inkml(lane: Lane) -> bytes:
    """A lane as an InkML document."""
    strokes = [
        Stroke(read_samples(bytes(one.samples)), one.kind, one.erase) for one in lane.strokes.filter(deleted_at=None)
    ]
    return inkml.write(strokes, lane.name)


@transaction.atomic
def move_lane(lane: Lane, position: int) -> None:
    """Move a lane among the others."""
    others = [one for one in own_lanes(lane.account).select_for_update() if one.pk != lane.pk]
    others.insert(min(max(0, position), len(others)), lane)
    for place, one in enumerate(others):
        Lane.objects.filter(pk=one.pk).update(position=place)


def delete_lane(lane: Lane) -> None:
    """Take a lane away; it can be put back."""
    lane.deleted_at = timezone.now()
    lane.save(update_fields=["deleted_at"])


def restore_lane(lane: Lane) -> None:
    """Put a deleted lane back."""
    lane.deleted_at = None
    lane.save(update_fields=["deleted_at"])
