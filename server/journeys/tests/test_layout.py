"""The layout audit: every view, in every window it is made for, can be hit, read and reached."""

import io
import os
from pathlib import Path

import numpy as np
from axe_playwright_python.sync_playwright import Axe
from django.test import tag
from PIL import Image
from playwright.sync_api import Error as PlaywrightError

from journeys.browser import frames
from journeys.demo import DemoCase
from journeys.languages import PSEUDO
from journeys.views import VIEWS

AUDIT = (Path(__file__).parents[1] / "audit.js").read_text()
WINDOWS = ((1280, 800), (1024, 768), (800, 1280))
NARROW = (640, 900)
THEMES = ("fog", "daylight", "lamp")
HANDS = ("right", "left")
WHOLE = bool(os.environ.get("HOLLOWMIST_AUDIT"))
"""Whether every view is read aloud in every light and for both hands, and not in turn: HOLLOWMIST_AUDIT=whole."""
FEW = 5
"""Frames for which a view is to rest that only changes its window or its light."""


def darkest(shot: bytes) -> float:
    """How far the darkest hundredth of a picture is from its lightest, 0..255."""
    grey = np.asarray(Image.open(io.BytesIO(shot)).convert("L"), float)
    return float(np.quantile(grey, 0.99) - np.quantile(grey, 0.002))


