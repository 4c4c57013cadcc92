"""A sheet as a page of PDF at its true size: outlines as curves, and pictures where ink has no outline."""

import io

from PIL import Image
from reportlab.lib.colors import HexColor
from reportlab.lib.utils import ImageReader
from reportlab.pdfgen.canvas import FILL_EVEN_ODD, Canvas

from ..sheets.inking import Piece, inked
from ..sheets.tracing import traced

POINTS_PER_INCH = 72.0
WAYS = {
    "normal": "Normal",
    "multiply": "Multiply",
    "screen": "Screen",
    "overlay": "Overlay",
    "darken": "Darken",
    "lighten": "Lighten",
    "color-dodge": "ColorDodge",
    "color-burn": "ColorBurn",
    "hard-light": "HardLight",
    "soft-light": "SoftLight",
    "difference": "Difference",
    "exclusion": "Exclusion",
}
"""Blend modes by the names that PDF has for them (ISO 32000-1, 11.3.5)."""


def _plain(document: dict) -> bool:
    """Whether every layer lies on the others as it is: then strokes can be written one by one."""
    shown = [one for one in document["layers"] if one["shown"]]
    return all(one["mode"] == "normal" and one["opacity"] >= 0.998 for one in shown)


def _picture(page: Canvas, pixels, left, top, times, height) -> None:
    down, across = pixels.shape[:2]
    image = ImageReader(Image.fromarray(pixels))
    page.drawImage(image, left, height - top - down / times, across / times, down / times, mask="auto")


def _shape(page: Canvas, one, height: float) -> None:
    page.setBlendMode(WAYS[one.mode])
    if one.picture is not None:
        _picture(page, one.picture, one.left, one.top, one.times, height)
        return
    page.setFillColor(HexColor(one.ink))
    page.setFillAlpha(one.opacity)
    path = page.beginPath()
    for pieces in one.pieces:
        path.moveTo(pieces[0][0][0], height - pieces[0][0][1])
        for _, b, c, d in pieces:
            path.curveTo(b[0], height - b[1], c[0], height - c[1], d[0], height - d[1])
        path.close()
    page.drawPath(path, stroke=0, fill=1, fillMode=FILL_EVEN_ODD)
    page.setFillAlpha(1.0)


def sheet_pdf(piece: Piece, name: str = "", paper: bool = False) -> bytes:
    """A sheet as a PDF file of one page.

    Where layers mix or are faint, all ink is one picture at the sheet's own dots per inch.
    """
    document = piece.document
    unit = POINTS_PER_INCH / document["dpi"]
    width, height = document["width"], document["height"]
    out = io.BytesIO()
    page = Canvas(out, pagesize=(width * unit, height * unit), pageCompression=1, invariant=1)
    page.setTitle(name)
    page.scale(unit, unit)
    if paper:
        page.setFillColor(HexColor(document["tint"]))
        page.rect(0, 0, width, height, stroke=0, fill=1)
    if _plain(document):
        for one in traced(piece):
            _shape(page, one, height)
    else:
        _picture(page, inked(piece, 1.0, paper, False), 0, 0, 1.0, height)
    page.showPage()
    page.save()
    return out.getvalue()
