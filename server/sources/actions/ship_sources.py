"""Make the sources that ship, or make them anew where their recipe or the engine has changed."""

from django.db import transaction
from hollowmist_core.documents.recipe import read
from hollowmist_core.documents.shipped import all_shipped
from hollowmist_core.native.recipes import follow

from ..models import Source
from .pictures import ink_for, keep_ink


def ship_sources() -> int:
    """Bring the shipped sources up to date; returns how many changed."""

    def picture_of(name: str) -> str:
        return Source.objects.get(account=None, name=name).picture_id

    changed = 0
    for position, one in enumerate(all_shipped(picture_of)):
        recipe = read(one.recipe)
        ink = follow(recipe, one.makes, None, ink_for(None)).bytes
        with transaction.atomic():
            source = Source.objects.select_for_update().filter(account=None, name=one.name).first()
            source = source or Source(account=None, name=one.name, revision=0)
            picture = keep_ink(None, ink)
            before = (source.makes, source.note, source.recipe, source.picture_id, source.position)
            if before == (one.makes, one.note, recipe, picture.pk, position):
                continue
            source.makes, source.note, source.recipe = one.makes, one.note, recipe
            source.picture, source.position = picture, position
            source.revision += 1
            source.save()
            changed += 1
    return changed
