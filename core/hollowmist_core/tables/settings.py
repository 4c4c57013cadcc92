"""Settings: every setting of a brush once, station by station."""

from .setting import Setting, choice, number, percent, switch


def _profile(kind: str) -> tuple[Setting, ...]:
    """What a kind of pointer tells, and what stands in for the rest."""
    fixed = "as reported" if kind == "pen" else "fixed"
    return (
        choice(
            f"{kind}_pressure",
            "Pressure",
            "hand",
            f"Where the pressure of a {kind} comes from.",
            *("as reported", "fixed", "from speed"),
            default=fixed,
        ),
        percent(
            f"{kind}_level",
            "Counts as",
            "hand",
            0.5,
            "The pressure that stands in; from speed, the usual one: quick strokes press less, slow ones more.",
        ),
        choice(
            f"{kind}_tilt",
            "Tilt",
            "hand",
            f"Where the tilt of a {kind} comes from.",
            *("as reported", "fixed"),
            default=fixed,
        ),
        number(f"{kind}_lean", "Lean", "hand", 0, "The tilt that stands in: 0° is upright.", "°", 0.0, 90.0),
    )


HAND = (
    *_profile("pen"),
    *_profile("finger"),
    *_profile("mouse"),
    number(
        "fast",
        "Fast",
        "hand",
        3,
        "Speed that counts as fast, where a response follows the speed.",
        *("px/ms", 0.2, 20.0),
        step=0.1,
        log=True,
    ),
    number(
        "far",
        "Far",
        "hand",
        600,
        "Length of stroke that counts as far, where a response follows the distance.",
        *("px", 10.0, 10000.0),
        step=10.0,
        log=True,
    ),
)

LINE = (
    choice(
        "steadying",
        "Steadying",
        "line",
        "Takes the tremble out of the line.",
        *("none", "even-out", "tow line", "speed-aware"),
    ),
    number(
        "reach",
        "Reach",
        "line",
        12,
        "Length of line that is evened out: more is calmer, and rounds corners more.",
        *("px", 1.0, 200.0),
        log=True,
    ),
    number(
        "tow",
        "Tow line",
        "line",
        10,
        "The ink follows on a line of this length: longer is calmer, and further behind.",
        *("px", 1.0, 100.0),
        log=True,
    ),
    number(
        "calm",
        "Calm",
        "line",
        2,
        "What a slow hand keeps, in movements a second: fewer is calmer, and later.",
        *("Hz", 0.2, 20.0),
        step=0.1,
        log=True,
    ),
    number(
        "quickness",
        "Quickness",
        "line",
        3,
        "How much a fast hand is let go: more follows sooner, and trembles more.",
        *("Hz per px/ms", 0.0, 10.0),
        step=0.5,
    ),
    percent("keep_corners", "Keep corners", "line", 0.0, "Turns this sharp stay sharp: more keeps milder ones too."),
    switch("finish", "Finish at the lift", "line", True, "The line runs on to where the pen left the paper."),
)


STATIONS = ("hand", "line", "weight", "tip", "grain", "ink")
"""From hand to ink."""

TAPERED = ("", "finger_", "mouse_")
"""Prefixes of the tapers' settings: those of the pen, and of all where they are shared, have none."""

TAPERS = ("taper_start", "taper_end", "taper_start_opacity", "taper_end_opacity")
"""The tapers of a pointer, in the order in which the record has them: two of the width, two of the opacity."""


def _taper(prefix: str, taper: str) -> tuple[Setting, ...]:
    """A taper's length in three units, its point and its shape."""
    name, end = prefix + taper, taper.split("_")[1]
    where, of = end.capitalize(), "opacity" if taper.endswith("opacity") else "width"
    noun = f"{where} opacity" if of == "opacity" else where
    how = f"How far the {end} of the stroke takes to reach its full {of}."
    left, shape = {
        "width": (
            f"Width left at the very {end}: 0 % is a needle.",
            "Needle below zero: the point stays thin for longer. Above zero it is blunt.",
        ),
        "opacity": (
            f"Opacity left at the very {end}: 0 % is nothing.",
            "Below zero the ink stays faint for longer. Above zero it is dark sooner.",
        ),
    }[of]
    return (
        choice(
            f"{name}_in",
            "Counted in",
            "weight",
            "What the taper's length is counted in.",
            *("× size", "px", "% of stroke"),
        ),
        number(f"{name}_length", f"{noun} taper", "weight", 0, how, *("× size", 0.0, 20.0), step=0.1),
        number(f"{name}_px", f"{noun} taper", "weight", 0, how, *("px", 0.0, 5000.0)),
        percent(f"{name}_part", f"{noun} taper", "weight", 0.0, how),
        percent(f"{name}_point", f"{noun} point", "weight", 0.0, left),
        percent(f"{name}_curve", f"{noun} shape", "weight", 0.0, shape, low=-1.0),
    )


