"""The application that carries acts."""

from django.apps import AppConfig
from django.utils.module_loading import autodiscover_modules


class ActsConfig(AppConfig):
    """Knows all kinds once all apps are there."""

    name = "acts"

    def ready(self):
        """Have each app make its kinds known, in the order of the apps."""
        autodiscover_modules("kinds")
