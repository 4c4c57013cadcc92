"""Give a new account a roll to begin with."""

from hollowmist_core.documents.brush import default_document

from ..models import Roll
from ..shipped.rolls import LABELS, ROLLS
from .add_brush import add_brush
from .keep_roll import keep_roll


def start_rolls(account) -> Roll:
    """A first roll, since nobody starts from nothing: a pen that swells with the hand, and a plain brush.

    The pen does not steady the hand yet: that is one of the first steps with it.
    """
    roll = keep_roll(account, name="First roll")
    swelling = next(document for name, _, document in ROLLS[LABELS] if name == "Pointed Copper")
    pen = {**default_document(), **swelling, "steadying": "none"}
    add_brush(roll, "First pen", pen, note="It swells as you press. Bend it until it is yours.")
    add_brush(roll, "Plain round", note="Even and crisp. Duplicate it and make it your own.")
    return roll
