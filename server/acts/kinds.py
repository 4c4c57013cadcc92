"""The kinds of act, each with what it is told and what does it: an action of the app that it belongs to."""

from collections.abc import Callable
from typing import NamedTuple

from accounts.actions.prefer import prefer
from accounts.serializers import WishSerializer
from proofs.actions import lanes
from proofs.actions.keep_stroke import keep_stroke
from proofs.actions.take_strokes import put_strokes_back, take_strokes
from proofs.serializers import ProofStrokeSerializer, StrokesSerializer, WishedLaneSerializer
from rest_framework import serializers
from rolls.actions.delete_brush import delete_brush, restore_brush
from rolls.actions.keep_brush import keep_brush
from rolls.actions.keep_checkpoint import keep_checkpoint, put_checkpoint_back, take_checkpoint
from rolls.actions.keep_roll import keep_roll, put_roll_back, take_roll
from rolls.actions.place_brush import mark_brush, place_brush
from rolls.serializers import (
    MarkedBrushSerializer,
    PlacedBrushSerializer,
    WishedBrushSerializer,
    WishedCheckpointSerializer,
    WishedRollSerializer,
)
from sheets.actions.keep_look import keep_look
from sheets.actions.keep_sheet import keep_sheet, put_sheet_back, take_sheet
from sheets.actions.strokes import ink_strokes, keep_sheet_stroke, put_sheet_strokes_back, take_sheet_strokes
from sheets.serializers import (
    InkedStrokesSerializer,
    SheetStrokeSerializer,
    WishedLookSerializer,
    WishedSheetSerializer,
)
from sources.actions.delete_source import delete_source, restore_source
from sources.actions.keep_recipe import forget_recipe, keep_recipe
from sources.actions.keep_source import keep_source
from sources.actions.make_source import take_in
from sources.serializers import KeptRecipeSerializer, WishedFileSerializer, WishedSourceSerializer


class Kind(NamedTuple):
    """How an act is read and done.

    Attributes
    ----------
    told : type of serializer
        Reads the act's body.
    do : callable
        Takes (account, thing, base, told) inside a transaction, `base` the revision that the act was made from;
        returns what is answered beside *done*, or nothing.
    """

    told: type[serializers.Serializer]
    do: Callable[..., dict | None]


class Nothing(serializers.Serializer):
    """The body of an act that is told nothing."""


def _quiet(action: Callable) -> Callable[..., None]:
    """An action that is told by name, and whose act is answered with nothing more."""

    def do(account, thing, _, told):
        action(account, thing, **told)

    return do


def _keep_brush(account, thing, base, told) -> dict:
    return {"revision": keep_brush(account, thing, base, **told).revision}


def _keep_source(account, thing, base, told) -> dict:
    source = keep_source(account, thing, base, **told)
    return {"revision": source.revision, "picture": source.picture_id}


KINDS: dict[str, Kind] = {
    "keepStroke": Kind(ProofStrokeSerializer, _quiet(keep_stroke)),
    "takeStrokes": Kind(StrokesSerializer, lambda account, _, __, told: take_strokes(account, **told)),
    "putStrokesBack": Kind(StrokesSerializer, lambda account, _, __, told: put_strokes_back(account, **told)),
    "keepLane": Kind(WishedLaneSerializer, _quiet(lanes.keep_lane)),
    "deleteLane": Kind(Nothing, _quiet(lanes.delete_lane)),
    "takeLaneApart": Kind(Nothing, _quiet(lanes.take_lane_apart)),
    "keepRoll": Kind(WishedRollSerializer, _quiet(keep_roll)),
    "takeRoll": Kind(Nothing, _quiet(take_roll)),
    "putRollBack": Kind(Nothing, _quiet(put_roll_back)),
    "keepBrush": Kind(WishedBrushSerializer, _keep_brush),
    "placeBrush": Kind(PlacedBrushSerializer, _quiet(place_brush)),
    "markBrush": Kind(MarkedBrushSerializer, _quiet(mark_brush)),
    "keepCheckpoint": Kind(WishedCheckpointSerializer, _quiet(keep_checkpoint)),
    "takeCheckpoint": Kind(Nothing, _quiet(take_checkpoint)),
    "putCheckpointBack": Kind(Nothing, _quiet(put_checkpoint_back)),
    "takeBrush": Kind(Nothing, _quiet(delete_brush)),
    "putBrushBack": Kind(Nothing, _quiet(restore_brush)),
    "keepSource": Kind(WishedSourceSerializer, _keep_source),
    "takeIn": Kind(WishedFileSerializer, _quiet(take_in)),
    "takeSource": Kind(Nothing, _quiet(delete_source)),
    "putSourceBack": Kind(Nothing, _quiet(restore_source)),
    "keepRecipe": Kind(KeptRecipeSerializer, _quiet(keep_recipe)),
    "forgetRecipe": Kind(Nothing, _quiet(forget_recipe)),
    "keepSheet": Kind(WishedSheetSerializer, _quiet(keep_sheet)),
    "takeSheet": Kind(Nothing, _quiet(take_sheet)),
    "putSheetBack": Kind(Nothing, _quiet(put_sheet_back)),
    "keepLook": Kind(WishedLookSerializer, _quiet(keep_look)),
    "keepSheetStroke": Kind(SheetStrokeSerializer, _quiet(keep_sheet_stroke)),
    "inkStrokes": Kind(InkedStrokesSerializer, lambda account, _, __, told: ink_strokes(account, **told)),
    "takeSheetStrokes": Kind(StrokesSerializer, lambda account, _, __, told: take_sheet_strokes(account, **told)),
    "putSheetStrokesBack": Kind(
        StrokesSerializer, lambda account, _, __, told: put_sheet_strokes_back(account, **told)
    ),
    "prefer": Kind(WishSerializer, lambda account, _, __, told: prefer(account, **told)),
}
"""By the name that the device calls it by."""