@tag("browser")
class LayoutTests(DemoCase):
    with_shelf = True

    def audited(self, stage, view, window):
        """What is wrong with a view in a window."""
        stage.page.set_viewport_size({"width": window[0], "height": window[1]})
        stage.settle(FEW)
        found = stage.page.evaluate(AUDIT)
        if found:
            # On a busy machine what flows anew may rest for a few frames before it has flowed.
            stage.settle()
            found = stage.page.evaluate(AUDIT)
        found += [f"no ink on {selector}" for selector in view.ink if not self.comes_to_ink(stage, selector)]
        return [f"{view.name} at {window[0]}x{window[1]}: {one}" for one in found]

    def comes_to_ink(self, stage, selector):
        """Whether ink shows on an element, sooner or later: a picture may be decoded late on a busy machine."""
        element = stage.page.locator(selector).first
        for _ in range(40):
            if darkest(element.screenshot()) >= 60:
                return True
            frames(stage.page, 15)
        return False

    def light(self, stage, theme):
        """Show a page in a light."""
        stage.page.evaluate("(theme) => (document.documentElement.dataset.theme = theme)", theme)

    def serious(self, stage, view, theme):
        """Faults that axe-core finds, all but minor ones, in a view."""
        self.light(stage, theme)
        # Colours move to a theme's over a moment.
        stage.settle(FEW)
        found = Axe().run(stage.page).response["violations"]
        return [
            f"{view.name} in {theme}: {one['id']} ({one['help']}): {node['html'][:120]}"
            for one in found
            if one["impact"] in ("moderate", "serious", "critical")
            for node in one["nodes"][:4]
        ]

    def walked(self, look, language="en", views=VIEWS):
        """What `look(stage, view, number)` finds in all views, in a language.

        Hands take turns, so that each is seen in every kind of view. Each has a device that knows all there is: what
        comes to a new one is what journeys are for.
        """
        wrong = []
        for number, hand in enumerate(HANDS):
            self.account.hand = hand
            self.account.save(update_fields=["hand"])
            device = self.device(WINDOWS[0], language=language)
            stage = None
            for at in range(len(views)) if WHOLE else range(number, len(views), len(HANDS)):
                view = views[at]
                alone = view.leaves or not view.signed_in
                if alone:
                    one = self.stage(WINDOWS[0], view.signed_in, language=language)
                else:
                    one = stage = stage or self.stage(WINDOWS[0], device=device, language=language)
                try:
                    view.show(one)
                    found = look(one, view, at)
                except PlaywrightError as error:
                    found = [f"{view.name} cannot be come to: {str(error)[:300]}"]
                wrong += found
                if alone:
                    one.page.context.close()
                elif found:
                    # What it left behind is no fault of those after it.
                    stage.page.close()
                    stage = None
            device.close()
        return [f"{language}: {one}" for one in wrong]

    def told(self, wrong):
        """Fail with all that is wrong, a line each."""
        if wrong:
            self.fail("\n".join(wrong))

    def test_every_view_can_be_hit_read_and_reached(self):
        self.told(self.walked(self.looked_at))

    def test_every_view_is_read_aloud_in_german_too(self):
        self.told(self.walked(self.read_aloud, "de"))

    def test_words_a_third_longer_and_letters_twice_as_large_have_room(self):
        self.told(self.walked(self.looked_at_large, PSEUDO))

    def looked_at(self, stage, view, number):
        """What is wrong with a view in all windows and lights that it is looked at in."""
        before = stage.page.evaluate("document.documentElement.dataset.theme")
        wrong = []
        for window in (*WINDOWS, *([NARROW] if view.narrow else [])):
            wrong += self.audited(stage, view, window)
        stage.page.set_viewport_size({"width": WINDOWS[0][0], "height": WINDOWS[0][1]})
        wrong += self.read_aloud(stage, view, number)
        self.light(stage, before)
        return wrong

    def read_aloud(self, stage, view, number):
        """What is wrong with a view for whoever hears it, or sees little."""
        # A place's first view is seen in every light, its other views in one each.
        lights = THEMES if WHOLE or view.picture else (THEMES[number // len(HANDS) % len(THEMES)],)
        return [one for theme in lights for one in self.serious(stage, view, theme)]

    def looked_at_large(self, stage, view, _number):
        """What is wrong with a view with longer words, and then with larger letters as well."""
        wrong = self.audited(stage, view, WINDOWS[0])
        with stage.letters(2.0):
            wrong += [f"200 %: {one}" for one in self.audited(stage, view, WINDOWS[0])]
        return wrong

    def faults(self, name, style, window=(1280, 800)):
        """What the audit says of a view in which a fault was planted as a style."""
        view = next(view for view in VIEWS if view.name == name)
        stage = self.stage(window, view.signed_in)
        view.show(stage)
        stage.page.add_style_tag(content=style)
        stage.settle()
        found = "\n".join(stage.page.evaluate(AUDIT))
        stage.page.context.close()
        return found

    def test_faults_that_were_there_once_are_told(self):
        # The sign-in page: a global class gave its form the height of a line to write on.
        door = self.faults(
            "sign-in", "form { height: 44px !important; flex: 1; justify-content: flex-end !important; }"
        )
        self.assertRegex(door, "outside the window|covered by|texts overlap")
        # The upright bench: the menu at the end of its header was cut off.
        header = self.faults(
            "bench",
            ".bar { width: 980px !important; overflow: hidden; } .bar { flex-wrap: nowrap !important; } "
            ".doors { flex-wrap: nowrap !important; margin-left: 500px !important; }",
            (800, 1280),
        )
        self.assertIn("Settings", header)
        # The readings' strip: figures past its right edge.
        strip = self.faults("bench", ".strip { flex-wrap: nowrap !important; overflow: hidden; }", (800, 1280))
        self.assertRegex(strip, 'cut off: "|outside the window: <button reading')
        # The response grid: lanes that lie above the sheet's edge.
        lanes = self.faults("responses", ".lane { margin-top: -40px; }")
        self.assertRegex(lanes, "(covered by|outside the window).*lane")
        # And what is too small for a thumb, or written over something else.
        small = self.faults(
            "rolls",
            ".pocket .more { width: 20px; height: 20px; min-width: 0 !important; min-height: 0 !important; }",
        )
        self.assertIn("20 x 20 px to hit", small)
        over = self.faults("bench", ".status { margin-left: -90px !important; }")
        self.assertRegex(over, "texts overlap|covered by <span status")
