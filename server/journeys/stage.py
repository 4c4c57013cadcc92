"""What a view is: a page that is brought to it, and what is asked of it there."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import Any

from .browser import settle
from .languages import Said

NEUTRAL = ("/pen-fitting", ".fields")
"""A place that has little to show, and what is there once it shows."""

_FOLLOW = """(path) => {
  history.pushState(null, "", path)
  dispatchEvent(new PopStateEvent("popstate", { state: null }))
}"""


@dataclass
class Stage:
    """A page that is signed in to the demo account, and where the server is.

    Whatever it is told to find by its words is told in English, and found in the language that the page speaks.
    """

    page: Any
    url: str
    opened: bool = False
    """Whether the application is open on it: then one goes on from place to place, as people do."""
    said: Said = field(default_factory=Said)

    def go(self, path: str, ready: str) -> None:
        """Go to a place and wait for a part of it."""
        if not self.opened:
            self.page.goto(self.url + path)
            self.opened = True
        else:
            # By way of another, so that nothing of the view before is taken for a part of this one.
            for one, part in (NEUTRAL, (path, ready)):
                self.page.evaluate(_FOLLOW, one)
                self.page.wait_for_selector(part)
        self.page.wait_for_selector(ready)

    def tap(self, role: str, name: str, exact: bool = True, within: str = "body") -> None:
        """Tap a control by its role and name."""
        self.control(role, name, exact, within).click()

    def control(self, role: str, name: str, exact: bool = True, within: str = "body"):
        """A control, by its role and name."""
        return self.page.locator(within).get_by_role(role, name=self.said.pattern(name, exact)).first

    def part(self, selector: str, text: str):
        """The first of what a selector finds that has a text in it."""
        return self.page.locator(selector, has_text=self.said.pattern(text, exact=False)).first

    def see(self, selector: str, text: str) -> None:
        """Wait until a text shows in what a selector finds."""
        self.part(selector, text).wait_for()

    @contextmanager
    def letters(self, times: float) -> Iterator[None]:
        """Have letters so many times as large as they are, as one asks the browser for in its settings."""
        asked = self.page.context.new_cdp_session(self.page)
        try:
            asked.send("Page.setFontSizes", {"fontSizes": {"standard": round(16 * times), "fixed": round(13 * times)}})
            yield
        finally:
            asked.send("Page.setFontSizes", {"fontSizes": {"standard": 16, "fixed": 13}})
            asked.detach()

    def settle(self, *still: int) -> None:
        """Wait until all of the account is on the device, and nothing moves any more."""
        self.page.wait_for_function("!document.querySelector('[data-fetching]')")
        settle(self.page, *still)


@dataclass(frozen=True)
class View:
    """One view.

    Attributes
    ----------
    name : str
    show : callable
        Brings a stage to it.
    picture : str
        Name of its file in docs/screenshots, where one is kept.
    ink : tuple of str
        Selectors of what must show ink.
    size : tuple of int
        Window of its picture, px.
    signed_in, narrow, leaves : bool
        `narrow`: it is meant to hold at 640x900. `leaves`: coming to it leaves something behind on the device, which
        others would see.
    near : callable, optional
        Brings what it shows nearer, for its picture alone.
    """

    name: str
    show: Callable[[Stage], None]
    picture: str = ""
    ink: tuple[str, ...] = ()
    size: tuple[int, int] = (1280, 800)
    signed_in: bool = True
    narrow: bool = False
    leaves: bool = False
    near: Callable[[Stage], None] | None = None


def at(path: str, ready: str) -> Callable[[Stage], None]:
    """A place as it is when one comes to it."""
    return lambda stage: stage.go(path, ready)
