"""Files that are read and written, each format by itself; see their modules."""

from collections.abc import Callable
from dataclasses import dataclass

Progress = Callable[[float], None]
"""Hears the share of a file that is written, 0..1; what it raises ends the writing."""


class PictureError(ValueError):
    """A file that is no picture we can take; the message says why and what to do."""


def no_progress(_share: float) -> None:
    """Nobody hears how far it is."""


@dataclass(frozen=True)
class FileWish:
    """What of a sheet is drawn in a file besides its ink: the paper, the underlays, the guides."""

    paper: bool = False
    underlay: bool = False
    guides: bool = False


INK_ALONE, ON_PAPER = FileWish(), FileWish(paper=True)
