"""Golden sheets: whole sheets that are inked in every way there is, and compared.

`demo` has the three that ship, `drawn` those that a seeded generator draws over all that a sheet may hold, and `ways`
the ways in which the native home inks one. The journeys ink the same sheets on the tablet's module.
"""

import io
from dataclasses import dataclass

import numpy as np
from PIL import Image

from ...native.pieces import Piece, SheetStroke


@dataclass(frozen=True)
class Golden:
    """A sheet that is compared, with the files of its pictures, so that both homes decode the same ones.

    Attributes
    ----------
    document : dict
        As `documents.sheet.read_sheet` returns it.
    strokes : list of SheetStroke
    looks : dict
        Brush documents by the looks of the strokes.
    files : dict
        PNG files by the digests that looks and underlays name.
    """

    name: str
    document: dict
    strokes: list[SheetStroke]
    looks: dict[str, dict]
    files: dict[str, bytes]

    @property
    def piece(self) -> Piece:
        """The sheet as the server inks it."""
        return Piece(self.document, self.strokes, self.looks, self._ink, self._pixels)

    def _ink(self, digest: str) -> np.ndarray:
        return 255 - np.asarray(Image.open(io.BytesIO(self.files[digest])).convert("L"))

    def _pixels(self, digest: str) -> np.ndarray:
        return np.array(Image.open(io.BytesIO(self.files[digest])).convert("RGBA"))
