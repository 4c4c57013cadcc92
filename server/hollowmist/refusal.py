"""What an act is answered with when it is not done: answers rather than errors, and named as such."""

import uuid
from typing import NamedTuple


class Refused(ValueError):
    """The act cannot be done, now or later. The message says why, and what to do."""


class Stale(Exception):
    """The thing was changed elsewhere since the state that the act was made from.

    Attributes
    ----------
    theirs : dict
        The row that stands, as changes tell it.
    """

    def __init__(self, theirs: dict):
        self.theirs = theirs
        super().__init__(f"revision {theirs['revision']} stands")


class Lost(NamedTuple):
    """A thing that was taken away.

    Attributes
    ----------
    table : str
        Its table in the device's store.
    thing : UUID
    row : dict or None
        As it was, for its way back; nothing where it was let go of for good, and only a device can bring it.
    """

    table: str
    thing: uuid.UUID
    row: dict | None


class Gone(Exception):
    """The thing, or what it lies in, was taken away elsewhere; it can be put back.

    Attributes
    ----------
    lost : list of Lost
        All that must be put back for it, the outermost first.
    """

    def __init__(self, lost: list[Lost]):
        self.lost = lost
        super().__init__(", ".join(f"{one.table} {one.thing}" for one in lost))
