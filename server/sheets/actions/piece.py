"""A sheet of the database made ready to be inked, and written as files."""

import io

import numpy as np
from hollowmist_core.document import read
from hollowmist_core.formats import inkml
from hollowmist_core.formats.ora import write_ora
from hollowmist_core.formats.sheet_pdf import sheet_pdf
from hollowmist_core.formats.sheet_svg import png_of, sheet_svg
from hollowmist_core.native import Stroke
from hollowmist_core.proofs import read_samples
from hollowmist_core.sheets.inking import Piece, SheetStroke, inked
from PIL import Image
from rolls.models import Brush
from sources.actions.pictures import ink_for, own_pictures

from ..models import Look, Sheet

NO_SAMPLES = np.zeros(0)
FORMATS = {
    "png": "image/png",
    "ora": "image/openraster",
    "svg": "image/svg+xml",
    "pdf": "application/pdf",
    "inkml": "application/inkml+xml",
}
"""Kinds of files that a sheet is written as, and their media types."""


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
        return np.array(Image.open(io.BytesIO(bytes(picture.data)), formats=["PNG"]).convert("RGBA"))

    return find


def piece_of(sheet: Sheet) -> Piece:
    """A sheet with its strokes, looks and pictures."""
    strokes = [
        SheetStroke(
            NO_SAMPLES if one.dries else read_samples(bytes(one.samples)),
            one.kind,
            one.erase,
            one.seed,
            one.layer,
            look=str(one.look),
            size=one.size,
            ink=one.ink,
            opacity=one.opacity,
            dries=one.dries,
        )
        for one in sheet.strokes.filter(deleted_at=None)
    ]
    return Piece(sheet.document, strokes, _looks_of(sheet), ink_for(sheet.account), _pixels_for(sheet.account))


def write_sheet(sheet: Sheet, form: str, dpi: float | None = None, paper: bool = True) -> bytes:
    """A sheet as a file of one of `FORMATS`.

    Parameters
    ----------
    dpi : float, optional
        Of PNG and OpenRaster; the sheet's own where there is none.
    paper : bool
        Whether the paper is seen below the ink; OpenRaster always has it as a layer.
    """
    piece = piece_of(sheet)
    scale = (dpi or sheet.document["dpi"]) / sheet.document["dpi"]
    if form == "png":
        return png_of(inked(piece, scale, paper), dpi or sheet.document["dpi"])
    if form == "ora":
        return write_ora(piece, dpi)
    if form == "svg":
        return sheet_svg(piece, sheet.name, paper)
    if form == "pdf":
        return sheet_pdf(piece, sheet.name, paper)
    drawn = [Stroke(one.samples, one.kind, one.erase, one.seed) for one in piece.strokes if not one.dries]
    return inkml.write(drawn, sheet.name)
