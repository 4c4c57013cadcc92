"""Registration: which kernels both homes export, and the types of their arguments."""

import numpy as np
from numba import config, from_dtype, njit, types
from numba.extending import typeof_impl

from .compiled import CHECKED, KEPT, VECTORS, Entry, held, sources_digest

# Numba looks only at the file of the function itself when it asks whether a cached one is stale; what a test
# compiles by itself holds its helpers from other files too, so it is kept by all sources.
config.CACHE_DIR = str(KEPT / f"jit-{sources_digest()[:12]}{'-checked' if CHECKED else ''}")

helper = njit(cache=True, error_model="numpy", boundscheck=CHECKED)
"""Compile a function that kernels call but no home exports."""


class Kernel:
    """A registered kernel: kernels call it as Numba compiles it, Python calls it in the server's library.

    Parameters
    ----------
    function : callable
        The Python function.
    returns : numba type
    arguments : tuple of numba types

    Notes
    -----
    Where the library lacks it, or is not made of the sources as they stand, Numba compiles the kernel when it is
    called.
    """

    def __init__(self, function, returns: types.Type, arguments: tuple[types.Type, ...]):
        self.function = function
        self.returns = returns
        self.arguments = arguments
        self.compiled = helper(function)
        self._entry = None
        self.__doc__ = function.__doc__

    @property
    def entry(self):
        """What a call from Python goes to: once the library is there, always to that."""
        if self._entry is None and held(self.function.__name__):
            self._entry = Entry(self)
        return self._entry or self.compiled

    def __call__(self, *given):
        """Call it from Python."""
        return self.entry(*given)


@typeof_impl.register(Kernel)
def _as_function(kernel, context):
    """A kernel that another one calls is typed as the function that Numba compiles."""
    return types.Dispatcher(kernel.compiled)


KERNELS: dict[str, Kernel] = {}
"""Exported name -> kernel."""


def array(dtype) -> types.Array:
    """Numba type of a C-contiguous vector of a NumPy dtype (records included)."""
    vector = types.Array(from_dtype(np.dtype(dtype)), 1, "C")
    VECTORS[vector] = np.dtype(dtype)
    return vector


def kernel(returns, *arguments):
    """Register a function under its own name for both homes."""

    def register(function):
        KERNELS[function.__name__] = Kernel(function, returns, arguments)
        return KERNELS[function.__name__]

    return register
