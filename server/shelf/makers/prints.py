"""Makers of washes, shades and borders."""

from hollowmist_core.tables.kinds import GRAIN, SHAPE

from .stocked import EVEN, Stocked, pressed

STOCK: tuple[Stocked, ...] = (
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
                    "responses": pressed(0.6),
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
                    "responses": pressed(0.7),
                },
            ),
            (
                "Barometer Line",
                "The line of the barograph: it never stops, and never swells.",
                {"size": 4.0, "steadying": "tow line", "tow": 14.0, "responses": EVEN, "ink": "#8a3b22"},
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
                    "responses": EVEN,
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
                    "responses": pressed(0.8),
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
                    "responses": EVEN,
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
                    "responses": pressed(0.5),
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
                    "responses": pressed(0.6),
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
                    "responses": pressed(0.5),
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
