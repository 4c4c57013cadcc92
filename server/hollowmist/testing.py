"""Django's test runner, which tells what takes long: each long test as it ends, and the slowest of all at the end."""

import time
from collections import Counter

from django.test.runner import DiscoverRunner

LONG = 15.0
"""A test that takes longer is told of at once, s."""
SLOWEST = 15
"""How many test classes the report at the end tells of."""


class TimedRunner(DiscoverRunner):
    """Tells tests that took longer than LONG seconds, and at the end the slowest classes with what sets them up."""

    def get_resultclass(self):
        """Return the result class that the options ask for, with a clock."""

        class Timed(super().get_resultclass() or self.test_runner.resultclass):
            def startTestRun(self):
                super().startTestRun()
                self.classes, self.tests = Counter(), Counter()
                self.ended = self.run_begun = time.monotonic()

            def startTest(self, test):
                self.begun = time.monotonic()
                super().startTest(test)

            def stopTest(self, test):
                now = time.monotonic()
                took = now - self.begun
                if took > LONG:
                    self.stream.writeln(f"\n{took:.0f} s: {test.id()}")
                # A class's setup lies between the test before it and its first.
                name = f"{type(test).__module__}.{type(test).__qualname__}"
                self.classes[name] += now - self.ended
                self.tests[name] += took
                self.ended = now
                super().stopTest(test)

            def stopTestRun(self):
                whole = time.monotonic() - self.run_begun
                self.stream.writeln(f"\nSlowest of {whole:.0f} s (tests alone in brackets):")
                for name, took in self.classes.most_common(SLOWEST):
                    self.stream.writeln(f"{took:5.0f} s ({self.tests[name]:.0f}) {name}")
                super().stopTestRun()

        return Timed
