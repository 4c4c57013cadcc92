"""`manage.py repaint_brushes`: pictures made anew by the engine as it is now."""

from django.core.management.base import BaseCommand

from rolls.actions.repaint_brushes import repaint_brushes


class Command(BaseCommand):
    """Run by `script/server` when the core has changed."""

    help = "Make the stored pictures of all brushes anew."

    def handle(self, *args, **options):
        """Repaint and say how many."""
        self.stdout.write(f"{repaint_brushes()} brushes repainted")
