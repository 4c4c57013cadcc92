"""Pictures of a brush for its pocket."""

import io
from unittest import TestCase

import numpy as np
from PIL import Image

from ...documents.brush import read
from ...native import pockets


def ink_of(png):
    image = Image.open(io.BytesIO(png))
    return image.size, 255 - np.asarray(image.convert("L")).astype(int)


class PreviewTests(TestCase):
    def test_the_pocket_picture_is_an_upright_stroke_of_any_brush(self):
        for size in (0.5, 9.0, 60.0, 2000.0):
            shape, dark = ink_of(pockets.pocket_picture(read({"size": size})))
            self.assertEqual(shape, pockets.POCKET)
            rows, columns = np.nonzero(dark > 60)
            self.assertGreater(np.ptp(rows), pockets.POCKET[1] * 0.6 if size > 1 else 0)
            self.assertLess(np.ptp(columns), pockets.POCKET[0])

    def test_the_print_is_one_touch(self):
        shape, dark = ink_of(pockets.tip_print(read({"size": 2000.0, "roundness": 0.2})))
        self.assertEqual(shape, (pockets.PRINT, pockets.PRINT))
        rows, columns = np.nonzero(dark > 60)
        self.assertGreater(np.ptp(columns), 3 * np.ptp(rows))
        self.assertFalse((dark[0] > 60).any() or (dark[:, 0] > 60).any())
