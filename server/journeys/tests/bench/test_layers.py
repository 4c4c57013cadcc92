"""Layers, modes, wet ink, erasing and ribbons in the real browser, counted from the pixels."""

import re

import numpy as np
from django.test import tag
from proofs.models import ProofStroke
from rolls.actions.add_brush import add_brush

from journeys.browser import JourneyCase, Pen, settle

FLAT = {"size": 40.0, "responses": {}, "ink": "#000000", "steadying": "none"}
HALF = {**FLAT, "opacity": 0.5}


@tag("browser")
class InkCase(JourneyCase):
    """Strokes on the free paper at the sheet's foot."""

    brushes = {"Rope Ribbon": FLAT}

    def bench_open(self):
        page = self.page
        page.goto(f"{self.live_server_url}/bench/{self.made['Rope Ribbon'].pk}")
        page.wait_for_selector(".status:has-text('kept')")
        page.wait_for_function("window.hollowmist.inked()")
        settle(page)
        return page

    def stroke(self, page, x0, y0, x1, y1):
        """Draw a straight stroke, px from the sheet's left and its foot."""
        box, pen = self.sheet_box(page), Pen(page)
        foot = box["y"] + box["height"]
        along = zip(np.linspace(x0, x1, 24), np.linspace(y0, y1, 24), strict=True)
        pen.draw([(box["x"] + x, foot - y, 0.8) for x, y in along])
        settle(page)

    def shade(self, page, x, y):
        """Mean colour about a place, px from the sheet's left and its foot."""
        pixels = self.pixels(page)
        row = pixels.shape[0] - y
        return pixels[row - 2 : row + 3, x - 2 : x + 3, :3].mean((0, 1))

    def tray(self, page, name):
        page.get_by_role("button", name=name, exact=True).click()
        settle(page)


class LayerTests(InkCase):
    brushes = {"Rope Ribbon": {**HALF, "ink": "#24506e"}}

    def test_a_layer_is_laid_drawn_on_mixed_hidden_and_taken_away_with_undo(self):
        page = self.bench_open()
        self.tray(page, "Layers")
        self.stroke(page, 300, 40, 700, 40)
        alone = self.shade(page, 400, 40)
        page.get_by_role("button", name="Lay another layer on top").click()
        settle(page)
        self.stroke(page, 500, 60, 500, 12)
        both = self.shade(page, 500, 40)
        self.assertEqual(sorted(ProofStroke.objects.values_list("layer", flat=True)), [0, 1])
        page.get_by_role("button", name="Hide Layer 2").click()
        settle(page)
        np.testing.assert_allclose(self.shade(page, 500, 40), alone, atol=1)
        page.get_by_role("button", name="Show Layer 2").click()
        settle(page)
        np.testing.assert_allclose(self.shade(page, 500, 40), both, atol=1)
        # Multiply darkens where both lie; half an ink on half an ink is known by formula.
        page.locator("li", has_text="Layer 2").locator(".mode").click()
        page.get_by_role("option", name="multiply").click()
        settle(page)
        ink = np.array([0x24, 0x50, 0x6E])
        want = alone * (0.5 + 0.5 * ink / 255)
        np.testing.assert_allclose(self.shade(page, 500, 40), want, atol=2)
        self.wait_for(lambda: self.kept().document["layers"][1]["mode"] == "multiply")
        page.get_by_role("button", name="Delete Layer 2 with its strokes").click()
        settle(page)
        np.testing.assert_allclose(self.shade(page, 500, 40), alone, atol=1)
        self.wait_for(lambda: ProofStroke.objects.filter(deleted_at=None).count() == 1)
        page.get_by_role("button", name="Undo").click()
        settle(page)
        np.testing.assert_allclose(self.shade(page, 500, 40), want, atol=2)

    def test_paper_and_ink_are_swapped_and_what_cannot_be_seen_is_said(self):
        page = self.bench_open()
        self.tray(page, "Layers")
        before = self.shade(page, 40, 20)
        page.get_by_role("button", name="Swap paper and ink").click()
        settle(page)
        np.testing.assert_allclose(self.shade(page, 40, 20), [0x24, 0x50, 0x6E], atol=1)
        page.get_by_role("button", name="Swap paper and ink").click()
        page.get_by_role("button", name="Paper: slate").click()
        settle(page)
        np.testing.assert_allclose(self.shade(page, 40, 20), [0x37, 0x46, 0x4C], atol=1)
        self.assertGreater(np.abs(before - self.shade(page, 40, 20)).max(), 100)
        contrast = page.get_by_role("status", name="Contrast of ink to paper")
        self.wait_for(lambda: "too faint" in contrast.inner_text() or "cannot be seen" in contrast.inner_text())

    def test_a_layer_is_inked_with_another_brush(self):
        add_brush(self.roll, "Rust Flat", {**self.kept().document, "ink": "#b4532a", "opacity": 1.0})
        page = self.bench_open()
        self.tray(page, "Layers")
        page.get_by_role("button", name="Lay another layer on top").click()
        settle(page)
        self.stroke(page, 300, 40, 700, 40)
        page.get_by_role("combobox", name="Brush of Layer 2").click()
        page.get_by_role("option", name="Rust Flat").click()
        self.wait_for(lambda: np.abs(self.shade(page, 400, 40) - [0xB4, 0x53, 0x2A]).max() <= 1)


