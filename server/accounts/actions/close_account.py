"""Close an account: all that is its own goes, at once and for good."""

from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.db import transaction

from ..doors import CLOSING
from ..models import Account


def close_account(account: Account, password: str) -> None:
    """Let go of an account with all its work, in one transaction; nobody is signed in to it any more.

    Pictures that others use too are theirs still; those that nobody holds go with the next purge.

    Raises
    ------
    ValidationError
        By field: it is not its password.
    """
    if not account.check_password(password):
        raise ValidationError({"password": ["That is not your password. Nothing was deleted."]})
    # What lies elsewhere is taken back first: where that cannot be done, nothing is deleted.
    for take_back in CLOSING:
        take_back(account)
    with transaction.atomic():
        # What keeps it from being deleted is its own.
        account.delete()
    for session in Session.objects.all():
        if session.get_decoded().get("_auth_user_id") == str(account.pk):
            session.delete()
