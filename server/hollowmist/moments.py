"""Moments as devices tell them: ms since 1970."""

from datetime import UTC, datetime

MOST_MS = 2**43
"""Some 280 years after 1970, as ms."""


def in_ms(moment: datetime | None) -> int:
    """A moment in ms since 1970; 0 where there was none."""
    return int(moment.timestamp() * 1000) if moment else 0


def from_ms(ms: int) -> datetime:
    """A moment with its time zone, of ms since 1970."""
    return datetime.fromtimestamp(ms / 1000, UTC)
