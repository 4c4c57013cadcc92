"""The kinds of the bench: rolls, the brushes in their pockets, and the kept states of these."""

from acts.registry import Act, Kind, Merge, Nothing, Packing, by_serializer, quiet, register

from . import packing
from .actions.delete_brush import delete_brush, restore_brush
from .actions.keep_brush import brush_row, keep_brush
from .actions.keep_checkpoint import checkpoint_row, keep_checkpoint
from .actions.keep_roll import keep_roll
from .actions.mark_brush import mark_brush
from .actions.place_brush import place_brush
from .actions.take_checkpoint import put_checkpoint_back, take_checkpoint
from .actions.take_roll import put_roll_back, take_roll
from .models import Brush, Checkpoint, PictureUse, Roll
from .serializers import (
    KeptRollSerializer,
    MarkedBrushSerializer,
    PlacedBrushSerializer,
    WishedBrushSerializer,
    WishedCheckpointSerializer,
    WishedRollSerializer,
)


def _keep_brush(account, thing, base, body) -> dict:
    return {"revision": keep_brush(account, thing, base, **body).revision}


def _pictures_of_brushes(rows):
    yield from PictureUse.objects.filter(brush__in=rows).values_list("picture", flat=True)
    for cover, mark in rows.values_list("cover", "maker__mark"):
        yield from filter(None, (cover, mark))


register(
    Kind(
        table="rolls",
        model=Roll,
        name="roll",
        names="rolls",
        anew="make it anew",
        row=by_serializer(KeptRollSerializer),
        merge=Merge.LAST,
        most=2_000,
        packing=Packing("`rolls` of the manifest", write=packing.write_rolls, read=packing.read_rolls),
        acts={
            "keepRoll": Act(WishedRollSerializer, quiet(keep_roll), "keep"),
            "takeRoll": Act(Nothing, quiet(take_roll), "take"),
            "putRollBack": Act(Nothing, quiet(put_roll_back), "back"),
        },
        # One that is lent still has the key by which it is taken back.
        purgeable=lambda rows: rows.filter(loan=None),
    ),
    Kind(
        table="brushes",
        model=Brush,
        name="brush",
        names="brushes",
        anew="duplicate it and make that your own",
        row=brush_row,
        merge=Merge.DOCUMENT,
        parent="roll",
        most=20_000,
        full="put it into another roll",
        packing=Packing(
            "`brushes/*.json`, with previews", packing.choose_brushes, packing.write_brushes, packing.read_brushes
        ),
        acts={
            "keepBrush": Act(WishedBrushSerializer, _keep_brush, "keep", needs={"roll": "rolls"}),
            "placeBrush": Act(PlacedBrushSerializer, quiet(place_brush), "change", needs={"roll": "rolls"}),
            "markBrush": Act(MarkedBrushSerializer, quiet(mark_brush), "mark"),
            "takeBrush": Act(Nothing, quiet(delete_brush), "take"),
            "putBrushBack": Act(Nothing, quiet(restore_brush), "back"),
        },
        pictures=_pictures_of_brushes,
    ),
    Kind(
        table="checkpoints",
        model=Checkpoint,
        name="checkpoint",
        names="checkpoints of this brush",
        anew="make it anew",
        row=checkpoint_row,
        merge=Merge.SET,
        parent="brush",
        most=2_000,
        packing=Packing(
            "`checkpoints/*.json`", packing.choose_checkpoints, packing.write_checkpoints, packing.read_checkpoints
        ),
        acts={
            "keepCheckpoint": Act(
                WishedCheckpointSerializer, quiet(keep_checkpoint), "keep", needs={"brush": "brushes"}
            ),
            "takeCheckpoint": Act(Nothing, quiet(take_checkpoint), "take"),
            "putCheckpointBack": Act(Nothing, quiet(put_checkpoint_back), "back"),
        },
        pictures=lambda rows: rows.exclude(pictures=None).values_list("pictures", flat=True),
    ),
)
