"""The pictures that ship, against the engine."""

import io

import numpy as np
from django.test import TestCase
from PIL import Image

from sources.actions import ship_sources as shipping
from sources.models import Source


class ShippedTests(TestCase):
    """Where these fail, the engine or a recipe has changed: `manage.py write_demo` writes the pictures anew."""

    def test_the_engine_makes_the_pictures_that_ship(self):
        shipping.ship_sources(anew=True)
        made = {one.name: one for one in Source.objects.filter(account=None).select_related("picture")}
        self.assertGreater(len(made), 30)
        for name, one in made.items():
            came = shipping.shipped_pictures()[shipping.name_of(one.recipe)]
            a, b = (np.asarray(Image.open(io.BytesIO(data)), int) for data in (came, bytes(one.picture.data)))
            self.assertEqual(a.shape, b.shape, name)
            self.assertLessEqual(np.abs(a - b).max(), 1, name)

    def test_a_first_start_computes_none_of_them(self):
        def follow(*_):
            raise AssertionError("a picture was made")

        kept, shipping.follow = shipping.follow, follow
        self.addCleanup(setattr, shipping, "follow", kept)
        count = shipping.ship_sources()
        self.assertEqual(count, Source.objects.filter(account=None).count())
        self.assertEqual(shipping.ship_sources(), 0)
