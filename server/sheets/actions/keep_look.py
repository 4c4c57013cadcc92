"""Keep a look: a brush as it is when strokes of sheets are inked with it."""

from accounts.numbers import count_on
from hollowmist.refusal import Refused
from hollowmist_core.documents.brush import pictures_of, read
from sources.actions.pictures import own_pictures

from ..models import Look


def keep_look(account, look_id, name: str, document: dict, brush=None) -> Look:
    """Keep a look under the id that its device gave it. One that is there already stays as it is.

    Raises
    ------
    Refused
        A picture is not there.
    hollowmist_core.documents.brush.BrushError
        The document is no brush.
    """
    existing = Look.objects.filter(pk=look_id).first()
    if existing is not None:
        return existing
    whole = read(document)
    digests = {digest for _, digest in pictures_of(whole)}
    pictures = list(own_pictures(account).filter(pk__in=digests))
    if len(pictures) < len(digests):
        raise Refused("a picture that this brush uses is not here; add the source it comes from first")
    look = Look(pk=look_id, account=account, brush=brush, name=name, document=whole)
    count_on(account, [look])
    look.save(force_insert=True)
    look.pictures.set(pictures)
    account.pictures.add(*pictures)
    return look
