"""Which build of the front end is served, told with every answer of the API: a page that is older notices it."""

import hashlib
from functools import lru_cache

from django.conf import settings

HEADER = "Hollowmist-Build"


@lru_cache(maxsize=2)
def _digest(path, changed: int) -> str:
    """Digest of a file as it stood when it was `changed`, ns."""
    return hashlib.sha256(path.read_bytes()).hexdigest()[:16]


def build() -> str:
    """Name of the build that is served; empty while there is none.

    All files of a build but its first page are named by their content, so that page tells them all.
    """
    page = settings.WEB / "index.html"
    try:
        return _digest(page, page.stat().st_mtime_ns)
    except FileNotFoundError:
        return ""


class BuildHeader:
    """Middleware that tells the build."""

    def __init__(self, get_response):
        self.get_response = get_response

    def __call__(self, request):
        """Answer as the rest does, with the build's name on it."""
        response = self.get_response(request)
        if request.path.startswith("/api/"):
            response[HEADER] = build()
        return response
