"""How a person likes their room."""

from ..models import Account


def prefer(account, **wish) -> None:
    """Keep preferences, by the names of the account's fields; those that are not named stay."""
    Account.objects.filter(pk=account.pk).update(**wish)
