"""`manage.py purge`: let go of what nobody can ask for any more."""

from datetime import timedelta

from accounts.models import Account
from acts.actions.forget import forget_old_acts
from acts.actions.purge import forget_purged, purge
from axes.models import AccessAttempt
from django.contrib.sessions.models import Session
from django.core.management.base import BaseCommand
from django.utils import timezone
from rolls.models import Brush
from sources.actions.pictures import drop_unused, touch
from tasks.actions.forget import forget_tasks

FORGOTTEN = timedelta(days=1)
"""Who tried to sign in in vain is known for so long: well after they may try again."""


class Command(BaseCommand):
    """Run once a day by the queue: see `manage.py schedule`."""

    help = "Remove what was deleted more than 30 days ago, what has ended, and what is long unused."

    def handle(self, *args, **options):
        """Purge and say how much went."""
        gone = purge()
        gone["Purged"] = forget_purged()
        gone["Session"] = Session.objects.filter(expire_date__lt=timezone.now()).delete()[0]
        gone["AccessAttempt"] = AccessAttempt.objects.filter(attempt_time__lt=timezone.now() - FORGOTTEN).delete()[0]
        # A maker's mark is in use as long as anybody has it.
        marks = {*Account.objects.values_list("maker__mark", flat=True)}
        marks |= {*Brush.objects.exclude(maker=None).values_list("maker__mark", flat=True)}
        touch(one for one in marks if one)
        gone["Picture"] = drop_unused()
        gone["DoneAct"] = forget_old_acts()
        gone["Task"] = forget_tasks()
        self.stdout.write(", ".join(f"{count} {name}" for name, count in gone.items() if count) or "nothing to purge")
