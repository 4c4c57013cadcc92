"""The examples in the docstrings run."""

import doctest

from .. import document, native


def load_tests(loader, tests, pattern):
    for module in (document, native):
        tests.addTests(doctest.DocTestSuite(module))
    return tests
