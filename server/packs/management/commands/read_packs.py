"""`manage.py read_packs FOLDER`: what `write_packs` wrote, into this installation."""

import json
from pathlib import Path

from accounts.models import Account
from django.core.management.base import BaseCommand, CommandError
from django.db import transaction
from hollowmist_core.formats.pack import SUFFIX, Packs
from sources.actions.ship_sources import ship_sources
from sources.models import Source

from packs.actions.read_pack import read_pack

from .write_packs import ACCOUNTS


class Command(BaseCommand):
    """Read a whole installation."""

    help = "Read the packs of a folder that write_packs wrote; accounts that there are stay as they are."

    def add_arguments(self, parser):
        """The folder."""
        parser.add_argument("folder", type=Path)

    def handle(self, *, folder: Path, **options):
        """Make the accounts that there are not, and read each one's pack: all or nothing."""
        try:
            accounts = json.loads((folder / ACCOUNTS).read_text())
        except (OSError, ValueError):
            raise CommandError(f"{folder / ACCOUNTS} cannot be read. Name the folder that write_packs wrote.") from None
        if not Source.objects.filter(account=None).exists():
            ship_sources()
        with transaction.atomic():
            for number, one in enumerate(accounts):
                account, _ = Account.objects.get_or_create(username=one.pop("username"), defaults=one)
                with (folder / f"{number:05}{SUFFIX}").open("rb") as file:
                    report = read_pack(account, Packs(file))
                left = [line for line in report.lines if line.outcome == "left"]
                self.stdout.write(f"{account.username}: {len(report.lines) - len(left)} in or there, {len(left)} left")
                for line in left:
                    self.stdout.write(f"  {line.what} {line.name}: {line.detail}")
