"""What the API answers when the database cannot be reached: 503 and a plain sentence, never a crash."""

from django.db import InterfaceError, OperationalError
from django.http import JsonResponse
from rest_framework.response import Response
from rest_framework.views import exception_handler as default_handler

MESSAGE = "Keeping has to wait: the database cannot be reached just now. What you changed stays on this device."
GONE = (OperationalError, InterfaceError)


def exception_handler(error, context):
    """REST framework's handler, with 503 for a database that is gone."""
    if isinstance(error, GONE):
        return Response({"detail": MESSAGE}, status=503, headers={"Retry-After": "2"})
    return default_handler(error, context)


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
