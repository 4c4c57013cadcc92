"""The application of rolls."""

from django.apps import AppConfig


class RollsConfig(AppConfig):
    """A new account begins with a roll."""

    name = "rolls"

    def ready(self):
        """Say so."""
        from accounts.doors import OPENED

        from .actions.start_rolls import start_rolls

        OPENED.append(start_rolls)
