"""Strokes of a sheet as shapes with an outline, where their ink has one; as pictures where it has not."""

from collections.abc import Iterator
from dataclasses import dataclass

import numpy as np
from contourpy import LineType, contour_generator

from ..formats.curves import fitted
from ..native import Sheet, Stroke
from .inking import Piece, SheetStroke, inked

FINER = 2.0
"""Outlines are traced from ink at so many px to one of the sheet."""

TOLERANCE = 0.15
"""How far a curve may lie from the traced outline, sheet px."""

SOFT = 3.2
"""An edge that is blurred over more than this, px of what is traced, is no outline: it is soft or has a grain."""

STEADY = 1.2
"""A hard edge of a picture made small is as many px wide at twice the scale, and at most so many times that."""

ONE_INK = 3
"""Ink whose red, green or blue ranges over more than this, of 255, is no one colour."""

LIMITS = (0.05, 0.97)
"""Coverage between these, of the stroke's own most, is an edge's or a grain's."""


@dataclass(frozen=True)
class Traced:
    """One stroke, or a whole layer where strokes hang together, ready to be written.

    Attributes
    ----------
    layer : int
        `which` of the layer.
    pieces : list of list of ndarray
        Closed outlines, sheet px; empty where it is a picture.
    ink : str
        "#rrggbb".
    opacity : float
        0..1.
    mode : str
        How it mixes with what is below it on its layer.
    picture : ndarray or None
        Straight RGBA at `times` px to a sheet px, its corner at (left, top) sheet px.
    """

    layer: int
    pieces: list[list[np.ndarray]]
    ink: str = "#000000"
    opacity: float = 1.0
    mode: str = "normal"
    picture: np.ndarray | None = None
    left: float = 0.0
    top: float = 0.0
    times: float = 1.0


def outlines_of(cover: np.ndarray, half: float) -> list[np.ndarray]:
    """Closed outlines of coverage where it is half of its most, px of the picture."""
    framed = np.pad(cover.astype(float), 1)
    found = contour_generator(z=framed, line_type=LineType.Separate).lines(half)
    return [np.asarray(line) - 0.5 for line in found if len(line) > 4]


def _edge_of(alpha: np.ndarray, lines: list[np.ndarray]) -> float:
    """How wide the edges of coverage are, px: what lies between none and most of it, for each px of its outlines."""
    most = float(alpha.max())
    length = sum(np.hypot(*np.diff(line, axis=0).T).sum() for line in lines)
    between = (alpha > LIMITS[0] * most) & (alpha < LIMITS[1] * most)
    return between.sum() / max(length, 1.0)


def _inside_of(pixels: np.ndarray) -> np.ndarray:
    """The pixels that are covered most, shape (count, 4)."""
    alpha = pixels[..., 3]
    return pixels[alpha >= LIMITS[1] * float(alpha.max())]


def _alone(piece: Piece, stroke: SheetStroke, reached, scale: float) -> tuple[np.ndarray, float, float]:
    """A stroke by itself at a scale, and where the picture's corner lies, sheet px."""
    left, top, right, bottom = reached
    x, y = int(np.floor((left - 2) * scale)), int(np.floor((top - 2) * scale))
    width, height = int(np.ceil((right + 2) * scale)) - x, int(np.ceil((bottom + 2) * scale)) - y
    sheet = Sheet(max(1, min(8192, width)), max(1, min(8192, height)), scale, (x, y))
    sheet.ink(piece.brush_of(stroke), Stroke(stroke.samples, stroke.kind, False, stroke.seed, 0))
    return sheet.flattened(), x / scale, y / scale


def _trace(piece: Piece, stroke: SheetStroke, which: int, reached) -> Traced | None:
    scale = FINER
    pixels, left, top = _alone(piece, stroke, reached, scale)
    if not pixels[..., 3].any():
        return None
    lines, edge = _outlined(pixels)
    picture = Traced(which, [], mode=_mode_of(piece, stroke), picture=pixels, left=left, top=top, times=scale)
    if SOFT < edge <= 2.0 * SOFT:
        scale = 2.0 * FINER
        pixels, left, top = _alone(piece, stroke, reached, scale)
        lines, finer = _outlined(pixels)
        if finer > STEADY * edge:
            return picture
    elif edge > SOFT:
        return picture
    inside = _inside_of(pixels)
    if not lines or np.ptp(inside[:, :3].astype(int), axis=0).max() > ONE_INK:
        return picture
    red, green, blue, alpha = np.median(inside, axis=0)
    corner = np.array([left, top])
    pieces = [[part / scale + corner for part in fitted(line, TOLERANCE * scale)] for line in lines]
    told = f"#{int(red):02x}{int(green):02x}{int(blue):02x}"
    return Traced(which, pieces, told, alpha / 255.0, picture.mode)


def _outlined(pixels: np.ndarray) -> tuple[list[np.ndarray], float]:
    """Outlines of a stroke, and how wide its edges are, px."""
    alpha = pixels[..., 3].astype(float)
    lines = outlines_of(alpha, alpha.max() / 2.0)
    return lines, _edge_of(alpha, lines)


def _mode_of(piece: Piece, stroke: SheetStroke) -> str:
    return piece.looks[stroke.look].get("mode", "normal")


def traced(piece: Piece) -> Iterator[Traced]:
    """All layers that are shown, the lowest first, stroke by stroke.

    A layer on which something was erased, or ink ran into ink, is one picture: no outline tells what came of it.
    """
    present = {one["which"] for one in piece.document["layers"]}
    lowest = piece.document["layers"][0]["which"]
    whole = Sheet(piece.document["width"], piece.document["height"])
    for layer in piece.document["layers"]:
        if not layer["shown"]:
            continue
        which = layer["which"]
        mine = [
            one for one in piece.strokes if not one.dries and (one.layer if one.layer in present else lowest) == which
        ]
        looks = [piece.looks[one.look] for one in mine]
        runs = any(one.get("wetness", 0) > 0 or one.get("pick_up", 0) > 0 for one in looks)
        if runs or any(one.erase for one in mine):
            yield Traced(which, [], picture=inked(piece, 1.0, False, False, which))
            continue
        for stroke in mine:
            reached = whole.ink(piece.brush_of(stroke), Stroke(stroke.samples, stroke.kind, False, stroke.seed, 0))
            whole.clear()
            if reached[0] >= reached[2]:
                continue
            found = _trace(piece, stroke, which, reached)
            if found is not None:
                yield found
