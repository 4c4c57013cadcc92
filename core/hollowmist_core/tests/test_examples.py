"""The examples in the docstrings run."""

import doctest

from ..documents import brush
from ..native import sheet


def load_tests(loader, tests, pattern):
    for module in (brush, sheet):
        tests.addTests(doctest.DocTestSuite(module))
    return tests
