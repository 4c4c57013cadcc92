"""Ink as a file to take along."""

import numpy as np
from django.http import HttpResponse
from django.utils.text import slugify
from hollowmist_core.formats.outline import outline_svg
from hollowmist_core.formats.picture import clear_png

KINDS = {"svg": "image/svg+xml", "png": "image/png"}


def as_file(data: bytes | str, name: str, form: str) -> HttpResponse:
    """An answer with a file that is called after a thing."""
    called = {"Content-Disposition": f'attachment; filename="{slugify(name) or "ink"}.{form}"'}
    return HttpResponse(data, content_type=KINDS[form], headers=called)


def ink_file(ink: np.ndarray, name: str, form: str) -> HttpResponse:
    """An answer with ink: its outline (`form` "svg"), or its picture with clear ground ("png")."""
    return as_file(outline_svg(ink, name) if form == "svg" else clear_png(ink), name, form)
