"""Two fingers that tap the paper take a step back, three do it again; a pinch does not, nor a tap once it is off."""

import time

from django.test import tag

from journeys.browser import JourneyCase, Pen, settle


@tag("browser")
class FingerTapsTests(JourneyCase):
    def setUp(self):
        super().setUp()
        self.open_bench()
        self.hand = Pen(self.page)
        box = self.sheet_box()
        self.x, self.y = box["x"] + 240, box["y"] + box["height"] - 50
        self.drawn()

    def drawn(self):
        """A stroke by a finger: no pen was here yet."""
        self.hand.touch("touchStart", (self.x, self.y))
        for i in range(12):
            self.hand.touch("touchMove", (self.x + 12 * i, self.y + 3 * (i % 4)))
        self.hand.touch("touchEnd")
        self.strokes(1)

    def strokes(self, count):
        self.wait_for(lambda: self.account.proof_strokes.filter(deleted_at=None).count() == count)
        settle(self.page)

    def tap(self, count, apart=0):
        """So many fingers touch together and leave; `apart` is how far the last goes meanwhile, CSS px."""
        fingers = [(self.x + 70 * i, self.y - 120) for i in range(count)]
        began = time.time()
        for i in range(count):
            self.hand.touch("touchStart", *fingers[: i + 1], timestamp=began + 0.02 * i)
        if apart:
            spread = (*fingers[:-1], (fingers[-1][0] + apart, fingers[-1][1]))
            self.hand.touch("touchMove", *spread, timestamp=began + 0.1)
        self.hand.touch("touchEnd", timestamp=began + 0.15)
        settle(self.page)

    def test_two_take_back_and_three_do_again(self):
        self.tap(2)
        self.strokes(0)
        self.tap(3)
        self.strokes(1)

    def test_a_pinch_takes_nothing_back(self):
        self.tap(2, apart=60)
        self.tap(1)
        self.strokes(2)

    def test_it_is_a_choice(self):
        self.page.get_by_role("button", name="Settings").tap()
        self.page.locator(".taps").tap()
        self.page.keyboard.press("Escape")
        self.page.reload()
        self.page.wait_for_selector(".status:has-text('kept')")
        settle(self.page)
        self.tap(2)
        self.strokes(1)
