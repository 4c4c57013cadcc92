"""Recognising a picture that comes in: its kind, and the recipe that it begins with."""

from dataclasses import dataclass

import numpy as np

from ..documents.recipe import default_step, read
from ..kernels.source.prepare import recognise as signs
from ..tables.kinds import GRAIN, SHAPE


@dataclass(frozen=True)
class Sign:
    """Something recognised of a picture.

    Attributes
    ----------
    bit : int
        Its bit among those of `kernels.source.prepare.recognise`.
    step : dict
        The step that answers it.
    says : str
        What the person is told of it; empty where it goes without saying.
    """

    bit: int
    step: dict
    says: str = ""


SIGNS = (
    Sign(signs.FRAMED, default_step("trim")),
    Sign(signs.LIGHT_ON_DARK, default_step("invert"), "It was light on dark, and was inverted."),
    Sign(signs.FREE, default_step("crop")),
)
"""In the order of their steps."""


def begin(pixels: np.ndarray, makes: str | None = None) -> tuple[str, dict]:
    """Kind and first recipe of a new source, as `kernels.source.prepare.recognise` tells them.

    Parameters
    ----------
    pixels : ndarray, shape (height, width, 4), uint8
        RGBA.
    makes : {"shape", "grain"}, optional
        Where it is already said what it is to be.
    """
    height, width = pixels.shape[:2]
    packed = np.ascontiguousarray(pixels).view(np.uint32).ravel()
    said = signs.UNSAID if makes is None else int(makes == GRAIN)
    room = np.zeros(width * height, np.float32)
    found = signs.recognise(packed, width, height, said, room, np.zeros(signs.BINS, np.float32))
    channel = "alpha" if found & signs.ALPHA else "luminance"
    steps = [sign.step for sign in SIGNS if found & sign.bit]
    return GRAIN if found & signs.A_GRAIN else SHAPE, read(
        {"start": {"kind": "picture", "channel": channel}, "steps": steps}
    )
