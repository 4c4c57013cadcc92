"""Measure a brush as it was last kept."""

from hollowmist_core.brush import read
from hollowmist_core.readings import measured
from hollowmist_core.telling import Row, rows_of
from sources.actions.pictures import ink_for

from ..models import Brush


def brush_readings(brush: Brush, account) -> list[Row]:
    """All figures of a brush, from ink that the native core made for it."""
    document = read(brush.document)
    return rows_of(measured(document, ink_for(account))[0], document)
