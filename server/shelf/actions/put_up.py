"""Put a roll up to be lent, put another pack in its place, or take it back."""

import hashlib
import hmac
import io

from django.db import transaction
from hollowmist_core.documents.brush import BrushError, read_as_far
from hollowmist_core.formats.pack import Pack, PackError
from PIL import Image

from ..errors import WrongKey
from ..models import Lot, Preview

MOST_BYTES = 24 * 2**20
MOST_BRUSHES = 200
MOST_LOTS = 2000
MOST_PICTURE = 2**18
MOST_SIDE = 2048
LEAST_KEY, MOST_KEY = 32, 128


def _digest(key: str) -> str:
    return hashlib.sha256(key.encode()).hexdigest()


def _picture(data: bytes, what: str) -> bytes:
    """A small PNG that can be shown to everybody."""
    try:
        image = Image.open(io.BytesIO(data), formats=["PNG"])
        if max(image.size) > MOST_SIDE or len(data) > MOST_PICTURE:
            raise PackError(f"{what} is too large: up to {MOST_PICTURE >> 10} KB and {MOST_SIDE} px a side are taken.")
        image.load()
    except (OSError, SyntaxError, ValueError) as error:
        if isinstance(error, PackError):
            raise
        raise PackError(f"{what} cannot be opened. Write the pack once more.") from None
    return data


def _filled(lot: Lot, data: bytes) -> list[Preview]:
    """Fill a lot from a pack; returns its previews.

    Raises
    ------
    PackError
        It is no sound pack, holds another number of rolls than one, or too much.
    """
    if len(data) > MOST_BYTES:
        raise PackError(f"Up to {MOST_BYTES >> 20} MB are lent at once. Lend a smaller roll.")
    pack = Pack(io.BytesIO(data))
    manifest = pack.manifest
    if len(manifest.rolls) != 1:
        raise PackError("A lot is one roll. Write a pack of one roll, and lend that.")
    if not manifest.brushes:
        raise PackError("There is no brush in this roll. Put one in, and lend it then.")
    if len(manifest.brushes) > MOST_BRUSHES:
        raise PackError(f"Up to {MOST_BRUSHES} brushes are lent at once. Lend a smaller roll.")
    previews = []
    for position, one in enumerate(manifest.brushes):
        try:
            read_as_far(pack.json(one.document))
        except BrushError as error:
            raise PackError(f"The brush {one.name} cannot be read: {error}") from None
        picture = _picture(pack.read(one.preview, MOST_PICTURE), f"The preview of {one.name}") if one.preview else b""
        previews.append(Preview(position=position, name=one.name, note=one.note, picture=picture))
    for path in manifest.files:
        # Whoever borrows it finds every file sound.
        pack.read(path)
    (roll,) = manifest.rolls
    lot.name, lot.note, lot.tint = roll.name, roll.note, roll.tint
    lot.maker = manifest.maker.model_dump(include={"name", "note", "licence"})
    lot.mark = _picture(pack.picture(manifest.maker.mark), "The maker's mark") if manifest.maker.mark else b""
    lot.pack, lot.bytes, lot.sha256 = data, len(data), hashlib.sha256(data).hexdigest()
    lot.sources = len(manifest.sources)
    return previews


def put_up(pk, key: str, data: bytes) -> bool:
    """Put a pack of one roll on the shelf, or in the place of the one that lies there; the same once more is nothing.

    Parameters
    ----------
    pk : UUID
        The lot's, as whoever lends it chose it.
    key : str
        With which it is changed and taken back: whoever puts it up first makes one.
    data : bytes
        The pack.

    Returns
    -------
    bool
        Whether it is new.

    Raises
    ------
    WrongKey
        Another key was made for this lot, or this is none.
    PackError
        It is not taken; the message says why, and what lies there stays.
    """
    if not LEAST_KEY <= len(key) <= MOST_KEY:
        raise WrongKey(f"A key has {LEAST_KEY} to {MOST_KEY} characters.")
    with transaction.atomic():
        # Of two at once the second waits.
        existing = Lot.objects.select_for_update().defer("pack").filter(pk=pk).first()
        lot = opened(existing, key) if existing else Lot(pk=pk, key_digest=_digest(key))
        previews = _filled(lot, data)
        if not existing and Lot.objects.count() >= MOST_LOTS:
            raise PackError("The shelf is full. Wait until somebody takes a roll back.")
        lot.save()
        lot.previews.all().delete()
        for one in previews:
            one.lot = lot
        Preview.objects.bulk_create(previews)
    return existing is None


def opened(lot: Lot, key: str) -> Lot:
    """A lot, for whoever holds its key; raises WrongKey for everybody else."""
    if not hmac.compare_digest(lot.key_digest, _digest(key)):
        raise WrongKey
    return lot


def take_back(lot: Lot, key: str) -> None:
    """Take a lot from the shelf. What was borrowed of it stays where it is."""
    opened(lot, key).delete()
