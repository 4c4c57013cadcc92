"""The brush as one record: what the kernels work on.

Its fields are the settings of `settings.SETTINGS`, the responses, and what the kernel `prepare` derives from them.
"""

import numpy as np

from .responses import MAX_LINKS, MAX_NODES, OUTPUT_NAMES, TABLE
from .settings import SETTINGS, TAPERED, TAPERS

MAX_SHAPES = 12
MAX_FACES = 12

LINK = np.dtype(
    [
        ("input", "i4"),
        ("output", "i4"),
        ("on", "i4"),
        ("pointers", "i4"),
        ("count", "i4"),
        ("low", "f4"),
        ("high", "f4"),
        ("dead_low", "f4"),
        ("dead_high", "f4"),
        ("x", "f4", (MAX_NODES,)),
        ("y", "f4", (MAX_NODES,)),
        ("table", "f4", (TABLE,)),
    ],
    align=True,
)
"""Record of one response: `x`, `y` hold `count` nodes, `table` is filled by the kernel `prepare`.
`pointers` has bit k set where the response holds for pointer kind k. Nothing changes while the input
moves between `dead_low` and `dead_high`."""

USE = np.dtype(
    [
        ("image", "i4"),
        ("flip_across", "i4"),
        ("flip_along", "i4"),
        ("turn", "f4"),
        ("scale", "f4"),
        ("cos", "f4"),
        ("sin", "f4"),
    ],
    align=True,
)
"""Record of a shape source in use: `image` is its place among the images at hand, or -1; the turn's
`cos` and `sin` are derived."""

TAPER = np.dtype(
    [
        ("unit", "i4"),
        ("length", "f4"),
        ("px", "f4"),
        ("part", "f4"),
        ("point", "f4"),
        ("curve", "f4"),
    ]
)
"""Record of a taper: its settings in their order, `unit` being the one that ends in `_in`."""

_FIELD = {"number": "f4", "choice": "i4", "switch": "i4", "colour": "u4"}

_PLAIN = np.dtype(
    [(s.name, _FIELD[s.kind]) for s in SETTINGS]
    + [
        ("cos_angle", "f4"),
        ("sin_angle", "f4"),
        ("faces", "i4"),
        ("face_x", "f4", (MAX_FACES,)),
        ("face_y", "f4", (MAX_FACES,)),
        ("grain_cos", "f4"),
        ("grain_sin", "f4"),
        ("grain_image", "i4"),
        ("shape_count", "i4"),
        ("shapes", USE, (MAX_SHAPES,)),
        ("coloured", "i4"),
        ("toned", "i4"),
        ("paper", "u4"),
        ("ink_rgb", "f4", (3,)),
        ("ink_lab", "f4", (3,)),
        ("second_lab", "f4", (3,)),
        ("least_width", "f4"),
        ("most_width", "f4"),
        ("needs_turns", "i4"),
        ("round", "i4"),
        ("steady", "i4"),
        ("even", "i4"),
        ("swept", "i4"),
        ("ribbon", "i4"),
        ("link_count", "i4"),
        ("link_from", "i4", (len(OUTPUT_NAMES) + 1,)),
        ("responses", LINK, (MAX_LINKS,)),
    ],
    align=True,
)


def _with_tapers(plain: np.dtype) -> np.dtype:
    """A brush's record with its taper settings, which lie one after the other, seen as records too."""
    fields = [plain.fields[name] for name in plain.names]
    return np.dtype(
        {
            "names": [*plain.names, "tapers"],
            "formats": [*(kind for kind, _ in fields), (TAPER, (len(TAPERS) * len(TAPERED),))],
            "offsets": [*(offset for _, offset in fields), plain.fields["taper_start_in"][1]],
            "itemsize": plain.itemsize,
        },
        align=True,
    )


BRUSH = _with_tapers(_PLAIN)
"""Record of a brush. `tapers` are those of the pen (and of all, where they are shared), of the finger and of the mouse,
each in the order of `settings.TAPERS`.
Angles' cosines and sines, the tip's faces, the ink with its share of the second one in sRGB levels (`ink_rgb`), both
inks in OKLab and whether its stamps have colours of their own (`coloured`) or those of their pictures (`toned`), the
bounds of the width in px, `needs_turns`, whether its tip is `round` at every touch, and
`steady` (an ellipse that does not turn, and whose ink is the same all along), `even` (nothing but tapers varies along
a line), and whether its line is `swept` or a `ribbon` rather than stamped, `link_from` and the tables are derived by
the kernel `prepare`. The responses are sorted by output: those of output k are `link_from[k]` to `link_from[k + 1]`.
`grain_image` is the grain's place among the images at hand, or -1; `paper` the colour of the paper, 0xRRGGBB, that
light tones run towards."""
