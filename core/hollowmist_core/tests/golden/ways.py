"""The ways in which the native home inks a sheet: all of them are to make the same picture."""

import numpy as np

from ...kernels.paper.reach import ink_margin
from ...native.pieces import Piece, Wish, _lay_under, inked_part, layers_of
from ...native.sheet import Sheet
from . import Golden


def ground(piece: Piece) -> int:
    """The paper's colour, 0xRRGGBB."""
    return int(piece.document["tint"][1:], 16)


def in_parts(golden: Golden, scale: float = 1.0, cuts: int = 3) -> np.ndarray:
    """A sheet put together from parts that were inked each by itself, whose borders lie anywhere."""
    piece = golden.piece
    width, height = piece.size_at(scale)
    xs = [round(width * (k / cuts) ** 1.1) for k in range(cuts + 1)]
    ys = [round(height * (k / cuts) ** 0.9) for k in range(cuts + 1)]
    rows = []
    for top, bottom in zip(ys, ys[1:], strict=False):
        parts = [
            inked_part(piece, Wish(scale), (left, top), (right - left, bottom - top))
            for left, right in zip(xs, xs[1:], strict=False)
        ]
        rows.append(np.concatenate(parts, axis=1))
    return np.concatenate(rows)


def live(golden: Golden, scale: float = 1.0) -> np.ndarray:
    """A sheet as it is drawn: stroke by stroke as they were made, each fed in portions cut anywhere, and looked at."""
    piece = golden.piece
    rng = np.random.default_rng(len(golden.strokes))
    sheet = Sheet(*piece.size_at(scale), scale, (0, 0), ink_margin(piece.halo(piece.jobs), scale))
    sheet.layers = layers_of(piece.document)
    _lay_under(piece, sheet)
    by_stroke = {int(job["stroke"]): int(job["which"]) for job in piece.jobs if not job["what"]}
    for number, stroke in enumerate(piece.strokes):
        if stroke.dries:
            for layer in piece.document["layers"]:
                sheet.dry(layer["which"])
            continue
        sheet.begin(piece.brush_of(stroke), stroke.kind, stroke.erase, seed=stroke.seed, layer=by_stroke[number])
        at = 0
        while at < len(stroke.samples):
            some = int(rng.integers(1, 9))
            # What is foreseen leaves nothing.
            foreseen = stroke.samples[at + some : at + some + 2].copy()
            sheet.feed(stroke.samples[at : at + some], foreseen=foreseen)
            at += some
        sheet.lift()
    return sheet.flattened(ground(piece))


def brought_down(pixels: np.ndarray, times: int) -> np.ndarray:
    """A picture at so many times fewer px a side: means of its pixels, as floats."""
    height, width = (side // times * times for side in pixels.shape[:2])
    return pixels[:height, :width].reshape(height // times, times, width // times, times, -1).mean((1, 3))
