"""The guide as it is read, and as it is done: what stands in bold is what the hand does."""

import json
import re
from pathlib import Path

from playwright.sync_api import Error as PlaywrightError

from .browser import Pen, frames, settle

FOLDER = Path(__file__).parents[2] / "docs" / "guide"
_BLOCK = re.compile(r"^```brush\n(.*?)^```$", re.M | re.S)
_ACT = re.compile(r"\*\*([^*]+)\*\*(?:\s+to\s+\*\*([^*]+)\*\*)?")
_PARTS = (".el-dialog", ".el-popper", ".tray", "main", "body")
"""Where a name is looked for first: what lies on top stands nearest to the hand."""
TRIES = 400
"""So often what is touched is looked for, two frames apart."""
_ROLES = ("button", "radio", "switch", "link", "menuitem", "tab", "option", "checkbox")


def pages() -> list[str]:
    """The names of the guide's pages, in their order."""
    return sorted(path.stem for path in FOLDER.glob("[0-9]*.md"))


def text_of(page: str) -> str:
    """A page as it lies in the repository."""
    return (FOLDER / f"{page}.md").read_text()


def blocks_of(text: str) -> list[dict]:
    """What each of a page's blocks says of its brush, by name."""

    def value(written):
        try:
            return json.loads(written)
        except ValueError:
            return written

    lines = lambda block: (line.split(": ", 1) for line in block.splitlines() if line.strip())  # noqa: E731
    return [{name.strip(): value(written.strip()) for name, written in lines(block)} for block in _BLOCK.findall(text)]


def acts_of(text: str) -> list[tuple[str, str | None]]:
    """What is touched, or set to something, in its order."""
    plain = " ".join(_BLOCK.sub("", text).split())
    return [(name, value or None) for name, value in _ACT.findall(plain)]


class Hand:
    """Does on a page of the browser what the guide says; `acts` are what has no name on the screen."""

    def __init__(self, page, acts=None):
        self.page = page
        self.acts = {"Draw": lambda: stroke_on(self.page), **(acts or {})}

    def visible(self, find, what: str):
        """The first visible one of what `find` gives for a part of the page, the topmost part first."""
        for _ in range(TRIES):
            for part in _PARTS:
                for scope in reversed(self.page.locator(part).all()):
                    if part != "body" and not scope.is_visible():
                        continue
                    for found in find(scope):
                        shown = [one for one in found.all() if one.is_visible()]
                        if shown:
                            return shown[0]
            frames(self.page, 2)
        raise AssertionError(f"the guide says {what}, and it is not there")

    def follow(self, text: str) -> None:
        """Do all that stands in bold."""
        for name, value in acts_of(text):
            if value:
                self.set(name, value)
            elif name in self.acts:
                self.acts[name]()
            else:
                self.touch(name)

    def touch(self, name: str) -> None:
        """Touch what is called so, whole or at the beginning of its name."""
        # A station says after a colon what it does just now.
        names = [name, *(re.compile(rf"^{re.escape(name)}{end}", re.I) for end in ("$", ":", r"(?!\w)"))]

        def find(scope):
            for called in names:
                for role in _ROLES:
                    yield scope.get_by_role(role, name=called, exact=True)
            yield scope.get_by_text(name, exact=True)

        self.act(find, name, lambda found: found.click())

    def act(self, find, what, do) -> None:
        """Do it to what is found; what is redrawn meanwhile is looked for again."""
        settle(self.page)
        for _ in range(3):
            try:
                return do(self.visible(find, what))
            except PlaywrightError as error:
                last = error
        raise last

    def set(self, name: str, value: str) -> None:
        """Give a slider, a choice, a switch, a list or a field a value."""

        def find(scope):
            group = scope.get_by_role("radiogroup", name=name, exact=True)
            yield group.get_by_role("radio", name=value, exact=True)
            yield scope.get_by_role("button", name=re.compile(rf"^{re.escape(name)}: .*, type it$"))
            yield scope.locator(".el-switch", has=self.page.get_by_role("switch", name=name, exact=True))
            yield scope.get_by_role("combobox", name=name)
            yield scope.get_by_label(name, exact=True)

        def do(found):
            role = found.get_attribute("role") or found.evaluate("(one) => one.tagName.toLowerCase()")
            if role == "input":
                return found.fill(value)
            if role == "div" and found.get_by_role("switch").is_checked() == (value == "on"):
                return None
            found.click()
            if role == "button":
                self.page.keyboard.type(value.split()[0])
                self.page.keyboard.press("Enter")
            elif role == "combobox":
                self.page.get_by_role("option", name=value, exact=True).click()
            return None

        self.act(find, f"{name} to {value}", do)


def stroke_on(page) -> None:
    """Draw a stroke across the paper that is there, with the pen."""
    settle(page)
    box = page.locator("canvas.sheet, [data-sheet] .over").first.bounding_box()
    x, y = box["x"] + 0.2 * box["width"], box["y"] + 0.72 * box["height"]
    Pen(page).draw([(x + 0.5 * box["width"] * i / 30, y + 6 * (i % 5), 0.2 + 0.6 * i / 30) for i in range(31)])
