"""The demo's pack against the code that tells it."""

import io

import numpy as np
from accounts.models import Account
from django.core.management import call_command
from django.db import transaction
from django.test import TestCase
from hollowmist_core.formats.pack import Pack
from PIL import Image
from rolls.actions.paint_brush import PAINTERS
from rolls.models import Brush
from sources.actions.pictures import ink_for
from sources.actions.ship_sources import ship_sources
from sources.models import Source

from demo import PACK
from demo.pack import make_demo


def contents(account) -> dict:
    """Rolls with their brushes in order, and sources, without what hangs on where they were made."""
    shipped = {str(one.pk): one.name for one in Source.objects.all()}

    named = {str(one.pk): one.name for one in Brush.objects.of(account)}

    def without_ids(document: dict) -> dict:
        uses = [use for use in [*document["shapes"], document["grain"]] if use]
        for use in uses:
            use["source"], use["picture"] = shipped[use["source"]], ""
        for layer in document["layers"]:
            layer["brush"] = named.get(layer["brush"])
        return document

    brushes = Brush.objects.of(account).order_by("roll__place", "place")
    return {
        "brushes": [(one.roll.name, one.name, one.note, without_ids(one.document)) for one in brushes],
        "sources": list(Source.objects.filter(account=account).order_by("name").values_list("name", "makes", "recipe")),
    }


class DemoTests(TestCase):
    """Where these fail, the demo or the engine has changed: `manage.py write_demo` writes the pack anew."""

    @classmethod
    def setUpTestData(cls):
        ship_sources()

    def test_it_is_what_the_code_tells(self):
        call_command("seed_demo")
        read = contents(Account.objects.get(username="skerrow"))
        self.assertGreater(len(read["brushes"]), 30)
        with transaction.atomic():
            Account.objects.all().delete()
            made = Account.objects.create_user("made")
            make_demo(made)
            self.assertEqual(read, contents(made))

    def test_nothing_is_inked_at_a_first_start_and_the_previews_are_the_engines(self):
        call_command("seed_demo")
        account = Account.objects.get(username="skerrow")
        for brush in Brush.objects.of(account).select_related("roll__account"):
            came = np.asarray(Image.open(io.BytesIO(bytes(brush.picture))), float)
            inked = np.asarray(Image.open(io.BytesIO(PAINTERS["picture"](brush.document, ink_for(account)))), float)
            self.assertLess(np.abs(came - inked).mean(), 1.0, brush.name)

    def test_sources_that_ship_are_not_doubled_even_where_they_are_inked_a_level_apart(self):
        other = Source.objects.filter(account=None, makes="grain").exclude(picture=None)
        first, second = other[0], other[1]
        first.picture_id, kept = second.picture_id, first.picture_id
        first.save(update_fields=["picture"])
        call_command("seed_demo")
        names = set(Source.objects.filter(account__username="skerrow").values_list("name", flat=True))
        self.assertEqual(names, {"Gravel below the landing", "Limpet"})
        used = [use for one in Brush.objects.all() for use in [*one.document["shapes"], one.document["grain"]] if use]
        self.assertNotIn(kept, {use["picture"] for use in used if use["source"] == str(first.pk)})

    def test_it_is_sound_and_has_a_preview_of_each_brush(self):
        with PACK.open("rb") as file:
            pack = Pack(file)
            self.assertEqual(pack.spare, [])
            for one in pack.manifest.brushes:
                self.assertTrue(pack.read(one.preview).startswith(b"\x89PNG"))
