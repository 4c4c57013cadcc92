"""What changed of an account since a number."""

import heapq
from collections.abc import Callable

from proofs.models import Lane, ProofStroke
from proofs.serializers import KeptLaneSerializer, KeptStrokeSerializer
from rolls.actions.keep_brush import told_row as brush_row
from rolls.actions.keep_checkpoint import told_row as checkpoint_row
from rolls.models import Brush, Checkpoint, Roll
from rolls.serializers import KeptRollSerializer
from sheets.models import Look, Sheet, SheetStroke
from sheets.serializers import KeptSheetSerializer, LookSerializer, SheetStrokeSerializer
from sources.actions.keep_source import told_row as source_row
from sources.models import KeptRecipe, Source
from sources.serializers import KeptRecipeSerializer

PAGE = 200
"""Most rows of one answer."""


def _by_serializer(serializer) -> Callable[..., dict]:
    return lambda row: dict(serializer(row).data)


TABLES = {
    "strokes": (ProofStroke, "account", _by_serializer(KeptStrokeSerializer)),
    "lanes": (Lane, "account", _by_serializer(KeptLaneSerializer)),
    "rolls": (Roll, "account", _by_serializer(KeptRollSerializer)),
    "brushes": (Brush, "roll__account", brush_row),
    "checkpoints": (Checkpoint, "brush__roll__account", checkpoint_row),
    "sources": (Source, "account", source_row),
    "sheets": (Sheet, "account", _by_serializer(KeptSheetSerializer)),
    "looks": (Look, "account", _by_serializer(LookSerializer)),
    "sheetStrokes": (SheetStroke, "account", _by_serializer(SheetStrokeSerializer)),
    "recipes": (KeptRecipe, "account", _by_serializer(KeptRecipeSerializer)),
}
"""Table of the device's store -> the model it holds a copy of, whose a row is, and how it is told."""


def changes_since(account, number: int) -> tuple[list[dict], bool, int]:
    """Rows with a number above the given one, in the order of their numbers; whether there are more; and up to which.

    Each is {"table", "id", "number", "row"}; the row of one that was deleted is None.
    """
    # The tables are read one after the other, while acts go on. What has no higher number than the account has now was
    # written whole; of what comes later one table could already tell while another did not yet.
    account.refresh_from_db(fields=["number"])
    until = account.number
    found = []
    for table, (model, whose, told) in TABLES.items():
        new = model.objects.filter(**{whose: account}, number__gt=number, number__lte=until)
        rows = new.order_by("number")[: PAGE + 1]
        found.append([(row.number, table, row, told) for row in rows])
    merged = list(heapq.merge(*found, key=lambda one: one[0]))
    page = [
        {
            "table": table,
            "id": str(row.pk),
            "number": at,
            "row": None if getattr(row, "deleted_at", None) is not None else told(row),
        }
        for at, table, row, told in merged[:PAGE]
    ]
    return page, len(merged) > PAGE, until
