"""Names for copies."""

import re


def copy_name(name: str, taken: set[str]) -> str:
    """A name for a copy: the original's own with the lowest free number.

    Examples
    --------
    >>> copy_name("Rope", {"Rope", "Rope 2"})
    'Rope 3'
    """
    base = re.sub(r" \d+$", "", name)[:74]
    number = 2
    while f"{base} {number}" in taken:
        number += 1
    return f"{base} {number}"
