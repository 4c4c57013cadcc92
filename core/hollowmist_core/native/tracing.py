"""Strokes of a sheet as shapes with an outline, where their ink has one; as pictures where it has not."""

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass

import numpy as np

from ..kernels.paper.reach import ink_halo
from ..kernels.tiles import sheet as sheet_kernels
from ..kernels.tiles.outline import FULL, is_outlined
from ..tables.paper_sizes import MOST_SIDE
from ..tables.records import FIRST_LAYER, TILE
from .curves import fitted, outlines_of
from .pieces import Piece, SheetStroke, inked
from .sheet import Sheet

FINER = 2.0
"""Outlines are traced from ink at so many px to one of the sheet, as far as the kernels' largest sheet allows."""

TOLERANCE = 0.15
"""How far a curve may lie from the traced outline, sheet px."""

FULL_WORD = 65535.0
"""Full coverage in a word of a layer."""

ONE_INK = 3
"""Ink whose red, green or blue ranges over more than this, of 255, is no one colour."""

MOST_STROKES = 20_000
"""Most strokes that are traced: more take minutes, and no other program likes to edit them."""

MOST_LINES = 60
"""A stroke that falls into more outlines than this is a texture: a picture of it is smaller, and no worse to edit."""

LIKELY = 1.5
"""A stroke is first inked on the paper about its samples, so many widths of it on all sides."""


@dataclass(frozen=True)
class Traced:
    """One stroke, or a whole layer where strokes hang together, ready to be written.

    Attributes
    ----------
    layer : int
        `which` of the layer.
    pieces : list of ndarray, shape (count, 4, 2)
        Closed outlines of cubics, sheet px; empty where it is a picture.
    ink : str
        "#rrggbb".
    opacity : float
        0..1.
    mode : str
        How it mixes with what is below it on its layer.
    picture : ndarray or None
        Straight RGBA, a px to a sheet px, its corner at (left, top) sheet px.
    """

    layer: int
    pieces: list[np.ndarray]
    ink: str = "#000000"
    opacity: float = 1.0
    mode: str = "normal"
    picture: np.ndarray | None = None
    left: int = 0
    top: int = 0


class Table:
    """A sheet on which strokes are inked one by one, each on no more paper than it needs, and read where they lie."""

    def __init__(self, piece: Piece, scale: float):
        self.piece, self.scale = piece, scale
        # With a margin every outline closes, also of what goes off the paper.
        halo = math.ceil(max(piece.halo(piece.jobs) * scale, 4.0))
        width, height = piece.size_at(scale)
        self.whole = (-halo, -halo, width + halo, height + halo)
        self.sheet = Sheet(width, height, scale, margin=halo)

    def _near(self, stroke: SheetStroke) -> tuple[int, int, int, int]:
        """The part of the paper that a stroke is likely to reach: left, top, right, bottom, px of this scale."""
        brush = self.piece.brush_of(stroke).record
        reach = LIKELY * float(brush["most_width"][0]) + float(ink_halo(brush)) + 8.0
        x, y = (stroke.samples[name].astype(float) for name in "xy")
        box = np.array([np.nanmin(x) - reach, np.nanmin(y) - reach, np.nanmax(x) + reach, np.nanmax(y) + reach])
        left, top, right, bottom = (int(one) for one in np.clip(np.round(box * self.scale), -1e6, 1e6))
        x0, y0, x1, y1 = self.whole
        return max(x0, left), max(y0, top), min(x1, right), min(y1, bottom)

    def ink(self, stroke: SheetStroke) -> tuple[np.ndarray, int, int] | None:
        """Ink a stroke by itself.

        Returns
        -------
        words : ndarray, shape (2, height, width), uint32
            The layer's words: red and green, blue and alpha, 16 bits each, premultiplied.
        left, top : int
            Where they begin, px of this scale. None where the stroke leaves nothing.
        """
        near = self._near(stroke)
        if near[0] >= near[2] or near[1] >= near[3]:
            return None
        return self._inked(stroke, near) or self._inked(stroke, self.whole)

    def _inked(self, stroke: SheetStroke, part: tuple[int, int, int, int]):
        """`ink` on a part of the paper; None where the stroke reaches beyond it."""
        sheet = self.sheet
        left, top, right, bottom = part
        sheet_kernels.size_sheet(sheet.state, sheet.maps, right - left, bottom - top, self.scale, left, top)
        sheet.begin(self.piece.brush_of(stroke), stroke.kind, seed=stroke.seed)
        sheet.feed(stroke.samples, watched=False)
        sheet.lift()
        x0, y0, x1, y1 = (int(sheet.state[f"all_{side}"][0]) for side in ("left", "top", "right", "bottom"))
        crosses = x0 <= 0 or y0 <= 0 or x1 >= right - left or y1 >= bottom - top
        found = None if crosses and part != self.whole else self._words((x0, y0, x1, y1))
        sheet.clear()
        return found and (found[0], found[1] + left, found[2] + top)

    def _words(self, box) -> tuple[np.ndarray, int, int] | None:
        sheet = self.sheet
        columns, rows = int(sheet.state["columns"][0]), int(sheet.state["rows"][0])
        left, top = max(0, box[0] - 2), max(0, box[1] - 2)
        right, bottom = min(columns * TILE, box[2] + 2), min(rows * TILE, box[3] + 2)
        if left >= right or top >= bottom:
            return None
        first_x, first_y, past_x, past_y = left // TILE, top // TILE, -(-right // TILE), -(-bottom // TILE)
        words = np.zeros((2, (past_y - first_y) * TILE, (past_x - first_x) * TILE), np.uint32)
        cells = sheet.cells.reshape(-1, TILE, TILE)
        for k in range(2):
            slots = sheet.maps[(FIRST_LAYER + k) * columns * rows :][: columns * rows].reshape(rows, columns)
            for row in range(first_y, past_y):
                for column in range(first_x, past_x):
                    if slots[row, column] >= 0:
                        y, x = (row - first_y) * TILE, (column - first_x) * TILE
                        words[k, y : y + TILE, x : x + TILE] = cells[slots[row, column]]
        x0, y0 = left - first_x * TILE, top - first_y * TILE
        part = words[:, y0 : y0 + bottom - top, x0 : x0 + right - left]
        return part, left, top


