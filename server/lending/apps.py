"""The application that borrows and lends."""

from django.apps import AppConfig


class LendingConfig(AppConfig):
    """What is lent is taken back before its account is closed."""

    name = "lending"

    def ready(self):
        """Say so."""
        from accounts.closing import BEFORE

        from .actions.lend import take_all_back

        BEFORE.append(take_all_back)
