"""Keep a sheet: made, renamed, its paper, layers, underlays and guides changed. Take it away, and put it back."""

from accounts.numbers import count_on, put_back, take_away
from django.db import transaction
from hollowmist.refusal import Refused
from hollowmist_core.sheets.document import read_sheet
from sources.actions.pictures import own_pictures

from ..models import Sheet

MOST_SHEETS = 500


def _held(account, document: dict) -> list:
    """The pictures of a sheet's underlays; all must be the account's."""
    digests = {one["picture"] for one in document["underlays"]}
    found = list(own_pictures(account).filter(pk__in=digests))
    if len(found) < len(digests):
        raise Refused("the picture of an underlay is not here; lay it in again from its file")
    return found


@transaction.atomic
def keep_sheet(account, sheet_id, document: dict | None = None, **wished) -> Sheet:
    """Keep a sheet as it is wished: its `name`, `note`, when it was used, and parts of its `document`.

    What is not wished stays as it is, so that two devices that change different parts both have their way.

    Raises
    ------
    Refused
        The id is another account's, an underlay's picture is not there, or there are too many sheets.
    hollowmist_core.sheets.document.SheetError
        The document is not sound.
    """
    sheet = Sheet.objects.select_for_update().filter(pk=sheet_id).first()
    if sheet is not None and sheet.account_id != account.pk:
        raise Refused("this sheet is not yours; make it anew")
    if sheet is None:
        if account.sheets.filter(deleted_at=None).count() >= MOST_SHEETS:
            raise Refused(f"you have {MOST_SHEETS} sheets, as many as can be kept; delete one first")
        sheet = Sheet(pk=sheet_id, account=account, name="Sheet", used_at=0, document={})
    changed = document is not None or not sheet.document
    if changed:
        sheet.document = read_sheet({**sheet.document, **(document or {})})
    for field, value in wished.items():
        setattr(sheet, field, value)
    count_on(account, [sheet])
    sheet.save()
    if changed:
        sheet.pictures.set(_held(account, sheet.document))
    return sheet


def take_sheet(account, sheet_id) -> None:
    """Take a sheet away with all that is on it; one that is not there is away already."""
    take_away(account, account.sheets, sheet_id)


def put_sheet_back(account, sheet_id) -> None:
    """Put a sheet back with its strokes."""
    put_back(account, account.sheets, sheet_id)
