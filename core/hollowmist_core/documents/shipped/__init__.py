"""The sources that ship: made by our own generators and steps, with their recipes open to be looked at."""

from .grains import GRAINS
from .shapes import SHAPES
from .source import Shipped

SHIPPED = GRAINS + SHAPES


def all_shipped(picture_of):
    """Every shipped source with its recipe made whole.

    Parameters
    ----------
    picture_of : callable
        Digest of the picture of a shipped source, by its name; asked only for sources that came before.

    Yields
    ------
    Shipped
    """
    for one in SHIPPED:
        steps = [
            step | {"other": picture_of(step["other"])} if "other" in step else step for step in one.recipe["steps"]
        ]
        yield Shipped(one.name, one.makes, one.note, {"start": one.recipe["start"], "steps": steps})
