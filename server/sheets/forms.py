"""Forms of files that a sheet is written as, by the ends of their names."""

from collections.abc import Callable
from dataclasses import dataclass

from hollowmist_core.formats import FileWish, Progress, inkml
from hollowmist_core.formats.ora import write_ora
from hollowmist_core.formats.sheet_pdf import sheet_pdf
from hollowmist_core.formats.sheet_svg import png_of, sheet_svg
from hollowmist_core.native.pieces import Piece, inked
from hollowmist_core.native.ruling import with_guides
from hollowmist_core.native.sheet import Stroke

Writer = Callable[[Piece, str, float, FileWish, Progress], bytes]
"""Takes a sheet, its name, dots per inch, what is seen besides the ink, and who hears how far it is."""


@dataclass(frozen=True)
class Form:
    """A form of file.

    Attributes
    ----------
    media_type : str
    write : callable
    of_pixels : bool
        Whether it has as many pixels as dpi and paper make: there are bounds to that.
    """

    media_type: str
    write: Writer
    of_pixels: bool = False


def _png(piece: Piece, name: str, dpi: float, wish: FileWish, progress: Progress) -> bytes:
    scale = dpi / piece.document["dpi"]
    pixels = inked(piece, scale, wish.paper, wish.underlay)
    return png_of(with_guides(pixels, piece.document, scale) if wish.guides else pixels, dpi)


def _ora(piece: Piece, name: str, dpi: float, wish: FileWish, progress: Progress) -> bytes:
    return write_ora(piece, dpi, wish, progress)


def _svg(piece: Piece, name: str, dpi: float, wish: FileWish, progress: Progress) -> bytes:
    return sheet_svg(piece, name, wish, progress)


def _pdf(piece: Piece, name: str, dpi: float, wish: FileWish, progress: Progress) -> bytes:
    return sheet_pdf(piece, name, wish, progress)


def _inkml(piece: Piece, name: str, dpi: float, wish: FileWish, progress: Progress) -> bytes:
    drawn = [Stroke(one.samples, one.kind, one.erase, one.seed) for one in piece.strokes if not one.dries]
    return inkml.write(drawn, name)


FORMS = {
    "png": Form("image/png", _png, of_pixels=True),
    "ora": Form("image/openraster", _ora, of_pixels=True),
    "svg": Form("image/svg+xml", _svg),
    "pdf": Form("application/pdf", _pdf),
    "inkml": Form("application/inkml+xml", _inkml),
}
