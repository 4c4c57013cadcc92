"""All that the core computes, at the ends of all ranges, with every access to an array checked.

The library that checks is another one than the server's: it is used in a process of its own. HOLLOWMIST_FUZZ_CASES
says how many cases are tried there.
"""

import os
import subprocess
import sys
from unittest import TestCase

CASES = os.environ.get("HOLLOWMIST_FUZZ_CASES", "300")


class FuzzTests(TestCase):
    def test_nothing_is_read_beyond_lost_or_reshuffled(self):
        checked = os.environ | {"HOLLOWMIST_BOUNDS_CHECK": "1"}
        for module in (["hollowmist_core.homes"], ["hollowmist_core.tests.fuzzing", CASES]):
            done = subprocess.run([sys.executable, "-m", *module], env=checked, capture_output=True, text=True)
            self.assertEqual(done.returncode, 0, done.stdout[-2000:] + done.stderr[-4000:])
        self.assertIn(f"{CASES} cases", done.stdout)
