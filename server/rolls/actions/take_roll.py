"""Take a roll away, and put it back."""

from accounts.numbers import put_back, take_away


def take_roll(account, roll_id) -> None:
    """Take a roll away with all that is in it; one that is not there is away already."""
    take_away(account, account.rolls, roll_id)


def put_roll_back(account, roll_id) -> None:
    """Put a roll back with its brushes, each as it was kept last."""
    put_back(account, account.rolls, roll_id)
