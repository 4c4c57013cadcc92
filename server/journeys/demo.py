"""The demo account on a database of a test's own, for what walks through all views."""

import json
from datetime import UTC, datetime

from accounts.models import Account
from django.core.management import call_command
from django.test import Client, override_settings
from rolls.models import Brush
from tasks.tests import workers_here

from .browser import PATIENCE, JourneyCase, note_problems
from .languages import PSEUDO, Said, rooms_of
from .shelf import ShelfProcess
from .stage import Stage

MOMENT = datetime(2026, 11, 26, 10, 42, tzinfo=UTC)
"""When everything was kept, as far as pictures tell."""

LOCALES = {"en": "en-GB", "de": "de-AT", PSEUDO: "de-AT"}
PSEUDO_CHUNK = f"export default {json.dumps({f'./de/{room}.json': words for room, words in rooms_of(PSEUDO).items()})}"
"""The pseudo-language comes in German's place: the application itself knows of none such."""


class DemoCase(JourneyCase):
    """A browser on the demo data, and a lending shelf where it is asked for."""

    with_shelf = False

    @classmethod
    def setUpClass(cls):
        """Start the shelf, if need be."""
        super().setUpClass()
        if not cls.with_shelf:
            return
        shelf = cls.enterClassContext(ShelfProcess())
        cls.enterClassContext(override_settings(SHELF=shelf.address))

    def setUp(self):
        """Make the demo account; there is no page yet."""
        self.enterContext(workers_here())
        call_command("seed_demo")
        self.account = Account.objects.get(username="skerrow")
        Brush.objects.update(kept_at=MOMENT)
        self.problems = []

    def device(self, size, signed_in=True, scale=1, language="en"):
        """A device that has nothing yet, whose windows have a size and whose person reads a language."""
        context = self.browser.new_context(
            viewport={"width": size[0], "height": size[1]},
            has_touch=True,
            device_scale_factor=scale,
            timezone_id="UTC",
            locale=LOCALES[language],
            reduced_motion="reduce",
            bypass_csp=True,
            service_workers="block",
        )
        if language == PSEUDO:
            context.route(
                "**/assets/de-*.js", lambda route: route.fulfill(body=PSEUDO_CHUNK, content_type="text/javascript")
            )
        if signed_in:
            client = Client()
            client.force_login(self.account)
            name = next(iter(client.cookies))
            context.add_cookies([{"name": name, "value": client.cookies[name].value, "url": self.live_server_url}])
        return context

    def stage(self, size, signed_in=True, scale=1, device=None, language="en") -> Stage:
        """A fresh page in a window, of a device that has nothing yet where none is given."""
        page = (device or self.device(size, signed_in, scale, language)).new_page()
        page.set_default_timeout(PATIENCE * 1000)
        note_problems(page, self.problems)
        return Stage(page, self.live_server_url, said=Said(language))
