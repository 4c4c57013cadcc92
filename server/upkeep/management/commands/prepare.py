"""`manage.py prepare`: bring the database to what this checkout serves."""

from django.core.management import call_command
from django.core.management.base import BaseCommand

STEPS: tuple[tuple[str, dict], ...] = (
    ("migrate", {"verbosity": 0}),
    ("createcachetable", {}),
    ("ship_sources", {}),
    ("seed_demo", {}),
    ("schedule", {}),
)
"""In this order: each needs those before it."""


class Command(BaseCommand):
    """Run by `script/server` after the code has changed, in one process: starting one takes seconds."""

    help = "Migrate, make the shipped sources, the demo and the daily work, each as far as it is not there."

    def add_arguments(self, parser):
        """Whether the engine is another one."""
        parser.add_argument("--repaint", action="store_true", help="the engine has changed: brushes are painted anew")

    def handle(self, *args, repaint, **options):
        """Do all of it; what people made stays."""
        for name, given in STEPS:
            call_command(name, stdout=self.stdout, **given)
            # Before the demo, whose pictures come with it.
            if name == "ship_sources" and repaint:
                call_command("forget_pictures", stdout=self.stdout)
