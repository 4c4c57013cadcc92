"""Cover: how much of each pixel a tip covers.

A computed tip's edge is where half of its ink is: the fade runs as far outwards as inwards, so that
the width of a stroke is its size at any softness. Antialiasing takes the first-order distance to the
ellipse, (f - 1) / |grad f| with f the elliptical radius (Taubin 1994), over one pixel.
"""

import math

from numba import float32, int32, uint32

from ..base.bundles import Run
from ..base.registry import helper
from .images import FULL, level_for, level_of, read_clear
from .tip import ELLIPSE, NIB, SHAPES

HALF, ONE, TWO, THREE = float32(0.5), float32(1), float32(2), float32(3)
TINY = float32(1e-12)


@helper
def sides_of(stamp):
    """Semi-axes of a computed stamp with the ink that creeps out of it, px."""
    return stamp.major + stamp.spread, stamp.minor + stamp.spread


MOST_TAPS = float32(8)
"""Most places that one pixel of a flattened shape is read at."""


@helper
def texels_of(image, major):
    """Texels of an image's largest level that one px spans along the longer side of a shape, `major` px half long."""
    return float32(max(image.widths[0], image.heights[0])) / (TWO * major)


@helper
def taps_of(major, minor):
    """How many places across a flattened shape stand for one."""
    return min(MOST_TAPS, float32(math.ceil(major / minor - float32(1e-3))))


@helper
def shape_level(image, major, minor, footprint):
    """The level of an image to read for an area `footprint` px wide, where it is read at `taps_of` places across."""
    return level_for(image, texels_of(image, major) * footprint * max(ONE, major / minor / MOST_TAPS))


@helper
def fade_width(soft, pixel):
    """Width of an edge's fade: its own and a pixel's, both convolved, so that their variances add up."""
    return math.sqrt(soft * soft + pixel * pixel)


@helper
def reach_of(stamp):
    """Elliptical radius beyond which a computed stamp leaves nothing."""
    return ONE + HALF * fade_width(TWO * stamp.softness, ONE / stamp.minor)


@helper
def shape_sides(image, major, minor, spread):
    """Half width and half height, px, of the box round its middle that a shape's ink fills."""
    # The longer side spans the width. Half a texel of the level that is read (up to 1.42 px), the pixel's own half and
    # half of the places that are read across hang over.
    wide, high = float32(image.widths[0]), float32(image.heights[0])
    longest = max(wide, high)
    a, b = major * wide / longest, minor * high / longest
    hanging = max(THREE * HALF, major / longest * TWO) + spread
    return a * image.reach_x + hanging, b * image.reach_y + hanging


@helper
def half_sides(stamp, images):
    """Half width and half height of the upright or turned box that a stamp fills, px; of its first shape, if it has
    two."""
    if stamp.tip == SHAPES:
        return shape_sides(images[stamp.image], stamp.major, stamp.minor, stamp.spread)
    reach = ONE + stamp.softness
    a, b = sides_of(stamp)
    return a * reach + HALF, b * reach + HALF


@helper
def has_corners(stamp):
    """Whether a stamp fills its box to the corners."""
    return stamp.tip == SHAPES or stamp.tip == NIB


@helper
def on_sheet(state, box):
    """The part of a box (left, top, right, bottom, device px) that lies on the sheet; empty off it."""
    left, top, right, bottom = box
    return (
        max(int32(0), left),
        max(int32(0), top),
        min(state.sheet_width, right),
        min(state.sheet_height, bottom),
    )


@helper
def box_of(stamp, images):
    """What a stamp can reach: left, top, right, bottom, device px, on the sheet or off it."""
    a, b = half_sides(stamp, images)
    if has_corners(stamp):
        half_width = a * abs(stamp.cos) + b * abs(stamp.sin)
        half_height = a * abs(stamp.sin) + b * abs(stamp.cos)
        if stamp.mix > float32(0):
            a, b = shape_sides(images[stamp.other], stamp.other_major, stamp.other_minor, stamp.spread)
            half_width = max(half_width, a * abs(stamp.other_cos) + b * abs(stamp.other_sin))
            half_height = max(half_height, a * abs(stamp.other_sin) + b * abs(stamp.other_cos))
    else:
        # A pixel's half may hang over in any direction.
        a, b = a - HALF, b - HALF
        half_width = math.sqrt(a * a * stamp.cos * stamp.cos + b * b * stamp.sin * stamp.sin) + HALF
        half_height = math.sqrt(a * a * stamp.sin * stamp.sin + b * b * stamp.cos * stamp.cos) + HALF
    return (
        int32(math.floor(stamp.x - half_width)),
        int32(math.floor(stamp.y - half_height)),
        int32(math.ceil(stamp.x + half_width)) + int32(1),
        int32(math.ceil(stamp.y + half_height)) + int32(1),
    )


@helper
def fade(depth, smoothness):
    """Coverage 0..1 at a depth inside the edge, in units of the fade's whole width (0 = the edge)."""
    t = min(ONE, max(float32(0), depth + HALF))
    return t + smoothness * (t * t * (THREE - TWO * t) - t)


@helper
def oval_cover(u, v, softness, inv_major, inv_minor, smoothness):
    """Coverage of an elliptical tip at normalised coordinates (1 = the edge)."""
    f = math.sqrt(max(u * u + v * v, TINY))
    gu, gv = u * inv_major, v * inv_minor
    steep = math.sqrt(gu * gu + gv * gv)  # f times the gradient of f per px
    # (1 - f) over twice the softness and a pixel's worth of gradient
    c = fade((ONE - f) * f / max(fade_width(TWO * softness * f, steep), TINY), smoothness)
    # Of the first order, the distance runs on past the sharp ends of a flat tip: it ends where its long side does.
    return min(c, max(float32(0), (ONE + softness - abs(u)) / inv_major + HALF))


