"""What changed of an account since a number."""

import heapq

from proofs.models import Lane, ProofStroke
from proofs.serializers import KeptLaneSerializer, KeptStrokeSerializer

PAGE = 200
"""Most rows of one answer."""

TABLES = {"strokes": (ProofStroke, KeptStrokeSerializer), "lanes": (Lane, KeptLaneSerializer)}
"""Table of the device's store -> the model it holds a copy of, and how its rows are told."""


def changes_since(account, number: int) -> tuple[list[dict], bool]:
    """Rows with a number above the given one, in the order of their numbers, and whether there are more.

    Each is {"table", "id", "number", "row"}; the row of one that was deleted is None.
    """
    found = []
    for table, (model, told) in TABLES.items():
        rows = model.objects.filter(account=account, number__gt=number).order_by("number")[: PAGE + 1]
        found.append([(row.number, table, row, told) for row in rows])
    merged = list(heapq.merge(*found, key=lambda one: one[0]))
    page = [
        {
            "table": table,
            "id": str(row.pk),
            "number": at,
            "row": None if row.deleted_at is not None else told(row).data,
        }
        for at, table, row, told in merged[:PAGE]
    ]
    return page, len(merged) > PAGE
