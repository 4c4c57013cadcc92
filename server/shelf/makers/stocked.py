"""A maker of Skerrow, made up, and the roll that they lend from the first."""

from dataclasses import dataclass, field


@dataclass(frozen=True)
class Stocked:
    """A roll of the stock.

    Attributes
    ----------
    sources : dict
        Name -> (what it makes, its generator with values, steps).
    brushes : list of (str, str, dict)
        Name, note, and settings that differ from a plain brush; sources by their names.
    mark : dict
        The generator of the maker's mark.
    """

    name: str
    note: str
    tint: str
    maker: str
    about: str
    licence: str
    brushes: list[tuple[str, str, dict]]
    sources: dict[str, tuple[str, dict, list[dict]]] = field(default_factory=dict)
    mark: dict = field(default_factory=dict)


def pressed(low: float, high: float = 1.0) -> dict:
    """Width by pressure, from a share of the size up."""
    return {"size": {"pressure": {"on": True, "range": [low, high], "nodes": [[0, 0], [1, 1]]}}}


EVEN = {"size": {"pressure": {"on": False, "range": [0.1, 1.0]}}}
