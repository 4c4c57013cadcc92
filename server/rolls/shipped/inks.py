"""Demo brushes that show what ink does: ribbons, washes, wet ink, modes, layers. Sources stand by their names."""

_STILL = {"size": {"pressure": {"on": False, "range": [0.1, 1.0]}}}


def _sized(low: float, high: float) -> dict:
    return {"size": {"pressure": {"on": True, "range": [low, high]}}}


def _ribbon(source: str, size: float, **more) -> dict:
    return {
        "size": size,
        "tip": "shapes",
        "laying": "ribbon",
        "shapes": [{"source": source}],
        "thickest": 1.5,
        "steadying": "even-out",
        "reach": 16.0,
        "responses": _sized(0.5, 1.5),
        **more,
    }


TAPERS: list[tuple[str, str, dict]] = [
    (
        "Tide Point",
        "Both ends pointed. A taper drawn once as a picture and stretched along the whole stroke: a light hand halves "
        "its width, a heavy one makes it half as wide again.",
        _ribbon("Taper", 22.0),
    ),
    (
        "Slipway",
        "Begins flat and ends in a point. The taper with one end cut off straight; keep it for lines that start at an "
        "edge.",
        _ribbon("Taper, flat", 22.0, ribbon_reversed=True),
    ),
    ("Slipway, landing", "The same the other way: it begins in a point and ends flat.", _ribbon("Taper, flat", 22.0)),
    (
        "Keel Cut",
        "Begins at a slant, as a chisel does. The taper with one end cut at an angle.",
        _ribbon("Taper, slanted", 22.0, ribbon_reversed=True),
    ),
    (
        "Keel Cut, turned",
        "The same slant on the other side of the line, and at the end.",
        _ribbon("Taper, slanted", 22.0, ribbon_mirrored="always"),
    ),
]

INKS: list[tuple[str, str, dict]] = [
    (
        "Mooring Rope",
        "One turn of a rope, made of rings, repeated along the stroke at its own proportions. Draw slowly round a "
        "bollard: it follows every bend.",
        _ribbon("Laid Rope", 40.0, ribbon_fit="repeated", responses=_STILL),
    ),
    (
        "Seal Fur",
        "A tuft of ragged rings repeated along the stroke, mirrored by turns so that no two neighbours are alike.",
        _ribbon("Seal Fur", 56.0, ribbon_fit="repeated", ribbon_mirrored="by turns", ink="#3d4a4e"),
    ),
    (
        "Tide Wash",
        "A wash with dark rims. Half opacity and level overlap keep it flat; pooling moves its pigment outwards, and a "
        "little spread lets the edge creep.",
        {
            "size": 54.0,
            "opacity": 0.5,
            "pooling": 0.8,
            "rim": 0.1,
            "spread": 0.05,
            "grain": {"source": "Rag Paper"},
            "grain_px": 220.0,
            "bite": 0.25,
            "ink": "#24506e",
            "steadying": "even-out",
            "reach": 14.0,
            "responses": _sized(0.6, 1.0),
        },
    ),
    (
        "Running Tide",
        "Wet ink. It runs as far as the run says into what is still wet, and takes some along; rims pool a little. "
        "Which of two inks it has goes with the direction. Dry now, in the Wet part of the ink, fixes the sheet.",
        {
            "size": 40.0,
            "opacity": 0.85,
            "wetness": 1.0,
            "run": 14.0,
            "pick_up": 0.35,
            "pooling": 0.3,
            "spacing": 0.06,
            "ink": "#24506e",
            "second_ink": "#8a3b22",
            "responses": {
                **_sized(0.6, 1.0),
                "second ink": {"direction": {"on": True, "range": [0.0, 1.0]}},
            },
        },
    ),
    (
        "Brass Glint",
        "Glints in a letter's stroke. Below lies the Lantern Brush Pen; above, in a light ink and screened, spray that "
        "holds to the stroke lets a few specks through, brighter than the ink.",
        {
            "size": 34.0,
            "steadying": "even-out",
            "reach": 24.0,
            "taper_start_length": 2.5,
            "taper_end_length": 3.5,
            "taper_end_curve": -0.45,
            "ink": "#d9b36a",
            "grain": {"source": "Spray"},
            "grain_hold": "stroke",
            "grain_way": "cut",
            "grain_px": 260.0,
            "bite": 1.0,
            "responses": {"size": {"pressure": {"on": True, "range": [0.1, 0.9]}}},
            "layers": [
                {"which": 1, "lanes": True, "brush": "Lantern Brush Pen"},
                {"which": 0, "lanes": True, "mode": "screen"},
            ],
        },
    ),
    (
        "Rowan Leaves",
        "Leaves that fall by chance, each with its own share of two inks. The leaf is a picture that keeps its tones: "
        "light parts run towards the paper, dark ones towards black.",
        {
            "size": 46.0,
            "tip": "shapes",
            "shapes": [{"source": "Rowan Leaf", "turn": 90.0}],
            "spacing": 0.6,
            "tones": "kept",
            "turning": "chance",
            "scatter_across": 0.6,
            "size_jitter": 0.5,
            "ink": "#4f5b2e",
            "second_ink": "#b4532a",
            "responses": {
                **_sized(0.6, 1.0),
                "second ink": {"stamp chance": {"on": True, "range": [0.0, 1.0]}},
            },
        },
    ),
    (
        "Seal Hair, dark",
        "Hair of dragged dots: a tuft that keeps the direction of the first move, laid in multiply, so that strands "
        "darken each other.",
        {
            "size": 34.0,
            "tip": "shapes",
            "shapes": [{"source": "Dry Bristles", "turn": 90.0}],
            "turning": "first move",
            "spacing": 0.03,
            "opacity": 0.5,
            "mode": "multiply",
            "ink": "#6d5a48",
            "taper_end_length": 3.0,
            "responses": _sized(0.5, 1.0),
        },
    ),
    (
        "Seal Hair, light",
        "The same tuft laid in screen: light strands over dark ones. Tried on slate paper.",
        {
            "size": 34.0,
            "tip": "shapes",
            "shapes": [{"source": "Dry Bristles", "turn": 90.0}],
            "turning": "first move",
            "spacing": 0.03,
            "opacity": 0.6,
            "mode": "screen",
            "ink": "#c9bda6",
            "ground": "#37464c",
            "taper_end_length": 3.0,
            "responses": _sized(0.5, 1.0),
        },
    ),
]
