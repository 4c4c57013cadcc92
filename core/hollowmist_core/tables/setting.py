"""A setting, and the four kinds of it: a percentage, a number, a choice, a switch."""

from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True)
class Setting:
    """One setting of a brush, of a prep step or of a generator.

    Attributes
    ----------
    name : str
        Key in the document and field of the record.
    station : str
        Where it belongs; empty for steps and generators.
    kind : {"number", "choice", "switch", "colour"}
    default : float, str or bool
        A colour is "#rrggbb" in sRGB.
    unit : str
        As shown. "%" is stored as 0..1, "°" as degrees, "× size" as multiples of the brush's size.
    low, high : float
        Allowed range of a number, both ends included.
    step : float
        The smallest change that is useful to a hand.
    log : bool
        The range spans decades, so a slider moves by ratios.
    choices : tuple of str
        In the order in which the record numbers them.
    """

    name: str
    label: str
    station: str
    kind: str
    default: Any
    help: str
    unit: str = ""
    low: float = 0.0
    high: float = 1.0
    step: float = 0.01
    log: bool = False
    choices: tuple[str, ...] = ()


def percent(name, label, station, default, help, low=0.0, high=1.0, **steps) -> Setting:
    """A share, stored as 0..1 and shown in %; `step` and `log` as `Setting` has them."""
    return Setting(name, label, station, "number", default, help, "%", low, high, **{"step": 0.01} | steps)


def number(name, label, station, default, help, unit, low, high, **steps) -> Setting:
    """A number with a unit of its own; `step` and `log` as `Setting` has them."""
    return Setting(name, label, station, "number", float(default), help, unit, low, high, **{"step": 1.0} | steps)


def choice(name, label, station, help, *choices, default=None) -> Setting:
    """One of several words; the first unless another is the default."""
    return Setting(name, label, station, "choice", default or choices[0], help, choices=choices)


def switch(name, label, station, default, help) -> Setting:
    """On or off."""
    return Setting(name, label, station, "switch", default, help)
