"""Demo brushes that use the shipped sources, named here by the sources' names."""


def _pressed(low: float, *nodes) -> dict:
    found = [list(node) for node in nodes or ((0, 0), (1, 1))]
    return {"size": {"pressure": {"on": True, "range": [low, 1.0], "nodes": found}}}


TEXTURES: list[tuple[str, str, dict]] = [
    (
        "Kelp Drybrush",
        "Kelp and weed: bristles that split as the hand lightens.",
        {
            "size": 44.0,
            "tip": "shapes",
            "shapes": [{"source": "Dry Bristles", "turn": 90.0}],
            "spacing": 0.03,
            "turning": "stroke",
            "grain": {"source": "Kelp Fibre"},
            "grain_hold": "line",
            "grain_way": "tint",
            "grain_invert": True,
            "grain_px": 420.0,
            "bite": 0.8,
            "steadying": "even-out",
            "reach": 10.0,
            "responses": _pressed(0.55),
        },
    ),
    (
        "Slate Chalk",
        "Chalk on the slate floor: the paper's tooth shows through.",
        {
            "size": 34.0,
            "tip": "shapes",
            "shapes": [{"source": "Chalk End"}],
            "spacing": 0.12,
            "turning": "chance",
            "grain": {"source": "Sketch Paper"},
            "grain_way": "press",
            "grain_px": 300.0,
            "bite": 0.95,
            "cut_edge": 0.45,
            "ink": "#3d4a4e",
            "responses": _pressed(0.7),
        },
    ),
    (
        "Spray Speckle",
        "Spray off the rocks.",
        {
            "size": 60.0,
            "softness": 0.6,
            "grain": {"source": "Spray"},
            "grain_hold": "stroke",
            "grain_px": 420.0,
            "bite": 1.0,
            "ink": "#24506e",
            "responses": _pressed(0.6),
        },
    ),
    (
        "Barnacle",
        "Barnacles on the slipway: three shapes, by chance.",
        {
            "size": 38.0,
            "tip": "shapes",
            "shapes": [{"source": "Barnacle One"}, {"source": "Barnacle Two"}, {"source": "Barnacle Three"}],
            "spacing": 0.85,
            "turning": "chance",
            "scatter_across": 0.7,
            "size_jitter": 0.55,
            "flip_across": True,
            "responses": _pressed(0.4),
        },
    ),
    (
        "Gull Down",
        "Feathers: the finest hairs, turning with the stroke.",
        {
            "size": 36.0,
            "tip": "shapes",
            "shapes": [{"source": "Gull Down", "turn": 90.0}],
            "spacing": 0.03,
            "turning": "stroke",
            "opacity": 0.8,
            "taper_start_length": 1.0,
            "taper_end_length": 2.0,
            "ink": "#5a6b70",
            "responses": _pressed(0.3),
        },
    ),
    (
        "Rope Ribbon",
        "A laid rope, strand by strand.",
        {
            "size": 30.0,
            "tip": "shapes",
            "shapes": [{"source": "Rope Strand"}],
            "spacing": 0.52,
            "turning": "stroke",
            "steadying": "even-out",
            "reach": 20.0,
            "responses": _pressed(0.9),
        },
    ),
    (
        "Harbour Stone",
        "Walls and rocks: the stone stays where it is, however often you go over it.",
        {
            "size": 70.0,
            "grain": {"source": "Harbour Wall"},
            "grain_way": "multiply",
            "overlap": "build",
            "flow": 0.35,
            "bite": 1.0,
            "grain_px": 360.0,
            "softness": 0.1,
            "ink": "#6d7b80",
            "responses": _pressed(0.8),
        },
    ),
    (
        "Kelp Blade",
        "Single blades, one end cut at an angle.",
        {
            "size": 64.0,
            "tip": "shapes",
            "shapes": [{"source": "Kelp Blade, slanted"}, {"source": "Kelp Blade"}],
            "choosing": "in turn",
            "spacing": 0.42,
            "turning": "stroke",
            "angle": 55.0,
            "angle_jitter": 14.0,
            "size_jitter": 0.35,
            "ink": "#2f6f62",
            "responses": _pressed(0.4),
        },
    ),
]


def _screen(source: str, ink: str) -> dict:
    return {
        "size": 64.0,
        "ink": ink,
        "grain": {"source": source},
        "grain_px": 197.0,
        "bite": 1.0,
        "responses": _pressed(0.9),
    }


SCREENS: list[tuple[str, str, dict]] = [
    ("Screen A", "First ink of a print in two inks.", _screen("Screen A", "#24506e")),
    ("Screen B", "Second ink: its dots lie where Screen A has none.", _screen("Screen B", "#b4532a")),
    (
        "Two Inks",
        "A print in two inks on two layers: Screen A lies below in sea blue, its partner above in rust, multiplied. "
        "Hide one of the layers to see the other alone, or make the upper one darker and look at the third colour.",
        {
            **_screen("Screen A", "#24506e"),
            "layers": [
                {"which": 0, "lanes": True},
                {"which": 1, "lanes": True, "mode": "multiply", "brush": "Screen B"},
            ],
        },
    ),
    ("Hatch West", "Hatching that leans west.", {**_screen("Hatch West", "#1e2a2d"), "grain_px": 260.0}),
    ("Hatch East", "Hatching that leans east.", {**_screen("Hatch East", "#1e2a2d"), "grain_px": 260.0}),
    ("Sea Lines", "Shaded sea on chart titles.", {**_screen("Line Screen", "#24506e"), "grain_px": 240.0}),
    ("Sailcloth", "Sails and flags: the cloth stays put.", {**_screen("Sailcloth", "#3d4a4e"), "grain_px": 260.0}),
]
