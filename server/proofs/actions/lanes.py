"""What people do with lanes of their own: keep one as it is wished, read one from InkML, delete, take apart."""

import time

from django.db import transaction
from django.db.models import Prefetch, Q
from django.http import Http404
from django.utils import timezone
from hollowmist_core.formats import inkml
from hollowmist_core.native import Stroke
from hollowmist_core.proofs import read_samples

from ..models import Lane, ProofStroke

MOST_LANES = 60


class TooManyLanesError(ValueError):
    """The account has as many lanes as it may."""


def own_lanes(account):
    """The lanes of an account with their strokes, in order."""
    strokes = Prefetch("strokes", ProofStroke.objects.filter(deleted_at=None))
    return Lane.objects.filter(account=account, deleted_at=None).prefetch_related(strokes)


def _new_lane(account, name: str, set_name: str, lane_id=None) -> Lane:
    count = own_lanes(account).count()
    if count >= MOST_LANES:
        raise TooManyLanesError(f"you have {count} lanes, as many as can be kept; delete one first")
    own_id = {"pk": lane_id} if lane_id else {}
    return Lane.objects.create(account=account, name=name, set_name=set_name, position=count, **own_id)


@transaction.atomic
def keep_lane(account, lane_id, name: str, set_name: str, hidden: bool, strokes, position: int | None = None) -> Lane:
    """Keep a lane under the id that its device gave it, as it is wished; keeping it again puts a deleted one back.

    Of the `strokes` (ids) those that lie loose become the lane's; it loses none that it has.

    Raises
    ------
    ValueError
        A new lane has no stroke that is still there, or there are too many lanes.
    Http404
        The id is another account's.
    """
    lane = Lane.objects.select_for_update().filter(pk=lane_id).first()
    if lane is not None and lane.account_id != account.pk:
        raise Http404
    mine = ProofStroke.objects.filter(Q(lane=None) | Q(lane=lane_id), account=account, deleted_at=None)
    if lane is None:
        if not mine.filter(pk__in=strokes).exists():
            raise ValueError("there is no stroke to record; draw on the proof sheet first")
        lane = _new_lane(account, name, set_name, lane_id)
    mine.filter(pk__in=strokes).update(lane=lane)
    lane.name, lane.set_name, lane.hidden, lane.deleted_at = name, set_name, hidden, None
    lane.save()
    if position is not None:
        move_lane(lane, position)
    return own_lanes(account).get(pk=lane_id)


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
            account=account,
            lane=lane,
            kind=stroke.kind,
            erase=stroke.erase,
            seed=stroke.seed,
            samples=samples,
            drawn_at=now + i,
        )
    return lane, found.assumed


def lane_as_inkml(lane: Lane) -> bytes:
    """A lane as an InkML document. That its ink was dried in between is no ink, and InkML has no word for it."""
    strokes = [
        Stroke(read_samples(bytes(one.samples)), one.kind, one.erase, one.seed)
        for one in lane.strokes.filter(deleted_at=None, dries=False)
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


@transaction.atomic
def take_apart(lane: Lane) -> None:
    """Undo of recording: the lane's strokes lie loose on the sheet again, and the lane goes."""
    lane.strokes.update(lane=None)
    delete_lane(lane)
