"""`manage.py write_packs FOLDER`: everything of every account, a pack each."""

import json
from pathlib import Path

from accounts.models import Account
from django.core.management.base import BaseCommand
from hollowmist_core.formats.pack import SUFFIX

from packs.actions.write_pack import write_pack

ACCOUNTS = "accounts.json"
"""Who there is: names, sign-ins as Django keeps them (hashed), and how they like their room. Keep it to yourself."""

TOLD = ("username", "password", "theme", "hand", "maker", "pockets")


class Command(BaseCommand):
    """Write the whole installation."""

    help = "Write everything of every account into a folder: a pack each, and accounts.json."

    def add_arguments(self, parser):
        """The folder."""
        parser.add_argument("folder", type=Path)

    def handle(self, *, folder: Path, **options):
        """Write the packs; the same content gives the same bytes."""
        folder.mkdir(parents=True, exist_ok=True)
        accounts = list(Account.objects.order_by("username"))
        rows = [{key: getattr(one, key) for key in TOLD} for one in accounts]
        (folder / ACCOUNTS).write_text(json.dumps(rows, indent=1, sort_keys=True))
        for number, account in enumerate(accounts):
            with (folder / f"{number:05}{SUFFIX}").open("wb") as out:
                write_pack(account, out, everything=True)
            self.stdout.write(f"{account.username}: written")
