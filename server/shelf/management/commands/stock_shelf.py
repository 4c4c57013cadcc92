"""`manage.py stock_shelf --settings shelf.settings`: lay the stock out."""

from django.core.management.base import BaseCommand

from shelf.actions.put_up import put_up
from shelf.makers import STOCK
from shelf.stock import key_of, pack_of


class Command(BaseCommand):
    """Lay out the rolls of the makers of Skerrow."""

    help = "Lay out the rolls of the makers of Skerrow; those that lie there are brought up to date."

    def handle(self, **options):
        """The same stock twice changes nothing."""
        for one in STOCK:
            pk, data = pack_of(one)
            put_up(pk, key_of(pk), data)
