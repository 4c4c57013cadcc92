"""Bounds of what is sent, asked before anything of it is read."""

from rest_framework import status
from rest_framework.exceptions import APIException

ENVELOPE = 64 * 1024
"""What a form adds to the file in it, bytes."""


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
