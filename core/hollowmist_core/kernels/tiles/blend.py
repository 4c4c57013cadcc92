"""Blend: one colour composed onto another, by one of the modes or taking away.

The general formula and the separable modes are those of W3C Compositing and Blending Level 1, sections 5 and 10;
taking away is its destination-out (section 9.1).
"""

import math
from typing import NamedTuple

from numba import float32

from ...tables.settings import MODES
from ..base.registry import helper

(
    NORMAL,
    MULTIPLY,
    SCREEN,
    OVERLAY,
    DARKEN,
    LIGHTEN,
    COLOR_DODGE,
    COLOR_BURN,
    HARD_LIGHT,
    SOFT_LIGHT,
    DIFFERENCE,
    EXCLUSION,
) = map(
    MODES.index,
    (
        *("normal", "multiply", "screen", "overlay", "darken", "lighten"),
        *("color-dodge", "color-burn", "hard-light", "soft-light", "difference", "exclusion"),
    ),
)
ERASE = len(MODES)
"""Takes away as much of what lies below as the colour would have covered."""

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)
FOUR, TWELVE, SIXTEEN = float32(4), float32(12), float32(16)
QUARTER = float32(0.25)


class Pixel(NamedTuple):
    """A colour with its alpha, all 0..1, the channels multiplied by the alpha."""

    r: float
    g: float
    b: float
    a: float


@helper
def hard_light(b, s):
    """Multiply by a dark source, screen with a light one."""
    if s <= HALF:
        return b * TWO * s
    lifted = TWO * s - ONE
    return b + lifted - b * lifted


@helper
def soft_light(b, s):
    """Darken by a dark source, lighten by a light one, gently."""
    if s <= HALF:
        return b - (ONE - TWO * s) * b * (ONE - b)
    far = ((SIXTEEN * b - TWELVE) * b + FOUR) * b if b <= QUARTER else math.sqrt(b)
    return b + (TWO * s - ONE) * (far - b)


@helper
def color_dodge(b, s):
    """Brighten the backdrop to reflect the source."""
    if b <= float32(0):
        return float32(0)
    return ONE if s >= ONE else min(ONE, b / (ONE - s))


WHITE = float32(0.996)
"""What counts as white where it is burned: a soft white is kept a little darker than it is, by the rounding of its
channels, and would turn black all at once."""


@helper
def color_burn(b, s):
    """Darken the backdrop to reflect the source."""
    if b >= WHITE:
        return ONE
    return float32(0) if s <= float32(0) else ONE - min(ONE, (ONE - b) / s)


@helper
def blended(b, s, mode):
    """One channel 0..1 of a source `s` blended with a backdrop `b`, both opaque."""
    if mode == MULTIPLY:
        return b * s
    if mode == SCREEN:
        return b + s - b * s
    if mode == OVERLAY:
        return hard_light(s, b)
    if mode == DARKEN:
        return min(b, s)
    if mode == LIGHTEN:
        return max(b, s)
    if mode == COLOR_DODGE:
        return color_dodge(b, s)
    if mode == COLOR_BURN:
        return color_burn(b, s)
    if mode == HARD_LIGHT:
        return hard_light(b, s)
    if mode == SOFT_LIGHT:
        return soft_light(b, s)
    if mode == DIFFERENCE:
        return abs(b - s)
    if mode == EXCLUSION:
        return b + s - TWO * b * s
    return s


@helper
def composite(backdrop, source, mode):
    """A pixel composed onto another by a mode, or taken out of it (`ERASE`)."""
    left = ONE - source.a
    if mode == ERASE:
        return Pixel(backdrop.r * left, backdrop.g * left, backdrop.b * left, backdrop.a * left)
    alpha = source.a + backdrop.a * left
    both = source.a * backdrop.a
    if mode == NORMAL or both <= float32(0):
        return Pixel(source.r + backdrop.r * left, source.g + backdrop.g * left, source.b + backdrop.b * left, alpha)
    # Where either is alone it shows as it is; where both are, they are blended.
    alone = ONE - backdrop.a
    per_backdrop, per_source = ONE / backdrop.a, ONE / source.a
    return Pixel(
        source.r * alone + backdrop.r * left + both * blended(backdrop.r * per_backdrop, source.r * per_source, mode),
        source.g * alone + backdrop.g * left + both * blended(backdrop.g * per_backdrop, source.g * per_source, mode),
        source.b * alone + backdrop.b * left + both * blended(backdrop.b * per_backdrop, source.b * per_source, mode),
        alpha,
    )


@helper
def faded(pixel, share):
    """A pixel with a share 0..1 of its alpha."""
    return Pixel(pixel.r * share, pixel.g * share, pixel.b * share, pixel.a * share)
