"""Keep a sheet: made, renamed, its paper, layers, underlays and guides changed."""

from accounts.numbers import count_on, stands
from django.db import transaction
from django.utils import timezone
from hollowmist.moments import in_ms
from hollowmist.refusal import Refused
from hollowmist_core.documents.sheet import read_sheet
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
def keep_sheet(account, sheet_id, base: int, document: dict | None = None, **more) -> Sheet:
    """Keep a sheet as it is wished: its `name` and `note`, and a state of its document, made from the revision `base`.

    What is not wished stays as it is. Of names and notes the later act has its way; sending the state that already
    stands once more changes nothing.

    Raises
    ------
    Stale
        Another state of the document was kept in the meantime.
    Refused
        An underlay's picture is not there.
    hollowmist_core.documents.sheet.SheetError
        The document is not sound.
    """
    sheet = Sheet.objects.select_for_update().filter(pk=sheet_id).first()
    if sheet is None:
        sheet = Sheet(pk=sheet_id, account=account, name="Sheet", used_at=0, document={}, revision=0)
        document = document or {}
    fields = {} if document is None else {"document": read_sheet({**sheet.document, **document})}
    changed = bool(fields) and (sheet.revision == 0 or not stands(sheet, base, fields, sheet_row))
    if changed:
        sheet.document, sheet.kept_at = fields["document"], timezone.now()
        sheet.revision += 1
    for field, value in more.items():
        setattr(sheet, field, value)
    count_on(account, [sheet])
    sheet.save()
    if changed:
        held = _held(account, sheet.document)
        sheet.pictures.set(held)
        account.pictures.add(*held)
    return sheet


def sheet_row(sheet: Sheet) -> dict:
    """A sheet as devices are told of it."""
    return {
        "name": sheet.name,
        "note": sheet.note,
        "document": sheet.document,
        "revision": sheet.revision,
        "used_at": sheet.used_at,
        "kept_at": in_ms(sheet.kept_at),
    }
