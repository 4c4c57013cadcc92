"""`manage.py welcome`: what `script/server --lan` says once it runs: the address as words and as a QR code."""

import io
import secrets
from pathlib import Path

import segno
from accounts.models import Account
from demo.management.commands.seed_demo import NAME
from django.core.management.base import BaseCommand

from lan.authority import fingerprint

WORDS = (
    "kelp",
    "slate",
    "gull",
    "rope",
    "tide",
    "lamp",
    "reef",
    "keel",
    "foam",
    "wren",
    "salt",
    "pier",
    "dune",
    "fern",
)


class Command(BaseCommand):
    """The demo account gets a new password: in a network the one that everybody knows would open the door."""

    help = "Tell how a tablet reaches the server; makes the demo account's password anew."

    def add_arguments(self, parser):
        """Two addresses, of Hollowmist and of the page that hands out its authority; and that authority."""
        parser.add_argument("kept", type=Path, help="File for the new password: a plain start tells it too.")
        parser.add_argument("address")
        parser.add_argument("handing")
        parser.add_argument("authority", type=Path, help="Folder of the authority that is handed out.")

    def handle(self, *args, kept, address, handing, authority, **options):
        """Make the password, and say it all."""
        password = "-".join(secrets.choice(WORDS) for _ in range(4)) + f"-{secrets.randbelow(90) + 10}"
        account = Account.objects.get(username=NAME)
        account.set_password(password)
        account.save(update_fields=["password"])
        kept.touch(mode=0o600)
        kept.write_text(password)
        code = io.StringIO()
        segno.make(handing, error="m").terminal(code, compact=True)
        self.stdout.write(code.getvalue())
        self.stdout.write(f"A tablet that comes for the first time: {handing}  (the code above)")
        self.stdout.write(f"Its authority's fingerprint, as the tablet must show it:\n  {fingerprint(authority)}")
        self.stdout.write(f"Hollowmist: {address}   sign in as  {NAME}  with  {password}")
