"""What an act is answered with when it is not done: answers rather than errors, and named as such."""


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


class Gone(Exception):
    """The thing was deleted elsewhere; it can be put back."""
