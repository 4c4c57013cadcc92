"""Dragging pockets, for journeys on the rolls."""

from .browser import Pen, frames

_MOVES = "() => document.getAnimations().some((one) => one.playState === 'running')"


def drag(page, name: str, onto: str, share: float = 0.5, copy: bool = False) -> None:
    """Drag the pocket of one brush onto another's, with a mouse.

    Parameters
    ----------
    share : float
        Where on the other pocket it is let go, of its width.
    copy : bool
        Whether it is held until its copy comes off.
    """
    start, end = (
        page.locator(".pocket").filter(has=page.get_by_text(one, exact=True)).first.bounding_box()
        for one in (name, onto)
    )
    pen, x, y = Pen(page), start["x"] + start["width"] / 2, start["y"] + 90
    at_x, at_y = end["x"] + end["width"] * share, end["y"] + 90
    pen.event("mousePressed", x, y, pointer="mouse")
    if copy:
        page.wait_for_selector(".pocket.copied")
    for i in range(1, 13):
        pen.event("mouseMoved", x + (at_x - x) * i / 12, y + (at_y - y) * i / 12, pointer="mouse")
        frames(page)
    # Pockets that make room are not asked again until they stand.
    page.wait_for_function(f"!({_MOVES})()")
    pen.event("mouseMoved", at_x + 1, at_y, pointer="mouse")
    frames(page, 2)
    page.wait_for_function(f"!({_MOVES})()")
    pen.event("mouseReleased", at_x + 1, at_y, pointer="mouse")
