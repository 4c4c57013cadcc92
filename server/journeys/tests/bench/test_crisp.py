"""As sharp as the screen allows: what is seen, in the screen's own pixels."""

import io
import math

import numpy as np
from django.test import tag
from PIL import Image

from journeys.browser import JourneyCase, Pen, settle


def width_of(column: np.ndarray) -> float:
    """How far it is from 10 % to 90 % along a row of pixels that runs from 0 to 1, px."""

    def reached(part):
        past = int(np.argmax(column >= part))
        low, top = column[past - 1], column[past]
        return past - 1 + (part - low) / (top - low)

    return reached(0.9) - reached(0.1)


SHARP = float(np.mean([width_of(np.array([0, share, 1, 1])) for share in np.linspace(0.005, 0.995, 199)]))
"""The same of an edge that one pixel alone is covered by in part, wherever in that pixel it lies."""


@tag("browser")
class CrispTests(JourneyCase):
    brushes = {
        "Label Monoline": {
            "size": 24.0,
            "softness": 0.0,
            "responses": {},
            "taper_start_length": 0.0,
            "taper_end_length": 0.0,
        }
    }

    def edge(self, page, x, y) -> float:
        """Width of the upper edge of a level line at a place of the page, device px: from 10 % to 90 % of its ink."""
        scale = page.evaluate("devicePixelRatio")
        high = 130
        clip = {"x": x - 40, "y": y - high / 2, "width": 80, "height": high}
        seen = np.asarray(Image.open(io.BytesIO(page.screenshot(clip=clip))).convert("L"), float)
        self.assertEqual(seen.shape, (high * scale, 80 * scale))
        # From the middle of the line up to the paper.
        up = seen[: seen.shape[0] // 2 + 1][::-1]
        ink, paper = up[:4].mean(), up[-4:].mean()
        self.assertGreater(paper - ink, 150)
        share = (up - ink) / (paper - ink)

        return float(np.mean([width_of(column) for column in share.T]))

    def test_an_edge_is_one_device_pixel_wide_at_every_scale_and_zoomed_in(self):
        for scale in (1, 2, 3):
            page = self.open_bench(self.open_page(1280, 800, scale=scale), "Label Monoline")
            box = self.sheet_box(page)
            # Not along the pixels: the edge falls on any part of one.
            x, y, slope = box["x"] + 500, box["y"] + box["height"] - 70, 0.05
            Pen(page).draw([(x - 80 + 4 * i, y + slope * (4 * i - 80), 0.6) for i in range(41)])
            settle(page)
            self.assertLess(self.edge(page, x, y), SHARP + 0.1, f"at {scale}")
            before = self.zoom(page)
            page.mouse.move(x, y)
            # Chromium tells a wheel's way in device pixels.
            page.mouse.wheel(0, -500 * scale * math.log(4))
            page.mouse.move(5, 5)
            settle(page)
            self.assertAlmostEqual(self.zoom(page) / before, 4.0, delta=0.1)
            self.assertLess(self.edge(page, x, y), SHARP + 0.1, f"at {scale}, zoomed to 400 %")
            page.context.close()
