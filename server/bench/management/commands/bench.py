"""`manage.py bench`: the speed table, measured in one run on this machine."""

import json
import os

from django.core.management.base import BaseCommand
from django.test.runner import DiscoverRunner

from bench.speed import LIMITS, PARTS, SpeedCase


class Command(BaseCommand):
    """Run by `script/bench`; the bench is measured on the real interface with a database of its own."""

    help = "Measure speeds and print them as a table, or with --json as one object."

    def add_arguments(self, parser):
        """Add --json and --only."""
        parser.add_argument("--json", action="store_true", dest="as_json")
        parser.add_argument("--only", choices=PARTS)

    def handle(self, *args, as_json, only, **options):
        """Measure and print."""
        os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"
        runner = DiscoverRunner(verbosity=0, interactive=False)
        runner.setup_test_environment()
        databases = runner.setup_databases()
        try:
            figures = SpeedCase.measured(only)
        finally:
            runner.teardown_databases(databases)
            runner.teardown_test_environment()
        if as_json:
            self.stdout.write(json.dumps(figures))
            return
        for name, value in figures.items():
            limit = LIMITS.get(name)
            verdict = "" if limit is None else f"  {'ok' if value <= limit else 'OVER':4} (at most {limit:g})"
            self.stdout.write(f"{name:26} {value:10.3f}{verdict}")
