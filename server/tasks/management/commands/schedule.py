"""`manage.py schedule`: have the queue do every day what must be done every day."""

from django.core.management.base import BaseCommand
from django.utils import timezone
from django_q.models import Schedule

DAILY = ("purge", "clearsessions")
"""Commands that are run once a day, by whichever worker is free."""


class Command(BaseCommand):
    """Run by `script/server` before the workers start."""

    help = "Note the daily work; what is noted already stays as it is."

    def handle(self, *args, **options):
        """Note each command under its name."""
        for name in DAILY:
            defaults = {
                "func": "django.core.management.call_command",
                "args": repr((name,)),
                "schedule_type": Schedule.DAILY,
            }
            Schedule.objects.get_or_create(name=name, defaults=defaults | {"next_run": timezone.now()})
