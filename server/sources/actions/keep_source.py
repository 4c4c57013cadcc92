"""Keep a source's present state. Brushes keep the copy that they have."""

from accounts.numbers import count_on
from django.db import transaction
from django.utils import timezone
from hollowmist.refusal import Gone, Refused, Stale
from hollowmist_core.prepare import recipe as recipes
from hollowmist_core.prepare.run import follow

from ..models import Source
from .pictures import ink_for, keep_ink, pixels_of, touch


def told_row(source: Source) -> dict:
    """A source as devices are told of it."""
    return {
        "name": source.name,
        "note": source.note,
        "makes": source.makes,
        "recipe": source.recipe,
        "picture": source.picture_id,
        "original": source.working_id is not None,
        "revision": source.revision,
        "kept_at": int(source.kept_at.timestamp() * 1000),
    }


@transaction.atomic
def keep_source(account, source_id, base: int, *, name: str, note: str = "", makes: str, recipe: dict) -> Source:
    """Keep a new state of a source, made from the state whose revision is `base`.

    Sending the state that already stands once more changes nothing. Brushes keep the copy they have.

    Raises
    ------
    Stale
        Another state was kept in the meantime.
    Gone
        The source was deleted in the meantime.
    Refused
        The source is not the account's, or its recipe needs a picture that is not there.
    hollowmist_core.prepare.recipe.RecipeError
        The recipe is not sound; nothing was kept.
    """
    recipe = recipes.read(recipe)
    source = Source.objects.of(account).select_for_update().filter(pk=source_id).first()
    if source is None:
        raise Refused("this source is not among yours; take a copy of it to change")
    told = {"name": name, "note": note, "makes": makes, "recipe": recipe}
    if source.deleted_at is not None:
        raise Gone
    if all(getattr(source, field) == value for field, value in told.items()):
        return source
    if source.revision != base:
        raise Stale(told_row(source))
    if (source.makes, source.recipe) != (makes, recipe):
        original = pixels_of(source.working) if source.working_id else None
        try:
            ink = follow(recipe, makes, original, ink_for(account)).bytes
        except LookupError as error:
            raise Refused(f"The source was not kept. {error}") from None
        touch([source.picture_id])
        source.picture = keep_ink(account, ink)
    for field, value in told.items():
        setattr(source, field, value)
    source.revision += 1
    source.kept_at = timezone.now()
    count_on(account, [source])
    source.save()
    return source
