"""What makes a line vary: in plain words, and what of the document to change so that it does no more."""

from dataclasses import dataclass
from typing import Any

from .kernels.measure.causes import CLOSE_SPACING


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


CAUSES = (
    Cause("start taper", "weight", _no_taper("taper_start")),
    Cause("end taper", "weight", _no_taper("taper_end")),
    Cause("start taper, finger", "weight", _no_taper("finger_taper_start")),
    Cause("end taper, finger", "weight", _no_taper("finger_taper_end")),
    Cause("start taper, mouse", "weight", _no_taper("mouse_taper_start")),
    Cause("end taper, mouse", "weight", _no_taper("mouse_taper_end")),
    Cause("size jitter", "tip", {"size_jitter": 0.0}),
    Cause("scatter across", "tip", {"scatter_across": 0.0}),
    Cause("scatter along", "tip", {"scatter_along": 0.0}),
    Cause("spacing", "tip", {"spacing": CLOSE_SPACING}),
    Cause("spacing jitter", "tip", {"spacing_jitter": 0.0}),
    Cause("angle jitter", "tip", {"angle_jitter": 0.0}),
    Cause("flat tip", "tip", {"roundness": 1.0}),
    Cause("form of the tip", "tip", {"tip": "ellipse"}),
    Cause("several stamps", "tip", {"stamps": 1.0}),
    Cause("fade out", "line", {"fade_out": 0.0}),
    Cause("grain", "grain", {"grain": None}),
    Cause("spread", "ink", {"spread": 0.0}),
)
