"""The rolls that ship with Hollowmist, to take from."""

from hollowmist_core.documents.brush import read
from sources.models import Source

from ..shipped.rolls import ROLLS, with_sources


def shipped_rolls() -> list[dict]:
    """Each roll's name, and its brushes with name, note and document, as they ship.

    A roll whose sources are not made on this server yet is left out.
    """
    shipped = {source.name: (source.pk, source.picture_id) for source in Source.objects.filter(account=None)}
    found = []
    for name, brushes in ROLLS.items():
        try:
            made = [
                {"name": brush, "note": note, "document": read(with_sources(document, shipped.__getitem__))}
                for brush, note, document in brushes
            ]
        except KeyError:
            continue
        found.append({"name": name, "brushes": made})
    return found
