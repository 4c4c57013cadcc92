"""The examples in docstrings run, and come to what they say."""

import doctest
from importlib import import_module
from pathlib import Path
from unittest import TestCase

CORE = Path(__file__).parents[1]


class ExampleTests(TestCase):
    def test_examples_run(self):
        tried = 0
        for file in sorted(CORE.rglob("*.py")):
            if "tests" in file.parts or "\n    >>> " not in file.read_text():
                continue
            name = ".".join(("hollowmist_core", *file.relative_to(CORE).with_suffix("").parts))
            with self.subTest(name):
                results = doctest.testmod(import_module(name))
                self.assertEqual(results.failed, 0)
                self.assertGreater(results.attempted, 0)
                tried += results.attempted
        self.assertGreater(tried, 5)
