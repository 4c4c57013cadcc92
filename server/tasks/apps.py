"""The application that carries out long work."""

from django.apps import AppConfig
from django.utils.module_loading import autodiscover_modules


class TasksConfig(AppConfig):
    """Knows all kinds of work once all apps are there."""

    name = "tasks"

    def ready(self):
        """Have each app make its work known."""
        autodiscover_modules("work")
