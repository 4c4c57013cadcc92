"""The application that borrows and lends."""

from django.apps import AppConfig


class LendingConfig(AppConfig):
    """What is lent is taken back before its account is closed."""

    name = "lending"

    def ready(self):
        """Say so."""
        from accounts.doors import CLOSING

        from .actions.take_back import take_all_back

        CLOSING.append(take_all_back)
