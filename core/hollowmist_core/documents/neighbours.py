"""Neighbours of a brush: nine others that are near it, to choose from and to go on from."""

from collections.abc import Iterable
from typing import NamedTuple

from ..kernels.base.vary import MOST_VARIED, STAYS, vary
from ..tables.settings import BY_NAME
from .brush import read

COUNT = 9


class Varied(NamedTuple):
    """A setting that may vary.

    Attributes
    ----------
    name : str
    reach : float
        How far it goes at most: octaves where its slider moves by ratios, else in its own unit.
    needs : dict
        What must hold for it to show: parts of the document and their values; True asks for anything but nothing.
    """

    name: str
    reach: float
    needs: dict = {}


VARIED: tuple[Varied, ...] = (
    Varied("reach", 1.4, {"steadying": "even-out"}),
    Varied("tow", 1.4, {"steadying": "tow line"}),
    Varied("calm", 1.2, {"steadying": "speed-aware"}),
    Varied("size", 0.9),
    Varied("thinnest", 0.35),
    Varied("taper_start_length", 3.0, {"taper_start_in": "× size"}),
    Varied("taper_end_length", 3.0, {"taper_end_in": "× size"}),
    Varied("taper_start_point", 0.4, {"taper_start_length": True, "taper_start_in": "× size"}),
    Varied("taper_end_point", 0.4, {"taper_end_length": True, "taper_end_in": "× size"}),
    Varied("taper_start_curve", 0.6, {"taper_start_length": True, "taper_start_in": "× size"}),
    Varied("taper_end_curve", 0.6, {"taper_end_length": True, "taper_end_in": "× size"}),
    Varied("softness", 0.5),
    Varied("roundness", 0.5),
    Varied("angle", 60.0),
    Varied("spacing", 1.6),
    Varied("spacing_jitter", 0.4),
    Varied("scatter_across", 0.7),
    Varied("scatter_along", 0.5),
    Varied("size_jitter", 0.5),
    Varied("angle_jitter", 70.0),
    Varied("stamps", 2.0),
    Varied("bite", 0.6, {"grain": True}),
    Varied("bite_jitter", 0.4, {"grain": True}),
    Varied("cut_edge", 0.4, {"grain": True, "grain_way": "cut"}),
    Varied("grain_px", 1.4, {"grain": True}),
    Varied("grain_turn", 60.0, {"grain": True}),
    Varied("grain_brightness", 0.4, {"grain": True}),
    Varied("grain_contrast", 0.6, {"grain": True}),
    Varied("opacity", 0.4),
    Varied("flow", 0.5),
    Varied("pooling", 0.6),
    Varied("spread", 0.4),
)
"""Settings that may vary, in their order; a change of the order would change which neighbours a seed has."""

assert len(VARIED) <= MOST_VARIED


def shows(document: dict, varied: Varied) -> bool:
    """Whether a setting shows in the ink of a brush as it is."""
    return all(
        bool(document[name]) if wanted is True else document[name] == wanted for name, wanted in varied.needs.items()
    )


def neighbours(document: dict, stations: Iterable[str], far: float, seed: int) -> list[dict]:
    """Nine neighbours of a brush.

    Parameters
    ----------
    document : dict
        A checked brush document.
    stations : iterable of str
        The stations whose settings may vary.
    far : float
        0..1: how far they go.
    seed : int
        0 .. 2**31 - 1. The same nine come back for the same seed, in both homes.

    Returns
    -------
    list of dict
        Checked documents. Where nothing of the stations shows in the ink, all are the brush itself.
    """
    wanted = set(stations)
    may = [
        (index, one) for index, one in enumerate(VARIED) if BY_NAME[one.name].station in wanted and shows(document, one)
    ]
    found = []
    for which in range(COUNT):
        moved = {}
        for place, (index, one) in enumerate(may):
            setting, value = BY_NAME[one.name], document[one.name]
            # One of them moves in any case: none of the nine is the brush itself.
            always = int(place == (seed + which) % len(may))
            span = (setting.low, setting.high, int(setting.log), setting.step)
            steps = vary(value, *span, one.reach * far, seed, which, index, always)
            if steps != STAYS:
                moved[one.name] = min(setting.high, max(setting.low, round(steps * setting.step, 4)))
        found.append(read({**document, **moved}))
    return found
