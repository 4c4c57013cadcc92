"""What goes wrong, as answers."""

from django.db import InterfaceError, OperationalError
from hollowmist_core.formats.pack import PackError
from rest_framework import status
from rest_framework.exceptions import APIException
from rest_framework.response import Response
from rest_framework.views import exception_handler as default_handler


class WrongKey(APIException):
    """Somebody else's lot."""

    status_code = status.HTTP_403_FORBIDDEN
    default_detail = "Only who lent this roll can change it or take it back."


def exception_handler(error, context):
    """REST framework's handler, with 400 for packs that are not taken and 503 for a database that is gone."""
    if isinstance(error, PackError):
        return Response({"detail": str(error)}, status.HTTP_400_BAD_REQUEST)
    if isinstance(error, (OperationalError, InterfaceError)):
        return Response(
            {"detail": "The shelf's database cannot be reached just now."}, 503, headers={"Retry-After": "2"}
        )
    return default_handler(error, context)
