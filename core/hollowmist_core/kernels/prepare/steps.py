"""Steps: one call for all, by number, so that a recipe runs the same in both homes.

The order of `KINDS` numbers the steps; the order of a step's settings (in `hollowmist_core.prepare`)
numbers its values.
"""

import numpy as np
from numba import int32, void

from ..registry import array, kernel
from .blur import blur, sharpen
from .cutout import FLOOD, content_box, copy_part, cut_brightness, cut_flood, fade_edge
from .reshape import MOST, combine, flip, mirror, resize, rotate, shift, turned_size
from .seam import close_seam, closed_size, settle
from .tone import even_light, invert, levels

KINDS = (
    "levels",
    "invert",
    "light",
    "background",
    "crop",
    "fade",
    "blur",
    "sharpen",
    "rotate",
    "flip",
    "mirror",
    "resize",
    "shift",
    "seam",
    "combine",
    "trim",
)
(
    LEVELS,
    INVERT,
    LIGHT,
    BACKGROUND,
    CROP,
    FADE,
    BLUR,
    SHARPEN,
    ROTATE,
    FLIP,
    MIRROR,
    RESIZE,
    SHIFT,
    CLOSE,
    COMBINE,
    TRIM,
) = range(16)

VALUES = 16
MOST_POINTS = 32

STEP = np.dtype(
    [
        ("kind", "i4"),
        ("tiled", "i4"),
        ("seed", "i4"),
        ("width", "i4"),
        ("height", "i4"),
        ("to_width", "i4"),
        ("to_height", "i4"),
        ("left", "i4"),
        ("top", "i4"),
        ("point_count", "i4"),
        ("points", "f4", (2 * MOST_POINTS,)),
        ("values", "f4", (VALUES,)),
    ]
)
"""A step: what it is, whether its picture is a tile, the size it finds and the size it leaves, where it
crops, points (shares of width and height), and the values of its settings in order."""


@kernel(void, array(STEP), array("f4"))
def size_step(steps, image):
    """Write the size that a step leaves, from the size it finds and, for a crop, from the picture."""
    step = steps[0]
    width, height, v = step.width, step.height, step.values
    wide, high = int32(width), int32(height)
    if step.kind == CROP:
        left, top, right, bottom = content_box(image, width, height, v[1])
        margin = int(v[0] * max(right - left, bottom - top) + 0.5)
        wide, high = int32(right - left + 2 * margin), int32(bottom - top + 2 * margin)
        if v[2] > 0:
            wide = high = max(wide, high)
        wide, high = min(int32(MOST), wide), min(int32(MOST), high)
        step.left = (left + right - wide) // 2
        step.top = (top + bottom - high) // 2
    elif step.kind == TRIM:
        wide = max(int32(1), int32(width * (1.0 - 2.0 * v[0]) + 0.5))
        high = max(int32(1), int32(height * (1.0 - 2.0 * v[0]) + 0.5))
        if v[1] > 0:
            wide = high = min(wide, high)
        step.left = (width - wide) // 2
        step.top = (height - high) // 2
    elif step.kind == ROTATE:
        wide, high = turned_size(width, height, v[0])
    elif step.kind == RESIZE:
        longest = max(width, height)
        wide = max(int32(1), int32(width * v[0] / longest + 0.5))
        high = max(int32(1), int32(height * v[0] / longest + 0.5))
    elif step.kind == CLOSE:
        a, b = closed_size(width, height, v[1], int(v[2]))
        wide, high = int32(a), int32(b)
    step.to_width, step.to_height = wide, high


@kernel(void, array(STEP), array("f4"), array("f4"), int32, int32, array("f4"), array("f4"))
def run_step(steps, image, other, other_width, other_height, out, scratch):
    """Run a step that `size_step` has sized. `other` is the second picture of *combine*.

    `scratch` holds two pictures of the larger size and `blur.MARGIN` pixels.
    """
    step = steps[0]
    width, height, v, tiled = step.width, step.height, step.values, step.tiled
    count = width * height
    if step.kind == LEVELS:
        levels(image, out, count, v[0], v[1], v[2])
    elif step.kind == INVERT:
        invert(image, out, count)
    elif step.kind == LIGHT:
        even_light(image, out, width, height, scratch, v[0] * max(width, height), v[1])
    elif step.kind == BACKGROUND:
        if v[0] == FLOOD:
            cut_flood(image, out, width, height, scratch, v[1], v[2], step.points, step.point_count)
        else:
            cut_brightness(image, out, count, v[1], v[2])
    elif step.kind == CROP or step.kind == TRIM:
        copy_part(image, out, width, height, step.left, step.top, step.to_width, step.to_height)
    elif step.kind == FADE:
        fade_edge(image, out, width, height, int(v[0]), v[1])
    elif step.kind == BLUR:
        blur(image, out, width, height, scratch, v[0], tiled)
    elif step.kind == SHARPEN:
        sharpen(image, out, width, height, scratch, v[0], v[1], tiled)
    elif step.kind == ROTATE:
        rotate(image, out, width, height, step.to_width, step.to_height, v[0])
    elif step.kind == FLIP:
        flip(image, out, width, height, v[0] > 0, v[1] > 0)
    elif step.kind == MIRROR:
        mirror(image, out, width, height, int(v[0]))
    elif step.kind == RESIZE:
        resize(image, out, width, height, step.to_width, step.to_height, scratch, tiled)
    elif step.kind == SHIFT:
        shift(image, out, width, height, int(v[0] * width + 0.5), int(v[1] * height + 0.5))
    elif step.kind == CLOSE:
        close_seam(image, out, width, height, scratch, int(v[0]), v[1], int(v[2]))
        settle(out, step.to_width, step.to_height, scratch, int(v[2]))
    elif step.kind == COMBINE:
        combine(image, out, width, height, other, other_width, other_height, int(v[0]), v[1], v[2], v[3], v[4])
