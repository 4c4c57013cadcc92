"""Keep the steps of a recipe under a name, to be used on other pictures; and forget them."""

from accounts.numbers import count_on, put_back, take_away
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


def forget_recipe(account, recipe_id) -> None:
    """Forget kept steps. Sources made with them stay as they are."""
    take_away(account, account.recipes, recipe_id)


def put_recipe_back(account, recipe_id) -> None:
    """Put steps back that were forgotten."""
    put_back(account, account.recipes, recipe_id)
