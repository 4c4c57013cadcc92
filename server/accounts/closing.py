"""What must be done before an account is closed, by apps that lent or gave something of it elsewhere."""

from collections.abc import Callable

BEFORE: list[Callable] = []
"""Each is called with the account; what it raises is told, and nothing is deleted."""
