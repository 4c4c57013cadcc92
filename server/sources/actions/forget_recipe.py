"""Forget kept steps, and put them back."""

from accounts.numbers import put_back, take_away


def forget_recipe(account, recipe_id) -> None:
    """Forget kept steps. Sources made with them stay as they are."""
    take_away(account, account.recipes, recipe_id)


def put_recipe_back(account, recipe_id) -> None:
    """Put steps back that were forgotten."""
    put_back(account, account.recipes, recipe_id)
