"""The mean over a tent, against SciPy's running boxes."""

import unittest

import numpy as np
from scipy.ndimage import convolve1d, uniform_filter1d

from hollowmist_core.kernels.paper.tent import mean_round, turn_block


def running(block: np.ndarray, reach: float, axis: int) -> np.ndarray:
    """A running box that reaches so many cells to either side of a cell's middle, one after the other twice."""
    whole = int(np.floor(reach + 0.5)) - 1
    part = reach + 0.5 - np.floor(reach + 0.5)
    if part == 0.0:
        for _ in range(2):
            block = uniform_filter1d(block, 2 * whole + 1, axis=axis, mode="constant")
        return block
    weights = np.array([part, *(1.0,) * (2 * whole + 1), part])
    for _ in range(2):
        block = convolve1d(block, weights / weights.sum(), axis=axis, mode="constant")
    return block


class TentTests(unittest.TestCase):
    def test_a_block_is_averaged_as_two_running_boxes_a_side_would(self):
        rng = np.random.default_rng(5)
        for wide, high, reach in ((60, 41, 2.5), (37, 64, 8.0), (23, 23, 10.0), (48, 30, 0.5), (12, 9, 6.3)):
            with self.subTest(wide=wide, high=high, reach=reach):
                block = rng.random((high, wide)).astype(np.float32)
                means, scratch = block.ravel().copy(), np.full(3 * block.size + 200, np.nan, np.float32)
                mean_round(means, wide, high, reach, scratch)
                expected = running(running(block.astype(float), reach, 0), reach, 1)
                np.testing.assert_allclose(means.reshape(high, wide), expected, atol=2e-6)

    def test_a_block_is_turned_on_its_diagonal(self):
        block = np.arange(19 * 11, dtype=np.float32)
        out = np.zeros_like(block)
        turn_block(block, out, 19, 11)
        np.testing.assert_array_equal(out.reshape(19, 11), block.reshape(11, 19).T)
