"""Keep strokes of a sheet."""

from proofs.actions.recorded import keep_recorded

from ..models import SheetStroke


def keep_sheet_strokes(account, strokes: list) -> None:
    """Keep strokes, (id, fields) each, under the ids that their device gave them; `fields` are those of `SheetStroke`.

    Raises as `keep_recorded` does.
    """
    keep_recorded(account, [SheetStroke(pk=pk, account=account, **fields) for pk, fields in strokes])