WEIGHT = (
    number(
        "size", "Size", "weight", 24, "Width of the stroke at full response.", "px", 0.5, 2000.0, step=0.5, log=True
    ),
    number(
        "size_low", "Slider from", "weight", 1, "Where the size slider begins.", "px", 0.5, 500.0, step=0.5, log=True
    ),
    number("size_high", "Slider to", "weight", 400, "Where the size slider ends.", "px", 2.0, 2000.0, log=True),
    choice("bounds_in", "Bounds in", "weight", "What thinnest and thickest are counted in.", *("% of size", "px")),
    percent("thinnest", "Thinnest", "weight", 0.0, "No touch draws thinner than this share of the size.", high=4.0),
    percent("thickest", "Thickest", "weight", 1.0, "No press draws thicker than this share of the size.", high=4.0),
    number("thinnest_px", "Thinnest", "weight", 0, "No touch draws thinner than this.", "px", 0.0, 2000.0, step=0.5),
    number("thickest_px", "Thickest", "weight", 2000, "No press draws thicker than this.", "px", 0.5, 2000.0, step=0.5),
    choice("tapers_for", "Tapers for", "weight", "One pair of tapers for all, or a pair for each.", "all", "each"),
    *(setting for pointer in TAPERED for taper in TAPERS for setting in _taper(pointer, taper)),
)

TIP = (
    choice(
        "tip",
        "Tip",
        "tip",
        "What one touch leaves: a drawn form, or shapes from your sources.",
        *("ellipse", "polygon", "broad nib", "shapes"),
    ),
    number("sides", "Sides", "tip", 5, "Corners of the polygon.", "", 3.0, 12.0),
    percent("softness", "Softness", "tip", 0.0, "How far the edge fades: 0 % is crisp."),
    switch(
        "pixel_edge",
        "Pixel edge",
        "tip",
        False,
        "Every pixel is full or empty, for those who fill areas afterwards.",
    ),
    percent("roundness", "Roundness", "tip", 1.0, "100 % is as tall as wide, low values a flat nib.", low=0.02),
    number("angle", "Angle", "tip", 0, "Turn of the tip on the page, clockwise.", "°", -180.0, 180.0),
    choice(
        "turning",
        "Turns with",
        "tip",
        "What the tip's angle is counted from.",
        *("page", "stroke", "first move", "azimuth", "chance", "barrel"),
    ),
    choice(
        "choosing",
        "Chosen",
        "tip",
        "Which of several shapes a stamp takes.",
        *("by chance", "in turn", "by pressure", "by tilt", "by response"),
    ),
    percent("blend_zone", "Blend zone", "tip", 0.0, "How far neighbouring shapes melt into each other: 0 % jumps."),
    percent(
        "spacing",
        "Spacing",
        "tip",
        0.04,
        "Distance from stamp to stamp, of the width there: wide shows single stamps.",
        low=0.01,
        high=5.0,
        log=True,
    ),
    percent("spacing_jitter", "Spacing jitter", "tip", 0.0, "How uneven the distance from stamp to stamp is."),
    switch("hold_density", "Hold density", "tip", False, "Wider spacing gives each stamp more ink, so nothing pales."),
    percent("scatter_across", "Scatter across", "tip", 0.0, "How far stamps stray to the sides.", high=5.0),
    percent("scatter_along", "Scatter along", "tip", 0.0, "How far stamps stray along the line.", high=5.0),
    percent("size_jitter", "Size jitter", "tip", 0.0, "How much smaller a stamp may be, by chance."),
    number("angle_jitter", "Angle jitter", "tip", 0, "How far a stamp may turn either way.", "°", 0.0, 180.0),
    choice(
        "laying",
        "Laid as",
        "tip",
        "Stamps lay the shape again and again; a ribbon lays it along the whole stroke.",
        *("stamps", "ribbon"),
    ),
    choice(
        "ribbon_fit",
        "Picture",
        "tip",
        "Stretched over the whole stroke, repeated as it is, or with ends as they are and a stretched middle.",
        *("stretched", "repeated", "fixed ends"),
    ),
    percent(
        "ribbon_ends", "Ends", "tip", 0.25, "Share of the picture at either end that is not stretched.", 0.02, 0.48
    ),
    switch("ribbon_reversed", "Reversed", "tip", False, "The stroke begins with the picture's right end."),
    choice(
        "ribbon_mirrored",
        "Mirrored",
        "tip",
        "Swaps the two sides of the line: always, or at every other repeat.",
        *("never", "always", "by turns"),
    ),
    switch("flip_across", "Flip across", "tip", False, "Mirrors half of the stamps left to right, by chance."),
    switch("flip_along", "Flip along", "tip", False, "Mirrors half of the stamps top to bottom, by chance."),
    number("stamps", "Stamps per step", "tip", 1, "How many stamps are laid at each step.", "", 1.0, 16.0),
    choice(
        "several",
        "Laid",
        "tip",
        "Several stamps: strewn, or as lines side by side.",
        *("by chance", "side by side"),
    ),
    percent("strand_gap", "Strand gap", "tip", 1.2, "Distance between lines side by side, of the width.", high=5.0),
)

MODES = (
    *("normal", "multiply", "screen", "overlay", "darken", "lighten"),
    *("color-dodge", "color-burn", "hard-light", "soft-light", "difference", "exclusion"),
)
"""Separable blend modes, named and defined by W3C Compositing and Blending Level 1."""

