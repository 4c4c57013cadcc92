"""Keep a source: a new one, or another state of one that is there. Brushes keep the copy that they have."""

from contextlib import suppress

from accounts.numbers import count_on, stands
from django.db import transaction
from django.utils import timezone
from hollowmist.moments import in_ms
from hollowmist.refusal import Refused
from hollowmist_core.documents import recipe as recipes
from hollowmist_core.formats import PictureError

from ..models import Picture, Source
from .check_picture import check_later, ink_made
from .pictures import ink_of, keep_ink, own_pictures, pixels_of, touch


def source_row(source: Source) -> dict:
    """A source as devices are told of it."""
    return {
        "name": source.name,
        "note": source.note,
        "makes": source.makes,
        "recipe": source.recipe,
        "picture": source.picture_id,
        "original": source.original_id,
        "working": source.working_id,
        "revision": source.revision,
        "kept_at": in_ms(source.kept_at),
    }


def _brought(account, digest: str | None) -> Picture | None:
    """A picture that the account may use, by its digest; none where none is asked for."""
    if digest is None:
        return None
    found = own_pictures(account).filter(pk=digest).first()
    if found is None:
        raise Refused(f"The source was not kept: its picture {digest[:8]} is not here. Take the picture once more.")
    return found


def _made(account, source: Source, picture: str | None) -> Picture:
    """The picture of a state: what the device made of it; ours where none came, or what came is none."""
    theirs = own_pictures(account).filter(pk=picture).first() if picture else None
    if theirs:
        with suppress(PictureError):
            ink_of(theirs)
            return theirs
    try:
        return keep_ink(account, ink_made(account, source))
    except LookupError as error:
        raise Refused(f"The source was not kept. {error}") from None


def _take_over(account, source: Source, picture: str | None) -> None:
    """Take what a device made of the state that stands: a recipe is kept at once, its picture once it has rested."""
    if picture in (None, source.picture_id):
        return
    theirs = _made(account, source, picture)
    if theirs.pk != picture:
        return
    touch([source.picture_id, picture])
    source.picture = theirs
    account.pictures.add(theirs)
    count_on(account, [source])
    source.save(update_fields=["picture", "number"])
    check_later(source)


@transaction.atomic
def keep_source(
    account,
    source_id,
    base: int,
    *,
    name: str,
    note: str = "",
    makes: str,
    recipe: dict,
    picture: str | None = None,
    **new: str | None,
) -> Source:
    """Keep a state of a source, made from the state whose revision is `base`; 0 where it is new.

    Sending the state that already stands once more changes nothing but its picture. `picture` is the digest of what
    the device made of it: it stands at once, and is held against ours later (`check_picture`). Of a new source
    `original` and `working` are those of the file that it began with, and of its pixels as they are worked on.

    Raises
    ------
    Stale
        Another state was kept in the meantime.
    Refused
        It needs a picture that is not there.
    hollowmist_core.documents.recipe.RecipeError
        The recipe is not sound; nothing was kept.
    hollowmist_core.formats.PictureError
        The picture that it begins with is none.
    """
    recipe = recipes.read(recipe)
    source = Source.objects.select_for_update().filter(pk=source_id).first()
    fields = {"name": name, "note": note, "makes": makes, "recipe": recipe}
    if source is None:
        source = Source(pk=source_id, account=account, revision=0)
        source.original, source.working = (_brought(account, new.get(role)) for role in ("original", "working"))
        account.pictures.add(*filter(None, (source.original, source.working)))
        if source.working:
            pixels_of(source.working)
    elif stands(source, base, fields, source_row):
        _take_over(account, source, picture)
        return source
    made_anew = (source.makes, source.recipe) != (makes, recipe)
    for field, value in fields.items():
        setattr(source, field, value)
    if made_anew:
        before = source.picture_id
        source.picture = _made(account, source, picture)
        account.pictures.add(source.picture)
        touch(filter(None, (before, source.picture_id)))
    source.revision += 1
    source.kept_at = timezone.now()
    count_on(account, [source])
    source.save()
    if made_anew:
        check_later(source)
    return source
