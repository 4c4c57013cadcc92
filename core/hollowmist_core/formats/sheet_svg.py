"""A sheet as SVG: outlines of its strokes as true curves, and pictures where ink has no outline."""

import base64
import io
from html import escape

import numpy as np
from PIL import Image

from ..native.curves import path_of
from ..native.pieces import Piece
from ..native.ruling import GUIDE_INKS, GUIDE_MM, ruled
from ..native.tracing import Traced, traced, underlay_of
from . import INK_ALONE, FileWish, Progress, no_progress

MM_PER_INCH = 25.4


def png_of(pixels: np.ndarray, dpi: float | None = None) -> bytes:
    """A PNG of straight RGBA pixels."""
    out = io.BytesIO()
    options = {"dpi": (dpi, dpi)} if dpi else {}
    Image.fromarray(pixels).save(out, "PNG", compress_level=6, **options)
    return out.getvalue()


def _mixed(mode: str) -> str:
    return "" if mode == "normal" else f"mix-blend-mode:{mode}"


def _styled(*parts: str) -> str:
    given = ";".join(part for part in parts if part)
    return f' style="{given}"' if given else ""


def _shape(one: Traced) -> str:
    if one.picture is not None:
        height, width = one.picture.shape[:2]
        data = base64.b64encode(png_of(one.picture)).decode("ascii")
        # A px of it is a px of the sheet: at the sheet's own dots per inch nothing is blurred.
        style = _styled(_mixed(one.mode), "image-rendering:optimizeQuality")
        return (
            f'<image x="{one.left}" y="{one.top}" width="{width}" height="{height}"{style} '
            f'href="data:image/png;base64,{data}"/>'
        )
    path = "".join(path_of(pieces) for pieces in one.pieces)
    faint = "" if one.opacity >= 0.998 else f' fill-opacity="{one.opacity:.3f}"'
    return f'<path fill="{one.ink}"{faint}{_styled(_mixed(one.mode))} fill-rule="evenodd" d="{path}"/>'


def _guides(document: dict) -> str:
    rules = ruled(document)
    wide = GUIDE_MM / MM_PER_INCH * document["dpi"]
    lines = "".join(
        f'<line x1="{x0:.1f}" y1="{y0:.1f}" x2="{x1:.1f}" y2="{y1:.1f}" stroke="{GUIDE_INKS[kind][0]}" '
        f'stroke-opacity="{GUIDE_INKS[kind][1]}"/>'
        for kind, x0, y0, x1, y1 in rules
    )
    return f'<g stroke-width="{wide:.2f}"><title>Guides</title>{lines}</g>' if rules else ""


def sheet_svg(piece: Piece, name: str = "", wish: FileWish = INK_ALONE, progress: Progress = no_progress) -> bytes:
    """A sheet as an SVG file at its true size: a group for each layer that is shown, a shape for each stroke.

    Parameters
    ----------
    wish : FileWish
        Whether paper, underlays and guides are drawn.
    progress : callable
        Hears the share that is done, 0..1; what it raises ends the writing.
    """
    document = piece.document
    width, height = document["width"], document["height"]
    mm = [side / document["dpi"] * MM_PER_INCH for side in (width, height)]
    shapes: dict[int, list[str]] = {}
    for one in traced(piece, progress):
        shapes.setdefault(one.layer, []).append(_shape(one))
    groups = []
    for layer in document["layers"]:
        if layer["shown"]:
            label = escape(layer["name"] or f"Layer {layer['which'] + 1}")
            faint = "" if layer["opacity"] >= 0.998 else f' opacity="{layer["opacity"]:.3f}"'
            inside = "".join(shapes.get(layer["which"], []))
            # A layer is mixed as one, and its strokes mix with nothing beyond it.
            style = _styled("isolation:isolate", _mixed(layer["mode"]))
            groups.append(f"<g{faint}{style}><title>{label}</title>{inside}</g>")
    ground = f'<rect width="{width}" height="{height}" fill="{document["tint"]}"/>' if wish.paper else ""
    under = underlay_of(piece) if wish.underlay else None
    below = f"<g><title>Underlay</title>{_shape(under)}</g>" if under else ""
    over = _guides(document) if wish.guides else ""
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{mm[0]:.3f}mm" height="{mm[1]:.3f}mm" '
        f'viewBox="0 0 {width} {height}"><title>{escape(name)}</title>{ground}{below}{"".join(groups)}{over}</svg>\n'
    ).encode()
