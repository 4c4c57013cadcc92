"""Places among others, as keys between keys."""

from django.db.models import Max, QuerySet
from fractional_indexing import generate_n_keys_between


def places_after(rows: QuerySet, count: int) -> list[str]:
    """So many places after all of `rows`, in their order."""
    return generate_n_keys_between(rows.aggregate(last=Max("place"))["last"], None, count)


def last_place(rows: QuerySet) -> str:
    """A place after all of `rows`."""
    return places_after(rows, 1)[0]
