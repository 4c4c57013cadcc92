"""Keep strokes on the proof sheet."""

from ..models import ProofStroke
from .recorded import keep_recorded


def keep_strokes(account, strokes: list) -> None:
    """Keep strokes, (id, fields) each, under the ids that their device gave them; `fields` are those of `ProofStroke`.

    One that `dries` is no stroke and has no samples: all ink that is wet dries at its place in the order. Raises as
    `keep_recorded` does.
    """
    keep_recorded(account, [ProofStroke(pk=pk, account=account, **fields) for pk, fields in strokes])
