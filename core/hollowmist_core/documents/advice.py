"""Advice: what is wrong with a source, in a plain sentence, with the one tap that mends it."""

from dataclasses import dataclass

from ..kernels.source.prepare import figures
from .recipe import default_step


@dataclass(frozen=True)
class Advice:
    """One thing that may be wrong.

    Attributes
    ----------
    bit : int
        Its bit in the figures.
    says : str
        The sentence.
    mends : str
        What the tap says; empty where no step can help.
    step : dict or None
        The step that the tap adds; one that is there already is switched on, or off for *invert*.
    """

    bit: int
    says: str
    mends: str = ""
    step: dict | None = None


_INVERT = ("Invert", default_step("invert"))
_CLOSE = ("Close the seam", default_step("seam"))
_WHOLE = ("Find the repeat", default_step("seam") | {"way": "find the repeat"})
_GROW = ("Grow a tile", default_step("seam") | {"way": "grow"})
_EVEN = ("Even the light", default_step("light"))

ADVICE: tuple[Advice, ...] = (
    Advice(figures.BARE, "There is no ink in it: lower the levels' black, or take another step out."),
    Advice(figures.FULL, "It is full of ink: light on dark, or cut too hard. Invert it.", *_INVERT),
    Advice(figures.LIGHT_ON_DARK, "Light on dark: invert it, or it inks its background.", *_INVERT),
    Advice(
        figures.EDGE,
        "Its border still carries ink, which would show as a box: fade the edge.",
        "Fade the edge",
        default_step("fade") | {"form": "box", "width": 0.15},
    ),
    Advice(figures.UNEVEN, "Light comes from one side, and would show in rows: even it out.", *_EVEN),
    Advice(figures.PERIODIC, "It has a pattern of its own: cut it at whole courses, so that none is halved.", *_WHOLE),
    Advice(figures.GROWN, "The cut can still be seen: grow a new tile from patches of it.", *_GROW),
    Advice(
        figures.STAYS,
        "No way of closing hides its seam: turn *Other patches* for another tile, or take a picture that is more alike "
        "all over.",
    ),
    Advice(figures.SEAM, "Its seam will show where it repeats: close the seam.", *_CLOSE),
    Advice(
        figures.FLAT,
        "Dark and light are close together, so it hardly bites: push the levels.",
        "Push the levels",
        default_step("levels") | {"black": 0.25, "white": 0.75},
    ),
    Advice(figures.SMALL, "It is smaller than the brush at its largest, and will look soft there."),
)


def advice_for(bits: int) -> list[Advice]:
    """All that applies, the gravest first."""
    return [one for one in ADVICE if bits & one.bit]
