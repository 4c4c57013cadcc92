"""The same brush, larger or smaller."""

from ..tables.settings import SETTINGS


def scaled(document: dict, times: float) -> dict:
    """A checked brush document with all its lengths multiplied, as far as their ranges allow.

    Parameters
    ----------
    document : dict
        As returned by `brush.read`.
    times : float
        Above zero.

    Examples
    --------
    >>> from .brush import default_document
    >>> scaled(default_document(), 0.5)["size"]
    12.0
    """
    lengths = {s.name: min(s.high, max(s.low, document[s.name] * times)) for s in SETTINGS if s.unit == "px"}
    return {**document, **lengths}