def _straight(words: np.ndarray) -> np.ndarray:
    """Words of a layer as straight RGBA, shape (..., 4), float, 0..255."""
    first, rest = words
    channels = np.stack([first & 65535, first >> 16, rest & 65535], axis=-1).astype(np.float32)
    alpha = (rest >> 16).astype(np.float32)[..., None]
    per = np.divide(255.0, alpha, out=np.zeros_like(alpha), where=alpha > 0)
    return np.concatenate([np.minimum(255.0, channels * per), alpha * (255.0 / 65535.0)], axis=-1)


def _shape(fine: Table, stroke: SheetStroke, which: int, mode: str) -> Traced | None:
    """A stroke by its outline, where it has one."""
    found = fine.ink(stroke)
    if found is None:
        return None
    words, left, top = found
    height, width = words.shape[1] + 2, words.shape[2] + 2
    cover = np.zeros((height, width), np.float32)
    np.right_shift(words[1], 16, out=cover[1:-1, 1:-1], casting="unsafe")
    most = float(cover.max())
    if most <= 0 or not is_outlined(cover.ravel(), width, height, most):
        return None
    lines = outlines_of(cover, most / 2.0, MOST_LINES)
    ink = _ink_of(fine.piece.brush_of(stroke).record, words, most)
    if not lines or ink is None:
        return None
    corner = np.array([left - 1, top - 1])
    pieces = [(fitted(line, TOLERANCE * fine.scale) + corner) / fine.scale for line in lines]
    return Traced(which, pieces, ink, most / FULL_WORD, mode)


def _ink_of(brush: np.ndarray, words: np.ndarray, most: float) -> str | None:
    """The one colour of a stroke, "#rrggbb"; None where it has several."""
    if brush["coloured"][0]:
        inside = _straight(words[:, (words[1] >> 16) >= FULL * most])[:, :3]
        if np.ptp(np.round(inside), axis=0).max() > ONE_INK:
            return None
        channels = np.median(inside, axis=0)
    else:
        channels = brush["ink_rgb"][0]
    return "#" + "".join(f"{round(float(one)):02x}" for one in channels)


def _pictured(coarse: Table, stroke: SheetStroke, which: int, mode: str) -> Traced | None:
    """A stroke as a picture of its own, at the sheet's own px."""
    found = coarse.ink(stroke)
    if found is None or not found[0][1].any():
        return None
    words, left, top = found
    width, height = coarse.piece.size_at(1.0)
    # What lies off the paper is not seen.
    x0, y0 = max(0, -left), max(0, -top)
    words = words[:, y0 : height - top, x0 : width - left]
    if not words[1].any():
        return None
    pixels = np.ascontiguousarray(np.round(_straight(words)).astype(np.uint8))
    return Traced(which, [], mode=mode, picture=pixels, left=left + x0, top=top + y0)


def traced(piece: Piece, progress: Callable[[float], None] = lambda share: None) -> Iterator[Traced]:
    """All layers that are shown, the lowest first, stroke by stroke; `progress` hears the share that is done, 0..1.

    A layer on which something was erased, or ink ran into ink, is one picture: no outline tells what came of it.

    Raises
    ------
    ValueError
        There are more strokes than `MOST_STROKES`.
    """
    if len(piece.strokes) > MOST_STROKES:
        raise ValueError(
            f"this sheet has {len(piece.strokes):,} strokes, and outlines of up to {MOST_STROKES:,} are written; "
            "write it as PNG or OpenRaster"
        )
    longest = max(piece.size_at(1.0))
    fine, coarse = Table(piece, min(FINER, MOST_SIDE / longest)), Table(piece, 1.0)
    done = 0
    for layer in piece.document["layers"]:
        which = layer["which"]
        jobs = piece.jobs_on(which)
        done += len(jobs)
        if not layer["shown"]:
            continue
        mine = [piece.strokes[job["stroke"]] for job in jobs if not piece.strokes[job["stroke"]].dries]
        if piece.mixes(jobs) or any(one.erase for one in mine):
            if mine:
                yield Traced(which, [], picture=inked(piece, 1.0, False, False, which))
            continue
        for number, stroke in enumerate(mine):
            progress((done - len(jobs) + number) / max(1, len(piece.jobs)))
            mode = piece.looks.get(stroke.look, {}).get("mode", "normal")
            found = _shape(fine, stroke, which, mode) or _pictured(coarse, stroke, which, mode)
            if found is not None:
                yield found


def underlay_of(piece: Piece) -> Traced | None:
    """The pictures that lie below the ink, as one at the sheet's own px; None where none are shown."""
    if not any(one["shown"] for one in piece.document["underlays"]):
        return None
    bare = Piece(piece.document, [], {}, None, piece.underlay)
    return Traced(-1, [], picture=inked(bare, 1.0, paper=False))
