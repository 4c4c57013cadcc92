"""The guide, done as it is written: its brushes come out as it shows them."""

from django.test import tag
from hollowmist_core.documents import brush as brushes
from rolls.models import Brush
from sources.models import Source

from journeys.browser import JourneyCase, settle
from journeys.guide import Hand, blocks_of, stroke_on, text_of


@tag("browser")
class GuideTests(JourneyCase):
    def follow(self, name: str, made: str):
        """Do what a page says; the brush that it made."""
        page, text = self.page, text_of(name)
        page.goto(f"{self.live_server_url}/rolls")
        page.wait_for_selector(".pocket")
        Hand(page, {"Draw": lambda: (settle(page), stroke_on(page, "canvas.sheet"))}).follow(text)
        told = {name: value for block in blocks_of(text) for name, value in block.items()}
        brush = self.wait_for(lambda: Brush.objects.filter(name=made).first())
        self.wait_for(lambda: not self.apart(brush, told), "the brush to be as the guide shows it")
        return brush

    def apart(self, brush: Brush, told: dict) -> dict:
        """What of a brush is not as it is told."""
        brush.refresh_from_db()
        named = lambda use: use and Source.objects.get(pk=use["source"]).name  # noqa: E731
        document = brush.document
        is_now = dict(document) | {
            "grain": named(document["grain"]),
            "shapes": ", ".join(named(use) for use in document["shapes"]),
            "lane": told.get("lane"),
        }
        for output, row in document["responses"].items():
            for source, link in row.items():
                key = f"{source} to {output}"
                wanted = told.get(key, "off")
                is_now[key] = {name: link[name] for name in wanted} if wanted != "off" else "off" if not link["on"] else "on"
        return {name: (value, is_now[name]) for name, value in told.items() if is_now[name] != value}

    def test_an_even_line(self):
        self.follow("01-even-line", "Label liner")
