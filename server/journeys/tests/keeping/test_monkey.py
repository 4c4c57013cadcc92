"""Somebody who taps everything in the first minutes: no error, nothing lost, and a way back.

HOLLOWMIST_MONKEYS says how many of them come, each with a chance of its own (10 for a whole look).
"""

import os
import random

from django.test import tag
from playwright.sync_api import Error as PlaywrightError
from proofs.models import ProofStroke
from rolls.models import Brush, Roll
from sheets.models import Sheet
from sources.actions.ship_sources import ship_sources
from sources.models import Source

from journeys.browser import JourneyCase, settle

MONKEYS = int(os.environ.get("HOLLOWMIST_MONKEYS", "1"))
TAPS = int(os.environ.get("HOLLOWMIST_TAPS", "250"))
LEAVES = ("Sign out", "Licences", "Full screen")
"""What ends the visit on purpose; everything else is tapped."""

_TAPPED = """(leaves) => {
  const all = [...document.querySelectorAll("button, a[href], [role=slider], [role=radio], [role=switch], label, li")]
  const spots = []
  for (const one of all) {
    const box = one.getBoundingClientRect()
    const [x, y] = [box.left + box.width / 2, box.top + box.height / 2]
    const said = one.getAttribute("aria-label") || one.textContent
    if (x < 1 || y < 1 || x > innerWidth - 1 || y > innerHeight - 1) continue
    if (leaves.some((word) => said.includes(word))) continue
    const hit = document.elementFromPoint(x, y)
    if (hit && (one.contains(hit) || hit.contains(one))) spots.push([x, y, said.trim().slice(0, 40)])
  }
  return spots
}"""
KEPT = (Brush, Roll, Source, Sheet, ProofStroke)


@tag("browser")
class MonkeyTests(JourneyCase):
    brushes = {"Rope Ribbon": {}, "Rust Liner": {}}

    def ids(self):
        """All rows that were made, those that were deleted too: they can be had again."""
        return {kind.__name__: set(kind.objects.values_list("pk", flat=True)) for kind in KEPT}

    def tap(self, chance):
        """Tap something that can be tapped, or anywhere."""
        page = self.page
        spots = page.evaluate(_TAPPED, LEAVES)
        if spots and chance.random() < 0.8:
            x, y, said = chance.choice(spots)
        else:
            x, y, said = chance.uniform(2, 1190), chance.uniform(2, 830), "somewhere"
        self.way.append(said)
        page.touchscreen.tap(x, y)

    def go(self, place):
        """Go to a place, where the last tap does not lead elsewhere first."""
        while True:
            try:
                return self.page.goto(f"{self.live_server_url}/{place}")
            except PlaywrightError as error:
                if "interrupted by another navigation" not in str(error):
                    raise

    def test_who_taps_everything_meets_no_error_and_loses_nothing(self):
        ship_sources()
        for seed in range(MONKEYS):
            with self.subTest(seed=seed):
                self.visit(random.Random(seed))

    def visit(self, chance):
        self.page.context.close()
        page = self.page = self.open_page(1194, 834)
        page.on("filechooser", lambda chooser: None)
        page.on("dialog", lambda dialog: dialog.accept())
        page.context.on("page", lambda other: other is not page and other.close())
        page.goto(f"{self.live_server_url}/bench/{self.made['Rope Ribbon'].pk}")
        page.wait_for_selector(".status:has-text('kept')")
        self.way, before = [], self.ids()
        for number in range(TAPS):
            try:
                self.tap(chance)
            except PlaywrightError as error:
                # It went elsewhere under the finger.
                if "context was destroyed" not in str(error) and "navigation" not in str(error):
                    raise
            # Whoever is lost begins anew, as people do; and sooner or later everybody looks elsewhere.
            if number % 100 == 99:
                self.go(chance.choice(("rolls", "sources", "sheets", "first")))
                page.wait_for_selector("main")
        self.assertEqual(self.problems, [], self.way[-12:])
        # The way back: the rolls, from wherever it ended, with all that was there.
        self.go("rolls")
        page.wait_for_selector("main.rolls")
        page.wait_for_function("!document.querySelector('[data-fetching]')")
        settle(page)
        after = self.ids()
        for kind, rows in before.items():
            self.assertLessEqual(rows, after[kind], f"{kind} of {self.way}")
