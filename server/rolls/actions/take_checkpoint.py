"""Take a checkpoint away, and put it back."""

from accounts.numbers import put_back, take_away
from hollowmist.refusal import Refused

from ..models import Checkpoint


def _own(account):
    return Checkpoint.objects.filter(account=account)


def take_checkpoint(account, checkpoint_id) -> None:
    """Take a checkpoint away; one that is not there is away already.

    Raises
    ------
    Refused
        It is the first state of a brush.
    """
    if _own(account).filter(pk=checkpoint_id, why=Checkpoint.Why.FIRST).exists():
        raise Refused("a brush keeps the state in which it came; this checkpoint stays")
    take_away(account, _own(account), checkpoint_id)


def put_checkpoint_back(account, checkpoint_id) -> None:
    """Put a checkpoint back that was taken away."""
    put_back(account, _own(account), checkpoint_id)
