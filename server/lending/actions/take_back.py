"""Take back what is lent."""

from contextlib import suppress

from .. import shelf
from ..models import Loan


def take_back(account, roll_id) -> None:
    """Take a lent roll back; one that is not lent is back already."""
    loan = Loan.objects.filter(account=account, roll=roll_id).first()
    if loan is None:
        return
    with suppress(shelf.NotOnShelf):
        shelf.take_back(loan.lot, loan.key)
    loan.delete()


def take_all_back(account) -> None:
    """Take back all that an account lends, before it is closed."""
    for roll in Loan.objects.filter(account=account).values_list("roll", flat=True):
        take_back(account, roll)
