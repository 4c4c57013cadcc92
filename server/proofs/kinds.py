"""The kinds of the proof sheet: strokes of one's own, and the lanes that are made of them."""

from acts.registry import Act, Kind, Merge, Nothing, Packing, by_serializer, of_many, quiet, register

from . import packing
from .actions.delete_lane import delete_lane, put_lane_back
from .actions.keep_lane import MOST_LANES, keep_lane
from .actions.keep_stroke import keep_strokes
from .actions.take_lane_apart import take_lane_apart
from .actions.take_strokes import put_strokes_back, take_strokes
from .models import Lane, ProofStroke
from .serializers import (
    KeptLaneSerializer,
    KeptStrokeSerializer,
    ProofStrokeSerializer,
    StrokesSerializer,
    WishedLaneSerializer,
)

register(
    Kind(
        table="strokes",
        model=ProofStroke,
        name="stroke",
        names="strokes on your proof sheets",
        anew="draw it anew",
        row=by_serializer(KeptStrokeSerializer),
        merge=Merge.SET,
        most=20_000,
        full="take some off first",
        packing=Packing("as InkML: `lanes/loose.inkml`, and with their lanes"),
        acts={
            "keepStroke": Act(ProofStrokeSerializer, keep_strokes, "keep", together=True),
            "takeStrokes": Act(StrokesSerializer, of_many(take_strokes), "take", each="strokes"),
            "putStrokesBack": Act(StrokesSerializer, of_many(put_strokes_back), "back", each="strokes"),
        },
    ),
    Kind(
        table="lanes",
        model=Lane,
        name="lane",
        names="lanes",
        anew="record it anew",
        row=by_serializer(KeptLaneSerializer),
        merge=Merge.SET,
        most=MOST_LANES,
        packing=Packing(
            "`lanes` of the manifest, strokes as InkML", write=packing.write_lanes, read=packing.read_lanes
        ),
        along=("strokes", "lane"),
        acts={
            "keepLane": Act(WishedLaneSerializer, quiet(keep_lane), "keep"),
            "deleteLane": Act(Nothing, quiet(delete_lane), "take"),
            "takeLaneApart": Act(Nothing, quiet(take_lane_apart), "take"),
            "putLaneBack": Act(Nothing, quiet(put_lane_back), "back"),
        },
    ),
)
