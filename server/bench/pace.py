"""A pen that draws as quickly as a tablet reports, since how soon its ink follows is what is measured."""

import time

REPORTS = 240
"""How often a pen tells where it is, per s."""


def draw_live(pen, points) -> None:
    """Draw through (x, y, force) points with a `journeys.browser.Pen`, as quickly as it reports them at most."""
    pen.event("mousePressed", *points[0])
    due = time.perf_counter()
    for point in points[1:]:
        due += 1 / REPORTS
        time.sleep(max(0.0, due - time.perf_counter()))
        pen.event("mouseMoved", *point)
    pen.event("mouseReleased", *points[-1])
