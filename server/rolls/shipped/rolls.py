"""The demo account's rolls: brushes of the lighthouse museum on Skerrow."""

from .inks import INKS, TAPERS
from .textures import SCREENS, TEXTURES

_EVEN = {"size": {"pressure": {"on": False, "range": [0.1, 1.0], "nodes": [[0, 0], [1, 1]]}}}


def _pressed(low: float, high: float, *nodes) -> dict:
    return {"on": True, "range": [low, high], "nodes": [list(node) for node in nodes]}


def _drift(low, high):
    return {"on": True, "range": [low, high]}


LABELS = "Labels & titles"
SHORE = "Shore textures"
SCREENED = "Screens & hatching"
TAPERED = "Chart inking"
INKED = "Inks & washes"

ROLLS: dict[str, list[tuple[str, str, dict]]] = {
    LABELS: [
        (
            "Label Monoline",
            "Exhibit labels: the same width however the hand presses.",
            {"size": 9.0, "steadying": "even-out", "reach": 16.0, "responses": _EVEN},
        ),
        (
            "Pointed Copper",
            "Chart titles: hairlines up, swells down.",
            {
                "size": 22.0,
                "steadying": "even-out",
                "reach": 18.0,
                "thinnest": 0.06,
                "taper_start_length": 0.6,
                "taper_end_length": 1.2,
                "responses": {"size": {"pressure": _pressed(0.06, 1.0, (0, 0), (0.35, 0.1), (0.7, 0.62), (1, 1))}},
            },
        ),
        (
            "Broad Nib",
            "Tide tables: a flat nib held at 35 degrees.",
            {
                "size": 26.0,
                "roundness": 0.12,
                "angle": -35.0,
                "spacing": 0.02,
                "steadying": "even-out",
                "reach": 14.0,
                "responses": {"size": {"pressure": _pressed(0.82, 1.0, (0, 0), (1, 1))}},
            },
        ),
        (
            "Tide Table Fine",
            "Small figures in the tide tables: fine, and a little lighter on the upstroke.",
            {
                "size": 5.0,
                "steadying": "even-out",
                "reach": 9.0,
                "taper_end_length": 1.0,
                "responses": {"size": {"pressure": _pressed(0.6, 1.0, (0, 0), (1, 1))}},
            },
        ),
        (
            "Lantern Brush Pen",
            "Big words on the lantern room's wall: long points at both ends.",
            {
                "size": 34.0,
                "steadying": "even-out",
                "reach": 24.0,
                "taper_start_length": 2.5,
                "taper_start_curve": -0.25,
                "taper_end_length": 3.5,
                "taper_end_curve": -0.45,
                "responses": {"size": {"pressure": _pressed(0.12, 1.0, (0, 0), (0.5, 0.34), (1, 1))}},
            },
        ),
        (
            "Damp Label",
            "Labels lettered on rag paper that is still damp: the ink creeps along the fibres.",
            {
                "size": 13.0,
                "spread": 0.3,
                "spread_held": 0.75,
                "grain": {"source": "Rag Paper"},
                "grain_px": 150.0,
                "grain_contrast": 0.35,
                "bite": 0.0,
                "steadying": "even-out",
                "reach": 10.0,
                "taper_end_length": 0.5,
                "responses": {
                    "size": {"pressure": _pressed(0.55, 1.0, (0, 0), (1, 1))},
                    "spread": {"speed": _pressed(1.0, 0.15, (0, 0), (1, 1))},
                },
            },
        ),
    ],
    SHORE: [
        (
            "Fog Stipple",
            "Fog banks: soft dots set wide apart.",
            {
                "size": 26.0,
                "softness": 0.7,
                "spacing": 1.45,
                "opacity": 0.6,
                "ink": "#5a6b70",
                "responses": {"size": {"pressure": _pressed(0.2, 1.0, (0, 0), (0.4, 0.5), (1, 1))}},
            },
        ),
        (
            "Grey Wash",
            "Slate and shadow: a wash that builds up where it crosses, and turns to sea blue when pressed.",
            {
                "size": 44.0,
                "softness": 0.18,
                "spacing": 0.12,
                "opacity": 0.85,
                "flow": 0.09,
                "overlap": "build",
                "ink": "#6d7b80",
                "second_ink": "#24506e",
                "steadying": "even-out",
                "reach": 10.0,
                "responses": {
                    "size": {"pressure": _pressed(0.55, 1.0, (0, 0), (1, 1))},
                    "opacity": {"pressure": _pressed(0.35, 1.0, (0, 0), (1, 1))},
                    "second ink": {"pressure": _pressed(0.0, 1.0, (0, 0), (0.45, 0.1), (1, 1))},
                },
            },
        ),
        (
            "Rope Liner",
            "Rope outlines: firm, with blunt ends.",
            {
                "size": 14.0,
                "steadying": "even-out",
                "reach": 12.0,
                "taper_start_length": 0.8,
                "taper_start_curve": 0.7,
                "taper_end_length": 0.8,
                "taper_end_curve": 0.7,
                "responses": {"size": {"pressure": _pressed(0.5, 1.0, (0, 0), (0.3, 0.15), (0.7, 0.85), (1, 1))}},
            },
        ),
        (
            "Slate Marker",
            "Labels on the slate floor: a blunt, tilted tip.",
            {
                "size": 20.0,
                "roundness": 0.55,
                "angle": 25.0,
                "softness": 0.06,
                "steadying": "even-out",
                "reach": 8.0,
                "ink": "#24506e",
                "responses": {"size": {"pressure": _pressed(0.75, 1.0, (0, 0), (1, 1))}},
            },
        ),
        (
            "Spindrift",
            "Foam off the wave tops: small, faint dots far apart, no two of one blue.",
            {
                "size": 12.0,
                "softness": 0.45,
                "spacing": 2.4,
                "opacity": 0.75,
                "ink": "#24506e",
                "responses": {
                    "size": {"pressure": _pressed(0.15, 1.0, (0, 0), (0.6, 0.35), (1, 1))},
                    "opacity": {"pressure": _pressed(0.25, 1.0, (0, 0), (1, 1))},
                    "hue": {"stamp chance": _drift(-40.0, 25.0)},
                    "lightness": {"stamp chance": _drift(-0.05, 0.2)},
                },
            },
        ),
        *TEXTURES,
    ],
    SCREENED: SCREENS,
    TAPERED: TAPERS,
    INKED: INKS,
}
"""Roll -> (name, note, settings that differ from a plain brush); sources by their names."""


def with_sources(document: dict, find, brush_of=lambda name: None) -> dict:
    """A demo brush's document with the pictures that it uses.

    Parameters
    ----------
    document : dict
        With sources by name.
    find : callable
        Id and picture digest of a shipped source, by name.
    brush_of : callable, optional
        Id of another demo brush, by name; without it layers are inked with the brush itself.
    """

    def use(named: dict) -> dict:
        source, picture = find(named["source"])
        return {**named, "source": str(source), "picture": picture}

    whole = dict(document)
    if "layers" in document:
        whole["layers"] = [{**layer, "brush": brush_of(layer.get("brush"))} for layer in document["layers"]]
    if "shapes" in document:
        whole["shapes"] = [use(one) for one in document["shapes"]]
    if "grain" in document:
        whole["grain"] = use(document["grain"])
    return whole
