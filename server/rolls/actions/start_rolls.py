"""Give a new account a roll to begin with."""

from ..models import Roll
from .add_brush import add_brush
from .keep_roll import keep_roll


def start_rolls(account) -> Roll:
    """A first roll with one plain brush, since nobody starts from nothing."""
    roll = keep_roll(account, name="First roll")
    add_brush(roll, "Plain round", note="Even and crisp. Duplicate it and make it your own.")
    return roll
