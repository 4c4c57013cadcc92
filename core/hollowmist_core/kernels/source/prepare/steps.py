"""Steps: one call for all, by number, so that a recipe runs the same in both homes.

Steps are numbered in the order of `hollowmist_core.tables.steps.STEPS`, a step's values in that of its settings.
"""

import numpy as np
from numba import float32, int32, void

from ....tables.steps import STEPS
from ...base.bundles import Picture
from ...base.registry import array, helper, kernel
from .blur import blur, blur_room, sharpen
from .cutout import FLOOD, content_box, copy_part, cut_brightness, cut_flood, fade_edge
from .quilt import can_grow, grow, grow_room, grown_side, read_courses
from .repeat import period_of, whole_periods
from .reshape import MOST, combine, flip, mirror, resize, rotate, shift, turned_size
from .seam import ACROSS, DOWN, GROW, REPEAT, band_of, close_seam, closed_size, closing_room, settle
from .tone import even_light, invert, levels

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
) = range(len(STEPS))

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
        ("cuts", "f4", (6,)),
        ("periods", "i4", (2,)),
        ("spans", "f4", (4,)),
        ("points", "f4", (2 * MOST_POINTS,)),
        ("values", "f4", (VALUES,)),
    ]
)
"""A step: what it is, whether its picture is a tile, the size it finds and the size it leaves, where it
crops; of a closing, across and then down, what lies apart across its cut, what neighbours around it do and how much
more a course differs from the next there; the picture's own periods, px, and what spans as many of them as the tile
has; points (shares
of width and height), and the values of its settings in order."""


@helper
def size_closed(step, image, likes):
    """Write the size that closing a seam leaves: of whole periods, of whole patches, or less by the overlap."""
    width, height, v = step.width, step.height, step.values
    way, axes = int(v[0]), int(v[2])
    wide, high = closed_size(width, height, v[1], axes)
    step.periods[0] = period_of(image, width, height, 1, width, likes)
    step.periods[1] = period_of(image, height, width, width, 1, likes)
    if way == REPEAT:
        wide = high = 0
        if axes != DOWN:
            wide = whole_periods(image, width, height, 1, width, band_of(width, v[1]), step.periods[0], step.spans[0:2])
        if axes != ACROSS:
            high = whole_periods(
                image, height, width, width, 1, band_of(height, v[1]), step.periods[1], step.spans[2:4]
            )
        # A direction without a period stays open.
        wide, high = wide if wide > 0 else width, high if high > 0 else height
    elif way == GROW and not can_grow(width, height):
        wide, high = int32(width), int32(height)
    elif way == GROW:
        wide = high = grown_side(int(v[3]), width, height)
    step.to_width, step.to_height = wide, high


@kernel(int32, int32, int32)
def sizing_room(width, height):
    """Numbers of scratch space that `size_step`, and measuring, need for a picture of a size: half a line."""
    return int32(max(width, height) // 2 + 1)


@kernel(void, array(STEP), array("f4"), array("f4"))
def size_step(steps, image, scratch):
    """Write the size that a step leaves, from the size it finds and, for some, from the picture.

    `scratch` has room as `sizing_room` says.
    """
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
        size_closed(step, image, scratch)
        return
    step.to_width, step.to_height = wide, high


@helper
def close(step, image, out, scratch):
    """Close a seam in one of the four ways."""
    width, height, v = step.width, step.height, step.values
    way, axes = int(v[0]), int(v[2])
    wide, high = step.to_width, step.to_height
    if way == GROW:
        for k in range(6):
            step.cuts[k] = float32(0)
        if not can_grow(width, height):
            copy_part(image, out, width, height, 0, 0, width, height)
            return
        picture, tile = Picture(image, width, height, False), Picture(out, wide, high, True)
        grow(picture, tile, int(v[3]), int32(v[4]), step.cuts, scratch)
        read_courses(image, out, width, height, wide, step.periods, step.cuts)
        settle(out, wide, high, scratch, 0)
        return
    close_seam(step, image, out, scratch)
    # Along a direction that stayed open nothing is moved: its seam would come to lie in the middle.
    if wide < width and high < height:
        settle(out, wide, high, scratch, axes)
    elif wide < width:
        settle(out, wide, high, scratch, ACROSS)
    elif high < height:
        settle(out, wide, high, scratch, DOWN)


@kernel(int32, array(STEP))
def step_room(steps):
    """Numbers of scratch space that `run_step` needs for a step that `size_step` has sized."""
    step = steps[0]
    width, height, wide, high, v = step.width, step.height, step.to_width, step.to_height, step.values
    if step.kind == LIGHT or step.kind == BLUR or step.kind == SHARPEN:
        return int32(blur_room(width, height))
    if step.kind == BACKGROUND:
        return int32(width * height + blur_room(width, height))
    if step.kind == RESIZE:
        return int32(wide * height)
    if step.kind == CLOSE and int(v[0]) == GROW:
        return int32(max(wide * high, grow_room(int(v[3]), width, height)))
    if step.kind == CLOSE:
        return int32(max(wide * high, closing_room(width, height, wide, high, v[1])))
    return int32(1)


@kernel(void, array(STEP), array("f4"), array("f4"), int32, int32, array("f4"), array("f4"))
def run_step(steps, image, other, other_width, other_height, out, scratch):
    """Run a step that `size_step` has sized. `other` is the second picture of *combine*.

    `scratch` has room as `step_room` says.
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
            cut_flood(image, out, width, height, scratch, v[1], v[2], step.points[: 2 * step.point_count])
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
        close(step, image, out, scratch)
    elif step.kind == COMBINE:
        over = Picture(other, other_width, other_height, False)
        combine(Picture(image, width, height, False), over, out, int(v[0]), (v[1], v[2], v[3], v[4]))
