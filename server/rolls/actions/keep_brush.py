"""Keep a brush's present state."""

from django.db import transaction
from django.utils import timezone
from hollowmist_core.document import BrushError, Problem, pictures_of, read
from hollowmist_core.preview import pocket_picture, tip_print
from sources.actions.pictures import ink_for, touch
from sources.models import Source

from ..models import Brush, PictureUse


class StaleWriteError(Exception):
    """The brush was kept elsewhere since; `theirs` is the state that stands."""

    def __init__(self, theirs: Brush):
        self.theirs = theirs
        super().__init__(f"revision {theirs.revision} stands")


def paint(brush: Brush, account) -> Brush:
    """Check a brush's document and make its pictures anew.

    Raises
    ------
    hollowmist_core.brush.BrushError
        The document is not a sound brush, or uses a picture that the account has not.
    """
    brush.document = read(brush.document)
    ink = {}
    for role, digest in pictures_of(brush.document):
        try:
            ink[digest] = ink_for(account)(digest)
        except LookupError as error:
            field = "grain" if role == "grain" else "shapes"
            raise BrushError([Problem(field, digest, f"{field}: {error}")]) from None
    brush.picture = pocket_picture(brush.document, ink.__getitem__)
    brush.tip_print = tip_print(brush.document, ink.__getitem__)
    return brush


def note_uses(brush: Brush) -> None:
    """Write down which pictures a kept brush uses."""
    uses = [*brush.document["shapes"], *([brush.document["grain"]] if brush.document["grain"] else [])]
    wanted = {(use["picture"], use["source"]) for use in uses}
    known = {str(pk) for pk in Source.objects.filter(pk__in=[s for _, s in wanted if s]).values_list("pk", flat=True)}
    # What ships may be made anew; a brush keeps the picture that it was made with.
    brush.roll.account.pictures.add(*(picture for picture, _ in wanted))
    touch({picture for picture, _ in wanted} | set(brush.picture_uses.values_list("picture", flat=True)))
    brush.picture_uses.all().delete()
    PictureUse.objects.bulk_create(
        PictureUse(brush=brush, picture_id=picture, source_id=source if source in known else None)
        for picture, source in sorted(wanted, key=str)
    )


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
    painted = paint(Brush(name=name, note=note, document=document), brush.roll.account)
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
        note_uses(standing)
    return standing
