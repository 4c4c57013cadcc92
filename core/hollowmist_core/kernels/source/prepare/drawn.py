"""Drawn: what was drawn into a source with brushes."""

from numba import float32, int32, void

from ...base.registry import array, kernel

ONE = float32(1)


@kernel(void, array("f4"), array("f4"), array("f4"), array("f4"), int32)
def draw_into(image, given, taken, out, count):
    """Take away what was erased, then give what was drawn."""
    for i in range(count):
        bare = (ONE - image[i] * (ONE - taken[i])) * (ONE - given[i])
        out[i] = ONE - bare
