"""`manage.py purge`: let go of what nobody can ask for any more."""

from datetime import timedelta

from acts.actions.forget import forget_old_acts
from django.contrib.sessions.models import Session
from django.core.management.base import BaseCommand
from django.utils import timezone
from proofs.models import Lane, ProofStroke
from rolls.models import Brush, Checkpoint, Roll
from sheets.models import Sheet, SheetStroke
from sources.actions.pictures import drop_unused, touch
from sources.models import Source

from accounts.models import Account

UNDO_REACHES = timedelta(days=30)


class Command(BaseCommand):
    """Run by `script/server` at every start."""

    help = "Remove what was deleted more than 30 days ago, sessions that have ended, and pictures long unused."

    def handle(self, *args, **options):
        """Purge and say how much went."""
        before = timezone.now() - UNDO_REACHES
        kinds = (Checkpoint, Brush, Roll, Source, ProofStroke, Lane, SheetStroke, Sheet)
        deleted = {kind.__name__: kind.objects.filter(deleted_at__lt=before) for kind in kinds}
        # One that is lent still has the key by which it is taken back.
        deleted["Roll"] = deleted["Roll"].filter(loan=None)
        gone = {name: rows.delete()[0] for name, rows in deleted.items()}
        gone["Session"] = Session.objects.filter(expire_date__lt=timezone.now()).delete()[0]
        # A maker's mark is in use as long as anybody has it.
        marks = {*Account.objects.values_list("maker__mark", flat=True)}
        marks |= {*Brush.objects.exclude(maker=None).values_list("maker__mark", flat=True)}
        touch(one for one in marks if one)
        gone["Picture"] = drop_unused()
        gone["DoneAct"] = forget_old_acts()
        self.stdout.write(", ".join(f"{count} {name}" for name, count in gone.items() if count) or "nothing to purge")
