"""A sheet as SVG: outlines of its strokes as true curves, and pictures where ink has no outline."""

import base64
import io
from html import escape

import numpy as np
from PIL import Image

from ..sheets.inking import Piece
from ..sheets.tracing import Traced, traced
from .curves import path_of

MM_PER_INCH = 25.4


def png_of(pixels: np.ndarray, dpi: float | None = None) -> bytes:
    """A PNG of straight RGBA pixels."""
    out = io.BytesIO()
    told = {"dpi": (dpi, dpi)} if dpi else {}
    Image.fromarray(pixels).save(out, "PNG", compress_level=6, **told)
    return out.getvalue()


def _mixed(mode: str) -> str:
    return "" if mode == "normal" else f' style="mix-blend-mode:{mode}"'


def _shape(one: Traced) -> str:
    if one.picture is not None:
        height, width = one.picture.shape[:2]
        data = base64.b64encode(png_of(one.picture)).decode("ascii")
        return (
            f'<image x="{one.left:.3f}" y="{one.top:.3f}" width="{width / one.times:.3f}" '
            f'height="{height / one.times:.3f}"{_mixed(one.mode)} href="data:image/png;base64,{data}"/>'
        )
    path = "".join(path_of(pieces) for pieces in one.pieces)
    faint = "" if one.opacity >= 0.998 else f' fill-opacity="{one.opacity:.3f}"'
    return f'<path fill="{one.ink}"{faint}{_mixed(one.mode)} fill-rule="evenodd" d="{path}"/>'


def sheet_svg(piece: Piece, name: str = "", paper: bool = False) -> bytes:
    """A sheet as an SVG file at its true size: a group for each layer that is shown, a shape for each stroke.

    Parameters
    ----------
    paper : bool
        Whether the paper is drawn below the ink.
    """
    document = piece.document
    width, height = document["width"], document["height"]
    mm = [side / document["dpi"] * MM_PER_INCH for side in (width, height)]
    shapes: dict[int, list[str]] = {}
    for one in traced(piece):
        shapes.setdefault(one.layer, []).append(_shape(one))
    groups = []
    for layer in document["layers"]:
        if layer["shown"]:
            label = escape(layer["name"] or f"Layer {layer['which'] + 1}")
            faint = "" if layer["opacity"] >= 0.998 else f' opacity="{layer["opacity"]:.3f}"'
            inside = "".join(shapes.get(layer["which"], []))
            # A layer is mixed as one: what overlaps inside of it is not mixed twice.
            groups.append(f"<g{faint}{_mixed(layer['mode'])}><title>{label}</title>{inside}</g>")
    ground = f'<rect width="{width}" height="{height}" fill="{document["tint"]}"/>' if paper else ""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{mm[0]:.3f}mm" height="{mm[1]:.3f}mm" '
        f'viewBox="0 0 {width} {height}"><title>{escape(name)}</title>{ground}{"".join(groups)}</svg>\n'
    ).encode()
