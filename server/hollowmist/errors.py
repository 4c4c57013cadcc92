"""What goes wrong, as answers: errors of the core, and a database that cannot be reached (503), in one place."""

import json

from django.db import InterfaceError, OperationalError
from django.http import JsonResponse
from hollowmist_core.documents.brush import BrushError
from hollowmist_core.documents.recipe import RecipeError
from hollowmist_core.documents.sheet import SheetError
from hollowmist_core.formats import PictureError
from hollowmist_core.formats.inkml import InkMLError
from hollowmist_core.formats.pack import PackError
from rest_framework import status
from rest_framework.response import Response
from rest_framework.views import exception_handler as default_handler

from .refusal import Refused

MESSAGE = "Keeping has to wait: the database cannot be reached just now. What you changed stays on this device."
GONE = (OperationalError, InterfaceError)


REFUSED = {
    BrushError: "The brush was not kept. {}",
    RecipeError: "The source was not kept. {}",
    PictureError: "{}",
    InkMLError: "No lane was made: {}.",
    PackError: "{}",
    SheetError: "The sheet was not kept: {}.",
    Refused: "{}",
}
"""Error of the core -> what is said of it."""


def said_of(error) -> str | None:
    """What is said of an error of the core; nothing of any other."""
    said = next((text for kind, text in REFUSED.items() if isinstance(error, kind)), None)
    return said and said.format(error)


def refusal(error) -> Response | None:
    """The answer to an error of the core; a document's problems are listed one by one."""
    said = said_of(error)
    if said is None:
        return None
    body: dict[str, object] = {"detail": said}
    if problems := getattr(error, "problems", None):
        body["problems"] = [
            {"field": p.field, "value": json.loads(json.dumps(p.value, default=str)), "message": p.message}
            for p in problems
        ]
    return Response(body, status.HTTP_400_BAD_REQUEST)


def exception_handler(error, context):
    """REST framework's handler, with 400 for errors of the core and 503 for a database that is gone."""
    if isinstance(error, GONE):
        return Response({"detail": MESSAGE}, status=503, headers={"Retry-After": "2"})
    return refusal(error) or default_handler(error, context)


class DatabaseUnavailable:
    """Middleware with the same answer for views outside the REST framework."""

    def __init__(self, get_response):
        self.get_response = get_response

    def __call__(self, request):
        """Pass the request on."""
        return self.get_response(request)

    def process_exception(self, request, exception):
        """Answer 503 when the database is gone."""
        if isinstance(exception, GONE):
            return JsonResponse({"detail": MESSAGE}, status=503, headers={"Retry-After": "2"})
        return None
