"""`manage.py certify NAME...`: the server's certificate for names and addresses, from the checkout's own authority."""

from pathlib import Path

from django.core.management.base import BaseCommand

from lan.authority import certify, fingerprint


class Command(BaseCommand):
    """Run by `script/server --lan`."""

    help = "Make the certificate with which the server is reached in the local network."

    def add_arguments(self, parser):
        """Where it is kept, and for whom it is."""
        parser.add_argument("folder", type=Path)
        parser.add_argument("names", nargs="+")

    def handle(self, *args, folder, names, **options):
        """Make it, unless the one that is there will do."""
        before = fingerprint(folder) if (folder / "authority.pem").is_file() else None
        certify(folder, names)
        if before and before != fingerprint(folder):
            self.stdout.write(
                "The authority was made anew, as it may not vouch for all names: tablets take it once more."
            )
