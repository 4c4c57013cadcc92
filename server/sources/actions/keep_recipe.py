"""Keep the steps of a recipe under a name, to be used on other pictures."""

from accounts.numbers import count_on
from django.db import transaction
from hollowmist_core.documents.recipe import read_steps

from ..models import KeptRecipe


@transaction.atomic
def keep_recipe(account, recipe_id, *, name: str, steps: list) -> KeptRecipe:
    """Keep steps; those kept under the same id before give way.

    Raises
    ------
    hollowmist_core.documents.recipe.RecipeError
        The steps are not sound; nothing was kept.
    """
    kept = KeptRecipe.objects.filter(pk=recipe_id).first() or KeptRecipe(pk=recipe_id, account=account)
    kept.name, kept.steps = name, read_steps(steps)
    count_on(account, [kept])
    kept.save()
    return kept
