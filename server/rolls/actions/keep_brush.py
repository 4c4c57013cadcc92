"""Keep a brush's present state."""

from django.db import transaction
from django.utils import timezone
from hollowmist_core.brush import read
from hollowmist_core.preview import pocket_picture, tip_print

from ..models import Brush


class StaleWriteError(Exception):
    """The brush was kept elsewhere since; `theirs` is the state that stands."""

    def __init__(self, theirs: Brush):
        self.theirs = theirs
        super().__init__(f"revision {theirs.revision} stands")


def paint(brush: Brush) -> Brush:
    """Check a brush's document and make its pictures anew.

    Raises
    ------
    hollowmist_core.brush.BrushError
        The document is not a sound brush.
    """
    brush.document = read(brush.document)
    brush.picture = pocket_picture(brush.document)
    brush.tip_print = tip_print(brush.document)
    return brush


def keep_brush(brush: Brush, revision: int, name: str, note: str, document: dict) -> Brush:
    """Keep a new state of a brush, if it was made from the state that stands.

    Sending the state that already stands once more (an answer was lost on the way) changes nothing.

    Raises
    ------
    StaleWriteError
        Another state was kept in the meantime.
    hollowmist_core.brush.BrushError
        The document is not a sound brush; nothing was kept.
    """
    painted = paint(Brush(name=name, note=note, document=document))
    with transaction.atomic():
        standing = Brush.objects.select_for_update().get(pk=brush.pk)
        same = (standing.name, standing.note, standing.document) == (name, note, painted.document)
        if same:
            return standing
        if standing.revision != revision:
            raise StaleWriteError(standing)
        for field in ("name", "note", "document", "picture", "tip_print"):
            setattr(standing, field, getattr(painted, field))
        standing.revision += 1
        standing.kept_at = timezone.now()
        standing.save()
    return standing
