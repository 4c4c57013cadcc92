"""Keep a brush: a new one, or another state of one that is there."""

import uuid

from accounts.numbers import count_on, stands
from django.db import transaction
from django.utils import timezone
from hollowmist.moments import in_ms
from hollowmist_core.documents.brush import BrushError, Problem, pictures_of, read
from sources.actions.pictures import own_pictures, touch
from sources.models import Source

from ..models import Brush, PictureUse


def sound(document: dict, account) -> dict:
    """A brush document checked, and made whole where it is of an older version.

    Raises
    ------
    hollowmist_core.brush.BrushError
        The document is not a sound brush, or uses a picture that the account has not.
    """
    document = read(document)
    uses = pictures_of(document)
    wanted = {digest for _, digest in uses}
    there = set(own_pictures(account).filter(pk__in=wanted).values_list("pk", flat=True)) if wanted else set()
    missing = [
        Problem(field, digest, f"{field}: the picture {digest[:8]} is not here; add the source it comes from first")
        for role, digest in uses
        if digest not in there
        for field in ["grain" if role == "grain" else "shapes"]
    ]
    if missing:
        raise BrushError(missing)
    return document


def source_uses(document: dict) -> list[dict]:
    """The shapes of a checked document, and its grain where it has one."""
    return [*document["shapes"], *filter(None, [document["grain"]])]


def uses_of(brush: Brush, known: set[str]) -> list[PictureUse]:
    """The pictures that a brush uses, as rows; `known` are the ids of the sources that there are."""
    uses = source_uses(brush.document)
    return [
        PictureUse(brush=brush, picture_id=picture, source_id=source if source in known else None)
        for picture, source in sorted({(use["picture"], use["source"]) for use in uses}, key=str)
    ]


def note_uses(brush: Brush) -> None:
    """Write down which pictures a kept brush uses."""
    ids = [use["source"] for use in source_uses(brush.document) if use["source"]]
    wanted = uses_of(brush, {str(pk) for pk in Source.objects.filter(pk__in=ids).values_list("pk", flat=True)})
    before = set(brush.picture_uses.values_list("picture", "source"))
    now = {(one.picture_id, one.source_id and uuid.UUID(str(one.source_id))) for one in wanted}
    if before == now:
        return
    # What ships may be made anew; a brush keeps the picture that it was made with.
    brush.account.pictures.add(*(one.picture_id for one in wanted))
    touch({picture for picture, _ in before | now})
    brush.picture_uses.all().delete()
    PictureUse.objects.bulk_create(wanted)


@transaction.atomic
def keep_brush(account, brush_id, base: int, *, name: str, note: str = "", document: dict, **new) -> Brush:
    """Keep a state of a brush, made from the state whose revision is `base`; 0 where it is new.

    Of a new one `roll` and `place` tell the pocket, `maker` whose it was, where it is a copy of what came from
    elsewhere, and `beyond` what a newer version told of it. One that is there stays where it is (`place_brush` moves
    it) and whose it was.
    Sending the state that already stands once more changes nothing.

    Raises
    ------
    Stale
        Another state was kept in the meantime.
    hollowmist_core.brush.BrushError
        The document is not a sound brush; nothing was kept.
    """
    document = sound(document, account)
    brush = Brush.objects.filter(pk=brush_id).first()
    fields = {"name": name, "note": note, "document": document}
    if brush is None:
        pocket = {"roll_id": new["roll"], "place": new["place"]}
        brush = Brush(pk=brush_id, account=account, revision=0, **pocket, maker=new.get("maker"))
        brush.unknown_fields = new.get("beyond") or {}
    elif stands(brush, base, fields, brush_row):
        return brush
    for field, value in fields.items():
        setattr(brush, field, value)
    brush.revision += 1
    brush.kept_at = timezone.now()
    brush.picture = brush.tip_print = b""
    count_on(account, [brush])
    brush.save()
    note_uses(brush)
    return brush


def brush_row(brush: Brush) -> dict:
    """A brush as devices are told of it."""
    return {
        "roll": str(brush.roll_id),
        "name": brush.name,
        "note": brush.note,
        "document": read(brush.document),
        "revision": brush.revision,
        "place": brush.place,
        "favourite": brush.favourite,
        "used_at": in_ms(brush.used_at),
        "cover": brush.cover_id,
        "maker": brush.maker,
        "kept_at": in_ms(brush.kept_at),
    }
