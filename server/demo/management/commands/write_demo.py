"""`manage.py write_demo`: the demo account as a pack, after its brushes or the engine have changed."""

from accounts.models import Account
from django.core.management.base import BaseCommand
from django.db import transaction
from packs.actions.write_pack import write_pack
from sources.actions.ship_sources import write_shipped

from demo import PACK
from demo.pack import make_demo


class Command(BaseCommand):
    """Run by whoever changes the demo; the pack is kept with the code."""

    help = "Write the demo account's pack anew from the code that tells it."

    def handle(self, *args, **options):
        """Make the account, write it, and let go of it."""
        write_shipped()
        with transaction.atomic():
            account = Account.objects.create_user("written-demo")
            make_demo(account)
            with PACK.open("wb") as out:
                write_pack(account, out, everything=True)
            transaction.set_rollback(True)
        self.stdout.write(f"{PACK}: {PACK.stat().st_size >> 10} KB")
