"""The demo account as code: what `write_demo` writes as a pack, and `seed_demo` reads."""

import uuid

from hollowmist_core.documents.brush import read
from rolls.actions.keep_brush import keep_brush
from rolls.actions.keep_roll import keep_roll
from rolls.actions.places import last_place
from rolls.shipped.rolls import ROLLS, with_sources
from sources.actions.bring_picture import media_type_of
from sources.actions.keep_source import keep_source
from sources.actions.make_source import take_in
from sources.actions.pictures import keep_picture
from sources.models import Source

from demo.photos import PHOTOS, recipe_for
from demo.sheets.making import make_sheets

NAMESPACE = uuid.UUID("b7a1c0de-4f52-4d0b-9a53-5ce2d1f0e861")


def _id(*names: str) -> uuid.UUID:
    """The same thing has the same id whenever it is written."""
    return uuid.uuid5(NAMESPACE, " / ".join(names))


def make_demo(account) -> None:
    """Make sources of the photos, the rolls, their brushes, and the sheets drawn with them. Inside a transaction."""
    shipped = {source.name: (source.pk, source.picture_id) for source in Source.objects.filter(account=None)}
    for file_name, (photo, kinds, levels) in PHOTOS.items():
        data = photo()
        file = keep_picture(account, data, media_type_of(data))
        source = take_in(account, _id("source", file_name), name=file_name, original=file.pk)
        recipe = recipe_for(source.recipe, kinds, levels)
        about = {"name": source.name, "note": "Taken on the beach.", "makes": source.makes, "recipe": recipe}
        keep_source(account, source.pk, 1, **about)
    made = {}
    for name, brushes in ROLLS.items():
        roll = keep_roll(account, _id("roll", name), name=name)
        for brush, note, document in brushes:
            about = {"roll": roll.pk, "name": brush, "note": note, "place": last_place(roll.brushes)}
            whole = with_sources(document, shipped.__getitem__)
            made[brush] = keep_brush(account, _id("brush", name, brush), 0, document=whole, **about)
    for brush, _, document in (one for brushes in ROLLS.values() for one in brushes):
        if "layers" in document:
            # Layers that are inked with another brush can say so once all are there.
            whole = with_sources(document, shipped.__getitem__, lambda name: name and str(made[name].pk))
            made[brush].document = read(whole)
            made[brush].save(update_fields=["document"])
    make_sheets(account, _id)
