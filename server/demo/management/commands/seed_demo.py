"""`manage.py seed_demo`: the demo account with its rolls."""

from accounts.models import Account
from django.core.management.base import BaseCommand
from django.db import transaction
from hollowmist_core.formats.pack import Packs
from packs.actions.read_pack import read_pack
from sources.actions.ship_sources import ship_sources
from sources.models import Source

from demo import PACK

NAME, PASSWORD = "skerrow", "lantern-and-fog"


class Command(BaseCommand):
    """Make the demo account once; what people did with it since stays."""

    help = "Make the demo account with its rolls, unless it is there."

    def handle(self, *args, **options):
        """Make the account, and read its pack, in one transaction."""
        if Account.objects.filter(username=NAME).exists():
            return
        if not Source.objects.filter(account=None).exists():
            ship_sources()
        with transaction.atomic(), PACK.open("rb") as file:
            account = Account.objects.create_user(NAME, password=PASSWORD)
            read_pack(account, Packs(file))
