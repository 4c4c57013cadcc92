"""`manage.py seed_demo`: the demo account with its rolls."""

import uuid

from accounts.models import Account
from django.core.management.base import BaseCommand
from django.db import transaction
from hollowmist_core.document import read
from sources.actions.bring_picture import media_type_of
from sources.actions.keep_source import keep_source
from sources.actions.make_source import take_in
from sources.actions.pictures import keep_picture
from sources.actions.ship_sources import ship_sources
from sources.demo import PHOTOS, recipe_for
from sources.models import Source

from rolls.actions.add_brush import add_brush
from rolls.actions.keep_roll import keep_roll
from rolls.demo import ROLLS, with_sources

NAME, PASSWORD = "skerrow", "lantern-and-fog"


class Command(BaseCommand):
    """Make the demo account once; what people did with it since stays."""

    help = "Make the demo account with its rolls, unless it is there."

    def handle(self, *args, **options):
        """Make the account, its rolls and their brushes in one transaction."""
        if Account.objects.filter(username=NAME).exists():
            return
        if not Source.objects.filter(account=None).exists():
            ship_sources()
        shipped = {source.name: (source.pk, source.picture_id) for source in Source.objects.filter(account=None)}
        find = shipped.__getitem__
        with transaction.atomic():
            account = Account.objects.create_user(NAME, password=PASSWORD)
            for file_name, (photo, kinds, levels) in PHOTOS.items():
                data = photo()
                file = keep_picture(account, data, media_type_of(data))
                source = take_in(account, uuid.uuid4(), name=file_name, original=file.pk)
                recipe = recipe_for(source.recipe, kinds, levels)
                told = {"name": source.name, "note": "Taken on the beach.", "makes": source.makes, "recipe": recipe}
                keep_source(account, source.pk, 1, **told)
            made = {}
            for name, brushes in ROLLS.items():
                roll = keep_roll(account, name=name)
                for brush_name, note, document in brushes:
                    made[brush_name] = add_brush(roll, brush_name, with_sources(document, find), note)
            for brush_name, _, document in (one for brushes in ROLLS.values() for one in brushes):
                if "layers" in document:
                    # Layers that are inked with another brush can say so once all are there.
                    brush = made[brush_name]
                    brush.document = read(with_sources(document, find, lambda name: name and str(made[name].pk)))
                    brush.save(update_fields=["document"])
