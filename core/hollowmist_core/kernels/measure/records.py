"""The record of the readings, and the scratch space in which they are taken."""

import numpy as np

PRESSURES = (0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.85, 1.0)
"""The nine pressures at which the width is read."""

PLOT = 512
"""Most values of a drawn profile, edge or autocorrelation."""

ALONG = 160
"""Places along a stroke at which its tapers are drawn."""

EVENS = 270
"""Most places along a stroke at which its evenness is drawn."""

MOST_CAUSES = 48

KINDS = 3

LIGHTS = 400
"""Steps from black to white in which the lightness of ink is counted."""

READINGS = np.dtype(
    [
        ("scale", "f4"),
        ("width", "f4", (KINDS, len(PRESSURES))),
        ("dark", "f4", (KINDS, len(PRESSURES))),
        ("thinnest", "f4", (KINDS,)),
        ("thickest", "f4", (KINDS,)),
        ("ratio", "f4", (KINDS,)),
        ("width_varies", "f4", (KINDS,)),
        ("dark_varies", "f4", (KINDS,)),
        ("even_count", "i4", (KINDS, 2)),
        ("evens", "f4", (KINDS, 2, EVENS)),
        ("softness", "f4"),
        ("ripple", "f4"),
        ("period", "f4"),
        ("widest_spacing", "f4"),
        ("density", "f4"),
        ("texture", "f4"),
        ("repeat", "f4"),
        ("repeat_px", "f4"),
        ("darkest", "f4"),
        ("lightest", "f4"),
        ("light_spread", "f4"),
        ("lights", "f4", (LIGHTS,)),
        ("shape_fit", "f4"),
        ("grain_fit", "f4"),
        ("taper_start", "f4", (KINDS,)),
        ("taper_end", "f4", (KINDS,)),
        ("point_start", "f4", (KINDS,)),
        ("point_end", "f4", (KINDS,)),
        ("fade_start", "f4", (KINDS,)),
        ("fade_end", "f4", (KINDS,)),
        ("faint_start", "f4", (KINDS,)),
        ("faint_end", "f4", (KINDS,)),
        ("along_step", "f4", (KINDS,)),
        ("along_width", "f4", (KINDS, ALONG)),
        ("along_dark", "f4", (KINDS, ALONG)),
        ("wobble", "f4"),
        ("lag_px", "f4"),
        ("lag_ms", "f4"),
        ("rounding", "f4"),
        ("cause_count", "i4"),
        ("causes", "i4", (MOST_CAUSES,)),
        ("effects", "f4", (MOST_CAUSES, KINDS)),
        ("profile_count", "i4"),
        ("profile_step", "f4"),
        ("profile", "f4", (PLOT,)),
        ("edges", "f4", (4,)),
        ("edge_count", "i4"),
        ("edge_step", "f4"),
        ("edge", "f4", (PLOT,)),
        ("auto_count", "i4"),
        ("auto_step", "f4"),
        ("auto", "f4", (PLOT,)),
    ],
    align=True,
)
"""All readings of a brush. Lengths in px of the brush at its own size; shares as 0..1, or -1 where there is
nothing to read.

`width`, `dark` : width at half coverage and the coverage in the middle, per kind of pointer and pressure; `thinnest`
and `thickest` of these widths, and how many times the one goes into the other (`ratio`; 0 where nothing is drawn).
`width_varies`, `dark_varies` : (max - min) / mean over all that a hand does, per kind of pointer; `evens` : the widths
along two of the strokes on which they were read, light to heavy and through all else, `even_count` of each.
`softness` : from 10 % to 90 % coverage; `edges` : where the profile rises through 10 and 90 % and falls through 90
and 10 %, px from its start. `ripple` : peak to peak of the edge at the spacing's `period`, of the width, the grain
left aside; `widest_spacing` : -1 where no spacing hides it.
`density`, `texture` : mean coverage inside the stroke, and its standard deviation over the mean.
`repeat`, `repeat_px` : strongest autocorrelation along the line away from zero, and its distance.
`darkest`, `lightest`, `light_spread` : lightness of the ink (OKLab, 0 black, 1 white) without its outermost
hundredths, and how far apart they are; `lights` counts the places of each lightness.
`shape_fit`, `grain_fit` : pixels of the source per px of ink at the largest size.
`taper_*`, `point_*` : length to the full width, and width left at the very end as a share; `fade_*`, `faint_*` : the
same of the darkness; `along_*` : width, px, and darkness at even steps along the stroke on which they were read.
`wobble` : share of the wobble that the steadying takes out; `lag_px`, `lag_ms`, `rounding` on the proof strokes.
`causes`, `effects` : what varies the line, by number, and by how much per kind; not sorted.
`profile`, `edge`, `auto` : what was measured, for drawing; their steps in px. `scale` : the brush was inked this
many times as large for it."""
