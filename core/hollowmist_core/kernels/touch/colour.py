"""Colour: inks in OKLab, and what responses make of them for each stamp.

OKLab and OKLCH are those of Ottosson (2020), "A perceptual color space for image processing"; sRGB is that of
IEC 61966-2-1. Where a colour does not fit sRGB its chroma gives way, lightness and hue stay.
"""

import math

from numba import float32, uint32

from ...tables.records import NOW
from ..base.registry import helper
from ..tiles.sheet import channel
from .respond import TO_CHROMA, TO_HUE, TO_LIGHTNESS, TO_SECOND, added, factor

RADIANS = math.pi / 180.0

HALVINGS = 12
"""Steps in which the largest chroma that fits is found: to 1/4096 of the one wanted."""

SLACK = 1e-6
"""How far, in linear light, a colour may lie outside sRGB by rounding alone."""


@helper
def linear_light(level):
    """Linear light 0..1 of an sRGB level 0..255."""
    c = level / 255.0
    return c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4


@helper
def srgb_level(light):
    """The sRGB level 0..255, unrounded, of linear light; what lies outside 0..1 by rounding is held to it."""
    c = min(1.0, max(0.0, light))
    return 255.0 * (12.92 * c if c <= 0.0031308 else 1.055 * c ** (1.0 / 2.4) - 0.055)


@helper
def oklab_of(red, green, blue):
    """OKLab (L 0..1, a, b) of sRGB levels 0..255."""
    r, g, b = linear_light(red), linear_light(green), linear_light(blue)
    l = (0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b) ** (1.0 / 3.0)  # noqa: E741 (the paper's name)
    m = (0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b) ** (1.0 / 3.0)
    s = (0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b) ** (1.0 / 3.0)
    return (
        0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s,
        1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s,
        0.0259040371 * l + 0.7827717662 * m - 0.8086757660 * s,
    )


@helper
def light_of(lightness, a, b):
    """Linear light (red, green, blue) of an OKLab colour; outside 0..1 where sRGB does not have it."""
    l = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3  # noqa: E741
    m = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3
    s = (lightness - 0.0894841775 * a - 1.2914855480 * b) ** 3
    return (
        4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s,
        -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s,
        -0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s,
    )


@helper
def is_srgb(lightness, a, b):
    """Whether sRGB has a colour."""
    r, g, b = light_of(lightness, a, b)
    return min(r, g, b) >= -SLACK and max(r, g, b) <= 1.0 + SLACK


@helper
def chroma_that_fits(lightness, a, b):
    """The largest share 0..1 of a colour's chroma that sRGB has at its lightness and hue."""
    if is_srgb(lightness, a, b):
        return 1.0
    low, high = 0.0, 1.0
    for _ in range(HALVINGS):
        middle = 0.5 * (low + high)
        if is_srgb(lightness, a * middle, b * middle):
            low = middle
        else:
            high = middle
    return low


@helper
def srgb_of(lightness, a, b):
    """sRGB levels 0..255, unrounded, of an OKLab colour, its chroma reduced as far as it must be."""
    share = chroma_that_fits(lightness, a, b)
    red, green, blue = light_of(lightness, a * share, b * share)
    return srgb_level(red), srgb_level(green), srgb_level(blue)


@helper
def set_lab(lab, colour):
    """Write the OKLab coordinates of a colour 0xRRGGBB."""
    lab[0], lab[1], lab[2] = oklab_of(
        float(channel(uint32(colour), 0)), float(channel(uint32(colour), 1)), float(channel(uint32(colour), 2))
    )


@helper
def drives_colour(output):
    """Whether an output changes the colour of the stamps."""
    return output in (TO_HUE, TO_CHROMA, TO_LIGHTNESS, TO_SECOND)


@helper
def set_colour(stamp, state, brush, index):
    """Give a stamp its colour: the second ink mixed in, then turned, greyed and lightened by the responses.

    Inks mix along the straight line between them in OKLab. Hue is added to in degrees, lightness as a share of
    the way from black to white; chroma is multiplied.
    """
    share = min(1.0, max(0.0, float(brush.second_share + added(state, brush, TO_SECOND, index))))
    first, second = brush.ink_lab, brush.second_lab
    if brush.pick_up > float32(0):
        first = state.walk[NOW].load
    lightness = first[0] + share * (second[0] - first[0]) + added(state, brush, TO_LIGHTNESS, index)
    a = first[1] + share * (second[1] - first[1])
    b = first[2] + share * (second[2] - first[2])
    turn = RADIANS * added(state, brush, TO_HUE, index)
    strength = factor(state, brush, TO_CHROMA, index)
    cos, sin = strength * math.cos(turn), strength * math.sin(turn)
    red, green, blue = srgb_of(min(1.0, max(0.0, lightness)), a * cos - b * sin, a * sin + b * cos)
    stamp.red, stamp.green, stamp.blue = float32(red), float32(green), float32(blue)
