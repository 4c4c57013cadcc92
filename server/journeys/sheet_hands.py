"""What hands do on a sheet, and the brushes that journeys take to it."""

import math
from pathlib import Path
from tempfile import TemporaryDirectory

import numpy as np

from journeys.browser import Pen, settle

FLAT = {"size": 24.0, "responses": {}, "ink": "#1e2a2d", "steadying": "none"}
WET = {**FLAT, "size": 60.0, "wetness": 1.0, "run": 16.0}
BRUSHES = {
    "Rope Ribbon": FLAT,
    "Rust Liner": {**FLAT, "size": 40.0, "ink": "#b4532a"},
    "Damp Rope": WET,
    "Damp Rust": {**WET, "ink": "#b4532a"},
}


class SheetHands:
    """What hands do on a sheet, for journeys of any kind."""

    def new_sheet(self, page, size="A5", name="Harbour label", url=None):
        """Lay a new sheet open."""
        page.goto(f"{url or self.live_server_url}/sheets")
        page.get_by_role("button", name="New sheet").click()
        page.locator("input[name=sheet-name]").fill(name)
        page.get_by_role("radio", name=size, exact=True).click()
        page.get_by_role("button", name="Take it").click()
        page.wait_for_selector("[data-sheet]")
        page.wait_for_selector(".strip .pocket")
        settle(page)

    def hold(self, page, name):
        """Take a brush of the strip in hand."""
        page.get_by_role("button", name=f"Take {name} in hand").click()
        settle(page)

    def paper_box(self, page):
        """Place of the paper on the page, and CSS px to one of its px."""
        box = page.locator("[data-sheet] .over").bounding_box()
        return box, float(page.locator("[data-sheet]").get_attribute("data-zoom"))

    def stroke(self, page, x0, y0, x1, y1, count=24):
        """Draw straight between two places of the paper, as shares of its width and height."""
        box, _ = self.paper_box(page)
        us = [i / (count - 1) for i in range(count)]
        points = [
            (
                box["x"] + box["width"] * (x0 + u * (x1 - x0)),
                box["y"] + box["height"] * (y0 + u * (y1 - y0)),
                0.3 + 0.5 * math.sin(math.pi * u),
            )
            for u in us
        ]
        Pen(page).draw(points)
        settle(page)

    def out_at_600(self, page):
        """Ready a file that takes the tablet seconds to write."""
        self.tray(page, "Out")
        page.get_by_label("Dots per inch of the file").fill("600")
        page.keyboard.press("Tab")

    def tray(self, page, name):
        """Open or shut a tray of the header."""
        page.locator("header").get_by_role("button", name=name, exact=True).click()
        settle(page)

    def shown(self, page):
        """The canvas as it shows, once it rests."""
        settle(page)
        return self.pixels(page)[..., :3].astype(int)

    def at(self, page, pixels, x, y):
        """The px of a canvas's picture about a place of the paper, as shares of its width and height."""
        box, _ = self.paper_box(page)
        canvas = page.locator("canvas.sheet").bounding_box()
        ratio = pixels.shape[1] / canvas["width"]
        left = round((box["x"] + box["width"] * x - canvas["x"]) * ratio)
        top = round((box["y"] + box["height"] * y - canvas["y"]) * ratio)
        return pixels[top - 6 : top + 7, left - 6 : left + 7, 0]

    def shows(self, page, wanted):
        """Wait until the canvas shows just what is `wanted()`, (height, width, 3); else tell where it does not."""
        try:
            self.wait_for(lambda: (self.shown(page) == wanted()).all())
        except AssertionError:
            shown, there = self.shown(page), wanted()
            off = np.argwhere((shown != there).any(-1))
            says = page.inner_text("body")[:600]
            where = f"{len(off)} px from {off.min(0)} to {off.max(0)}" if len(off) else "no px any more"
            self.fail(f"{where} are otherwise, by up to {np.abs(shown - there).max()}; the page says {says!r}")

    def download(self, page, click):
        """What comes as a file after a click, bytes."""
        with page.expect_download() as coming:
            click()
        with TemporaryDirectory() as folder:
            path = Path(folder) / "file"
            coming.value.save_as(path)
            return path.read_bytes()
