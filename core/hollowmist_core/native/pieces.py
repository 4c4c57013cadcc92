"""Sheets inked on the server: at any scale, in bands where they are large, layer by layer where that is asked for."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np

from ..documents.brush import read
from ..kernels.paper import reach, underlay
from ..kernels.paper.underlay import PLACED
from ..kernels.tiles import order
from ..kernels.tiles.order import DRY, JOB, ORDERED_LAYER, ORDERED_STROKE
from ..tables.paper_sizes import MOST_SIDE
from ..tables.records import LAYER, TILE
from ..tables.settings import MODES
from .sheet import Pictures, Ready, Sheet, Stroke, prepared_as_far

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
        As `documents.sheet.read_sheet` returns it.
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
    missing: list[str] = field(default_factory=list)
    """What could not be had and was left out or inked plainly, each in a sentence."""
    _ready: dict[tuple, Ready] = field(default_factory=dict)
    _reaches: dict[tuple[int, float], tuple[int, int, int, int]] = field(default_factory=dict)
    _chains: dict[str, tuple[np.ndarray, int, int] | None] = field(default_factory=dict)

    def brush_of(self, stroke: SheetStroke) -> Ready:
        """The brush of a stroke, made ready; once for all strokes that are inked alike."""
        key = (stroke.look, stroke.size, stroke.ink, stroke.opacity)
        if key not in self._ready:
            own = {"size": stroke.size, "ink": stroke.ink or None, "opacity": stroke.opacity}
            changed = {name: value for name, value in own.items() if value is not None}
            document = {**self.looks.get(stroke.look, {}), "ground": self.document["tint"], **changed}
            self._ready[key], missing = prepared_as_far(read(document), self.pictures)
            if stroke.look not in self.looks:
                missing.append("the brush of a stroke is not here")
            self.missing += [one for one in missing if one not in self.missing]
        return self._ready[key]

    @cached_property
    def jobs(self) -> np.ndarray:
        """How it is inked, as `kernels.tiles.order.order_ink` says: ndarray of JOB."""
        strokes = np.zeros(len(self.strokes), ORDERED_STROKE)
        strokes["layer"] = [one.layer for one in self.strokes]
        strokes["dries"] = [one.dries for one in self.strokes]
        layers = np.zeros(len(self.document["layers"]), ORDERED_LAYER)
        layers["which"] = [one["which"] for one in self.document["layers"]]
        jobs = np.zeros(len(strokes) * len(layers), JOB)
        return jobs[: order.order_ink(strokes, layers, jobs)]

    def jobs_on(self, which: int) -> np.ndarray:
        """The jobs of one layer."""
        return self.jobs[self.jobs["which"] == which]

    def may_reach(self, number: int, sheet: Sheet) -> bool:
        """Whether a stroke, by its number, may leave ink on a part of the paper: it does, or is not known yet."""
        there = self._reaches.get((number, sheet.scale))
        if there is None:
            return True
        left, top, right, bottom = sheet.extent
        return there[0] < right and there[2] > left and there[1] < bottom and there[3] > top

    def reached(self, number: int, sheet: Sheet):
        """Keep how far a stroke reaches that a sheet has just inked."""
        self._reaches[number, sheet.scale] = sheet.reach

    def _brushes(self, jobs: np.ndarray) -> list[np.ndarray]:
        return [self.brush_of(self.strokes[one["stroke"]]).record for one in jobs if one["what"] != DRY]

    def mixes(self, jobs: np.ndarray) -> bool:
        """Whether any of the jobs' ink changes, or goes by, ink that is wet: then it cannot be inked in bands."""
        return any(reach.ink_mixes(one) for one in self._brushes(jobs))

    def halo(self, jobs: np.ndarray) -> float:
        """How far around a part of the paper is to be inked for it to be as on the whole, sheet px."""
        return max((reach.ink_halo(one) for one in self._brushes(jobs)), default=0.0)

    def size_at(self, scale: float) -> tuple[int, int]:
        """Width and height at a scale, device px."""
        return reach.side_at(self.document["width"], scale), reach.side_at(self.document["height"], scale)

    def chain_of(self, digest: str) -> tuple[np.ndarray, int, int] | None:
        """An underlay's chain of halves, its width and height; None where it is not there."""
        if digest not in self._chains:
            try:
                self._chains[digest] = self._chained(self.underlay(digest)) if self.underlay else None
            except LookupError as error:
                self._chains[digest] = None
                self.missing.append(str(error.args[0]))
        return self._chains[digest]

    @staticmethod
    def _chained(straight: np.ndarray) -> tuple[np.ndarray, int, int]:
        pixels = straight.astype(np.float32)
        pixels[..., :3] *= pixels[..., 3:] / np.float32(255)
        height, width = pixels.shape[:2]
        room = np.zeros(underlay.chain_room(width, height), np.uint32)
        room[: width * height] = np.round(pixels).astype(np.uint8).view(np.uint32).ravel()
        underlay.chain_picture(room, width, height)
        return room, width, height


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
    rows = [(one["which"], MODES.index(one["mode"]), one["opacity"], one["shown"]) for one in document["layers"]]
    stack = np.zeros(len(rows) + 1, LAYER)
    return stack[: order.stack_layers(np.array(rows, LAYER), int(under), -1 if only is None else only, stack)]


