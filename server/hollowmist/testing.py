"""Django's test runner, which tells what takes long: a run that is ended from outside has said how far it was."""

import time

from django.test.runner import DiscoverRunner

LONG = 15.0
"""A test that takes longer is told of at once, s."""


class TimedRunner(DiscoverRunner):
    """Tells tests that took longer than LONG seconds, each as it ends."""

    def get_resultclass(self):
        """Return the result class that the options ask for, with a clock."""

        class Timed(super().get_resultclass() or self.test_runner.resultclass):
            def startTest(self, test):
                self.begun = time.monotonic()
                super().startTest(test)

            def stopTest(self, test):
                took = time.monotonic() - self.begun
                if took > LONG:
                    self.stream.writeln(f"\n{took:.0f} s: {test.id()}")
                super().stopTest(test)

        return Timed
