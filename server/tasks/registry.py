"""What kinds of long work there are: each app makes its own known in its `work.py`."""

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, BinaryIO

Tell = Callable[[float], None]
"""Hears what share of the work is done, 0..1. Raises Stopped once that is not wanted any more."""


class Stopped(Exception):
    """Whoever asked for the work said stop; nothing of it stays."""


@dataclass
class Made:
    """What work came to.

    Attributes
    ----------
    file : bytes or BinaryIO, optional
        A file that is to be fetched, under `name`.
    about : dict
        What is told of it, as JSON.
    """

    file: bytes | BinaryIO | None = None
    name: str = ""
    media_type: str = "application/octet-stream"
    about: dict[str, Any] = field(default_factory=dict)


Work = Callable[..., Made]
"""Called with the account, what was asked as JSON, the file that was given (a BinaryIO or None), and a Tell."""

WORK: dict[str, tuple[Work, Callable[[Exception], str | None]]] = {}


def register(kind: str, work: Work, says: Callable[[Exception], str | None] = lambda _: None) -> None:
    """Make a kind of work known; `says` is what is said of an error that is no fault of ours, if it knows it."""
    WORK[kind] = (work, says)
