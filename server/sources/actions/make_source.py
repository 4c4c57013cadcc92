"""Make a source: from a file, from a generator or bare paper, or as a copy."""

from pathlib import PurePath

from accounts.numbers import count_on
from django.db import transaction
from hollowmist.naming import copy_name
from hollowmist_core.formats.picture import read_picture
from hollowmist_core.prepare import recipe as recipes
from hollowmist_core.prepare.recognise import begin
from hollowmist_core.prepare.run import follow

from ..models import Source
from .pictures import ink_for, keep_ink, keep_picture, keep_pixels

MEDIA_TYPES = {
    b"\x89PNG": "image/png",
    b"\xff\xd8\xff": "image/jpeg",
    b"RIFF": "image/webp",
    b"II*\0": "image/tiff",
    b"MM\0*": "image/tiff",
}


def media_type_of(data: bytes) -> str:
    """Media type of a picture file that was decoded, by its first bytes."""
    return next((kind for mark, kind in MEDIA_TYPES.items() if data.startswith(mark)), "image/svg+xml")


def free_name(account, name: str) -> str:
    """A name that no other source of the account has."""
    name = name.strip()[:80] or "Source"
    taken = set(Source.objects.filter(account=account, deleted_at=None).values_list("name", flat=True))
    return name if name not in taken else copy_name(name, taken)


def _created(account, **told) -> Source:
    """A new source of an account, kept; inside a transaction."""
    source = Source(account=account, **told)
    count_on(account, [source])
    source.save(force_insert=True)
    return source


def take_in(account, data: bytes, file_name: str, makes: str | None = None) -> tuple[Source, list[str]]:
    """Make a source of a picture file. Returns it, and what was assumed.

    Raises
    ------
    hollowmist_core.formats.picture.PictureError
        The file cannot be taken; nothing was kept.
    """
    opened = read_picture(data)
    makes, recipe = begin(opened.pixels, makes)
    result = follow(recipe, makes, opened.pixels)
    notes = list(opened.notes)
    if any(step["kind"] == "invert" for step in recipe["steps"]):
        notes.append("It was light on dark, and was inverted.")
    with transaction.atomic():
        source = _created(
            account=account,
            name=free_name(account, PurePath(file_name).stem.replace("_", " ")),
            makes=makes,
            original=keep_picture(account, data, media_type_of(data), opened.width, opened.height),
            working=keep_pixels(account, opened.pixels),
            recipe=recipe,
            picture=keep_ink(account, result.bytes),
        )
    return source, notes


def make_source(account, name: str, makes: str, recipe: dict, note: str = "") -> Source:
    """Make a source that begins with a generator or with bare paper.

    Raises
    ------
    hollowmist_core.prepare.recipe.RecipeError
        The recipe is not sound.
    LookupError
        It begins with a picture, or needs one that is not there.
    """
    recipe = recipes.read(recipe)
    result = follow(recipe, makes, None, ink_for(account))
    with transaction.atomic():
        return _created(
            account=account,
            name=free_name(account, name),
            note=note,
            makes=makes,
            recipe=recipe,
            picture=keep_ink(account, result.bytes),
        )


@transaction.atomic
def duplicate_source(source: Source, account) -> Source:
    """Copy a source, its own or one that ships; the original stays as it is."""
    for picture in {source.picture, source.original, source.working} - {None}:
        picture.holders.add(account)
    return _created(
        account=account,
        name=free_name(account, source.name),
        note=source.note,
        makes=source.makes,
        original=source.original,
        working=source.working,
        recipe=source.recipe,
        picture=source.picture,
    )
