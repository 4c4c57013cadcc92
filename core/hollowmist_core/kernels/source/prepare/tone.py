"""Tone: grey from colour, levels, invert, and light made even."""

from numba import float32, int32, void

from ....tables.kinds import CHANNELS
from ...base.registry import array, helper, kernel
from .blur import blur_wide

LUMINANCE, RED, GREEN, BLUE, ALPHA = range(len(CHANNELS))

ONE = float32(1)
TO_SHARE = float32(1.0 / 255.0)


@helper
def channel_of(pixel, shift):
    """One channel of a packed RGBA pixel, 0..1."""
    return float32(int32((pixel >> shift) & 255)) * TO_SHARE


@kernel(void, array("u4"), int32, int32, array("f4"))
def grey(pixels, count, channel, out):
    """Ink of RGBA pixels (red in the lowest byte): what is dark is ink, what is clear is none.

    Luminance is luma by ITU-R BT.709 on the coded values, as the eye sees steps. The alpha channel is
    ink as it stands.
    """
    for i in range(count):
        pixel = pixels[i]
        alpha = channel_of(pixel, 24)
        if channel == ALPHA:
            out[i] = alpha
            continue
        r, g, b = channel_of(pixel, 0), channel_of(pixel, 8), channel_of(pixel, 16)
        if channel == RED:
            light = r
        elif channel == GREEN:
            light = g
        elif channel == BLUE:
            light = b
        else:
            light = float32(0.2126) * r + float32(0.7152) * g + float32(0.0722) * b
        out[i] = (ONE - light) * alpha


@helper
def levels(image, out, count, black, white, gamma):
    """Brightness up to `black` becomes full ink, from `white` on none; `gamma` over 1 lightens between."""
    span = max(float32(1e-3), white - black)
    power = ONE / gamma
    for i in range(count):
        light = min(ONE, max(float32(0), (ONE - image[i] - black) / span))
        if power != ONE:
            light = light**power
        out[i] = ONE - light


@helper
def invert(image, out, count):
    """Swap ink and bare paper."""
    for i in range(count):
        out[i] = ONE - image[i]


@helper
def even_light(image, out, width, height, scratch, reach, amount):
    """Take out what changes slowly: light from one side, a dark corner. `reach` in px is what counts as slow.

    Light does not go on at the other side, not even of a picture that is to become a tile.
    """
    count = width * height
    blur_wide(image, out, width, height, scratch, reach)
    total = 0.0
    for i in range(count):
        total += image[i]
    mean = float32(total / count)
    for i in range(count):
        out[i] = min(ONE, max(float32(0), image[i] + amount * (mean - out[i])))
