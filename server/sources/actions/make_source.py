"""Make a source here: of a file that only the server can open, or of a recipe that begins with no picture."""

import uuid
from pathlib import PurePath

from django.db import transaction
from hollowmist.naming import copy_name
from hollowmist.refusal import Refused
from hollowmist_core.formats.picture import read_picture
from hollowmist_core.native.recognise import begin

from ..models import Source
from .keep_source import keep_source
from .pictures import keep_pixels, own_pictures


def free_name(account, name: str) -> str:
    """A name that no other source of the account has."""
    name = name.strip()[:80] or "Source"
    taken = set(Source.objects.filter(account=account, deleted_at=None).values_list("name", flat=True))
    return name if name not in taken else copy_name(name, taken)


@transaction.atomic
def take_in(account, source_id, *, name: str, original: str, makes: str | None = None) -> Source:
    """Make a source of a picture file that was brought before, by its digest.

    Raises
    ------
    hollowmist_core.formats.PictureError
        The file cannot be taken; nothing was kept.
    Refused
        The file is not here.
    """
    file = own_pictures(account).filter(pk=original).first()
    if file is None:
        raise Refused("the file did not come with it; add the picture once more")
    pixels = read_picture(bytes(file.data)).pixels
    makes, recipe = begin(pixels, makes)
    called = free_name(account, PurePath(name).stem.replace("_", " "))
    working = keep_pixels(account, pixels).pk
    fields = {"name": called, "makes": makes, "recipe": recipe, "original": original, "working": working}
    return keep_source(account, source_id, 0, **fields)


def make_source(account, name: str, makes: str, recipe: dict, note: str = "") -> Source:
    """Make a source that begins with a generator or with bare paper; raises as `keep_source` does."""
    fields = {"name": free_name(account, name), "note": note, "makes": makes, "recipe": recipe}
    return keep_source(account, uuid.uuid4(), 0, **fields)
