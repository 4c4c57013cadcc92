"""A source that ships."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Shipped:
    """A source that ships. A step's `other` names another one that comes before it."""

    name: str
    makes: str
    note: str
    recipe: dict


def made(name: str, makes: str, note: str, generator: str, *steps: dict, **values) -> Shipped:
    """A source of a generator's, with the values of its settings and the steps after it."""
    return Shipped(name, makes, note, {"start": {"kind": generator, **values}, "steps": list(steps)})
