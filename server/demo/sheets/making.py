"""Laying the demo's sheets into an account."""

import io
import uuid

import numpy as np
from django.db import transaction
from hollowmist_core.documents.brush import read
from hollowmist_core.native.sheet import Sheet as Paper
from hollowmist_core.native.sheet import Stroke, prepared
from PIL import Image
from rolls.models import Brush
from sheets.actions.keep_look import keep_look
from sheets.actions.keep_sheet import keep_sheet
from sheets.actions.keep_sheet_strokes import keep_sheet_strokes
from sources.actions.pictures import keep_picture

from .chart import draw_chart
from .drawing import Drawing, along
from .label import draw_label
from .shell import draw_shell

DRAWN_AT = 1_795_687_200_000
"""When the first stroke was drawn, ms: in November 2026, as everything on Skerrow."""

GRAPHITE = {"size": 5.0, "ink": "#6d7b80", "opacity": 0.7, "softness": 0.5}
PENCIL = 0.5
"""px of the pencil layout's picture to one of the sheet."""


def _layout(drawing: Drawing) -> bytes:
    """The pencil layout as a PNG."""
    width, height = drawing.document["width"], drawing.document["height"]
    paper = Paper(round(width * PENCIL), round(height * PENCIL), PENCIL)
    graphite = prepared(read(GRAPHITE))
    rng = np.random.default_rng(drawing.seed)
    for line in drawing.pencil:
        paper.ink(graphite, Stroke(along(line, (0.35, 0.7, 0.4), rng, shake=1.2)))
    out = io.BytesIO()
    Image.fromarray(paper.pixels(0xFFFFFF)[..., :3]).save(out, "PNG", optimize=True)
    return out.getvalue()


def _underlay(account, drawing: Drawing) -> dict:
    data = _layout(drawing)
    picture = keep_picture(account, data, "image/png")
    width, height = Image.open(io.BytesIO(data)).size
    placed = {"x": drawing.document["width"] / 2, "y": drawing.document["height"] / 2, "scale": 1 / PENCIL}
    about = {"picture": picture.digest, "name": "Pencil layout", "width": width, "height": height, "tint": "#5aa7d6"}
    return {**about, **placed, "opacity": 0.55}


def as_a_pen_tells(samples: np.ndarray) -> np.ndarray:
    """Samples as finely as a pen's digitiser tells them: hundredths of a px, thousandths of a press and of a radian."""
    rounded = samples.copy()
    for name, digits in (("x", 2), ("y", 2), ("pressure", 3), ("altitude", 3), ("azimuth", 3)):
        rounded[name] = np.round(rounded[name].astype(float), digits)
    return rounded


@transaction.atomic
def lay_drawing(account, drawing: Drawing, id_of, at: int, looks: dict[str, uuid.UUID]) -> None:
    """Lay one sheet into an account that has the demo's brushes.

    Parameters
    ----------
    id_of : callable
        Gives the same id for the same names.
    at : int
        When its first stroke was drawn, ms.
    looks : dict
        Looks that were kept already, by their brushes' names; those that come are added.
    """
    brushes = {one.name: one for one in Brush.objects.of(account).present()}
    document = dict(drawing.document)
    if drawing.pencil:
        document["underlays"] = [_underlay(account, drawing)]
    sheet_id = id_of("sheet", drawing.name)
    keep_sheet(account, sheet_id, 0, document, name=drawing.name, note=drawing.note, used_at=at)
    for index, one in enumerate(drawing.strokes):
        brush = brushes[one.brush]
        if one.brush not in looks:
            looks[one.brush] = id_of("look", one.brush)
            keep_look(account, looks[one.brush], brush.name, brush.document, brush.pk)
        about = {"kind": 0, "erase": False, "seed": 1 + index * 7919 % (2**31 - 2), "layer": one.layer}
        own = {"size": one.size, "ink": one.ink, "opacity": one.opacity, "drawn_at": at + index}
        stroke = id_of("sheet stroke", drawing.name, str(index))
        samples = as_a_pen_tells(one.samples)
        beside = {"sheet_id": sheet_id, "look": looks[one.brush], "samples": samples.tobytes()}
        keep_sheet_strokes(account, [(stroke, about | own | beside)])


def make_sheets(account, id_of) -> None:
    """Lay the demo's sheets into an account that has its brushes; `id_of` gives the same id for the same names."""
    looks: dict[str, uuid.UUID] = {}
    for number, drawing in enumerate((draw_shell(), draw_chart(), draw_label())):
        lay_drawing(account, drawing, id_of, DRAWN_AT + number * 86_400_000, looks)
