"""Records that the kernels share: samples, points, stamps, the state of a stroke, the view."""

import numpy as np

from .responses import INPUT_NAMES
from .settings import TAPERS

TILE = 128
"""Side of a square tile of sheet memory, px."""

TILE_AREA = TILE * TILE

SETTLED, OPEN, GRAIN, POOLED, SETTLED_COLOUR, OPEN_COLOUR, FIRST_LAYER = 0, 1, 2, 3, 4, 7, 10
"""Planes of a sheet: coverage of the stroke in hand that no longer changes, coverage that also holds the stroke's
open end, grain that holds to the paper or the stroke, and the coverage that is seen with its pigment pooled; then, for
brushes whose stamps have colours of their own, red, green and blue (0..255) of either coverage, a plane each; then
those of the layers."""

LAYER_PLANES, WATER = 3, 2
"""Planes of a layer: its ink's red and green, and its blue and alpha, 16 bits each; the water in it, 0..1."""

INK_LAYERS = 8
"""Most layers of ink of a sheet."""

UNDERLAY = INK_LAYERS
"""The layer on which pictures below the ink lie: one more than those of ink."""

PLANES = FIRST_LAYER + LAYER_PLANES * (INK_LAYERS + 1)

LAYER = np.dtype([("which", "i4"), ("mode", "i4"), ("opacity", "f4"), ("shown", "i4")])
"""A layer of a sheet: which planes hold its ink (0 .. `INK_LAYERS` - 1, or
`UNDERLAY`), how it is blended onto what lies below it (a
number of `settings.MODES`), its opacity 0..1, and whether it is shown. A sheet's layers are a vector, the lowest
first."""

LEVELS = 12
"""Most levels of an image's chain: 2048 px down to 1."""

GRAIN_KEY = 10
WINDOW = 12
"""Most nodes on either side of the steadying window."""

PEN, FINGER, MOUSE = 0, 1, 2

MOST_HELD = 512
"""Most points that wait until it is clear whether one of them is a corner."""

NEWEST, RAW, TARGET, MEAN, SUM, HAND, INK, KEPT, HELD = 3, 4, 5, 6, 7, 8, 9, 10, 16
"""Places in `recent`: 0..3 are the last four points of the line, newest last; then the end of the flattened
line, scratch points of the steadying, the last sample as the hand made it, where the steadied ink is, six points
that are put aside while the open end is drawn, and the points that wait for a corner to show."""

LATELY = HELD + MOST_HELD
"""Places of `recent` that a stroke goes on from. As many again follow, where they are put by meanwhile."""

RECENT = 2 * LATELY

STATES = 2
"""States that a sheet has: of the stroke in hand, and the same put by while it is drawn on to where it is foreseen."""

CORNERS = 12
"""Places for corners of the line, for the steadying window; some are only the open end's."""

SAMPLE = np.dtype(
    [
        ("x", "f4"),
        ("y", "f4"),
        ("t", "f4"),
        ("pressure", "f4"),
        ("altitude", "f4"),
        ("azimuth", "f4"),
        ("twist", "f4"),
    ]
)
"""A sample as the hand made it: sheet px, ms since the pen came down, pressure 0..1, altitude, azimuth
and twist in radians as in W3C Pointer Events (an altitude of pi/2 is upright)."""

POINT = np.dtype(
    [
        ("s", "f8"),
        ("x", "f4"),
        ("y", "f4"),
        ("t", "f4"),
        ("pressure", "f4"),
        ("lean_x", "f4"),
        ("lean_y", "f4"),
        ("twist_x", "f4"),
        ("twist_y", "f4"),
        ("speed", "f4"),
        ("corner", "f4"),
    ],
    align=True,
)
"""A point on a path. `s` is arc length in px; lean is tilt (0 upright .. 1 flat) towards the azimuth, twist the
direction of the pen's barrel, speed in px/ms. `corner` is 1 at a corner to be kept; while a point waits, the turn
of the hand there, radians."""

