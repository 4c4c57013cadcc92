"""Writing packs and reading them."""

import tempfile

from django.http import FileResponse
from django.utils.text import slugify
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from hollowmist.bounds import IN_MEMORY, BoundedUpload, FileBody, file_of
from hollowmist_core.formats.pack import MEDIA_TYPE, MOST_BYTES, SUFFIX, Pack, json_schema
from rest_framework import status
from rest_framework.permissions import AllowAny
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView
from rolls.models import Brush, Roll
from sheets.models import Sheet

from .actions.read_pack import read_pack
from .actions.write_pack import write_pack
from .progress import Progress, untold
from .serializers import PackQuerySerializer, ProgressSerializer, ReadQuerySerializer, ReportSerializer

A_PACK = {(200, MEDIA_TYPE): OpenApiResponse(OpenApiTypes.BINARY)}


def name_of(account, query: dict) -> str:
    """What the file is called: after the roll or the brush in it, where that is one."""
    if query["everything"]:
        return f"{account.username}-everything"
    rolls = Roll.objects.filter(account=account, pk__in=query["roll"])
    brushes = Brush.objects.of(account).filter(pk__in=query["brush"])
    sheets = Sheet.objects.filter(account=account, pk__in=query["sheet"])
    names = [name for found in (rolls, brushes, sheets) for name in found.values_list("name", flat=True)]
    return names[0] if len(names) == 1 else "brushes"


class PacksView(BoundedUpload, APIView):
    """Packs of the account's brushes."""

    parser_classes = [FileBody]
    most_bytes = MOST_BYTES

    def get_throttles(self):
        """What is read is counted."""
        self.throttle_scope = "files" if self.request.method == "POST" else None
        return [ScopedRateThrottle()]

    @extend_schema(
        parameters=[PackQuerySerializer], responses={(200, MEDIA_TYPE): OpenApiResponse(OpenApiTypes.BINARY)}
    )
    def get(self, request):
        """A pack of rolls, of single brushes, or of everything of one's own."""
        query = PackQuerySerializer(data=_lists(request.query_params))
        query.is_valid(raise_exception=True)
        told = query.validated_data
        out = tempfile.SpooledTemporaryFile(IN_MEMORY)  # noqa: SIM115
        write_pack(
            request.user,
            out,
            told["roll"],
            told["brush"],
            told["everything"],
            told["originals"],
            sheets=told["sheet"],
        )
        out.seek(0)
        name = f"{slugify(name_of(request.user, told)) or 'pack'}{SUFFIX}"
        return FileResponse(out, as_attachment=True, filename=name, content_type=MEDIA_TYPE)

    @extend_schema(
        parameters=[ReadQuerySerializer],
        request={"application/octet-stream": OpenApiTypes.BINARY},
        responses=ReportSerializer,
    )
    def post(self, request):
        """Read a pack, or look into it: what is new, what is there already, and what was left and why."""
        query = ReadQuerySerializer(data=_lists(request.query_params))
        query.is_valid(raise_exception=True)
        told = query.validated_data
        tell = Progress(request.user, told["reading"]).tell if told["reading"] else untold
        with file_of(request) as file:
            report = read_pack(request.user, Pack(file), told["brush"], told["copies"], told["look"], tell=tell)
        return Response(ReportSerializer(report).data)


class ReadingView(APIView):
    """A pack that is being read."""

    @extend_schema(responses=ProgressSerializer)
    def get(self, request, reading):
        """How far it has come."""
        done, of = Progress(request.user, reading).told()
        return Response({"done": done, "of": of})

    @extend_schema(responses={204: None})
    def delete(self, request, reading):
        """Stop it: nothing of it comes in. One that is done stays done."""
        Progress(request.user, reading).stop()
        return Response(status=status.HTTP_204_NO_CONTENT)


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
