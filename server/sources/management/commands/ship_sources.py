"""`manage.py ship_sources`: the sources that ship, as the engine makes them now."""

from django.core.management.base import BaseCommand

from sources.actions.ship_sources import ship_sources


class Command(BaseCommand):
    """Run by `script/server` when the core has changed."""

    help = "Make the shipped sources, and let go of pictures that nothing has used for long."

    def handle(self, *args, **options):
        """Say how many changed."""
        self.stdout.write(f"{ship_sources()} shipped sources made")
