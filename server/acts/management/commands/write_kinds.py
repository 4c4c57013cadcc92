"""`manage.py write_kinds`: write the page about kinds anew."""

from django.conf import settings
from django.core.management.base import BaseCommand

from acts.described import described

PAGE = settings.ROOT / "docs" / "kinds.md"


class Command(BaseCommand):
    """Run after a kind, its limits or its acts have changed."""

    help = "Write docs/kinds.md from what the apps register."

    def handle(self, *args, **options):
        """Write it."""
        PAGE.write_text(described())
