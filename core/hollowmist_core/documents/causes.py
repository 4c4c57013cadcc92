"""What makes a line vary: in plain words, and what of the document to change so that it does no more."""

from dataclasses import dataclass
from typing import Any

from ..kernels.measure.causes import CLOSE_SPACING
from ..tables.settings import TAPERED, TAPERS


@dataclass(frozen=True)
class Cause:
    """One cause. Its place in `CAUSES` is its number in the readings; responses are numbered after `FIRST_LINK`.

    Attributes
    ----------
    label : str
    station : str
        Where it is set.
    without : dict
        The settings that switch it off.
    """

    label: str
    station: str
    without: dict[str, Any]


def _no_taper(name: str) -> dict[str, Any]:
    return {f"{name}_length": 0.0, f"{name}_px": 0.0, f"{name}_part": 0.0}


def _tapers() -> list[Cause]:
    """The tapers of each pointer, in the order in which the record has them."""
    causes = []
    for pointer in TAPERED:
        for taper in TAPERS:
            _, end, *of = taper.split("_")
            label = " ".join([end, *of, "taper"]) + (f", {pointer.removesuffix('_')}" if pointer else "")
            causes.append(Cause(label, "weight", _no_taper(pointer + taper)))
    return causes


CAUSES = (
    *_tapers(),
    Cause("size jitter", "tip", {"size_jitter": 0.0}),
    Cause("scatter across", "tip", {"scatter_across": 0.0}),
    Cause("scatter along", "tip", {"scatter_along": 0.0}),
    Cause("spacing", "tip", {"spacing": CLOSE_SPACING}),
    Cause("spacing jitter", "tip", {"spacing_jitter": 0.0}),
    Cause("angle jitter", "tip", {"angle_jitter": 0.0}),
    Cause("flat tip", "tip", {"roundness": 1.0}),
    Cause("form of the tip", "tip", {"tip": "ellipse"}),
    Cause("several stamps", "tip", {"stamps": 1.0}),
    Cause("fade out", "ink", {"fade_out": 0.0}),
    Cause("grain", "grain", {"grain": None}),
    Cause("spread", "ink", {"spread": 0.0}),
)
