"""Undo of recording a lane."""

from django.db import transaction

from ..models import ProofStroke
from .delete_lane import delete_lane
from .keep_lane import hold_strokes


@transaction.atomic
def take_lane_apart(account, lane_id) -> None:
    """Undo of recording: the lane's strokes lie loose on the sheet again, and the lane goes."""
    hold_strokes(None, ProofStroke.objects.filter(account=account, lane=lane_id).select_related("account"))
    delete_lane(account, lane_id)
