"""Registration: which kernels both homes export, and the types of their arguments."""

import hashlib
import os
from pathlib import Path
from typing import NamedTuple

import numpy as np
from numba import config, from_dtype, njit, types


def source_cache() -> Path:
    """Folder for compiled kernels, named after the sources.

    Numba looks only at the file of the function itself when it asks whether a cached one is stale; a
    kernel holds its helpers from other files too.
    """
    here = Path(__file__).parent
    digest = hashlib.sha256()
    for file in sorted(
        [*here.rglob("*.py"), here.parent / "brush.py", here.parent / "settings.py", here.parent / "responses.py"]
    ):
        digest.update(file.read_bytes())
    return here / "__pycache__" / digest.hexdigest()[:16]


if "NUMBA_CACHE_DIR" not in os.environ:
    config.CACHE_DIR = str(source_cache())


class Kernel(NamedTuple):
    """A registered kernel: the Python function and its Numba signature."""

    function: object
    returns: types.Type
    arguments: tuple[types.Type, ...]


KERNELS: dict[str, Kernel] = {}
"""Exported name -> kernel."""

helper = njit(cache=True, error_model="numpy")
"""Compile a function that kernels call but no home exports."""


def array(dtype) -> types.Array:
    """Numba type of a C-contiguous vector of a NumPy dtype (records included)."""
    return types.Array(from_dtype(np.dtype(dtype)), 1, "C")


def kernel(returns, *arguments):
    """Register a function under its own name for both homes, and compile it natively when first called."""

    def register(function):
        KERNELS[function.__name__] = Kernel(function, returns, arguments)
        return helper(function)

    return register
