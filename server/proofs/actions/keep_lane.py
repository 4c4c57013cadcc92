"""Keep a lane of one's own as it is wished."""

from accounts.numbers import count_on
from django.db import transaction
from django.db.models import Prefetch, Q
from hollowmist.refusal import Refused

from ..models import Lane, ProofStroke

MOST_LANES = 60


def own_lanes(account):
    """The lanes of an account with their strokes, in order."""
    strokes = Prefetch("strokes", ProofStroke.objects.filter(deleted_at=None))
    return Lane.objects.filter(account=account, deleted_at=None).prefetch_related(strokes)


def new_lane(account, name: str, set_name: str, lane_id=None) -> Lane:
    """An empty lane after all others."""
    own_id = {"pk": lane_id} if lane_id else {}
    lane = Lane(account=account, name=name, set_name=set_name, position=own_lanes(account).count(), **own_id)
    count_on(account, [lane])
    lane.save(force_insert=True)
    return lane


def hold_strokes(lane: Lane | None, strokes) -> None:
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
        lane = new_lane(account, name, set_name, lane_id)
    # Its device holds them in the lane: they are told again where that is not so.
    hold_strokes(None if lane.deleted_at else lane, mine.filter(pk__in=strokes, lane=None).select_related("account"))
    lane.name, lane.set_name, lane.hidden = name, set_name, hidden
    count_on(account, [lane])
    lane.save()
    if position is not None and lane.deleted_at is None:
        move_lane(lane, position)
    return lane


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
