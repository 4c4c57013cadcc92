"""Sheets inked on the server: at any scale, in bands where they are large, layer by layer where that is asked for."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field

import numpy as np

from ..document import read
from ..kernels import flatten, underlay
from ..kernels.records import LAYER, TILE, UNDERLAY
from ..kernels.underlay import PLACED
from ..native import Pictures, Ready, Sheet, Stroke, prepared
from ..settings import MODES
from .papers import MOST_SIDE

MOST_BAND = 12_000_000
"""Most px of a band: what inking needs of memory is bounded by it."""


@dataclass(frozen=True)
class SheetStroke(Stroke):
    """A stroke of a sheet, and how it is inked.

    Attributes
    ----------
    look : str
        Which brush it is inked with.
    size, opacity : float, optional
        Its own, instead of the look's.
    ink : str
        Its own colour, "#rrggbb", or empty.
    dries : bool
        No stroke: here all ink that is wet dries.
    """

    look: str = ""
    size: float | None = None
    ink: str = ""
    opacity: float | None = None
    dries: bool = False


@dataclass
class Piece:
    """A sheet with all that its ink needs.

    Attributes
    ----------
    document : dict
        As `document.read_sheet` returns it.
    strokes : list of SheetStroke
        In the order in which they were made.
    looks : dict
        Brush documents by the looks of the strokes.
    pictures : callable, optional
        Finds the ink of the brushes' sources.
    underlay : callable, optional
        Finds the pixels of an underlay by its digest: ndarray, shape (height, width, 4), uint8, straight RGBA.
    """

    document: dict
    strokes: list[SheetStroke]
    looks: dict[str, dict]
    pictures: Pictures | None = None
    underlay: Callable[[str], np.ndarray] | None = None
    _ready: dict[tuple, Ready] = field(default_factory=dict)
    _chains: dict[str, tuple[np.ndarray, int, int]] = field(default_factory=dict)

    def brush_of(self, stroke: SheetStroke) -> Ready:
        """The brush of a stroke, made ready; once for all strokes that are inked alike."""
        key = (stroke.look, stroke.size, stroke.ink, stroke.opacity)
        if key not in self._ready:
            own = {"size": stroke.size, "ink": stroke.ink or None, "opacity": stroke.opacity}
            changed = {name: value for name, value in own.items() if value is not None}
            document = {**self.looks[stroke.look], "ground": self.document["tint"], **changed}
            self._ready[key] = prepared(read(document), self.pictures)
        return self._ready[key]

    @property
    def wet(self) -> bool:
        """Whether ink runs into ink: then it cannot be inked in bands."""
        return any(one.get("wetness", 0) > 0 or one.get("pick_up", 0) > 0 for one in self.looks.values())

    def size_at(self, scale: float) -> tuple[int, int]:
        """Width and height at a scale, device px."""
        return round(self.document["width"] * scale), round(self.document["height"] * scale)

    def chain_of(self, digest: str) -> tuple[np.ndarray, int, int]:
        """An underlay's chain of halves, its width and height."""
        if digest not in self._chains:
            pixels = self.underlay(digest).astype(np.float32)
            pixels[..., :3] *= pixels[..., 3:] / 255.0
            height, width = pixels.shape[:2]
            room = np.zeros(width * height * 4 // 3 + 2 * (width + height) + 64, np.uint32)
            room[: width * height] = np.round(pixels).astype(np.uint8).view(np.uint32).ravel()
            underlay.chain_picture(room, width, height)
            self._chains[digest] = (room, width, height)
        return self._chains[digest]


def placed_record(one: dict, width: int, height: int) -> np.ndarray:
    """How an underlay lies, for the kernel, whose picture has a size in px."""
    record = np.zeros(1, PLACED)
    record["width"], record["height"] = width, height
    for name in ("x", "y", "turn", "opacity"):
        record[name] = one[name]
    record["scale"] = one["scale"] * one["width"] / width
    record["mirrored"], record["tinted"] = one["mirrored"], one["tint"] is not None
    record["tint"] = int(one["tint"][1:], 16) if one["tint"] else 0
    return record


def layers_of(document: dict, only: int | None = None, under: bool = True) -> np.ndarray:
    """A sheet's layers for the kernels, the lowest first, that of the underlays below them.

    With `only` one layer, by its `which`, plain and shown; `under` tells whether the underlays are there.
    """
    if only is not None:
        told = [{"which": only, "mode": "normal", "opacity": 1.0, "shown": True}]
    else:
        told = document["layers"]
    found = [(one["which"], MODES.index(one["mode"]), one["opacity"], one["shown"]) for one in told]
    if under and only is None:
        found.insert(0, (UNDERLAY, 0, 1.0, 1))
    return np.array(found, LAYER)


def _ink(piece: Piece, sheet: Sheet, only: int | None) -> None:
    present = {one["which"] for one in piece.document["layers"]}
    lowest = piece.document["layers"][0]["which"]
    for stroke in piece.strokes:
        if stroke.dries:
            sheet.dry_now()
            continue
        layer = stroke.layer if stroke.layer in present else lowest
        if only is None or layer == only:
            sheet.ink(piece.brush_of(stroke), Stroke(stroke.samples, stroke.kind, stroke.erase, stroke.seed, layer))


def _lay_under(piece: Piece, sheet: Sheet) -> None:
    for one in piece.document["underlays"]:
        if one["shown"] and piece.underlay is not None:
            chain, width, height = piece.chain_of(one["picture"])
            underlay.lay_picture(
                sheet.state, sheet.maps, sheet.free, sheet.pool, sheet.cells, chain, placed_record(one, width, height)
            )


def bands(
    piece: Piece, scale: float, paper: bool = True, under: bool = True, only: int | None = None
) -> Iterator[np.ndarray]:
    """Ink a sheet band by band, from its top.

    Parameters
    ----------
    scale : float
        Device px per sheet px: another number of dots per inch is another scale.
    paper, under : bool
        Whether the paper and the underlays are seen.
    only : int, optional
        One layer by itself.

    Yields
    ------
    ndarray, shape (rows, width, 4), uint8
        Straight RGBA.

    Raises
    ------
    ValueError
        The ink is wet, and the sheet too large at that scale to be inked at once.
    """
    width, height = piece.size_at(scale)
    if piece.wet and max(width, height) > MOST_SIDE:
        raise ValueError(
            f"ink that is wet can be written up to {MOST_SIDE} px a side, not {width} x {height}; choose fewer dpi"
        )
    if width > MOST_SIDE:
        # Bands lie across; one that is too wide for the kernels is put together from parts.
        yield from _parts(piece, scale, paper, under, only)
        return
    rows = height if piece.wet else max(TILE, MOST_BAND // width // TILE * TILE)
    for top in range(0, height, rows):
        yield _band(piece, scale, (0, top), (width, min(rows, height - top)), paper, under, only)


def _parts(piece, scale, paper, under, only):
    width, height = piece.size_at(scale)
    rows = max(TILE, MOST_BAND // width // TILE * TILE)
    for top in range(0, height, rows):
        parts = [
            _band(
                piece, scale, (left, top), (min(MOST_SIDE, width - left), min(rows, height - top)), paper, under, only
            )
            for left in range(0, width, MOST_SIDE)
        ]
        yield np.concatenate(parts, axis=1)


def _band(piece, scale, begins, size, paper, under, only) -> np.ndarray:
    sheet = Sheet(*size, scale, begins)
    sheet.layers = layers_of(piece.document, only, under)
    if under and only is None:
        _lay_under(piece, sheet)
    _ink(piece, sheet, only)
    out = np.zeros(size[0] * size[1], np.uint32)
    tint = int(piece.document["tint"][1:], 16)
    flatten.flatten_sheet(sheet.state, sheet.layers, sheet.maps, sheet.cells, int(paper), tint, out)
    return out.view(np.uint8).reshape(size[1], size[0], 4)


def inked(piece: Piece, scale: float = 1.0, paper: bool = True, under: bool = True, only: int | None = None):
    """A sheet inked whole, at a scale: ndarray, shape (height, width, 4), uint8, straight RGBA. See `bands`."""
    return np.concatenate(list(bands(piece, scale, paper, under, only)))
