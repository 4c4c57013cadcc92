"""Measure a brush as it was last kept."""

from hollowmist_core.documents.brush import read
from hollowmist_core.documents.telling import Row, rows_of
from hollowmist_core.native.readings import inking_ms, measured
from sources.actions.pictures import ink_for

from ..models import Brush


def brush_readings(brush: Brush, account) -> list[Row]:
    """All figures of a brush, from ink that the native core made for it."""
    document = read(brush.document)
    pictures = ink_for(account)
    return rows_of(measured(document, pictures)[0], document, inking_ms(document, pictures))
