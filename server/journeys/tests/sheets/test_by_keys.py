"""Everything but the drawing itself by keyboard alone: from a brush and its curve to a word on a sheet and a file."""

from django.test import tag
from sheets.models import SheetStroke

from journeys.browser import JourneyCase, settle
from journeys.sheet_hands import BRUSHES

_FOCUSED = """() => {
  const el = document.activeElement
  if (el === document.body) return ["page", ""]
  return [el.getAttribute("role") || el.tagName.toLowerCase(), el.getAttribute("aria-label") || el.textContent.trim()]
}"""
MOST = 160
"""So many presses of Tab reach whatever a view has."""


@tag("browser")
class ByKeysTests(JourneyCase):
    brushes = {name: BRUSHES[name] for name in ("Rope Ribbon", "Rust Liner")}

    def to(self, name, key="Enter"):
        """Tab on to what is called so, and press a key there."""
        seen = []
        for _ in range(MOST):
            self.page.keyboard.press("Tab")
            role, label = self.page.evaluate(_FOCUSED)
            if label.startswith(name):
                if key:
                    self.page.keyboard.press(key)
                return
            seen.append(f"{role} {label[:30]}")
        self.fail(f"Tab does not come to {name}; it came to {seen}")

    def document(self):
        return self.kept("Rope Ribbon").document

    def test_from_a_brush_to_a_file(self):
        page = self.page
        page.goto(f"{self.live_server_url}/rolls")
        page.wait_for_selector(".pocket .more")
        # Pockets are put in another order.
        self.to("Choose several brushes")
        self.to("Choose Rope Ribbon")
        self.to("One pocket later")
        self.wait_for(lambda: self.kept("Rope Ribbon").place > self.kept("Rust Liner").place)
        self.to("Done")
        self.to("Open Rope Ribbon")
        page.wait_for_url("**/bench/**")
        settle(page)
        size = self.document()["size"]
        self.to("Weight")
        self.to("Size", "ArrowRight")
        self.wait_for(lambda: self.document()["size"] > size)
        # A curve is bent, a node put in, and the response switched off.
        self.to("Pressure → size: on", "Space")
        self.to("Pressure → size: point 1", "ArrowUp")
        self.wait_for(lambda: self.link().get("nodes", [[0, 0]])[0][1] > 0)
        page.keyboard.press("+")
        self.wait_for(lambda: len(self.link()["nodes"]) == 3)
        page.keyboard.press("Delete")
        self.wait_for(lambda: len(self.link()["nodes"]) == 2)
        self.assertTrue(self.link()["on"])
        self.to("Pressure → size: on", "Space")
        self.wait_for(lambda: not self.link()["on"])
        self.to("Rolls")
        page.wait_for_selector(".pocket .more")
        self.write_a_word()

    def link(self):
        return self.document()["responses"].get("size", {}).get("pressure", {})

    def write_a_word(self):
        page = self.page
        self.to("Sheets")
        page.wait_for_url("**/sheets")
        self.to("New sheet")
        page.locator("input[name=sheet-name]").wait_for()
        self.to("A5")
        self.to("Take it")
        page.wait_for_selector(".strip .pocket")
        settle(page)
        self.to("Take Rust Liner in hand")
        self.to("Words")
        self.to("Word", None)
        page.keyboard.type("Skerrow")
        settle(page)
        self.to("Leave it on the sheet")
        self.wait_for(lambda: SheetStroke.objects.count() >= 2)
        self.to("Out")
        with page.expect_download() as download:
            self.to("SVG strokes")
        self.assertIn("<svg", download.value.path().read_text()[:400])
