"""`manage.py write_front FOLDER LISTEN=PORT...`: the configuration of the nginx that stands before the server."""

from pathlib import Path

from django.core.management.base import BaseCommand

from lan.front import Door, write_front


class Command(BaseCommand):
    """Run by `script/server`."""

    help = "Write nginx.conf into a folder, and print its path."

    def add_arguments(self, parser):
        """Where, and what stands behind which address."""
        parser.add_argument("folder", type=Path)
        parser.add_argument("doors", nargs="+", help="Address and port, =, port of the process behind it.")
        parser.add_argument("--tls", type=Path, help="Folder of the certificate with which the first is reached.")

    def handle(self, *args, folder, doors, tls, **options):
        """Write it."""
        pair = (tls / "server.pem", tls / "server-key.pem") if tls else None
        made = []
        for i, door in enumerate(doors):
            listen, behind = door.rsplit("=", 1)
            made.append(Door(listen, int(behind), pair if i == 0 else None))
        self.stdout.write(str(write_front(folder, made)))
