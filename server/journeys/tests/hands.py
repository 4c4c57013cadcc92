"""What journeys of the hand have in common."""

import numpy as np

from journeys.browser import JourneyCase

LOWER = 545
"""A height on the proof sheet, CSS px below its top, where no shipped lane lies."""


class HandCase(JourneyCase):
    """Steps that these journeys share."""

    def open_readings(self, page):
        """Wait until the readings tell of the brush as it stands."""
        page.wait_for_function("window.hollowmist?.readings()")

    def settled(self, page, change):
        """Do something that changes the brush, and wait for readings that were taken after it."""
        page.evaluate("window.before = window.hollowmist.readings()")
        change()
        page.wait_for_function("![undefined, window.before].includes(window.hollowmist.readings())")

    def widths(self, page, top, bottom, left, right):
        """Width of a level stroke at each column, px: how much ink the column holds."""
        ink = 1 - np.clip((self.pixels(page)[..., 0].astype(float) - 0x1E) / (0xFB - 0x1E), 0, 1)
        return ink[top:bottom, left:right].sum(axis=0)