STAMP = np.dtype(
    [
        ("x", "f4"),
        ("y", "f4"),
        ("major", "f4"),
        ("minor", "f4"),
        ("cos", "f4"),
        ("sin", "f4"),
        ("softness", "f4"),
        ("flow", "f4"),
        ("cap", "f4"),
        ("s", "f4"),
        ("tip", "i4"),
        ("image", "i4"),
        ("other", "i4"),
        ("mix", "f4"),
        ("flip_u", "f4"),
        ("flip_v", "f4"),
        ("other_major", "f4"),
        ("other_minor", "f4"),
        ("other_cos", "f4"),
        ("other_sin", "f4"),
        ("other_flip_u", "f4"),
        ("other_flip_v", "f4"),
        ("path_x", "f4"),
        ("path_y", "f4"),
        ("along_x", "f4"),
        ("along_y", "f4"),
        ("bite", "f4"),
        ("press", "f4"),
        ("grain_times", "f4"),
        ("spread", "f4"),
        ("red", "f4"),
        ("green", "f4"),
        ("blue", "f4"),
    ]
)
"""One touch of the tip: centre, semi-axes in device px, turn, softness of the radius 0..1, ink it gives
(flow) and the most it may cover (cap), arc length; the kind of tip; its image, another one and how far
it has melted into that (0..1); flips as 1 or -1; semi-axes, turn and flips of the other
one; the point of the path it strayed from and the line's
direction there; how strongly the grain bites, the pressure of the hand, and how many times coarser the grain is;
how far the ink creeps out, px; its colour 0..255, where the brush is coloured."""

IMAGE = np.dtype(
    [
        ("levels", "i4"),
        ("tiled", "i4"),
        ("identity", "u4", (2,)),
        ("reach_x", "f4"),
        ("reach_y", "f4"),
        ("widths", "i4", (LEVELS,)),
        ("heights", "i4", (LEVELS,)),
        ("offsets", "i4", (LEVELS,)),
    ]
)
"""An image at hand: what its pixels are, as a number (`images.set_identity`); how far from its middle a shape's ink
reaches, as shares of half its sides; per level its size in texels and where its words begin in the bank."""

TAPERING = np.dtype([("of_stroke", "i4"), ("length", "f4"), ("point", "f4"), ("exponent", "f4")])
"""A taper of the pointer in hand: its length in px, or as a share of the stroke (`of_stroke`); what is left at the
very end; the exponent of its shape."""

NOW, AT_END, AT_START = 0, 1, 2
"""Places in `walk`: where it is, where it goes on from when the open end is taken off again, and where it began."""

WALK = np.dtype(
    [
        ("next_s", "f8"),
        ("walked", "i4"),
        ("stamp_index", "i4"),
        ("first_set", "i4"),
        ("first_x", "f4"),
        ("first_y", "f4"),
        ("along_x", "f4"),
        ("along_y", "f4"),
        ("swept_x", "f4"),
        ("swept_y", "f4"),
        ("step", "f4"),
        ("load", "f4", (3,)),
    ],
    align=True,
)
"""How far a stroke is inked: arc length of the next stamp or piece, the path's point before it, how many there were,
the direction of the first move once it is told (`first_set`), of the line there, and of the last piece (a swept one's
in its tip's own frame); how far the last step was, in widths of the line, and the ink that the tip is loaded with, in
OKLab."""

