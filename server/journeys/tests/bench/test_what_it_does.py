"""What does this do? Told at a setting's name, in pictures of the stroke in hand, and shown on the paper."""

import io

import numpy as np
from django.test import tag
from PIL import Image

from journeys.browser import JourneyCase, Pen, settle


@tag("browser")
class WhatItDoesTests(JourneyCase):
    def setUp(self):
        super().setUp()
        self.open_bench()
        settle(self.page)

    def opened(self, station, section, label):
        self.page.locator(f'.path .card[aria-label^="{station}"]').tap()
        self.page.locator(".tray .sections").get_by_role("radio", name=section).tap()
        self.page.get_by_role("button", name=f"{label}: what does it do?").first.tap()
        card = self.page.get_by_role("dialog", name=f"What {label} does")
        card.wait_for()
        settle(self.page)
        return card

    def pictures(self, card):
        shots = [one.screenshot() for one in card.locator("canvas").all()]
        return [np.asarray(Image.open(io.BytesIO(shot)).convert("L")).astype(float) for shot in shots]

    def test_a_setting_is_seen_at_its_least_and_its_most(self):
        card = self.opened("Tip", "Form", "Softness")
        least, most = self.pictures(card)
        # A crisp edge has hardly any grey; a soft one much.
        grey = [np.mean((one > 80) & (one < 200)) for one in (least, most)]
        self.assertGreater(grey[1], 2 * grey[0])
        self.assertEqual(card.locator("li").all_inner_texts(), ["0 %", "100 %"])

    def test_it_is_shown_on_the_paper_and_nothing_of_that_is_kept(self):
        before = self.kept().document
        card = self.opened("Weight", "Size", "Size")
        slider = self.page.locator(".tray").get_by_role("slider", name="Size", exact=True)
        stood = slider.get_attribute("aria-valuenow")
        card.get_by_role("button", name="Show me on the paper").tap()
        self.page.wait_for_function(
            "stood => document.querySelector('.tray [role=slider][aria-label=Size]').ariaValueNow !== stood", arg=stood
        )
        card.get_by_role("button", name="Show me on the paper").wait_for()
        self.assertEqual(slider.get_attribute("aria-valuenow"), stood)
        settle(self.page)
        self.assertEqual(self.kept().document, before)
        self.assertTrue(self.page.get_by_role("button", name="Undo").is_disabled())

    def test_drawing_closes_it_and_loses_nothing_of_the_stroke(self):
        card = self.opened("Tip", "Spacing & turn", "Spacing")
        box = self.sheet_box()
        y = box["y"] + box["height"] - 30
        Pen(self.page).draw([(box["x"] + 200 + 6 * i, y, 0.6) for i in range(30)])
        card.wait_for(state="detached")
        self.wait_for(lambda: self.account.proof_strokes.count() == 1)
