"""Recognising a picture that comes in: what is its ink, and whether it is a shape or a grain."""

import numpy as np

from .kinds import GRAIN, SHAPE
from .recipe import default_step, read
from .run import begun

CLEAR_BORDER = 0.2
"""Mean ink on the border under which content stands free of it."""

LIKE = 0.12
"""Standard deviation of a border that counts as one tone."""


def border_of(ink: np.ndarray) -> np.ndarray:
    """Ink of the outermost pixels, in one row."""
    return np.concatenate([ink[0], ink[-1], ink[1:-1, 0], ink[1:-1, -1]])


def channel_for(pixels: np.ndarray) -> str:
    """Which channel holds the ink: luminance, or alpha where the colour alone would show nothing."""
    alpha = pixels[..., 3].astype(np.float32) / 255
    if float((alpha < 0.98).mean()) < 0.01:
        return "luminance"
    ink = begun({"kind": "picture", "channel": "luminance"}, pixels).ink
    return "alpha" if float(ink.sum()) < 0.3 * float(alpha.sum()) else "luminance"


def filling(ink: np.ndarray) -> bool:
    """Whether what stands free of the border is a full field in a frame, and not a form of its own."""
    inked = ink > 0.5 * float(np.percentile(ink, 95))
    if not inked.any():
        return False
    rows, columns = np.flatnonzero(inked.any(1)), np.flatnonzero(inked.any(0))
    box = inked[rows[0] : rows[-1] + 1, columns[0] : columns[-1] + 1]
    high, wide = (max(2, side // 8) for side in box.shape)
    corners = [box[:high, :wide], box[:high, -wide:], box[-high:, :wide], box[-high:, -wide:]]
    return box.size > 0.5 * ink.size and min(float(corner.mean()) for corner in corners) > 0.25


def framed(ink: np.ndarray) -> bool:
    """Whether the border of a field is much darker or lighter than the field."""
    inside = ink[ink.shape[0] // 8 : -ink.shape[0] // 8, ink.shape[1] // 8 : -ink.shape[1] // 8]
    return abs(float(border_of(ink).mean()) - float(inside.mean())) > 0.15


def begin(pixels: np.ndarray, makes: str | None = None) -> tuple[str, dict]:
    """Kind and first recipe of a new source.

    A border of one tone with content inside it makes a shape; if the border is the dark part the
    picture is light on dark, and is inverted. All else makes a grain, also a field that
    fills its frame; the frame is trimmed off.

    Parameters
    ----------
    pixels : ndarray, shape (height, width, 4), uint8
        RGBA.
    makes : {"shape", "grain"}, optional
        Where it is already said what it is to be.
    """
    channel = channel_for(pixels)
    ink = begun({"kind": "picture", "channel": channel}, pixels).ink
    border = border_of(ink)
    light_on_dark = float(border.mean()) > 0.5 and float(border.mean()) > float(ink.mean())
    around = 1 - border if light_on_dark else border
    stands_free = float(around.std()) < LIKE and float(around.mean()) < CLEAR_BORDER
    fills = stands_free and filling(1 - ink if light_on_dark else ink)
    kind = makes or (SHAPE if stands_free and not fills else GRAIN)
    steps = []
    if kind == GRAIN and framed(ink):
        steps.append(default_step("trim"))
    if kind == SHAPE:
        if light_on_dark:
            steps.append(default_step("invert"))
        if stands_free:
            steps.append(default_step("crop"))
    return kind, read({"start": {"kind": "picture", "channel": channel}, "steps": steps})
