"""How far a pack has been read, told while it is read; and stopping it."""

from collections.abc import Callable
from time import monotonic

from django.core.cache import caches
from rest_framework import status
from rest_framework.exceptions import APIException

EVERY = 0.2
"""It is told so often, s."""

KEPT = 600
"""And known for so long, s."""


class Stopped(APIException):
    """The person said stop: the transaction ends with nothing of the pack in it."""

    status_code = status.HTTP_409_CONFLICT
    default_detail = "Stopped: nothing of it came in."


Tell = Callable[[int, int], None]
"""Called with how many things of a pack are done, of how many; may raise Stopped."""


def untold(done: int, of: int) -> None:
    """Where nobody asks."""


class Progress:
    """How far one reading of an account has come, known to all processes of the server.

    What is written into the database meanwhile is seen by nobody until it is done, so that this lies in files.
    """

    def __init__(self, account, reading):
        self._key = f"{account.pk}:{reading}"
        self._cache = caches["progress"]
        self._last = 0.0

    def tell(self, done: int, of: int) -> None:
        """Note how far it has come; raises Stopped once somebody has said so."""
        now = monotonic()
        if now - self._last < EVERY and done < of:
            return
        self._last = now
        if self._cache.get(f"{self._key}:stop"):
            raise Stopped
        self._cache.set(self._key, (done, of), KEPT)

    def told(self) -> tuple[int, int]:
        """How many things are done, of how many; 0 of 0 before it has begun."""
        return self._cache.get(self._key, (0, 0))

    def stop(self) -> None:
        """Stop it at the next thing."""
        self._cache.set(f"{self._key}:stop", True, KEPT)
