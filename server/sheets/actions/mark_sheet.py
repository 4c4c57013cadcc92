"""Note when a sheet was last opened."""

from accounts.numbers import count_on


def mark_sheet(account, sheet_id, used_at: int) -> None:
    """Note when a sheet was last opened, ms since 1970. One that was opened at one time was not opened before that."""
    sheet = account.sheets.get(pk=sheet_id)
    sheet.used_at = max(sheet.used_at, used_at)
    count_on(account, [sheet])
    sheet.save(update_fields=["used_at", "number"])