class EraseTests(InkCase):
    def test_an_eraser_has_a_size_of_its_own(self):
        page = self.bench_open()
        self.stroke(page, 300, 60, 700, 60)
        page.get_by_role("button", name="Erase", exact=True).click()
        slider = page.get_by_role("slider", name="Size", exact=True).first
        slider.press("ArrowDown")
        self.wait_for(lambda: slider.get_attribute("aria-valuenow") == "39.5")
        self.stroke(page, 400, 100, 400, 20)
        bare = self.shade(page, 400, 60)
        self.assertGreater(bare.min(), 240)
        page.get_by_role("button", name="Erase", exact=True).click()
        self.assertEqual(slider.get_attribute("aria-valuenow"), "40")
        self.assertEqual(ProofStroke.objects.get(erase=True).size, 39.5)
        self.assertEqual(self.kept().document["size"], 40.0)

    def test_a_pens_other_end_and_its_barrel_button_erase(self):
        page = self.bench_open()
        self.stroke(page, 300, 60, 700, 60)
        for count, (bits, x) in enumerate(((32, 400), (2, 600)), 1):
            # DevTools knows no eraser end: the pen's own events say that it is down with it (W3C Pointer Events).
            page.evaluate(
                """(bits) => Object.defineProperty(PointerEvent.prototype, "buttons", {
                    configurable: true,
                    get: () => bits,
                })""",
                bits,
            )
            self.stroke(page, x, 100, x, 20)
            self.assertGreater(self.shade(page, x, 60).min(), 240)
            self.wait_for(lambda count=count: ProofStroke.objects.filter(erase=True).count() == count)
        self.assertLess(self.shade(page, 500, 60).max(), 16)

    def test_an_ink_is_kept_as_a_swatch_and_let_go(self):
        page = self.bench_open()
        page.locator(".card", has_text="Ink").click()
        page.get_by_role("radio", name="Colour", exact=True).click()
        tray = page.locator(".tray")
        tray.get_by_role("slider", name="Hue", exact=True).first.press("ArrowRight")
        tray.get_by_role("slider", name="Lightness", exact=True).first.press("PageUp")
        tray.get_by_role("button", name="Keep this ink as a swatch").first.click()
        kept = self.kept_ink(page)
        tray.get_by_role("button", name="Ink: rust").first.click()
        # Those that are always there, and after them one's own.
        inks = tray.get_by_role("group", name="Ink", exact=True).first.get_by_role("button", name="Ink: ")
        inks.nth(5).click()
        self.wait_for(lambda: self.kept().document["ink"] == kept)
        tray.get_by_role("button", name="Let this swatch go").first.click()
        self.assertEqual(inks.count(), 5)

    @staticmethod
    def kept_ink(page):
        """The one ink that is kept as a swatch on this device."""
        (ink,) = page.evaluate("JSON.parse(localStorage.getItem('own inks'))")
        return ink


class WetTests(InkCase):
    brushes = {"Rope Ribbon": {**FLAT, "ink": "#24506e", "wetness": 1.0, "run": 16.0, "opacity": 0.8}}

    def test_dry_now_stands_in_the_order_of_strokes_and_can_be_undone(self):
        page = self.bench_open()
        page.locator(".card", has_text="Ink").click()
        page.get_by_role("radio", name="Wet", exact=True).click()
        settle(page)
        self.stroke(page, 300, 40, 700, 40)
        page.get_by_role("button", name="Dry now").click()
        settle(page)
        self.stroke(page, 500, 75, 500, 8)
        dry = self.pixels(page)
        self.wait_for(lambda: ProofStroke.objects.filter(deleted_at=None).count() == 3)
        kept = list(ProofStroke.objects.order_by("drawn_at").values_list("dries", flat=True))
        self.assertEqual(kept, [False, True, False])
        page.reload()
        page.wait_for_selector(".status:has-text('kept')")
        settle(page)
        page.locator(".card", has_text="Ink").click()
        settle(page)
        np.testing.assert_array_equal(self.pixels(page), dry)


class OverlapTests(InkCase):
    brushes = {"Rope Ribbon": {**FLAT, "spacing": 1.0}}

    def test_four_crossings_tell_flow_from_opacity_by_figures_counted_from_pixels(self):
        page = self.bench_open()
        page.locator(".card", has_text="Ink").click()
        settle(page)
        said = {
            card.locator(".name").inner_text(): [int(one) for one in re.findall(r"(\d+) %", card.inner_text())]
            for card in page.locator(".crossings .choice-card").all()
        }
        self.assertEqual(said["level, half flow"], [50, 50])
        self.assertEqual(said["level, half opacity"], [50, 50])
        self.assertEqual(said["build, half opacity"], [50, 50])
        line, crossing = said["build, half flow"]
        self.assertGreater(crossing, line + 10)
        page.get_by_role("button", name="Make it so: build, half flow").click()
        self.wait_for(lambda: self.kept().document["overlap"] == "build")
        self.assertEqual((self.kept().document["flow"], self.kept().document["opacity"]), (0.5, 1.0))
