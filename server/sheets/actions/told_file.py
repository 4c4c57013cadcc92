"""A file that tells how far it is while it is written, and is given up once nobody waits for it."""

import json
import threading
from collections.abc import Callable, Iterator
from contextlib import suppress
from queue import SimpleQueue

from django.db import connections
from hollowmist_core.formats import Told

LEAST = 0.01
"""Shares of a file that are told lie so far apart at least."""


def not_written(why) -> str:
    """What is said of a file that was not written."""
    return f"The file was not written: {why}."


class GivenUpError(Exception):
    """Nobody waits for the file any more."""


def _line(told: dict) -> bytes:
    return json.dumps(told).encode() + b"\n"


def told_file(write: Callable[[Told], tuple[bytes, dict]]) -> Iterator[bytes]:
    """Write a file in a thread of its own.

    Parameters
    ----------
    write : callable
        Takes what hears the share that is done, and returns the file and what is said of it.

    Yields
    ------
    bytes
        Lines of JSON: `{"share": 0.25}` as it goes on; at last what is said of the file, after which its bytes come,
        or `{"detail": "..."}` where it was not written.
    """
    said: SimpleQueue = SimpleQueue()
    given_up = threading.Event()
    last = 0.0

    def told(share: float):
        nonlocal last
        if given_up.is_set():
            raise GivenUpError
        if share >= last + LEAST:
            last = share
            said.put({"share": round(share, 3)})

    def run():
        with suppress(GivenUpError):
            try:
                said.put(write(told))
            except (ValueError, LookupError) as error:
                said.put({"detail": not_written(error)})
            except GivenUpError:
                raise
            except Exception:
                said.put({"detail": not_written("the server failed at it; try again in a moment")})
                raise
            finally:
                # A thread's connections are its own.
                connections.close_all()

    threading.Thread(target=run, daemon=True).start()
    try:
        while isinstance(one := said.get(), dict):
            yield _line(one)
            if "detail" in one:
                return
        data, about = one
        yield _line(about | {"size": len(data)})
        yield data
    finally:
        given_up.set()
