"""Take every picture of docs/screenshots anew: `script/screenshots`. Twice on the same code gives the same pixels."""

from hollowmist.settings import ROOT

from .demo import DemoCase
from .views import VIEWS

FOLDER = ROOT / "docs" / "screenshots"

STILL = """
  *, *::before, *::after {
    animation: none !important; transition: none !important; caret-color: transparent !important;
  }
  /* What inking costs is timed, and never twice the same. */
  .reading:has(.label[data-key="cost"]) { visibility: hidden; }
"""


class Screenshots(DemoCase):
    """Not a test: the test runner lends it a database and a server."""

    with_shelf = True

    def test_take_them(self):
        """Take the pictures and remove those that no view has any more."""
        FOLDER.mkdir(parents=True, exist_ok=True)
        pictured = [view for view in VIEWS if view.picture]
        for view in pictured:
            stage = self.stage(view.size, view.signed_in)
            view.show(stage)
            if view.near:
                stage.settle()
                view.near(stage)
            stage.page.add_style_tag(content=STILL)
            stage.page.mouse.move(0, 0)
            stage.settle()
            stage.page.screenshot(path=FOLDER / f"{view.picture}.png", animations="disabled")
            stage.page.context.close()
        kept = {f"{view.picture}.png" for view in pictured}
        for file in FOLDER.glob("*.png"):
            if file.name not in kept:
                file.unlink()
