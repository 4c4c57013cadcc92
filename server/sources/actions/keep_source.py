"""Keep a source's present state. Brushes keep the copy that they have."""

from django.db import transaction
from django.utils import timezone
from hollowmist_core.prepare import recipe as recipes
from hollowmist_core.prepare.run import follow

from ..models import Source
from .pictures import ink_for, keep_ink, pixels_of, touch


class StaleSourceError(Exception):
    """The source was kept elsewhere since; `theirs` is the state that stands."""

    def __init__(self, theirs: Source):
        self.theirs = theirs
        super().__init__(f"revision {theirs.revision} stands")


def keep_source(source: Source, revision: int, name: str, note: str, makes: str, recipe: dict) -> Source:
    """Keep a new state of a source, if it was made from the state that stands.

    Sending the state that already stands once more changes nothing. Brushes keep the copy they have.

    Raises
    ------
    StaleSourceError
        Another state was kept in the meantime.
    hollowmist_core.prepare.recipe.RecipeError
        The recipe is not sound; nothing was kept.
    LookupError
        The recipe needs a picture that is not there.
    """
    recipe = recipes.read(recipe)
    wanted = (name, note, makes, recipe)
    redo = (source.makes, source.recipe) != (makes, recipe)
    ink = None
    if redo:
        original = pixels_of(source.working) if source.working_id else None
        ink = follow(recipe, makes, original, ink_for(source.account)).bytes
    with transaction.atomic():
        standing = Source.objects.select_for_update().get(pk=source.pk)
        if (standing.name, standing.note, standing.makes, standing.recipe) == wanted:
            return standing
        if standing.revision != revision:
            raise StaleSourceError(standing)
        standing.name, standing.note, standing.makes, standing.recipe = wanted
        if ink is not None:
            touch([standing.picture_id])
            standing.picture = keep_ink(standing.account, ink)
        standing.revision += 1
        standing.kept_at = timezone.now()
        standing.save()
    return standing