def ink_jobs(piece: Piece, sheet: Sheet, jobs: np.ndarray) -> Iterator[int]:
    """Ink jobs of a piece onto a sheet; yields how many are done after each.

    How far a stroke reaches is known once it was inked anywhere: those that do not come to this part are passed over.
    """
    for done, job in enumerate(jobs, 1):
        number, which = int(job["stroke"]), int(job["which"])
        if job["what"] == DRY:
            sheet.dry(which)
        elif piece.may_reach(number, sheet):
            stroke = piece.strokes[number]
            sheet.ink(piece.brush_of(stroke), Stroke(stroke.samples, stroke.kind, stroke.erase, stroke.seed, which))
            piece.reached(number, sheet)
        yield done


def _lay_under(piece: Piece, sheet: Sheet) -> None:
    for one in piece.document["underlays"]:
        found = piece.chain_of(one["picture"]) if one["shown"] else None
        if found is not None:
            chain, width, height = found
            underlay.lay_picture(
                sheet.state, sheet.maps, sheet.free, sheet.pool, sheet.cells, chain, placed_record(one, width, height)
            )


@dataclass(frozen=True)
class Wish:
    """How a sheet is inked.

    Attributes
    ----------
    scale : float
        Device px per sheet px: another number of dots per inch is another scale.
    paper, under : bool
        Whether the paper and the underlays are seen.
    only : int, optional
        One layer by itself.
    """

    scale: float = 1.0
    paper: bool = True
    under: bool = True
    only: int | None = None


def bands(
    piece: Piece, scale: float, paper: bool = True, under: bool = True, only: int | None = None
) -> Iterator[np.ndarray]:
    """Ink a sheet band by band, from its top; see `Wish`.

    Yields
    ------
    ndarray, shape (rows, width, 4), uint8
        Straight RGBA.

    Raises
    ------
    ValueError
        The ink is wet, and the sheet too large at that scale to be inked at once.
    """
    wish = Wish(scale, paper, under, only)
    width, height = piece.size_at(scale)
    jobs = piece.jobs if only is None else piece.jobs_on(only)
    wet = piece.mixes(jobs)
    if wet and max(width, height) > MOST_SIDE:
        raise ValueError(
            f"ink that is wet can be written up to {MOST_SIDE} px a side, not {width} x {height}; choose fewer dpi"
        )
    rows = height if wet else max(TILE, MOST_BAND // width // TILE * TILE)
    for top in range(0, height, rows):
        deep = min(rows, height - top)
        # A band that is too wide for the kernels is put together from parts.
        parts = [
            inked_part(piece, wish, (left, top), (min(MOST_SIDE, width - left), deep))
            for left in range(0, width, MOST_SIDE)
        ]
        yield parts[0] if len(parts) == 1 else np.concatenate(parts, axis=1)


def inked_part(piece: Piece, wish: Wish, begins: tuple[int, int], size: tuple[int, int]) -> np.ndarray:
    """A part of a sheet, inked as it is on the whole: ndarray, shape (height, width, 4), uint8, straight RGBA.

    Parameters
    ----------
    begins, size : (int, int)
        Where it begins on the paper, and how large it is, device px.
    """
    jobs = piece.jobs if wish.only is None else piece.jobs_on(wish.only)
    sheet = Sheet(*size, wish.scale, begins, reach.ink_margin(piece.halo(jobs), wish.scale))
    sheet.layers = layers_of(piece.document, wish.only, wish.under)
    if wish.under and wish.only is None:
        _lay_under(piece, sheet)
    for _ in ink_jobs(piece, sheet, jobs):
        pass
    return sheet.flattened(int(piece.document["tint"][1:], 16) if wish.paper else None)


def inked(piece: Piece, scale: float = 1.0, paper: bool = True, under: bool = True, only: int | None = None):
    """A sheet inked whole, at a scale: ndarray, shape (height, width, 4), uint8, straight RGBA. See `bands`."""
    return np.concatenate(list(bands(piece, scale, paper, under, only)))
