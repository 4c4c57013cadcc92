"""Places among others, as keys between keys."""

from django.db.models import Max, QuerySet
from fractional_indexing import generate_key_between


def last_place(rows: QuerySet) -> str:
    """A place after all of `rows`."""
    return generate_key_between(rows.aggregate(last=Max("place"))["last"], None)