STROKE = np.dtype(
    [
        # The sheet: its size in device px, how many of them a sheet px has, and where it begins on the whole paper
        ("sheet_width", "i4"),
        ("sheet_height", "i4"),
        ("columns", "i4"),
        ("rows", "i4"),
        ("scale", "f4"),
        ("from_x", "i4"),
        ("from_y", "i4"),
        ("kind", "i4"),
        ("layer", "i4"),
        ("mode", "i4"),
        ("record_only", "i4"),
        # Hand
        ("sample_count", "i4"),
        ("dropped", "i4"),
        ("pressure", "f4"),
        ("tilt", "f4"),
        ("azimuth", "f4"),
        ("twist", "f4"),
        ("speed", "f4"),
        # Line
        ("corner_span", "f4"),
        ("corner_limit", "f4"),
        ("held", "i4"),
        ("decided", "i4"),
        ("line_count", "i4"),
        ("corner_count", "i4"),
        ("corner_s", "f8", (CORNERS,)),
        ("ink_x", "f8"),
        ("ink_y", "f8"),
        ("rate_x", "f8"),
        ("rate_y", "f8"),
        ("node_step", "f8"),
        ("half_window", "i4"),
        ("weights", "f4", (WINDOW + 1,)),
        ("even_count", "i4"),
        ("even_base", "i4"),
        ("path_count", "i4"),
        ("path_open", "i4"),
        # Tip
        ("walk", WALK, (3,)),
        ("stamp_count", "i4"),
        ("seed", "i4"),
        # Weight: the tapers of the pointer in hand
        ("tapers", TAPERING, (len(TAPERS),)),
        ("dot", "f4"),
        # Responses: the hand's inputs at the stamp being set, 0..1
        ("inputs", "f4", (len(INPUT_NAMES),)),
        # Grain: what its plane was filled with, and where it lies in this stroke
        ("grain_key", "f4", (GRAIN_KEY,)),
        ("grain_picture", "u4", (2,)),
        ("shift_x", "f4"),
        ("shift_y", "f4"),
        ("corner_x", "i4"),
        ("corner_y", "i4"),
        # Scratch rows, each at a whole number of vectors from the record's start: read across the border of two cache
        # lines they cost half as much again.
        # Of a stamp: its coverage, the most it may cover, the grain under it, how far
        # ink creeps there, a shape blurred
        ("cover", "f4", (TILE,)),
        ("caps", "f4", (TILE,)),
        ("bites", "f4", (TILE,)),
        ("creeps", "f4", (TILE,)),
        ("nears", "f4", (TILE,)),
        # A shape's own tones, and one channel of the ink that they make
        ("tones", "f4", (TILE,)),
        ("tinges", "f4", (TILE,)),
        # A ribbon's place along its picture and across, and half of its width
        ("places", "f4", (TILE,)),
        ("across", "f4", (TILE,)),
        ("halves", "f4", (TILE,)),
        # Where in its picture each pixel is read, how much further down the next time, and what was read there
        ("xs", "i4", (TILE,)),
        ("ys", "i4", (TILE,)),
        ("steps", "i4", (TILE,)),
        ("sums", "i4", (TILE,)),
        # Words of an image along a row, before they are weighed
        ("words", "u4", (TILE,)),
        # Scratch rows of what is shown: red, green, blue of the ground; red, green, blue, alpha of a layer
        ("shown", "f4", (7 * TILE,)),
        # What changed, in device px; empty when left >= right
        ("left", "i4"),
        ("top", "i4"),
        ("right", "i4"),
        ("bottom", "i4"),
        # Reach of the open end, in device px
        ("open_left", "i4"),
        ("open_top", "i4"),
        ("open_right", "i4"),
        ("open_bottom", "i4"),
        # Reach of the whole stroke on the sheet
        ("all_left", "i4"),
        ("all_top", "i4"),
        ("all_right", "i4"),
        ("all_bottom", "i4"),
        # The same with what lies off the sheet
        ("far_left", "i4"),
        ("far_top", "i4"),
        ("far_right", "i4"),
        ("far_bottom", "i4"),
        # Length, sheet px, for which most of a long ribbon's picture was laid last
        ("stretched", "f8"),
        ("starved", "i4"),
    ],
    align=True,
)
"""State of the stroke in hand. It dries on the layer whose `which` is `layer`, blended by `mode`. A tapered stroke
shorter than `dot` px is a dot still.
`starved` is set when the tile pool ran out: grow it and ink anew."""

VIEW = np.dtype(
    [
        ("zoom", "f8"),
        ("origin_x", "f8"),
        ("origin_y", "f8"),
        ("width", "i4"),
        ("height", "i4"),
        ("paper", "u4"),
        ("desk", "u4"),
        ("margin", "i4"),
        ("left", "i4"),
        ("top", "i4"),
        ("right", "i4"),
        ("bottom", "i4"),
    ],
    align=True,
)
"""How a sheet is seen: screen px per sheet px, the sheet position of the screen's corner, the screen's
size, colours 0xRRGGBB of the paper and of what lies around it, how many px of the sheet on all sides are inked and not
shown, and the screen rectangle last drawn."""


def samples_from(rows) -> np.ndarray:
    """Samples from rows of x, y, t, pressure, altitude, azimuth and, where the pen has it, twist."""
    whole = len(SAMPLE)
    return np.array([(*row, *(0.0,) * (whole - len(row))) for row in rows], SAMPLE)
