"""Keep the steps of a recipe under a name, to be used on other pictures; and forget them."""

from accounts.numbers import count_on, take_away
from django.db import transaction
from hollowmist.refusal import Refused
from hollowmist_core.prepare.recipe import read_steps

from ..models import KeptRecipe


@transaction.atomic
def keep_recipe(account, recipe_id, *, name: str, steps: list) -> KeptRecipe:
    """Keep steps; those kept under the same id before give way.

    Raises
    ------
    hollowmist_core.prepare.recipe.RecipeError
        The steps are not sound; nothing was kept.
    Refused
        They are another account's.
    """
    kept = KeptRecipe.objects.filter(pk=recipe_id).first() or KeptRecipe(pk=recipe_id, account=account)
    if kept.account_id != account.pk:
        raise Refused("this recipe is not yours; keep the steps under a name of your own")
    kept.name, kept.steps, kept.deleted_at = name, read_steps(steps), None
    count_on(account, [kept])
    kept.save()
    return kept


def forget_recipe(account, recipe_id) -> None:
    """Forget kept steps. Sources made with them stay as they are."""
    take_away(account, account.recipes, recipe_id)
