"""Asking for packs to be written and read."""

import json

from django.conf import settings
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from hollowmist.bounds import BoundedUpload, FileBody, file_of
from hollowmist.checked import checked
from hollowmist_core.formats.pack import json_schema
from rest_framework import serializers
from rest_framework.permissions import AllowAny
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView
from tasks.views import ASKED, asked

from .serializers import PackQuerySerializer, ReadQuerySerializer


class PacksView(BoundedUpload, APIView):
    """Packs that come in."""

    parser_classes = [FileBody]
    most_bytes = settings.MOST_PACKS
    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "files"

    @extend_schema(
        parameters=[ReadQuerySerializer],
        request={"application/octet-stream": OpenApiTypes.BINARY},
        responses=ASKED,
    )
    def post(self, request):
        """Have a pack read, or looked into. The task tells what is new, what is there already, what was left and why.

        Stopped, nothing of it comes in.
        """
        arguments = _asked_for(ReadQuerySerializer, request)
        with file_of(request) as file:
            return asked(request.user, "read pack", arguments, file)


class WrittenPacksView(APIView):
    """Packs that go out."""

    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "files"

    @extend_schema(parameters=[PackQuerySerializer], request=None, responses=ASKED)
    def post(self, request):
        """Have a pack written of rolls, of single brushes, or of everything of one's own."""
        return asked(request.user, "write pack", _asked_for(PackQuerySerializer, request))


def _asked_for(kind: type[serializers.Serializer], request) -> dict:
    """What a query asks for, as JSON."""
    return json.loads(json.dumps(checked(kind, _lists(request.query_params)), default=str))


def _lists(params) -> dict:
    """Query parameters as a serializer reads them: `roll`, `brush` and `sheet` as lists."""
    return {key: params.getlist(key) if key in ("roll", "brush", "sheet") else params[key] for key in params}


class PackSchemaView(APIView):
    """The JSON schema of a pack's manifest."""

    permission_classes = [AllowAny]

    @extend_schema(responses=OpenApiTypes.OBJECT)
    def get(self, request):
        """As generated from the reader."""
        return Response(json_schema())
