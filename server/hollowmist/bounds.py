"""Bounds of what is sent, asked before anything of it is read."""

import io
import tempfile
from typing import BinaryIO

from rest_framework import status
from rest_framework.exceptions import APIException
from rest_framework.parsers import BaseParser

ENVELOPE = 64 * 1024
"""What a form adds to the file in it, bytes."""


IN_MEMORY = 16 * 2**20
"""Larger files are put together, and taken, on disk, bytes."""

CHUNK = 2**20


class TooLarge(APIException):
    """More was sent than is taken."""

    status_code = status.HTTP_413_REQUEST_ENTITY_TOO_LARGE


class BoundedUpload:
    """A view that takes one file of at most `most_bytes`."""

    most_bytes: int

    def initial(self, request, *args, **kwargs):
        """Refuse by the announced length, so that nothing is written to disk."""
        super().initial(request, *args, **kwargs)
        try:
            sent = int(request.META.get("CONTENT_LENGTH") or 0)
        except ValueError:
            sent = 0
        if sent > self.most_bytes + ENVELOPE:
            allowed, mega = self.most_bytes // 1024**2, 1024**2
            raise TooLarge(f"The file has {sent / mega:.0f} MB; up to {allowed} MB are taken. Make it smaller first.")


def file_of(request) -> BinaryIO:
    """What a view with `FileBody` was sent; an empty file where there was no body, which is never parsed."""
    return request.data or io.BytesIO()


class FileBody(BaseParser):
    """A file as a body: copied to one of ours, at most as large as its view takes (`most_bytes`)."""

    media_type = "*/*"

    def parse(self, stream, media_type=None, parser_context=None):
        """One byte too many is enough to tell."""
        file = tempfile.SpooledTemporaryFile(IN_MEMORY)  # noqa: SIM115
        left = parser_context["view"].most_bytes + 1
        while left > 0 and (chunk := stream.read(min(CHUNK, left))):
            file.write(chunk)
            left -= len(chunk)
        file.seek(0)
        return file
