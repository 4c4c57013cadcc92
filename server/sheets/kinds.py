"""The kinds of the sheets: sheets, the looks that strokes on them are inked with, and these strokes."""

from acts.registry import Act, Kind, Merge, Nothing, Packing, by_serializer, of_many, quiet, register
from proofs.serializers import StrokesSerializer

from . import packing
from .actions.ink_strokes import ink_strokes
from .actions.keep_look import keep_look
from .actions.keep_sheet import MOST_SHEETS, keep_sheet, sheet_row
from .actions.keep_sheet_strokes import keep_sheet_strokes
from .actions.mark_sheet import mark_sheet
from .actions.take_sheet import put_sheet_back, take_sheet
from .actions.take_sheet_strokes import put_sheet_strokes_back, take_sheet_strokes
from .models import Look, Sheet, SheetStroke
from .serializers import (
    MOST_STROKES,
    InkedStrokesSerializer,
    LookSerializer,
    MarkedSheetSerializer,
    SheetStrokeSerializer,
    WishedLookSerializer,
    WishedSheetSerializer,
)


def _keep_sheet(account, thing, base, body) -> dict:
    return {"revision": keep_sheet(account, thing, base, **body).revision}


register(
    Kind(
        table="sheets",
        model=Sheet,
        name="sheet",
        names="sheets",
        anew="make it first",
        row=sheet_row,
        merge=Merge.DOCUMENT,
        most=MOST_SHEETS,
        packing=Packing("`sheets/*.json`"),
        acts={
            "keepSheet": Act(WishedSheetSerializer, _keep_sheet, "keep"),
            "markSheet": Act(MarkedSheetSerializer, quiet(mark_sheet), "mark"),
            "takeSheet": Act(Nothing, quiet(take_sheet), "take"),
            "putSheetBack": Act(Nothing, quiet(put_sheet_back), "back"),
        },
        pictures=lambda rows: rows.exclude(pictures=None).values_list("pictures", flat=True),
    ),
    Kind(
        table="looks",
        model=Look,
        name="brush of a stroke",
        names="brushes that strokes were drawn with",
        anew="draw it anew",
        row=by_serializer(LookSerializer),
        merge=Merge.SET,
        most=50_000,
        full="draw with one that you have used before",
        packing=Packing("`looks/*.json`", packing.choose_looks, packing.write_looks, packing.read_looks),
        acts={"keepLook": Act(WishedLookSerializer, quiet(keep_look), "keep")},
        pictures=lambda rows: rows.exclude(pictures=None).values_list("pictures", flat=True),
    ),
    Kind(
        table="sheetStrokes",
        model=SheetStroke,
        name="stroke",
        names="strokes on this sheet",
        anew="draw it anew",
        row=by_serializer(SheetStrokeSerializer),
        merge=Merge.SET,
        parent="sheet",
        most=MOST_STROKES,
        full="go on on a copy of it",
        packing=Packing("`sheets/*.inkml`", packing.choose_sheets, packing.write_sheets, packing.read_sheets),
        acts={
            "keepSheetStroke": Act(
                SheetStrokeSerializer,
                keep_sheet_strokes,
                "keep",
                needs={"sheet_id": "sheets", "look": "looks"},
                together=True,
            ),
            "inkStrokes": Act(
                InkedStrokesSerializer, of_many(ink_strokes), "change", each="inked", needs={"inked.look": "looks"}
            ),
            "takeSheetStrokes": Act(StrokesSerializer, of_many(take_sheet_strokes), "take", each="strokes"),
            "putSheetStrokesBack": Act(StrokesSerializer, of_many(put_sheet_strokes_back), "back", each="strokes"),
        },
    ),
)
