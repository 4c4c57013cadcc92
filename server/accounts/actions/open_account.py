"""Open an account."""

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction

from ..doors import OPENED
from ..models import Account


def open_account(username: str, password: str) -> Account:
    """Open an account, with what apps give it to begin with.

    Raises
    ------
    ValidationError
        By field, when the name is taken or the password too weak.
    """
    account = Account(username=username)
    try:
        account.clean_fields(exclude=["password"])
    except ValidationError as error:
        raise ValidationError({"username": error.message_dict.get("username", error.messages)}) from None
    try:
        validate_password(password, account)
    except ValidationError as error:
        raise ValidationError({"password": error.messages}) from None
    account.set_password(password)
    try:
        with transaction.atomic():
            account.save()
            for begin in OPENED:
                begin(account)
    except IntegrityError:
        raise ValidationError({"username": [f"The name {username} is taken; choose another."]}) from None
    return account
