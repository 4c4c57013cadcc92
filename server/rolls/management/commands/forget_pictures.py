"""`manage.py forget_pictures`: pictures of an older engine are let go of."""

from django.core.management.base import BaseCommand

from rolls.actions.paint_brush import forget_pictures


class Command(BaseCommand):
    """Run by `script/server` when the core has changed."""

    help = "Let all brushes be painted anew when their pictures are next asked for."

    def handle(self, *args, **options):
        """Forget them, and say how many."""
        self.stdout.write(f"{forget_pictures()} brushes are painted anew when they are next asked for")
