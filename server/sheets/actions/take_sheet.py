"""Take a sheet away, and put it back."""

from accounts.numbers import put_back, take_away


def take_sheet(account, sheet_id) -> None:
    """Take a sheet away with all that is on it; one that is not there is away already."""
    take_away(account, account.sheets, sheet_id)


def put_sheet_back(account, sheet_id) -> None:
    """Put a sheet back with its strokes."""
    put_back(account, account.sheets, sheet_id)
