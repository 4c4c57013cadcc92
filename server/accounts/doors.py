"""What apps above do when an account is opened, and before it is closed: each makes itself known as it is loaded."""

from collections.abc import Callable

OPENED: list[Callable] = []
"""Each is called with the new account, in the transaction that makes it."""

CLOSING: list[Callable] = []
"""Each is called with the account; what it raises is told, and nothing is deleted."""
