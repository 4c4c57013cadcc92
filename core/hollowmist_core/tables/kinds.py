"""A kind of step or generator: its name, what it is for, and its settings in the order of its values."""

from dataclasses import dataclass

from .setting import Setting

SHAPE, GRAIN = "shape", "grain"
"""What a source is used as."""

MOST_SHAPE, MOST_GRAIN = 1024, 2048
"""Largest side of a finished source, px."""


CHANNELS = ("luminance", "red", "green", "blue", "alpha")
"""Parts of a picture that its ink can be read from, in the order in which the kernels number them."""


@dataclass(frozen=True)
class Kind:
    """A kind of step or generator.

    Attributes
    ----------
    makes : str
        What a generator is meant for, SHAPE or GRAIN; empty for a step.
    """

    name: str
    label: str
    help: str
    settings: tuple[Setting, ...]
    makes: str = ""

    def values(self, given: dict) -> list[float]:
        """The settings as the kernels' values, in order."""
        found = []
        for setting in self.settings:
            value = given[setting.name]
            found.append(float(setting.choices.index(value) if setting.kind == "choice" else value))
        return found

    def numbers(self, name: str, *words: str) -> tuple[int, ...]:
        """The numbers by which the kernels know some words of a choice, by its setting's name."""
        choices = next(setting.choices for setting in self.settings if setting.name == name)
        return tuple(choices.index(word) for word in words)
