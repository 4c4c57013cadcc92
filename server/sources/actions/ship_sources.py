"""Make the sources that ship, or make them anew where their recipe has changed.

Their pictures ship too, as the engine made them, so that a first start computes nothing.
"""

import hashlib
import json
import zipfile
from functools import cache, partial
from pathlib import Path

from django.db import transaction
from hollowmist_core.documents.recipe import read
from hollowmist_core.documents.shipped import all_shipped
from hollowmist_core.native.recipes import follow

from ..models import Source
from .pictures import ink_for, keep_ink, keep_picture

PICTURES = Path(__file__).parents[1] / "shipped.zip"
"""PNG files, each named by the recipe that it was made by."""


def name_of(recipe: dict) -> str:
    """Name of the picture that a recipe makes, among those that ship."""
    return hashlib.sha256(json.dumps(recipe, sort_keys=True).encode()).hexdigest() + ".png"


@cache
def shipped_pictures() -> dict[str, bytes]:
    """The pictures that ship, by their names."""
    if not PICTURES.is_file():
        return {}
    with zipfile.ZipFile(PICTURES) as file:
        return {name: file.read(name) for name in file.namelist()}


def ship_sources(anew: bool = False) -> int:
    """Bring the shipped sources up to date; returns how many changed. `anew`: by the engine as it is now, whatever
    ships."""

    def picture_of(name: str) -> str:
        return Source.objects.get(account=None, name=name).picture_id

    changed = 0
    for position, one in enumerate(all_shipped(picture_of)):
        recipe = read(one.recipe)
        made = None if anew else shipped_pictures().get(name_of(recipe))
        if made:
            keep = partial(keep_picture, None, made, "image/png")
        else:
            keep = partial(keep_ink, None, follow(recipe, one.makes, None, ink_for(None)).bytes)
        with transaction.atomic():
            source = Source.objects.select_for_update().filter(account=None, name=one.name).first()
            source = source or Source(account=None, name=one.name, revision=0)
            picture = keep()
            before = (source.makes, source.note, source.recipe, source.picture_id, source.position)
            if before == (one.makes, one.note, recipe, picture.pk, position):
                continue
            source.makes, source.note, source.recipe = one.makes, one.note, recipe
            source.picture, source.position = picture, position
            source.revision += 1
            source.save()
            changed += 1
    return changed


def write_shipped() -> None:
    """Write the pictures of the shipped sources, as they are made now, to the file that ships."""
    ship_sources(anew=True)
    with zipfile.ZipFile(PICTURES, "w") as file:
        for source in Source.objects.filter(account=None).order_by("position").select_related("picture"):
            # PNG is compressed already, and the same pictures are the same file.
            file.writestr(zipfile.ZipInfo(name_of(source.recipe)), bytes(source.picture.data))
    shipped_pictures.cache_clear()
