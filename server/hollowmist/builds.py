"""Which build of the front end is served, told with every answer of the API: a page that is older notices it."""

from functools import lru_cache

from django.conf import settings

HEADER = "Hollowmist-Build"


@lru_cache(maxsize=2)
def _read(path, changed: int) -> str:
    """A file as it stood when it was `changed`, ns."""
    return path.read_text().strip()


def build() -> str:
    """Name of the build that is served, as `web/vite.config.ts` gave it; empty while there is none."""
    name = settings.WEB / "build.txt"
    try:
        return _read(name, name.stat().st_mtime_ns)
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
