"""Dragging pockets, for journeys on the rolls."""

from .browser import Pen


def drag(page, name: str, onto: str, share: float = 0.5, hold: int = 0) -> None:
    """Drag the pocket of one brush onto another's, with a mouse.

    Parameters
    ----------
    share : float
        Where on the other pocket it is let go, of its width.
    hold : int
        How long it is held before it is moved, ms.
    """
    start, end = (
        page.locator(".pocket").filter(has=page.get_by_text(one, exact=True)).first.bounding_box()
        for one in (name, onto)
    )
    pen, x, y = Pen(page), start["x"] + start["width"] / 2, start["y"] + 90
    at_x, at_y = end["x"] + end["width"] * share, end["y"] + 90
    pen.event("mousePressed", x, y, pointer="mouse")
    page.wait_for_timeout(hold)
    for i in range(1, 13):
        pen.event("mouseMoved", x + (at_x - x) * i / 12, y + (at_y - y) * i / 12, pointer="mouse")
        page.wait_for_timeout(20)
    page.wait_for_timeout(250)
    pen.event("mouseMoved", at_x + 1, at_y, pointer="mouse")
    page.wait_for_timeout(250)
    pen.event("mouseReleased", at_x + 1, at_y, pointer="mouse")
