"""The API of sheets: reading them, files out, and files in. What is done to them are acts."""

from pathlib import PurePath

from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from hollowmist.bounds import BoundedUpload
from hollowmist_core.documents.sheet import json_schema
from hollowmist_core.formats.inkml import MOST_BYTES as MOST_INKML
from hollowmist_core.formats.ora import MOST_BYTES as MOST_ORA
from hollowmist_core.tables.paper_sizes import MOST_DPI
from rest_framework import serializers
from rest_framework.exceptions import ValidationError
from rest_framework.parsers import MultiPartParser
from rest_framework.permissions import AllowAny
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView
from tasks.views import ASKED, asked

from .actions.read_files import read_strokes, read_underlays
from .models import Sheet
from .serializers import (
    InkMLOnSheetSerializer,
    PictureFileSerializer,
    ReadStrokesSerializer,
    SheetSerializer,
    UnderlayFileSerializer,
)


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


class WishSerializer(serializers.Serializer):
    """How a sheet is written as a file."""

    dpi = serializers.FloatField(
        min_value=1, max_value=MOST_DPI, required=False, default=None, help_text="Of PNG and OpenRaster; else its own."
    )
    paper = serializers.BooleanField(default=True, help_text="Whether the paper is seen below the ink.")
    underlay = serializers.BooleanField(default=False, help_text="Whether the underlays are seen.")
    guides = serializers.BooleanField(default=False, help_text="Whether the guides are drawn.")


class SheetFileView(APIView):
    """A sheet as a file."""

    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "files"

    @extend_schema(parameters=[WishSerializer], request=None, responses=ASKED)
    def post(self, request, sheet_id, form):
        """Have PNG, OpenRaster, SVG, PDF or InkML written, inked by the native core as the sheet was last kept.

        What could not be had is left out, or inked plainly: the task's `about` says so in `left_out`.
        """
        given = WishSerializer(data=request.query_params.dict())
        given.is_valid(raise_exception=True)
        wish = dict(given.validated_data)
        dpi = wish.pop("dpi")
        sheet = own_sheet(request.user, sheet_id)
        return asked(request.user, "sheet file", {"sheet": str(sheet.pk), "form": form, "dpi": dpi, "wish": wish})


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
        arguments = given.validated_data
        sheet = own_sheet(request.user, sheet_id)
        data = arguments["file"].read(MOST_INKML + 1)
        try:
            count, assumed = read_strokes(sheet, data, arguments["look"], arguments["size"], arguments["layer"])
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