@helper
def round_cover(u, v, per_fade, smoothness):
    """Coverage of a round tip at normalised coordinates; `per_fade` is one over its fade's width."""
    return fade((ONE - math.sqrt(u * u + v * v)) * per_fade, smoothness)


@helper
def smoothness_of(stamp):
    """How far the fade is eased, 0..1: none at a crisp edge, whose fade is one pixel's box."""
    return min(ONE, max(float32(0), TWO * (stamp.softness * stamp.minor - HALF)))


@helper
def faced_cover(row, count, run, brush, softness, scales):
    """Coverage of a tip with straight faces: the depth under the face that is nearest."""
    u, v, du, dv = run
    inv_major, inv_minor, smoothness = scales
    for i in range(count):
        row[i] = ONE
    for k in range(brush.faces):
        x, y = brush.face_x[k], brush.face_y[k]
        gx, gy = x * inv_major, y * inv_minor
        per_fade = ONE / fade_width(TWO * softness, math.sqrt(gx * gx + gy * gy))
        f, df = u * x + v * y, du * x + dv * y
        for i in range(count):
            row[i] = min(row[i], fade((ONE - (f + df * float32(int32(i)))) * per_fade, smoothness))


@helper
def clear_row(row, count):
    """Write no coverage."""
    for i in range(count):
        row[i] = float32(0)


@helper
def sampler_of(image, major, minor, flip_u, flip_v, footprint):
    """How a shape is read for areas `footprint` px wide: what a stamp's rows have in common.

    `major` is half its longer side, px; `minor` half that flattened. Returns (the level, as `level_of` tells it; texels
    of it per unit of a place along and across; how many places across; `footprint`; `minor`).
    """
    number = shape_level(image, major, minor, footprint)
    level = level_of(image, number)
    wide, high = float32(image.widths[0]), float32(image.heights[0])
    longest = max(wide, high)
    texels_x = longest * HALF * float32(level[0]) / wide * flip_u
    texels_y = longest * HALF * float32(level[1]) / high * flip_v
    return level, texels_x, texels_y, taps_of(major, minor), footprint, minor


@helper
def image_cover(row, words, count, bank, sampler, run, scale):
    """Add the coverage of a shape to `row`, times `scale`; `run` is normalised: its longer side is 2.

    A pixel of a flattened shape spans more texels across than along: it is read at several places across, each as
    sharp as along (McCormack, Perry, Farkas and Jouppi 1999, "Feline: Fast Elliptical Lines for Anisotropic Texture
    Mapping"). `words` is scratch space.
    """
    level, texels_x, texels_y, taps, footprint, minor = sampler
    middle_x, middle_y = float32(level[0]) * HALF, float32(level[1]) * HALF
    for k in range(int32(taps)):
        beside = ((float32(int32(k)) + HALF) / taps - HALF) * footprint / minor
        texels = Run(
            middle_x + run.x * texels_x,
            middle_y + (run.y + beside) * texels_y,
            run.dx * texels_x,
            run.dy * texels_y,
        )
        read_clear(row, words, count, bank, level, texels, scale / taps)


@helper
def in_other(u, v, stamp):
    """A place in the frame of a stamp's second shape."""
    x, y = u * stamp.major, v * stamp.minor
    cos = stamp.cos * stamp.other_cos + stamp.sin * stamp.other_sin
    sin = stamp.sin * stamp.other_cos - stamp.cos * stamp.other_sin
    return (x * cos - y * sin) / stamp.other_major, (x * sin + y * cos) / stamp.other_minor


@helper
def samplers_of(stamp, images, footprint):
    """How a stamp's shape is read, and the other one that it melts into, as `sampler_of` tells it; zeros where its tip
    is no shape."""
    if stamp.tip != SHAPES:
        none = (int32(0), int32(0), uint32(0)), float32(0), float32(0), float32(0), float32(0), float32(0)
        return none, none
    one = sampler_of(images[stamp.image], stamp.major, stamp.minor, stamp.flip_u, stamp.flip_v, footprint)
    if stamp.mix <= float32(0):
        return one, one
    other = images[stamp.other]
    return one, sampler_of(
        other, stamp.other_major, stamp.other_minor, stamp.other_flip_u, stamp.other_flip_v, footprint
    )


@helper
def shapes_cover(row, words, count, run, stamp, bank, samplers):
    """Add the coverage of a stamp's shape, or of both that it melts from one into the other."""
    one, other = samplers
    image_cover(row, words, count, bank, one, run, (ONE - stamp.mix) / FULL)
    if stamp.mix > float32(0):
        u, v = in_other(run.x, run.y, stamp)
        du, dv = in_other(run.dx, run.dy, stamp)
        image_cover(row, words, count, bank, other, Run(u, v, du, dv), stamp.mix / FULL)


@helper
def cover_row(row, count, run, stamp, brush, scales):
    """Write the coverage of `count` pixels of a computed tip's row."""
    if stamp.tip == ELLIPSE:
        u, v, du, dv = run
        inv_major, inv_minor, smoothness = scales
        softness = stamp.softness
        for i in range(count):
            k = float32(int32(i))
            row[i] = oval_cover(u + du * k, v + dv * k, softness, inv_major, inv_minor, smoothness)
    else:
        faced_cover(row, count, run, brush, stamp.softness, scales)
