"""Makers of Skerrow, all made up, and the roll that each of them lends from the first."""

from dataclasses import dataclass, field

from hollowmist_core.tables.kinds import GRAIN, SHAPE


@dataclass(frozen=True)
class Stocked:
    """A roll of the stock.

    Attributes
    ----------
    sources : dict
        Name -> (what it makes, its generator with values, steps).
    brushes : list of (str, str, dict)
        Name, note, and settings that differ from a plain brush; sources by their names.
    mark : dict
        The generator of the maker's mark.
    """

    name: str
    note: str
    tint: str
    maker: str
    about: str
    licence: str
    brushes: list[tuple[str, str, dict]]
    sources: dict[str, tuple[str, dict, list[dict]]] = field(default_factory=dict)
    mark: dict = field(default_factory=dict)


def _pressed(low: float, high: float = 1.0) -> dict:
    return {"size": {"pressure": {"on": True, "range": [low, high], "nodes": [[0, 0], [1, 1]]}}}


_EVEN = {"size": {"pressure": {"on": False, "range": [0.1, 1.0]}}}

STOCK: tuple[Stocked, ...] = (
    Stocked(
        "Ropewalk",
        "Lines for whoever draws cordage: each is one turn, repeated along the stroke.",
        "rust",
        "The ropewalk",
        "Three of us walk the rope, one draws it.",
        "CC-BY-4.0",
        [
            (
                "Hawser",
                "Thick, slow, and the same however the hand presses.",
                {
                    "size": 46.0,
                    "tip": "shapes",
                    "laying": "ribbon",
                    "ribbon_fit": "repeated",
                    "shapes": [{"source": "Hawser Turn"}],
                    "ink": "#5b4632",
                    "steadying": "even-out",
                    "reach": 22.0,
                    "responses": _EVEN,
                },
            ),
            (
                "Whipping Twine",
                "For the ends of ropes: fine, waxed, a little uneven.",
                {
                    "size": 7.0,
                    "steadying": "even-out",
                    "reach": 8.0,
                    "size_jitter": 0.12,
                    "spacing": 0.3,
                    "ink": "#5b4632",
                    "responses": _pressed(0.7),
                },
            ),
            (
                "Frayed End",
                "Strands that come apart as the hand lifts.",
                {
                    "size": 38.0,
                    "tip": "shapes",
                    "shapes": [{"source": "Loose Strands", "turn": 90.0}],
                    "turning": "stroke",
                    "spacing": 0.03,
                    "taper_end_length": 2.5,
                    "ink": "#5b4632",
                    "responses": _pressed(0.45),
                },
            ),
        ],
        {
            "Hawser Turn": (
                SHAPE,
                {
                    "kind": "rings",
                    "count": 48,
                    "first": 0.42,
                    "last": 0.42,
                    "first_tone": 0.3,
                    "last_tone": 1.0,
                    "travel": 0.2,
                    "rise": 0.5,
                    "raggedness": 0.16,
                    "seed": 31,
                },
                [{"kind": "crop", "margin": 0.0, "square": False}],
            ),
            "Loose Strands": (
                SHAPE,
                {"kind": "bristles", "hairs": 17, "thickness": 1.5, "spread": 0.95, "depth": 0.5, "seed": 77},
                [{"kind": "crop", "margin": 0.04}],
            ),
        },
        {"kind": "polygon", "sides": 6.0},
    ),
    Stocked(
        "Pilot's log",
        "The hand of the pilot station: figures that can be read by a red lamp.",
        "mussel",
        "Pilot station",
        "Depths, times and names of ships, since the second jetty was built.",
        "CC0-1.0",
        [
            (
                "Log Monoline",
                "Entries of the log.",
                {
                    "size": 7.0,
                    "steadying": "even-out",
                    "reach": 12.0,
                    "responses": _EVEN,
                    "ink": "#1d2b4a",
                },
            ),
            (
                "Sounding Hairline",
                "Depths on the chart: hair thin, with a swell where it matters.",
                {
                    "size": 16.0,
                    "thinnest": 0.05,
                    "steadying": "speed-aware",
                    "taper_start_length": 0.8,
                    "taper_end_length": 1.6,
                    "responses": _pressed(0.05),
                    "ink": "#1d2b4a",
                },
            ),
            (
                "Buoy Number",
                "Numbers on buoys: a broad nib held steeply.",
                {
                    "size": 40.0,
                    "tip": "broad nib",
                    "roundness": 0.18,
                    "angle": -50.0,
                    "steadying": "even-out",
                    "reach": 16.0,
                    "responses": _pressed(0.9),
                },
            ),
        ],
        mark={"kind": "polygon", "sides": 3.0},
    ),
    Stocked(
        "Shingle",
        "What the beach leaves on paper: stones, sand, broken shell.",
        "",
        "Tide walkers",
        "We go out at low water and draw what is there.",
        "CC-BY-4.0",
        [
            (
                "Shingle Stipple",
                "Stones by the handful.",
                {
                    "size": 34.0,
                    "tip": "shapes",
                    "shapes": [{"source": "Flat Stone"}, {"source": "Split Stone"}],
                    "turning": "chance",
                    "spacing": 0.9,
                    "scatter_across": 0.9,
                    "size_jitter": 0.6,
                    "ink": "#4c5a55",
                    "responses": _pressed(0.4),
                },
            ),
            (
                "Wet Sand",
                "A flat grey that keeps the grain of the sand.",
                {
                    "size": 60.0,
                    "opacity": 0.75,
                    "grain": {"source": "Sand"},
                    "grain_px": 240.0,
                    "bite": 0.7,
                    "softness": 0.2,
                    "ink": "#6b6a5c",
                    "responses": _pressed(0.7),
                },
            ),
            (
                "Razor Shell",
                "A hard, pale edge, cut short at both ends.",
                {
                    "size": 18.0,
                    "roundness": 0.25,
                    "angle": 60.0,
                    "turning": "stroke",
                    "taper_start_length": 0.3,
                    "taper_end_length": 0.3,
                    "steadying": "even-out",
                    "ink": "#4c5a55",
                    "responses": _pressed(0.5),
                },
            ),
        ],
        {
            "Flat Stone": (
                SHAPE,
                {"kind": "ragged", "raggedness": 0.25, "lobes": 5, "holes": 0.0, "seed": 51},
                [{"kind": "crop"}],
            ),
            "Split Stone": (
                SHAPE,
                {"kind": "ragged", "raggedness": 0.6, "lobes": 4, "holes": 0.3, "seed": 57},
                [{"kind": "crop"}],
            ),
            "Sand": (GRAIN, {"kind": "speckle", "count": 2600, "largest": 9.0, "smallest": 1.5, "seed": 61}, []),
        },
        {"kind": "ragged", "side": 128, "raggedness": 0.3, "lobes": 5, "holes": 0.0, "seed": 51},
    ),
    Stocked(
        "Weather glass",
        "Skies of one week in autumn. Washes that stay where they are put.",
        "heather",
        "Weather watch",
        "Four times a day, from the roof.",
        "CC-BY-SA-4.0",
        [
            (
                "Low Cloud",
                "Soft, and darker where it lies twice.",
                {
                    "size": 84.0,
                    "softness": 0.9,
                    "flow": 0.12,
                    "overlap": "build",
                    "opacity": 0.8,
                    "ink": "#66737d",
                    "responses": _pressed(0.6),
                },
            ),
            (
                "Squall",
                "Rain that slants as the stroke goes.",
                {
                    "size": 64.0,
                    "grain": {"source": "Driven Rain"},
                    "grain_hold": "stroke",
                    "grain_way": "cut",
                    "grain_px": 300.0,
                    "bite": 1.0,
                    "ink": "#2f4a63",
                    "responses": _pressed(0.7),
                },
            ),
            (
                "Barometer Line",
                "The line of the barograph: it never stops, and never swells.",
                {"size": 4.0, "steadying": "tow line", "tow": 14.0, "responses": _EVEN, "ink": "#8a3b22"},
            ),
        ],
        {
            "Driven Rain": (
                GRAIN,
                {
                    "kind": "fibre",
                    "count": 520,
                    "length": 0.3,
                    "thickness": 3.0,
                    "angle": 68.0,
                    "spread": 5.0,
                    "curl": 0.05,
                    "seed": 71,
                },
                [],
            )
        },
        {"kind": "splat", "side": 128, "seed": 12},
    ),
    Stocked(
        "Net loft",
        "Shades for prints in one ink: meshes, scales, hatching.",
        "kelp",
        "The net loft",
        "Mending in winter, printing when it rains.",
        "CC-BY-4.0",
        [
            (
                "Mesh Shade",
                "A mesh that lies still on the paper, however often one goes over it.",
                {
                    "size": 70.0,
                    "grain": {"source": "Herring Mesh"},
                    "grain_way": "cut",
                    "grain_px": 220.0,
                    "bite": 1.0,
                    "responses": _EVEN,
                },
            ),
            (
                "Scale Row",
                "Scales side by side, each turned with the stroke.",
                {
                    "size": 28.0,
                    "tip": "shapes",
                    "shapes": [{"source": "Scale"}],
                    "turning": "stroke",
                    "spacing": 0.62,
                    "steadying": "even-out",
                    "responses": _pressed(0.8),
                },
            ),
            (
                "Gill Hatch",
                "Lines at the slant of a gill cover.",
                {
                    "size": 64.0,
                    "grain": {"source": "Gill Lines"},
                    "grain_way": "cut",
                    "grain_px": 300.0,
                    "bite": 1.0,
                    "responses": _EVEN,
                },
            ),
        ],
        {
            "Herring Mesh": (
                GRAIN,
                {"kind": "weave", "threads": 14.0, "thickness": 0.28, "roughness": 0.4, "depth": 1.0, "seed": 83},
                [],
            ),
            "Scale": (
                SHAPE,
                {"kind": "leaf", "breadth": 0.8, "peak": 0.7, "softness": 0.35},
                [{"kind": "crop", "margin": 0.03}],
            ),
            "Gill Lines": (
                GRAIN,
                {"kind": "screen", "form": "lines", "ruling": 7.0, "dpi": 150.0, "angle": 55.0, "tone": 0.35},
                [],
            ),
        },
        {"kind": "leaf", "side": 128, "breadth": 0.8, "peak": 0.7},
    ),
    Stocked(
        "Kitchen wall",
        "What grows out of the salt, for borders and corners.",
        "lichen",
        "Sorrel of the kitchen wall",
        "Plants from cuttings, drawings from the plants.",
        "CC-BY-NC-4.0",
        [
            (
                "Sea Kale",
                "Leaves that lie over one another and turn with the stroke.",
                {
                    "size": 44.0,
                    "tip": "shapes",
                    "shapes": [{"source": "Kale Leaf", "turn": 60.0}],
                    "turning": "stroke",
                    "spacing": 0.7,
                    "scatter_across": 0.5,
                    "angle_jitter": 40.0,
                    "size_jitter": 0.35,
                    "tones": "kept",
                    "ink": "#35523d",
                    "responses": _pressed(0.5),
                },
            ),
            (
                "Thrift",
                "Small round heads, loosely strewn.",
                {
                    "size": 30.0,
                    "tip": "shapes",
                    "shapes": [{"source": "Thrift Head"}],
                    "turning": "chance",
                    "spacing": 1.3,
                    "scatter_across": 1.2,
                    "size_jitter": 0.4,
                    "ink": "#9b4a6a",
                    "responses": _pressed(0.6),
                },
            ),
            (
                "Marram",
                "One blade of grass a stroke: thick at the root, long in the point.",
                {
                    "size": 16.0,
                    "taper_start_length": 0.6,
                    "taper_end_length": 7.0,
                    "taper_end_curve": -0.3,
                    "steadying": "even-out",
                    "ink": "#58663a",
                    "responses": _pressed(0.5),
                },
            ),
        ],
        {
            "Kale Leaf": (
                SHAPE,
                {"kind": "leaf", "breadth": 0.55, "peak": 0.6, "softness": 0.5},
                [{"kind": "crop", "margin": 0.03}],
            ),
            "Thrift Head": (
                SHAPE,
                {"kind": "ragged", "raggedness": 0.9, "lobes": 14, "holes": 0.45, "seed": 91},
                [{"kind": "crop"}],
            ),
        },
        {"kind": "leaf", "side": 128, "breadth": 0.5, "peak": 0.6},
    ),
)
