"""OpenRaster: a ZIP of layers as PNG with a stack that orders them (freedesktop.org, version 0.0.6)."""

import io
import math
import zipfile
from collections.abc import Iterator
from dataclasses import dataclass
from html import escape

import numpy as np
from defusedxml import DefusedXmlException
from defusedxml.ElementTree import ParseError, fromstring
from PIL import Image

from ..native.pieces import Piece, inked
from . import ON_PAPER, FileWish, Progress, no_progress
from .pack.archive import UNSOUND
from .sheet_svg import png_of

MIMETYPE = "image/openraster"
MOST_BYTES = 100_000_000
"""Most bytes that a file may unpack to."""

MOST_STACK = 1_000_000
"""Most bytes of what orders the layers."""

MOST_LAYERS = 64
MOST_PX = 1e6
"""Farthest that a layer is placed from the picture's corner, px."""

THUMBNAIL = 256
EARLIEST = (1980, 1, 1, 0, 0, 0)


class OraError(ValueError):
    """No OpenRaster file, or a broken one; says what is wrong and what to do."""


def _cropped(pixels: np.ndarray) -> tuple[np.ndarray, int, int]:
    """The part of a layer that has ink, and where it lies; of an empty one a single px."""
    rows, columns = np.flatnonzero(pixels[..., 3].any(axis=1)), np.flatnonzero(pixels[..., 3].any(axis=0))
    if not len(rows):
        return pixels[:1, :1], 0, 0
    top, left = rows[0], columns[0]
    return np.ascontiguousarray(pixels[top : rows[-1] + 1, left : columns[-1] + 1]), int(left), int(top)


def _layer(name: str, file: str, at: tuple[int, int], opacity: float, shown: bool, mode: str) -> str:
    # Blend modes have the names of SVG's operators, which are W3C's.
    operator = "svg:src-over" if mode == "normal" else f"svg:{mode}"
    return (
        f'<layer name="{escape(name, quote=True)}" src="{file}" x="{at[0]}" y="{at[1]}" opacity="{opacity:.4f}" '
        f'visibility="{"visible" if shown else "hidden"}" composite-op="{operator}"/>'
    )


def write_ora(
    piece: Piece, dpi: float | None = None, wish: FileWish = ON_PAPER, progress: Progress = no_progress
) -> bytes:
    """A sheet as OpenRaster, its layers, its underlays and its paper each by itself.

    Parameters
    ----------
    dpi : float, optional
        The sheet's own where there is none.
    wish : FileWish
        Whether paper and underlays are shown; both are there as layers.
    progress : callable
        Hears the share that is done, 0..1; what it raises ends the writing.
    """
    document = piece.document
    dpi = dpi or document["dpi"]
    scale = dpi / document["dpi"]
    width, height = piece.size_at(scale)
    stack, files = [], {}
    count = len(document["layers"])
    for number, layer in reversed(list(enumerate(document["layers"]))):
        progress((count - 1 - number) / (count + 1))
        pixels, x, y = _cropped(inked(piece, scale, False, False, layer["which"]))
        files[f"data/layer{number}.png"] = png_of(pixels)
        name = layer["name"] or f"Layer {layer['which'] + 1}"
        shown = (float(layer["opacity"]), bool(layer["shown"]), layer["mode"])
        stack.append(_layer(name, f"data/layer{number}.png", (x, y), *shown))
    if any(one["shown"] for one in document["underlays"]):
        bare = Piece(document, [], {}, None, piece.underlay)
        pixels, x, y = _cropped(inked(bare, scale, paper=False))
        files["data/underlay.png"] = png_of(pixels)
        stack.append(_layer("Underlay", "data/underlay.png", (x, y), 1.0, wish.underlay, "normal"))
    tint = tuple(int(document["tint"][i : i + 2], 16) for i in (1, 3, 5))
    files["data/paper.png"] = png_of(np.full((height, width, 4), (*tint, 255), np.uint8))
    stack.append(_layer("Paper", "data/paper.png", (0, 0), 1.0, wish.paper, "normal"))
    progress(count / (count + 1))
    merged = inked(piece, scale, wish.paper, wish.underlay)
    small = Image.fromarray(merged)
    small.thumbnail((THUMBNAIL, THUMBNAIL))
    files["Thumbnails/thumbnail.png"] = png_of(np.asarray(small))
    files["mergedimage.png"] = png_of(merged, dpi)
    xml = (
        f'<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.6" w="{width}" h="{height}" '
        f'xres="{round(dpi)}" yres="{round(dpi)}"><stack>{"".join(stack)}</stack></image>\n'
    )
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive:
        # The type must stand first, and as it is, for those who look at a file's first bytes.
        archive.writestr(zipfile.ZipInfo("mimetype", EARLIEST), MIMETYPE, zipfile.ZIP_STORED)
        archive.writestr(zipfile.ZipInfo("stack.xml", EARLIEST), xml, zipfile.ZIP_DEFLATED)
        for name, data in files.items():
            archive.writestr(zipfile.ZipInfo(name, EARLIEST), data, zipfile.ZIP_STORED)
    return out.getvalue()


