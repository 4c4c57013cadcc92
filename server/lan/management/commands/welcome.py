"""`manage.py welcome`: what `script/server --lan` says once it runs: the address as words and as a QR code."""

import io
import secrets
from pathlib import Path

import segno
from accounts.models import Account
from django.core.management.base import BaseCommand
from packs.management.commands.seed_demo import NAME

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
        """Two addresses: of Hollowmist, and of the page that hands out its authority."""
        parser.add_argument("kept", type=Path, help="File for the new password: a plain start tells it too.")
        parser.add_argument("address")
        parser.add_argument("handing")

    def handle(self, *args, kept, address, handing, **options):
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
        self.stdout.write(f"Hollowmist: {address}   sign in as  {NAME}  with  {password}")
