"""`manage.py certify NAME...`: the server's certificate for names and addresses, from the checkout's own authority."""

from pathlib import Path

from django.core.management.base import BaseCommand

from lan.authority import certify


class Command(BaseCommand):
    """Run by `script/server --lan`."""

    help = "Make the certificate with which the server is reached in the local network."

    def add_arguments(self, parser):
        """Where it is kept, and for whom it is."""
        parser.add_argument("folder", type=Path)
        parser.add_argument("names", nargs="+")

    def handle(self, *args, folder, names, **options):
        """Make it, unless the one that is there will do."""
        certify(folder, names)
