"""The kernels as this machine's code: a shared library that `hollowmist_core.homes` made of these very sources."""

import ctypes
import fcntl
import hashlib
import os
import time
from contextlib import contextmanager
from functools import cache
from pathlib import Path

import numpy as np
from numba import types

KEPT = Path(__file__).parents[3] / "compiled"
"""Folder for what is compiled; it may be deleted at any time."""

CHECKED = bool(os.environ.get("HOLLOWMIST_BOUNDS_CHECK"))
"""Whether every access to an array is checked, for the fuzz: the library is another one then, and slower."""

C_TYPES = {
    types.int32: ctypes.c_int32,
    types.uint32: ctypes.c_uint32,
    types.float32: ctypes.c_float,
    types.float64: ctypes.c_double,
}

VECTORS: dict[types.Array, np.dtype] = {}
"""NumPy's name of each vector that kernels take."""


@cache
def sources_digest() -> str:
    """A hash over all sources that kernels are made of."""
    core = Path(__file__).parents[2]
    found = hashlib.sha256()
    for file in sorted([*(core / "kernels").rglob("*.py"), *(core / "tables").rglob("*.py")]):
        found.update(file.read_bytes())
    return found.hexdigest()[:24]


def library_path() -> Path:
    """Where the library of the sources as they stand lies, if it was made."""
    return KEPT / f"kernels-{sources_digest()}{'-checked' if CHECKED else ''}.so"


def part_path() -> Path:
    """Where a library of some of the sources as they stand lies: of those that tests hang on."""
    return library_path().with_suffix(".part.so")


LOCK = "compiling.lock"


@contextmanager
def compiling():
    """Hold the lock that says that a library is being made; one maker waits for the other."""
    KEPT.mkdir(parents=True, exist_ok=True)
    with (KEPT / LOCK).open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        yield


def is_being_made() -> bool:
    """Whether some process compiles just now."""
    try:
        with (KEPT / LOCK).open() as lock:
            fcntl.flock(lock, fcntl.LOCK_SH | fcntl.LOCK_NB)
            return False
    except FileNotFoundError:
        return False
    except BlockingIOError:
        return True


@cache
def opened(path: Path) -> ctypes.CDLL:
    """A library, opened once."""
    return ctypes.CDLL(str(path))


def library() -> ctypes.CDLL | None:
    """The library, or None where it was not made of these sources; one that is being made is waited for."""
    while not library_path().is_file() and is_being_made():
        time.sleep(0.5)
    return next((opened(path) for path in (library_path(), part_path()) if path.is_file()), None)


def held(name: str) -> bool:
    """Whether the library holds a kernel."""
    return library() is not None and hasattr(library(), name)


class Entry:
    """A kernel of the library, called with NumPy arrays and numbers.

    Parameters
    ----------
    kernel : registry.Kernel
        Its name, the type of its result, and those of its arguments.
    """

    def __init__(self, kernel):
        self.name = kernel.function.__name__
        self.call = getattr(library(), self.name)
        self.call.restype = ctypes.c_int32
        self.returns = None if kernel.returns == types.void else C_TYPES[kernel.returns]
        self.arguments = [
            VECTORS[kind] if isinstance(kind, types.Array) else C_TYPES[kind] for kind in kernel.arguments
        ]

    def __call__(self, *given):
        """Call it; arrays must be whole, in a row and of the declared dtype (TypeError).

        Where accesses are checked, one beyond an array raises IndexError.
        """
        if len(given) != len(self.arguments):
            raise TypeError(f"{self.name} takes {len(self.arguments)} arguments, not {len(given)}")
        passed = []
        for i, (value, kind) in enumerate(zip(given, self.arguments, strict=True)):
            if not isinstance(kind, np.dtype):
                passed.append(kind(int(value) if kind in (ctypes.c_int32, ctypes.c_uint32) else value))
                continue
            if not (isinstance(value, np.ndarray) and value.ndim == 1 and value.dtype == kind):
                raise TypeError(f"argument {i} of {self.name} is a vector of {kind!s:.60}, not {value!r:.60}")
            if not value.flags.c_contiguous:
                raise TypeError(f"argument {i} of {self.name} does not lie in a row")
            passed += (ctypes.c_void_p(value.ctypes.data), ctypes.c_int32(len(value)))
        result = self.returns() if self.returns else ctypes.c_void_p()
        fault = ctypes.c_void_p()
        if self.call(ctypes.byref(result), ctypes.byref(fault), *passed):
            raise IndexError(f"{self.name} reached beyond an array" if CHECKED else f"{self.name} failed")
        return result.value if self.returns else None
