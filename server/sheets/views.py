"""The API of sheets: reading them, files out, and files in. What is done to them are acts."""

from pathlib import PurePath
from urllib.parse import quote

from django.http import HttpResponse, StreamingHttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, OpenApiResponse, extend_schema
from hollowmist.bounds import BoundedUpload
from hollowmist_core.formats import FileWish
from hollowmist_core.formats.inkml import MOST_BYTES as MOST_INKML
from hollowmist_core.formats.ora import MOST_BYTES as MOST_ORA
from hollowmist_core.sheets.document import json_schema
from hollowmist_core.sheets.papers import MOST_DPI
from rest_framework import serializers
from rest_framework.exceptions import ValidationError
from rest_framework.parsers import MultiPartParser
from rest_framework.permissions import AllowAny
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView

from .actions.piece import FORMATS, write_sheet
from .actions.read_files import read_strokes, read_underlays
from .actions.told_file import not_written, told_file
from .models import Sheet
from .serializers import (
    InkMLOnSheetSerializer,
    PictureFileSerializer,
    ReadStrokesSerializer,
    SheetSerializer,
    UnderlayFileSerializer,
)

TOLD = "application/octet-stream"
"""Lines that tell of a file, and the file."""


def own_sheet(account, sheet_id) -> Sheet:
    """An account's sheet, or 404."""
    return get_object_or_404(Sheet, account=account, deleted_at=None, pk=sheet_id)


class SheetsView(APIView):
    """The account's sheets."""

    @extend_schema(responses=SheetSerializer(many=True))
    def get(self, request):
        """All sheets, the last used first; their strokes come as InkML."""
        sheets = Sheet.objects.filter(account=request.user, deleted_at=None)
        return Response(SheetSerializer(sheets, many=True).data)


class _Wish(serializers.Serializer):
    dpi = serializers.FloatField(min_value=1, max_value=MOST_DPI, required=False)
    paper = serializers.BooleanField(default=True)
    underlay = serializers.BooleanField(default=False)
    guides = serializers.BooleanField(default=False)
    told = serializers.BooleanField(default=False)


class SheetFileView(APIView):
    """A sheet as a file."""

    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "files"

    @extend_schema(
        parameters=[
            OpenApiParameter("dpi", OpenApiTypes.NUMBER, description="Of PNG and OpenRaster; else the sheet's own."),
            OpenApiParameter("paper", OpenApiTypes.BOOL, description="Whether the paper is seen below the ink."),
            OpenApiParameter("underlay", OpenApiTypes.BOOL, description="Whether the underlays are seen."),
            OpenApiParameter("guides", OpenApiTypes.BOOL, description="Whether the guides are drawn."),
            OpenApiParameter(
                "told", OpenApiTypes.BOOL, description="Whether lines come first that tell how far it is."
            ),
        ],
        responses={(200, kind): OpenApiResponse(OpenApiTypes.BINARY) for kind in FORMATS.values()},
    )
    def get(self, request, sheet_id, form):
        """PNG, OpenRaster, SVG, PDF or InkML, inked by the native core as the sheet was last kept.

        What could not be had was left out, or inked plainly: `X-Left-Out` says so, as encoded sentences. With `told`
        lines of JSON come before the file: `{"share": 0.25}` as it goes on, then its name, kind and what was left out,
        or `{"detail": "..."}` where it was not written. It is given up once nobody waits for it.
        """
        wish = _Wish(data=request.query_params.dict())
        wish.is_valid(raise_exception=True)
        sheet = own_sheet(request.user, sheet_id)
        asked = dict(wish.validated_data)
        dpi, in_lines = asked.pop("dpi", None), asked.pop("told")
        name = f"{slugify(sheet.name) or 'sheet'}.{form}"
        if in_lines:

            def write(told):
                data, missing = write_sheet(sheet, form, dpi, FileWish(**asked), told)
                return data, {"name": name, "type": FORMATS[form], "left_out": "; ".join(missing[:5])}

            # Lines are handed on as they come.
            unbuffered = {"X-Accel-Buffering": "no"}
            return StreamingHttpResponse(told_file(write), content_type=TOLD, headers=unbuffered)
        try:
            data, missing = write_sheet(sheet, form, dpi, FileWish(**asked))
        except (ValueError, LookupError) as error:
            raise ValidationError({"detail": not_written(error)}) from None
        called = {"Content-Disposition": f'attachment; filename="{name}"'}
        if missing:
            called["X-Left-Out"] = quote("; ".join(missing[:5]))
        return HttpResponse(data, content_type=FORMATS[form], headers=called)


class SheetInkMLView(BoundedUpload, APIView):
    """Strokes from a file."""

    parser_classes = [MultiPartParser]
    most_bytes = MOST_INKML
    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "files"

    @extend_schema(request=InkMLOnSheetSerializer, responses=ReadStrokesSerializer)
    def post(self, request, sheet_id):
        """Lay the strokes of an InkML file on the sheet; tells what was assumed where the file says nothing."""
        given = InkMLOnSheetSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        told = given.validated_data
        sheet = own_sheet(request.user, sheet_id)
        data = told["file"].read(MOST_INKML + 1)
        try:
            count, assumed = read_strokes(sheet, data, told["look"], told["size"], told["layer"])
        except ValueError as error:
            raise ValidationError({"detail": f"Nothing was laid on the sheet: {error}."}) from None
        return Response(ReadStrokesSerializer({"count": count, "assumed": assumed}).data)


class UnderlaysView(BoundedUpload, APIView):
    """Pictures to lie under ink, from files that a browser cannot read."""

    parser_classes = [MultiPartParser]
    most_bytes = MOST_ORA
    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "files"

    @extend_schema(request=PictureFileSerializer, responses=UnderlayFileSerializer(many=True))
    def post(self, request):
        """Keep the picture of a PNG, JPEG, WebP, TIFF or SVG file, or the layers of an OpenRaster one."""
        given = PictureFileSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        file = given.validated_data["file"]
        name = PurePath(file.name).stem[:80] or "underlay"
        try:
            found = read_underlays(request.user, file.read(MOST_ORA + 1), name)
        except ValueError as error:
            raise ValidationError({"detail": f"It was not laid in: {error}"}) from None
        return Response(UnderlayFileSerializer(found, many=True).data)


class SheetSchemaView(APIView):
    """The JSON schema of a sheet document."""

    permission_classes = [AllowAny]

    @extend_schema(responses=OpenApiTypes.OBJECT)
    def get(self, request):
        """As generated from the core."""
        return Response(json_schema())