@dataclass(frozen=True)
class OraLayer:
    """A layer of a file: its PNG, where it lies, px, and how it shows."""

    name: str
    data: bytes
    x: int
    y: int
    opacity: float
    shown: bool


def _number(element, name: str, otherwise: float, most: float = MOST_PX) -> float:
    """A number of an element's, from -`most` to `most`; what is none counts as not told."""
    try:
        value = float(element.get(name, otherwise))
    except ValueError:
        return otherwise
    return max(-most, min(most, value)) if math.isfinite(value) else otherwise


def _opened(stack, x: int, y: int, opacity: float, shown: bool) -> Iterator[tuple]:
    """The layers of a stack, the topmost first, each with the place, opacity and visibility that its groups give it."""
    for one in stack:
        if one.tag not in ("layer", "stack"):
            continue
        at = (x + int(_number(one, "x", 0)), y + int(_number(one, "y", 0)))
        faint = opacity * min(1.0, max(0.0, _number(one, "opacity", 1.0)))
        seen = shown and one.get("visibility", "visible") == "visible"
        if one.tag == "layer":
            yield one, *at, faint, seen
        else:
            yield from _opened(one, *at, faint, seen)


def _bounded(archive: zipfile.ZipFile, name: str, most: int) -> bytes:
    """The bytes of an entry, at most so many, whatever its header says."""
    with archive.open(name) as opened:
        data = opened.read(most + 1)
    if len(data) > most:
        raise OraError(f"this OpenRaster file unpacks to more than {MOST_BYTES // 1_000_000} MB; save it smaller")
    return data


def read_ora(data: bytes) -> tuple[int, int, list[OraLayer]]:
    """Width, height and layers of an OpenRaster file, the lowest first; groups are opened.

    Raises
    ------
    OraError
    """
    again = "save it again, or lay in a PNG of it"
    try:
        archive = zipfile.ZipFile(io.BytesIO(data))
        if _bounded(archive, "mimetype", MOST_STACK).strip() != MIMETYPE.encode():
            raise OraError(f"this ZIP is no OpenRaster file; {again}")
        root = fromstring(_bounded(archive, "stack.xml", MOST_STACK))
    except OraError:
        raise
    except (*UNSOUND, KeyError, ParseError, DefusedXmlException):
        raise OraError(f"this is no whole OpenRaster file; {again}") from None
    found = list(_opened(root, 0, 0, 1.0, True))
    if not found:
        raise OraError(f"this OpenRaster file has no layers; {again}")
    if len(found) > MOST_LAYERS:
        raise OraError(f"this OpenRaster file has {len(found)} layers; up to {MOST_LAYERS} can be read; merge some")
    layers, spent = [], 0
    for one, x, y, opacity, shown in reversed(found):
        source = one.get("src", "")
        try:
            png = _bounded(archive, source, MOST_BYTES - spent)
        except OraError:
            raise
        except (*UNSOUND, KeyError):
            raise OraError(f"the layer “{one.get('name', source):.40}” is missing or damaged; {again}") from None
        spent += len(png)
        layers.append(OraLayer(one.get("name", "")[:80], png, x, y, opacity, shown))
    return int(_number(root, "w", 0)), int(_number(root, "h", 0)), layers
