"""What comes into a sheet from files: strokes of InkML, and pictures to lie under its ink."""

import time
import uuid

from accounts.numbers import count_on
from django.db import transaction
from hollowmist.refusal import Refused
from hollowmist_core.formats import PictureError, inkml
from hollowmist_core.formats.ora import MIMETYPE, OraError, read_ora
from hollowmist_core.formats.picture import Opened, read_picture
from hollowmist_core.proofs import read_samples
from sources.actions.pictures import keep_pixels

from ..models import Look, Sheet, SheetStroke
from ..serializers import MOST_STROKES


@transaction.atomic
def read_strokes(sheet: Sheet, data: bytes, look_id, size: float | None, layer: int) -> tuple[int, list[str]]:
    """Lay the strokes of an InkML document on a sheet, inked with a look. Returns how many, and what was assumed.

    Raises
    ------
    hollowmist_core.formats.inkml.InkMLError
    Refused
        The look is not there, or the sheet would have too many strokes.
    """
    if not Look.objects.filter(pk=look_id, account=sheet.account).exists():
        raise Refused("the brush in hand has not come to the server yet; draw a stroke with it first, then try again")
    found = inkml.read(data, as_written=True)
    there = sheet.strokes.filter(deleted_at=None).count()
    if there + len(found.strokes) > MOST_STROKES:
        raise Refused(
            f"the file has {len(found.strokes):,} strokes, and with them the sheet would have more than "
            f"{MOST_STROKES:,}; read it into a new sheet, or split it"
        )
    now = int(time.time() * 1000)
    strokes = []
    for i, stroke in enumerate(found.strokes):
        samples = stroke.samples.tobytes()
        read_samples(samples)
        fields = {"kind": stroke.kind, "erase": stroke.erase, "seed": stroke.seed, "drawn_at": now + i, "layer": layer}
        strokes.append(
            SheetStroke(
                pk=uuid.uuid4(), account=sheet.account, sheet=sheet, look=look_id, size=size, samples=samples, **fields
            )
        )
    count_on(sheet.account, strokes)
    SheetStroke.objects.bulk_create(strokes)
    return len(strokes), found.assumed


def _is_ora(data: bytes) -> bool:
    # The type stands first in the file, stored as it is.
    return data[:4] == b"PK\x03\x04" and MIMETYPE.encode() in data[:128]


@transaction.atomic
def read_underlays(account, data: bytes, name: str) -> list[dict]:
    """Pictures of a file, kept for an account: one, or the layers of an OpenRaster file, the lowest first.

    Returns
    -------
    list of dict
        `picture` its digest, `name`, its `width` and `height` as it is kept, how wide it is in the file (`wide`, px),
        where its corner lies there (`x`, `y`, px), `opacity` and `shown`. Layers too small for a picture are left out.

    Raises
    ------
    hollowmist_core.formats.ora.OraError, hollowmist_core.formats.PictureError
    """
    if not _is_ora(data):
        return [_kept(account, read_picture(data), name)]
    _, _, layers = read_ora(data)
    found = []
    for layer in layers:
        try:
            opened = read_picture(layer.data)
        except PictureError:
            # An empty layer is a px or two: nothing lies on it.
            continue
        placed = {"x": layer.x, "y": layer.y, "opacity": layer.opacity, "shown": layer.shown}
        found.append({**_kept(account, opened, layer.name or name), **placed})
    if not found:
        raise OraError("no layer of this OpenRaster file can be read; save it again, or lay in a PNG of it")
    return found


def _kept(account, opened: Opened, name: str) -> dict:
    picture = keep_pixels(account, opened.pixels)
    height, width = opened.pixels.shape[:2]
    fields = {"picture": picture.digest, "name": name[:80], "width": width, "height": height, "wide": opened.width}
    return {**fields, "x": 0, "y": 0, "opacity": 1.0, "shown": True}
