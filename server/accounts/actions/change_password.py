"""Change an account's password; whoever was signed in elsewhere with the old one is signed out."""

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError

from ..models import Account


def change_password(account: Account, before: str, password: str) -> None:
    """Give an account another password.

    Raises
    ------
    ValidationError
        By field: `before` is not its password, or the new one is too weak or the same.
    """
    if not account.check_password(before):
        raise ValidationError({"before": ["That is not your password until now. Check it and try again."]})
    if before == password:
        raise ValidationError({"password": ["That is the password that you have. Choose another."]})
    try:
        validate_password(password, account)
    except ValidationError as error:
        raise ValidationError({"password": error.messages}) from None
    account.set_password(password)
    account.save(update_fields=["password"])
