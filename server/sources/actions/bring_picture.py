"""Bring a picture that an act will need: made or chosen on a device, and named by its content."""

import hashlib

from hollowmist_core.formats import PictureError
from hollowmist_core.formats.picture import MOST_BYTES

from ..models import Picture
from .pictures import keep_brought

MEDIA_TYPES = {
    b"\x89PNG": "image/png",
    b"\xff\xd8\xff": "image/jpeg",
    b"RIFF": "image/webp",
    b"II*\0": "image/tiff",
    b"MM\0*": "image/tiff",
}


def media_type_of(data: bytes) -> str:
    """Media type of a picture file by its first bytes; one that is none of these stays closed."""
    return next((kind for mark, kind in MEDIA_TYPES.items() if data.startswith(mark)), "application/octet-stream")


def bring_picture(account, digest: str, data: bytes) -> Picture:
    """Keep a file for an account under the SHA-256 of its bytes. It is not opened before an act needs it.

    Raises
    ------
    hollowmist_core.formats.PictureError
        It is too large, or did not come whole.
    hollowmist.refusal.Refused
        The account holds as much as it may.
    """
    if len(data) > MOST_BYTES:
        raise PictureError(
            f"The file has more than {MOST_BYTES // 1024**2} MB, which is the most that can be taken. Save it smaller."
        )
    if hashlib.sha256(data).hexdigest() != digest:
        raise PictureError("The picture did not come whole. It is sent again.")
    return keep_brought(account, data, media_type_of(data))
