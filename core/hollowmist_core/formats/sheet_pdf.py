"""A sheet as a page of PDF at its true size: outlines as curves, and pictures where ink has no outline."""

import io

from PIL import Image
from reportlab import rl_config
from reportlab.lib.colors import HexColor
from reportlab.lib.utils import ImageReader
from reportlab.pdfbase import pdfdoc
from reportlab.pdfgen.canvas import FILL_EVEN_ODD, Canvas

from ..native.pieces import Piece
from ..native.ruling import GUIDE_INKS, GUIDE_MM, ruled
from ..native.tracing import Traced, traced, underlay_of
from . import INK_ALONE, FileWish, Progress, no_progress

# A file is bytes: as text it is a quarter larger, and takes a fifth longer.
rl_config.useA85 = 0

POINTS_PER_INCH, MM_PER_INCH = 72.0, 25.4
INSET = 1e-3
"""What a picture is smaller by on all sides, px: programs fill every pixel that it touches, be it by a rounding."""

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


class _Group(pdfdoc.PDFFormXObject):
    """A form that is composed as one, isolated from what lies below it (ISO 32000-1, 11.6.6)."""

    def format(self, document):
        stream = pdfdoc.PDFStream()
        stream.content = self.stream
        group = {"S": pdfdoc.PDFName("Transparency"), "I": "true", "CS": pdfdoc.PDFName("DeviceRGB")}
        stream.dictionary["Group"] = pdfdoc.PDFDictionary({"Type": pdfdoc.PDFName("Group"), **group})
        resources = pdfdoc.PDFResourceDictionary()
        resources.allProcs()
        if self.XObjects:
            resources.XObject = self.XObjects
        if self.ExtGState:
            resources.ExtGState = self.ExtGState
        self.Contents, self.Resources = stream, resources
        return super().format(document)


class _Page(Canvas):
    """A page whose layers are groups."""

    def group(self, name: str, width: float, height: float, draw) -> None:
        """Draw into a group of that name."""
        self.beginForm(name, 0, 0, width, height)
        draw()
        form = _Group(lowerx=0, lowery=0, upperx=width, uppery=height)
        form.compression = self._pageCompression
        form.setStreamList([self._preamble, *self._code])
        self._setExtGState(form)
        self._setXObjects(form)
        self._doc.addForm(name, form)
        self._restartAccumulators()
        self.pop_state_stack()


def _picture(page: Canvas, one: Traced, height: float) -> None:
    assert one.picture is not None
    down, across = one.picture.shape[:2]
    image = ImageReader(Image.fromarray(one.picture))
    left, low = one.left + INSET, height - one.top - down + INSET
    page.drawImage(image, left, low, across - 2 * INSET, down - 2 * INSET, mask="auto")


def _shape(page: Canvas, one: Traced, height: float) -> None:
    page.setBlendMode(WAYS[one.mode])
    if one.picture is not None:
        _picture(page, one, height)
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


def _guides(page: Canvas, document: dict) -> None:
    page.setLineWidth(GUIDE_MM / MM_PER_INCH * document["dpi"])
    for kind, x0, y0, x1, y1 in ruled(document):
        ink, alpha = GUIDE_INKS[kind]
        page.setStrokeColor(HexColor(ink))
        page.setStrokeAlpha(alpha)
        page.line(x0, document["height"] - y0, x1, document["height"] - y1)


def sheet_pdf(piece: Piece, name: str = "", wish: FileWish = INK_ALONE, progress: Progress = no_progress) -> bytes:
    """A sheet as a PDF file of one page, its layers as groups that mix as they do on the screen.

    Parameters
    ----------
    wish : FileWish
        Whether paper, underlays and guides are drawn.
    progress : callable
        Hears the share that is done, 0..1; what it raises ends the writing.
    """
    document = piece.document
    unit = POINTS_PER_INCH / document["dpi"]
    width, height = document["width"], document["height"]
    out = io.BytesIO()
    page = _Page(out, pagesize=(width * unit, height * unit), pageCompression=1, invariant=1)
    page.setTitle(name)
    shapes: dict[int, list[Traced]] = {}
    for one in traced(piece, progress):
        shapes.setdefault(one.layer, []).append(one)
    groups = [layer for layer in document["layers"] if layer["which"] in shapes]
    for layer in groups:
        mine = shapes[layer["which"]]

        def draw(mine=mine):
            for one in mine:
                _shape(page, one, height)

        page.group(f"layer{layer['which']}", width, height, draw)
    page.scale(unit, unit)
    if wish.paper:
        page.setFillColor(HexColor(document["tint"]))
        page.rect(0, 0, width, height, stroke=0, fill=1)
    under = underlay_of(piece) if wish.underlay else None
    if under:
        _picture(page, under, height)
    for layer in groups:
        page.saveState()
        page.setBlendMode(WAYS[layer["mode"]])
        page.setFillAlpha(layer["opacity"])
        page.doForm(f"layer{layer['which']}")
        page.restoreState()
    if wish.guides:
        _guides(page, document)
    page.showPage()
    page.save()
    return out.getvalue()
