"""The lending shelf as a client sees it: another service, which may be away, slow, or talk nonsense."""

import hashlib
import json
import time
from typing import Annotated
from uuid import UUID

import requests
from django.conf import settings
from hollowmist_core.formats.pack import MEDIA_TYPE
from pydantic import AwareDatetime, BaseModel, Field, StringConstraints, TypeAdapter, ValidationError
from rest_framework import status
from rest_framework.exceptions import APIException

MOST_LISTED = 4 * 2**20
MOST_PICTURE = 2**18
MOST_PACK = 24 * 2**20
SOON, LONG = 8.0, 60.0
"""So long is waited for a list or a picture, and for a pack, s, all in all."""

CHUNK = 2**16
PNG = b"\x89PNG\r\n\x1a\n"


class ShelfAway(APIException):
    """It cannot be reached, or takes too long."""

    status_code = status.HTTP_503_SERVICE_UNAVAILABLE
    default_detail = "The lending shelf does not answer just now. All else works; try again in a moment."


class ShelfNonsense(APIException):
    """It answers with something that it should not."""

    status_code = status.HTTP_502_BAD_GATEWAY
    default_detail = "The lending shelf answered with something that cannot be used. Nothing of it was taken."


class ShelfRefused(APIException):
    """It says no, and why."""

    status_code = status.HTTP_400_BAD_REQUEST


class NotOnShelf(APIException):
    """What was asked for is not there any more."""

    status_code = status.HTTP_404_NOT_FOUND
    default_detail = "This roll is not on the shelf any more. What was borrowed of it stays."


class OtherPack(APIException):
    """The pack is not the one that was shown."""

    status_code = status.HTTP_409_CONFLICT
    default_detail = "This roll was changed on the shelf since you looked at it. Look again, then borrow it."


Name = Annotated[str, StringConstraints(max_length=80)]
Note = Annotated[str, StringConstraints(max_length=2000)]
Tint = Annotated[str, StringConstraints(max_length=12)]


class Maker(BaseModel):
    """Who lends a lot."""

    name: Name = ""
    note: Note = ""
    licence: Name = ""


class Preview(BaseModel):
    """A brush of a lot."""

    position: Annotated[int, Field(ge=0, le=1000)]
    name: Name
    note: Note = ""


class Lot(BaseModel):
    """A roll that somebody lends."""

    id: UUID
    name: Annotated[str, StringConstraints(min_length=1, max_length=80)]
    note: Note = ""
    tint: Tint = ""
    maker: Maker
    marked: bool
    sha256: Annotated[str, StringConstraints(pattern="^[0-9a-f]{64}$")]
    bytes: Annotated[int, Field(ge=0, le=MOST_PACK)]
    sources: Annotated[int, Field(ge=0, le=10_000)]
    put_at: AwareDatetime
    changed_at: AwareDatetime
    previews: Annotated[list[Preview], Field(max_length=1000)]


_LOTS = TypeAdapter(list[Lot])


def _ask(method: str, path: str, most: int, seconds: float, **how) -> bytes:
    """The body of an answer, at most so many bytes and so many seconds.

    Raises
    ------
    ShelfAway, ShelfNonsense, ShelfRefused, NotOnShelf
    """
    if not settings.SHELF:
        raise ShelfAway("There is no lending shelf here.")
    until = time.monotonic() + seconds
    try:
        with requests.Session() as session:
            session.trust_env = False
            answer = session.request(
                method, f"{settings.SHELF}{path}", timeout=seconds, stream=True, allow_redirects=False, **how
            )
            with answer:
                body = b""
                for chunk in answer.iter_content(CHUNK):
                    body += chunk
                    if len(body) > most:
                        raise ShelfNonsense
                    # A shelf that trickles never lets a read time out.
                    if time.monotonic() > until:
                        raise ShelfAway
    except requests.RequestException:
        raise ShelfAway from None
    if answer.status_code == 404:
        raise NotOnShelf
    if answer.status_code in (400, 403, 413):
        raise ShelfRefused(_said(body))
    if answer.status_code == 503:
        raise ShelfAway
    if not 200 <= answer.status_code < 300:
        raise ShelfNonsense
    return body


def _said(body: bytes) -> str:
    """The sentence with which it refuses, if it has one."""
    try:
        detail = json.loads(body).get("detail")
    except (ValueError, AttributeError, RecursionError):
        detail = None
    return detail[:300] if isinstance(detail, str) else "The lending shelf did not take it, and does not say why."


def _read(adapter, body: bytes):
    try:
        return adapter.validate_json(body)
    except ValidationError:
        raise ShelfNonsense from None


def lots(search: str = "") -> list[Lot]:
    """What lies on the shelf."""
    return _read(_LOTS, _ask("GET", "/api/lots", MOST_LISTED, SOON, params={"search": search}))


def pack(lot: UUID, sha256: str) -> bytes:
    """The pack of a lot, which must be the one that was shown; raises OtherPack where it is not."""
    body = _ask("GET", f"/api/lots/{lot}/pack", MOST_PACK, LONG)
    if hashlib.sha256(body).hexdigest() != sha256:
        raise OtherPack
    return body


def picture(path: str) -> bytes:
    """A PNG: a preview, or a maker's mark."""
    body = _ask("GET", f"/api/lots/{path}", MOST_PICTURE, SOON)
    if not body.startswith(PNG):
        raise ShelfNonsense
    return body


def put(lot: UUID, key: str, data: bytes) -> Lot:
    """Lay a pack on the shelf, or in the place of the one that is there."""
    headers = {"Authorization": f"Bearer {key}", "Content-Type": MEDIA_TYPE}
    return _read(TypeAdapter(Lot), _ask("PUT", f"/api/lots/{lot}", MOST_LISTED, LONG, data=data, headers=headers))


def take_back(lot: UUID, key: str) -> None:
    """Take a lot from the shelf."""
    _ask("DELETE", f"/api/lots/{lot}", MOST_LISTED, SOON, headers={"Authorization": f"Bearer {key}"})
