"""A sheet of the database made ready to be inked, and written as files."""

import hashlib

import numpy as np
from hollowmist.refusal import Refused
from hollowmist_core.documents.brush import read
from hollowmist_core.formats import FileWish, PictureError, Progress, no_progress
from hollowmist_core.native.pieces import Piece, SheetStroke
from hollowmist_core.proofs import read_samples
from hollowmist_core.tables.paper_sizes import MOST_SIDE
from rolls.models import Brush
from sources.actions.pictures import ink_for, own_pictures, pixels_of

from ..forms import FORMS
from ..models import Look, Sheet

NO_SAMPLES = np.zeros(0)
MOST_PX = MOST_SIDE**2
"""Most px of a file: as many as the largest sheet has."""


def _looks_of(sheet: Sheet) -> dict[str, dict]:
    """The brushes of a sheet's strokes by their looks: as they were, or as they are where the sheet follows them."""
    used = sheet.strokes.filter(deleted_at=None).values_list("look", flat=True).distinct()
    looks = list(Look.objects.filter(account=sheet.account, pk__in=list(used)))
    now = {}
    if sheet.document["follows"]:
        brushes = Brush.objects.of(sheet.account).present().filter(pk__in=[one.brush for one in looks if one.brush])
        now = {brush.pk: brush.document for brush in brushes}
    return {str(one.pk): read(now.get(one.brush, one.document)) for one in looks}


def _pixels_for(account):
    """A finder of underlays' pixels: digest -> ndarray, straight RGBA."""

    def find(digest: str) -> np.ndarray:
        picture = own_pictures(account).filter(pk=digest).first()
        if picture is None:
            raise LookupError(f"the underlay {digest[:8]} is not here; lay it in again")
        if hashlib.sha256(bytes(picture.data)).hexdigest() != digest:
            raise LookupError(f"the underlay {digest[:8]} is damaged; lay it in again")
        try:
            return pixels_of(picture)
        except PictureError as error:
            raise LookupError(f"an underlay was left out: {error}") from None

    return find


def _samples_of(row, missing: list[str]) -> np.ndarray | None:
    """A stroke's samples; None where they are not sound, which `missing` is told."""
    if row.dries:
        return NO_SAMPLES
    try:
        return read_samples(bytes(row.samples))
    except ValueError as error:
        missing.append(f"a stroke was left out: {error}")
        return None


def piece_of(sheet: Sheet) -> Piece:
    """A sheet with its strokes, looks and pictures. What is not sound is left out, and told in its `missing`."""
    missing: list[str] = []
    strokes = []
    for one in sheet.strokes.filter(deleted_at=None):
        samples = _samples_of(one, missing)
        if samples is None:
            continue
        own = {"look": str(one.look), "size": one.size, "ink": one.ink, "opacity": one.opacity, "dries": one.dries}
        strokes.append(SheetStroke(samples, one.kind, one.erase, one.seed, one.layer, **own))
    found = ink_for(sheet.account), _pixels_for(sheet.account)
    return Piece(sheet.document, strokes, _looks_of(sheet), *found, missing=missing)


def write_sheet(
    sheet: Sheet, form: str, dpi: float | None = None, wish: FileWish | None = None, progress: Progress = no_progress
) -> tuple[bytes, list[str]]:
    """A sheet as a file of one of `FORMS`.

    Parameters
    ----------
    dpi : float, optional
        Of files of pixels; the sheet's own where there is none.
    wish : FileWish, optional
        What is seen besides the ink; OpenRaster has paper and underlays as layers, shown or not.
    progress : callable
        Hears the share that is done, 0..1, of what takes long; what it raises ends the writing.

    Returns
    -------
    data : bytes
    missing : list of str
        What could not be had and was left out or inked plainly, each in a sentence.
    """
    dpi = dpi or sheet.document["dpi"]
    if FORMS[form].of_pixels:
        _refuse_huge(sheet.document, dpi)
    piece = piece_of(sheet)
    return FORMS[form].write(piece, sheet.name, dpi, wish or FileWish(paper=True), progress), piece.missing


def _refuse_huge(document: dict, dpi: float) -> None:
    """Refused where a file of pixels would have more of them than a server has room for."""
    side = [round(dpi / document["dpi"] * document[one]) for one in ("width", "height")]
    if side[0] * side[1] > MOST_PX:
        raise Refused(
            f"at {dpi:.0f} dpi this sheet has {side[0]:,} x {side[1]:,} px, and a file may have "
            f"{MOST_PX / 1e6:.0f} million in all; choose fewer dpi, or SVG or PDF"
        )
