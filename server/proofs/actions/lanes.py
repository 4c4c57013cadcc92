"""What people do with lanes of their own: keep one as it is wished, read one from InkML, delete, take apart."""

import time

from accounts.numbers import count_on, put_back, take_away
from acts.registry import KINDS
from django.db import transaction
from django.db.models import Prefetch, Q
from hollowmist.refusal import Refused
from hollowmist_core.formats import inkml
from hollowmist_core.native.sheet import Stroke
from hollowmist_core.proofs import read_samples

from ..models import Lane, ProofStroke

MOST_LANES = 60


def own_lanes(account):
    """The lanes of an account with their strokes, in order."""
    strokes = Prefetch("strokes", ProofStroke.objects.filter(deleted_at=None))
    return Lane.objects.filter(account=account, deleted_at=None).prefetch_related(strokes)


def _new_lane(account, name: str, set_name: str, lane_id=None) -> Lane:
    own_id = {"pk": lane_id} if lane_id else {}
    lane = Lane(account=account, name=name, set_name=set_name, position=own_lanes(account).count(), **own_id)
    count_on(account, [lane])
    lane.save(force_insert=True)
    return lane


def _hold(lane: Lane | None, strokes) -> None:
    """Let strokes lie in a lane, or loose."""
    found = list(strokes)
    if not found:
        return
    count_on(found[0].account, found)
    for stroke in found:
        stroke.lane = lane
    ProofStroke.objects.bulk_update(found, ["lane", "number"])


@transaction.atomic
def keep_lane(account, lane_id, name: str, set_name: str, hidden: bool, strokes, position: int | None = None) -> Lane:
    """Keep a lane under the id that its device gave it, as it is wished.

    Of the `strokes` (ids) those that lie loose become the lane's; it loses none that it has. One that was deleted
    meanwhile stays away, and its strokes lie where they lay.

    Raises
    ------
    Refused
        A new lane has no stroke that is still there.
    """
    lane = Lane.objects.select_for_update().filter(pk=lane_id).first()
    mine = ProofStroke.objects.filter(Q(lane=None) | Q(lane=lane_id), account=account, deleted_at=None)
    if lane is None:
        if not mine.filter(pk__in=strokes).exists():
            raise Refused("the lane was not recorded: there is no stroke to record; draw on the proof sheet first")
        lane = _new_lane(account, name, set_name, lane_id)
    # Its device holds them in the lane: they are told again where that is not so.
    _hold(None if lane.deleted_at else lane, mine.filter(pk__in=strokes, lane=None).select_related("account"))
    lane.name, lane.set_name, lane.hidden = name, set_name, hidden
    count_on(account, [lane])
    lane.save()
    if position is not None and lane.deleted_at is None:
        move_lane(lane, position)
    return lane


@transaction.atomic
def read_lane(account, data: bytes, name: str, set_name: str) -> tuple[Lane, list[str]]:
    """Make a lane from an InkML document. Returns it, and what was assumed.

    Raises
    ------
    hollowmist_core.formats.inkml.InkMLError
    """
    KINDS["lanes"].refuse_full(account)
    found = inkml.read(data)
    lane = _new_lane(account, found.name or name, set_name)
    now = int(time.time() * 1000)
    strokes = []
    for i, stroke in enumerate(found.strokes):
        samples = stroke.samples.tobytes()
        read_samples(samples)
        told = {"kind": stroke.kind, "erase": stroke.erase, "seed": stroke.seed, "drawn_at": now + i}
        strokes.append(ProofStroke(account=account, lane=lane, samples=samples, **told))
    count_on(account, strokes)
    ProofStroke.objects.bulk_create(strokes)
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
    moved = []
    for place, one in enumerate(others):
        if one.position != place:
            one.position = place
            moved.append(one)
    count_on(lane.account, moved)
    Lane.objects.bulk_update(moved, ["position", "number"])


def put_lane_back(account, lane_id) -> None:
    """Put a lane back with its strokes."""
    put_back(account, account.lanes, lane_id)


def delete_lane(account, lane_id) -> None:
    """Take a lane away; it can be put back."""
    take_away(account, account.lanes, lane_id)


@transaction.atomic
def take_lane_apart(account, lane_id) -> None:
    """Undo of recording: the lane's strokes lie loose on the sheet again, and the lane goes."""
    _hold(None, ProofStroke.objects.filter(account=account, lane=lane_id).select_related("account"))
    delete_lane(account, lane_id)
