"""Keeping pictures, and finding the ones that an account may use."""

import hashlib
import io
from datetime import timedelta

import numpy as np
from acts.registry import KINDS
from django.conf import settings
from django.db.models import Exists, OuterRef, Sum
from django.utils import timezone
from hollowmist.refusal import Refused
from hollowmist_core.formats import PictureError
from hollowmist_core.formats.picture import WORKING_SIDE, grey_png
from hollowmist_core.tables.kinds import MOST_GRAIN
from PIL import Image

from ..models import Picture, Source

UNDO_REACHES = timedelta(days=30)


def keep_picture(account, data: bytes, media_type: str) -> Picture:
    """Keep a file for an account under the hash of its bytes; the same file is kept once."""
    digest = hashlib.sha256(data).hexdigest()
    fresh = {"data": data, "size": len(data), "media_type": media_type}
    existing, _ = Picture.objects.get_or_create(digest=digest, defaults=fresh)
    if account is not None:
        existing.holders.add(account)
    touch([digest])
    return existing


def touch(digests) -> None:
    """Note that pictures are in use just now, or were until now: undo may ask for them for a while."""
    Picture.objects.filter(pk__in=list(digests)).update(used_at=timezone.now())


def held_by(account) -> int:
    """How many bytes of pictures an account holds."""
    return Picture.objects.filter(holders=account).aggregate(held=Sum("size"))["held"] or 0


def refuse_full(account, size: int) -> None:
    """Refuse a file of so many bytes where the account would hold more than it may."""
    if held_by(account) + size > settings.ROOM:
        most = settings.ROOM // 10**6
        raise Refused(
            f"The picture was not kept: your pictures would take more than the {most:,} MB that there are for an "
            "account. Delete sources or sheets that you do not need; their room is free a month later."
        )


def keep_brought(account, data: bytes, media_type: str) -> Picture:
    """Keep a file that comes from elsewhere; Refused where an account that does not hold it yet has no room for it."""
    digest = hashlib.sha256(data).hexdigest()
    if not Picture.objects.filter(pk=digest, holders=account).exists():
        refuse_full(account, len(data))
    return keep_picture(account, data, media_type)


def keep_ink(account, ink: np.ndarray) -> Picture:
    """Keep a finished source: ink as uint8 by rows, as a grey PNG that is black on white."""
    return keep_picture(account, grey_png(ink), "image/png")


def keep_pixels(account, pixels: np.ndarray) -> Picture:
    """Keep RGBA pixels as a PNG with all four: devices work on them as they are."""
    out = io.BytesIO()
    Image.fromarray(pixels).save(out, "PNG")
    return keep_picture(account, out.getvalue(), "image/png")


def _opened(picture: Picture, mode: str, most: int) -> np.ndarray:
    """Pixels of a PNG of up to `most` px a side; its size is asked before it is decoded.

    Raises
    ------
    hollowmist_core.formats.PictureError
        It is none, or a larger one.
    """
    try:
        image = Image.open(io.BytesIO(bytes(picture.data)), formats=["PNG"])
        if max(image.size) <= most:
            return np.asarray(image.convert(mode))
    except (OSError, SyntaxError, ValueError):
        pass
    raise PictureError(f"The picture {picture.digest[:8]} is no PNG of up to {most} px a side. Take the picture again.")


def ink_of(picture: Picture) -> np.ndarray:
    """Ink of a finished source, shape (height, width), uint8, 255 = full."""
    return 255 - _opened(picture, "L", MOST_GRAIN)


def pixels_of(picture: Picture) -> np.ndarray:
    """RGBA pixels of a working copy."""
    return _opened(picture, "RGBA", WORKING_SIDE)


def own_pictures(account):
    """Pictures that an account may use: those it holds, and those that ship."""
    may = Exists(Source.objects.filter(account=None, picture=OuterRef("pk")))
    if account is not None:
        may |= Exists(Picture.holders.through.objects.filter(account=account, picture=OuterRef("pk")))
    return Picture.objects.filter(may)


def ink_for(account):
    """A finder of sources' ink for the core: digest -> ndarray.

    Raises LookupError for a digest that is not there, or is another account's.
    """

    def find(digest: str) -> np.ndarray:
        picture = own_pictures(account).filter(pk=digest).first()
        if picture is None:
            raise LookupError(f"the picture {digest[:8]} is not here; add the source it comes from first")
        if hashlib.sha256(bytes(picture.data)).hexdigest() != digest:
            raise LookupError(f"the picture {digest[:8]} is damaged; make the source it comes from anew")
        return ink_of(picture)

    return find


def drop_unused() -> int:
    """Let go of pictures that nothing has used for long; returns how many. Undo reaches back less far."""
    old = set(Picture.objects.filter(used_at__lt=timezone.now() - UNDO_REACHES).values_list("pk", flat=True))
    for kind in KINDS.values():
        if old:
            old -= set(kind.pictures(kind.model.objects.all()))
    gone, _ = Picture.objects.filter(pk__in=old).delete()
    return gone
