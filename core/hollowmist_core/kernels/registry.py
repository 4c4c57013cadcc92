"""Registration: which kernels both homes export, and the types of their arguments."""

from typing import NamedTuple

import numpy as np
from numba import from_dtype, njit, types


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
