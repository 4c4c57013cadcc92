"""A brush from a source, and three variations of it that differ usefully."""

from typing import NamedTuple

from ..tables.kinds import GRAIN
from .brush import read


class Proposal(NamedTuple):
    """A brush that is proposed: what sets it apart, and its checked document."""

    label: str
    document: dict


TEXTURE = "Slate"
"""Shipped grain that the textured variation of a shape is made with."""

ANY_PICTURE, ANY_TEXTURE, ANY_SOURCE = "0" * 64, "1" * 64, "00000000-0000-0000-0000-000000000000"
"""Stand-ins in the proposals that devices are given: they put in the digests and the id that they know."""

ROUGH = {"grain_way": "cut", "bite": 0.85, "cut_edge": 0.35, "grain_px": 320.0}


def _pressed(low: float) -> dict:
    return {"size": {"pressure": {"on": True, "range": [low, 1.0], "nodes": [[0.0, 0.0], [1.0, 1.0]]}}}


def _shape_brushes(use: dict, texture: dict | None) -> list[tuple[str, dict]]:
    base = {"tip": "shapes", "shapes": [use], "size": 48.0, "responses": _pressed(0.35)}
    textured = {"spacing": 0.1, "turning": "chance", "flow": 0.5, "overlap": "build", "size_jitter": 0.15}
    if texture:
        textured = {**textured, "grain": texture, "overlap": "level", "flow": 1.0, **ROUGH}
    return [
        ("as it is", {**base, "spacing": 0.35}),
        ("tighter", {**base, "spacing": 0.05, "turning": "stroke"}),
        (
            "scattered",
            {
                **base,
                "size": 30.0,
                "spacing": 0.8,
                "turning": "chance",
                "scatter_across": 1.4,
                "scatter_along": 0.5,
                "size_jitter": 0.6,
                "stamps": 2.0,
                "flip_across": True,
            },
        ),
        ("textured", {**base, **textured}),
    ]


def _grain_brushes(use: dict) -> list[tuple[str, dict]]:
    base = {"grain": use, "size": 56.0, "bite": 0.9, "responses": _pressed(0.5)}
    return [
        ("as it is", {**base, "softness": 0.12}),
        ("tighter", {**base, "grain_px": 110.0, "grain_way": "multiply", "overlap": "build", "flow": 0.25}),
        (
            "scattered",
            {
                **base,
                "size": 22.0,
                "spacing": 0.7,
                "grain_hold": "stamp",
                "scatter_across": 1.6,
                "size_jitter": 0.7,
                "stamps": 3.0,
            },
        ),
        ("textured", {**base, **ROUGH, "bite": 1.0, "softness": 0.5, "spacing": 0.08}),
    ]


def proposals(makes: str, picture: str, source: str | None, texture: str | None = None) -> list[Proposal]:
    """A brush that uses a source, and three variations: tighter, scattered, textured.

    Parameters
    ----------
    makes : {"shape", "grain"}
        What the source is used as.
    picture : str
        Digest of its picture.
    source : str or None
        Its id, so that the brush may follow its changes.
    texture : str, optional
        Digest of a grain for the textured one of a shape.
    """
    use = {"picture": picture, "source": source}
    if makes == GRAIN:
        found = _grain_brushes(use)
    else:
        found = _shape_brushes(use, {"picture": texture, "source": None} if texture else None)
    return [Proposal(label, read(document)) for label, document in found]
