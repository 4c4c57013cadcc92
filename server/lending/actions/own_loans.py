"""What an account lends."""

from rolls.models import Brush

from ..models import Loan


def loans_of(account) -> list[dict]:
    """What is lent: its roll, its lot, when it was sent, and whether it was changed since."""
    found = []
    for loan in Loan.objects.filter(account=account).exclude(lent_at=None).select_related("roll"):
        later = loan.roll.number > loan.number or Brush.objects.filter(roll=loan.roll, number__gt=loan.number).exists()
        row = {"roll": loan.roll_id, "lot": loan.lot, "name": loan.roll.name, "lent_at": loan.lent_at}
        found.append(row | {"changed": later, "gone": loan.roll.deleted_at is not None})
    return found
