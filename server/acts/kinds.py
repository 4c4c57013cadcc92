"""The kinds of act, each with what it is told and what does it: an action of the app that it belongs to."""

from collections.abc import Callable
from typing import NamedTuple

from proofs.actions import lanes
from proofs.actions.keep_stroke import keep_stroke
from proofs.actions.take_strokes import put_strokes_back, take_strokes
from proofs.serializers import ProofStrokeSerializer, StrokesSerializer, WishedLaneSerializer
from rest_framework import serializers


class Kind(NamedTuple):
    """How an act is read and done.

    Attributes
    ----------
    told : type of serializer
        Reads the act's body.
    do : callable
        Takes (account, thing, told) inside a transaction; returns what is answered beside *done*, or nothing.
    """

    told: type[serializers.Serializer]
    do: Callable[..., dict | None]


class Nothing(serializers.Serializer):
    """The body of an act that is told nothing."""


def _quiet(action: Callable) -> Callable[..., None]:
    """An action that is told by name, and whose act is answered with nothing more."""

    def do(account, thing, told):
        action(account, thing, **told)

    return do


KINDS: dict[str, Kind] = {
    "keepStroke": Kind(ProofStrokeSerializer, _quiet(keep_stroke)),
    "takeStrokes": Kind(StrokesSerializer, lambda account, _, told: take_strokes(account, **told)),
    "putStrokesBack": Kind(StrokesSerializer, lambda account, _, told: put_strokes_back(account, **told)),
    "keepLane": Kind(WishedLaneSerializer, _quiet(lanes.keep_lane)),
    "deleteLane": Kind(Nothing, _quiet(lanes.delete_lane)),
    "takeLaneApart": Kind(Nothing, _quiet(lanes.take_lane_apart)),
}
"""By the name that the device calls it by."""
