"""Recognise: what of a picture that comes in is its ink, and whether it is a shape or a grain."""

import math

from numba import float32, int32

from ....tables.kinds import CHANNELS
from ...base.registry import array, helper, kernel
from .tone import channel_of, grey

ALPHA, A_GRAIN, FRAMED, LIGHT_ON_DARK, FREE = (1 << k for k in range(5))
"""Bits of what was recognised: the ink is in the alpha channel; it is a grain; a grain in a frame; a shape that is
light on dark; a shape that stands free of its border."""

LUMINANCE, ALPHA_CHANNEL = CHANNELS.index("luminance"), CHANNELS.index("alpha")
UNSAID = int32(-1)
"""In place of shape (0) or grain (1), where nobody said what it is to be."""

CLEAR_BORDER = 0.2
"""Mean ink on the border under which content stands free of it."""

LIKE = 0.12
"""Standard deviation of a border that counts as one tone."""

OPAQUE = 0.98
BINS = 1024
"""Of the histogram that a percentile is read from."""


@helper
def channel_for(pixels, count, ink):
    """Which channel holds the ink: luminance, or alpha where the colour alone would show nothing. Writes the ink."""
    grey(pixels, count, LUMINANCE, ink)
    clear = 0
    total, alphas = 0.0, 0.0
    for i in range(count):
        alpha = channel_of(pixels[i], 24)
        clear += 1 if alpha < OPAQUE else 0
        alphas += alpha
        total += ink[i]
    if clear >= 0.01 * count and total < 0.3 * alphas:
        grey(pixels, count, ALPHA_CHANNEL, ink)
        return ALPHA_CHANNEL
    return LUMINANCE


@helper
def border_tone(ink, width, height):
    """Mean and standard deviation of the ink of the outermost pixels."""
    total, square = 0.0, 0.0
    for y in range(height):
        # The rows at the ends whole, of all others the two ends.
        step = 1 if y == 0 or y == height - 1 else max(1, width - 1)
        for x in range(0, width, step):
            value = ink[y * width + x]
            total += value
            square += value * value
    count = max(1, 2 * width + 2 * height - 4)
    mean = total / count
    return mean, math.sqrt(max(0.0, square / count - mean * mean))


@helper
def percentile(ink, count, share, scratch):
    """The value of ink, 0..1, that a share of all pixels does not pass, to 1/1024."""
    for k in range(BINS):
        scratch[k] = float32(0)
    for i in range(count):
        scratch[min(BINS - 1, int32(ink[i] * BINS))] += float32(1)
    seen = 0.0
    for k in range(BINS):
        seen += scratch[k]
        if seen >= share * count:
            return (k + 0.5) / BINS
    return 1.0


@helper
def inked_share(ink, width, least, left, top, right, bottom):
    """Share of the pixels of a rectangle whose ink is over `least`."""
    inked = 0
    for y in range(top, bottom):
        for x in range(left, right):
            inked += 1 if ink[y * width + x] > least else 0
    return inked / max(1, (right - left) * (bottom - top))


@helper
def fills(ink, width, height, scratch):
    """Whether what stands free of the border is a full field in a frame, and not a form of its own."""
    least = 0.5 * percentile(ink, width * height, 0.95, scratch)
    left, top, right, bottom = width, height, 0, 0
    for y in range(height):
        for x in range(width):
            if ink[y * width + x] > least:
                left, right = min(left, x), max(right, x + 1)
                top, bottom = min(top, y), max(bottom, y + 1)
    if left >= right or (right - left) * (bottom - top) <= 0.5 * width * height:
        return False
    wide = min(right - left, max(2, (right - left) // 8))
    high = min(bottom - top, max(2, (bottom - top) // 8))
    corner = min(
        inked_share(ink, width, least, left, top, left + wide, top + high),
        inked_share(ink, width, least, right - wide, top, right, top + high),
        inked_share(ink, width, least, left, bottom - high, left + wide, bottom),
        inked_share(ink, width, least, right - wide, bottom - high, right, bottom),
    )
    return corner > 0.25


@helper
def framed(ink, width, height, border):
    """Whether a border of that mean ink is much darker or lighter than the field in it."""
    total, count = 0.0, 0
    for y in range(height // 8, height - height // 8):
        for x in range(width // 8, width - width // 8):
            total += ink[y * width + x]
            count += 1
    return abs(border - total / max(1, count)) > 0.15


@kernel(int32, array("u4"), int32, int32, int32, array("f4"), array("f4"))
def recognise(pixels, width, height, makes, ink, scratch):
    """What a picture is, as bits. `makes` is 0 for a shape, 1 for a grain, or `UNSAID`.

    A border of one tone with content inside it makes a shape; if the border is the dark part the picture is light on
    dark. All else makes a grain, also a field that fills its frame. `ink` is room for the picture's ink, `scratch` for
    1024 numbers.
    """
    count = width * height
    found = int32(0)
    if channel_for(pixels, count, ink) == ALPHA_CHANNEL:
        found |= ALPHA
    border, uneven = border_tone(ink, width, height)
    mean = 0.0
    for i in range(count):
        mean += ink[i]
    mean /= max(1, count)
    light_on_dark = border > 0.5 and border > mean
    free = uneven < LIKE and (1.0 - border if light_on_dark else border) < CLEAR_BORDER
    in_frame = framed(ink, width, height, border)
    if light_on_dark:
        for i in range(count):
            ink[i] = float32(1) - ink[i]
    a_shape = makes == 0 if makes != UNSAID else free and not fills(ink, width, height, scratch)
    if not a_shape:
        return found | A_GRAIN | (FRAMED if in_frame else 0)
    return found | (LIGHT_ON_DARK if light_on_dark else 0) | (FREE if free else 0)