GRAIN = (
    choice("grain_hold", "Holds to", "grain", "What the grain stays with.", "paper", "stroke", "stamp", "line"),
    choice(
        "grain_way",
        "Way",
        "grain",
        "How the grain takes ink away, or gives it.",
        *("tint", "cut", "press", *MODES[1:6]),
    ),
    percent("bite", "Bite", "grain", 0.8, "How strongly the grain takes ink away."),
    percent("bite_floor", "Least bite", "grain", 0.0, "The bite never falls below this."),
    percent("bite_jitter", "Bite jitter", "grain", 0.0, "How much weaker the bite may be, stamp by stamp."),
    percent("cut_edge", "Cut edge", "grain", 0.3, "How soft the rims are that cutting and pressing leave.", low=0.02),
    choice(
        "grain_scale", "Scale", "grain", "A tile of a fixed size, or one that grows with the brush.", "px", "× size"
    ),
    number("grain_px", "Tile", "grain", 256, "Side of the tile on the sheet.", "px", 8.0, 4096.0, log=True),
    number(
        "grain_times",
        "Tile",
        "grain",
        4,
        "Side of the tile, counted in the brush's size.",
        *("× size", 0.2, 40.0),
        step=0.1,
        log=True,
    ),
    number("grain_turn", "Turn", "grain", 0, "Turn of the grain.", "°", -180.0, 180.0),
    percent("grain_offset_x", "Offset across", "grain", 0.0, "Moves the grain sideways, of the tile."),
    percent("grain_offset_y", "Offset down", "grain", 0.0, "Moves the grain up and down, of the tile."),
    percent("grain_brightness", "Brightness", "grain", 0.0, "Above zero the grain lets more ink through.", low=-1.0),
    percent("grain_contrast", "Contrast", "grain", 0.0, "Pushes the grain's dark and light apart.", low=-1.0),
    switch("grain_invert", "Invert", "grain", False, "Swaps the grain's dark and light."),
)

MOST_LAYERS = 3
"""Most layers of a proof sheet."""

INK = (
    Setting("ink", "Ink", "ink", "colour", "#1e2a2d", "Colour of the ink."),
    percent("opacity", "Opacity", "ink", 1.0, "The most a whole stroke covers.", low=0.01),
    percent("flow", "Flow", "ink", 1.0, "Ink that each single stamp gives.", low=0.01),
    number(
        "fade_out",
        "Fade out",
        "ink",
        0,
        "The ink runs dry over this length of stroke; at 0 it never does.",
        *("px", 0.0, 20000.0),
        step=10.0,
    ),
    number(
        "fade_from",
        "Fades from",
        "ink",
        0,
        "Length of stroke that is drawn in full before the ink begins to run dry.",
        *("px", 0.0, 20000.0),
        step=10.0,
    ),
    choice(
        "overlap",
        "Overlap",
        "ink",
        "Level stays even where a stroke crosses itself, build grows darker.",
        *("level", "build"),
    ),
    choice("mode", "Mixes as", "ink", "How the stroke mixes with the ink that lies under it on its layer.", *MODES),
    Setting("second_ink", "Second ink", "ink", "colour", "#9c4a2f", "Colour of the ink that is mixed in."),
    percent("second_share", "Mixed in", "ink", 0.0, "How much of the second ink is mixed into the first."),
    choice(
        "tones",
        "Shapes' tones",
        "ink",
        "What the grey of a shape says: how much ink it gives, or which tone of the ink it has.",
        *("as coverage", "kept"),
    ),
    percent("tone_light", "Light parts", "ink", 0.6, "How far the light parts run from the ink towards the paper."),
    percent("tone_dark", "Dark parts", "ink", 0.4, "How far the dark parts run from the ink towards black."),
    percent(
        "pooling",
        "Pooling",
        "ink",
        0.0,
        "How much ink moves to the stroke's rim, and darkens it; what covers all has no more room.",
    ),
    percent("rim", "Rim", "ink", 0.12, "How wide the darker rim is, of the size.", low=0.02, high=0.5),
    percent("wetness", "Wetness", "ink", 0.0, "How wet the ink is: wet ink runs into wet ink, and is taken along."),
    number("run", "Run", "ink", 8, "How far wet ink runs into wet ink that it meets.", "px", 0.0, 24.0),
    percent("pick_up", "Pick-up", "ink", 0.0, "How much of the wet ink under it the tip takes along."),
    percent("spread", "Spread", "ink", 0.0, "How far the ink creeps out of the line, of the width."),
    percent("spread_held", "Held back", "ink", 0.8, "How much the grain holds back the ink that creeps."),
)

SETTINGS: tuple[Setting, ...] = HAND + LINE + WEIGHT + TIP + GRAIN + INK
BY_NAME = {setting.name: setting for setting in SETTINGS}


def numbers(name: str, *words: str) -> tuple[int, ...]:
    """The numbers by which the record knows some words of a choice."""
    return tuple(BY_NAME[name].choices.index(word) for word in words)
