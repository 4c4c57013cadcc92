"""Refused: what makes an act be answered once and for all, with a sentence."""


class Refused(ValueError):
    """The act cannot be done, now or later. The message says why, and what to do."""
