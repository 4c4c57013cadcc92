"""The strokes that the stations' pictures show."""

from unittest import TestCase

import numpy as np

from ...proofs import pictured
from ...tables.records import samples_from


class PicturedTests(TestCase):
    def test_each_lies_in_its_room_and_goes_on_in_time(self):
        rooms = {"over paper": pictured.PAPER_ROOM, "upright": (1, 1)}
        for key, rows in pictured.as_rows().items():
            with self.subTest(key):
                samples = samples_from(rows)
                for axis, most in zip("xy", rooms.get(key, pictured.ROOM), strict=True):
                    self.assertTrue(((samples[axis] >= 0) & (samples[axis] <= most)).all())
                self.assertTrue((np.diff(samples["t"]) > 0).all())
                self.assertTrue(((samples["pressure"] > 0) & (samples["pressure"] <= 1)).all())

    def test_the_crossing_crosses_itself_in_the_middle_and_nowhere_else(self):
        x, y, *_ = np.array(pictured.as_rows()["crossing"]).T
        across = np.subtract.outer(np.arange(len(x)), np.arange(len(x)))
        near = np.hypot(np.subtract.outer(x, x), np.subtract.outer(y, y)) < 4.0
        first, _ = np.nonzero(near & (across > 20))
        self.assertTrue(len(first))
        np.testing.assert_allclose(x[first], pictured.ROOM[0] / 2, atol=6.0)
        np.testing.assert_allclose(y[first], pictured.ROOM[1] / 2, atol=6.0)
