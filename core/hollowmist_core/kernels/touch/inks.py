"""Inks: how an ink stands against its paper, and OKLCH, in which letterers choose it."""

import math

from numba import float32, int32, uint32, void

from ..base.registry import array, helper, kernel
from ..tiles.sheet import channel
from .colour import RADIANS, linear_light, oklab_of, srgb_of


@helper
def luminance(colour):
    """Relative luminance 0..1 of a colour 0xRRGGBB (WCAG 2.2)."""
    r, g, b = (
        linear_light(float(channel(uint32(colour), 0))),
        linear_light(float(channel(uint32(colour), 1))),
        linear_light(float(channel(uint32(colour), 2))),
    )
    return 0.2126 * r + 0.7152 * g + 0.0722 * b


@kernel(float32, int32, int32)
def contrast(first, second):
    """Contrast ratio 1..21 of two colours 0xRRGGBB, whichever is the lighter (WCAG 2.2)."""
    a, b = luminance(first), luminance(second)
    return float32((max(a, b) + 0.05) / (min(a, b) + 0.05))


@kernel(void, int32, array("f4"))
def read_lch(colour, lch):
    """Write the OKLCH lightness 0..1, chroma and hue (0..360 degrees) of a colour 0xRRGGBB."""
    lightness, a, b = oklab_of(
        float(channel(uint32(colour), 0)), float(channel(uint32(colour), 1)), float(channel(uint32(colour), 2))
    )
    lch[0], lch[1] = lightness, math.hypot(a, b)
    turn = math.atan2(b, a) / RADIANS
    lch[2] = turn + 360.0 if turn < 0.0 else turn


@kernel(int32, float32, float32, float32)
def colour_of_lch(lightness, chroma, hue):
    """The colour 0xRRGGBB of an OKLCH lightness, chroma and hue in degrees; its chroma is reduced until sRGB has it."""
    turn = RADIANS * hue
    red, green, blue = srgb_of(float(lightness), chroma * math.cos(turn), chroma * math.sin(turn))
    return (int32(red + 0.5) << 16) | (int32(green + 0.5) << 8) | int32(blue + 0.5)
