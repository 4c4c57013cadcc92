"""The examples in the docstrings run."""

import doctest

from .. import brush, native


def load_tests(loader, tests, pattern):
    for module in (brush, native):
        tests.addTests(doctest.DocTestSuite(module))
    return tests
