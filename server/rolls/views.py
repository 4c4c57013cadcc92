"""The API of rolls and brushes. What is another account's does not exist here."""

from django.db.models import Prefetch
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from hollowmist_core.documents.brush import json_schema, read
from hollowmist_core.documents.telling import as_csv
from hollowmist_core.native.pockets import tip_ink
from rest_framework.permissions import AllowAny
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView
from sources.actions.pictures import ink_for
from sources.files import ink_file

from .actions.measure_brush import brush_readings
from .actions.paint_brush import picture_of
from .actions.shipped_rolls import shipped_rolls
from .models import Brush, Roll
from .serializers import (
    BrushSerializer,
    ReadingRowSerializer,
    RollSerializer,
    ShippedRollSerializer,
)


def own_rolls(account):
    """An account's rolls with the brushes that are in their pockets; pictures are left where they are."""
    present = Brush.objects.of(account).present().defer("document", "picture", "tip_print")
    return Roll.objects.filter(account=account, deleted_at=None).prefetch_related(Prefetch("brushes", present))


def own_brush(account, brush_id) -> Brush:
    """An account's brush, or 404."""
    return get_object_or_404(Brush.objects.of(account).present().select_related("roll", "account"), pk=brush_id)


class RollsView(APIView):
    """All rolls of the account; what people do with them comes as acts."""

    @extend_schema(responses=RollSerializer(many=True))
    def get(self, request):
        """The rolls, in order, with their pockets."""
        return Response(RollSerializer(own_rolls(request.user), many=True).data)


class ShippedRollsView(APIView):
    """The rolls that ship with Hollowmist."""

    @extend_schema(responses=ShippedRollSerializer(many=True))
    def get(self, request):
        """All of them, to take from: what is taken becomes a brush of one's own."""
        return Response(ShippedRollSerializer(shipped_rolls(), many=True).data)


class BrushView(APIView):
    """One brush."""

    @extend_schema(responses=BrushSerializer)
    def get(self, request, brush_id):
        """The brush whole."""
        return Response(BrushSerializer(own_brush(request.user, brush_id)).data)


class BrushPictureView(APIView):
    """The picture of a brush's stroke, or the print of its tip."""

    which = "picture"

    @extend_schema(responses={(200, "image/png"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, brush_id):
        """PNG, inked by the native core when it is first asked for."""
        picture = picture_of(own_brush(request.user, brush_id), self.which)
        return HttpResponse(picture, content_type="image/png", headers={"Cache-Control": "private, no-cache"})


class BrushTipView(APIView):
    """The tip of a brush by itself, as a file: its outline, or its picture with clear ground."""

    form = "svg"

    @extend_schema(responses={(200, "image/*"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, brush_id):
        """SVG or PNG, as the brush was last kept."""
        brush = own_brush(request.user, brush_id)
        return ink_file(tip_ink(read(brush.document), ink_for(request.user)), f"{brush.name} tip", self.form)


class BrushReadingsView(APIView):
    """What a brush measures, by the native core."""

    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "readings"

    @extend_schema(responses=ReadingRowSerializer(many=True))
    def get(self, request, brush_id):
        """All figures of the brush as it was last kept; shares count 1 as 100 %."""
        rows = brush_readings(own_brush(request.user, brush_id), request.user)
        return Response(ReadingRowSerializer([row._asdict() for row in rows], many=True).data)


class BrushReadingsCsvView(APIView):
    """The readings as a file."""

    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "readings"

    @extend_schema(responses={(200, "text/csv"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, brush_id):
        """The same figures as CSV (RFC 4180)."""
        brush = own_brush(request.user, brush_id)
        name = slugify(brush.name) or "brush"
        return HttpResponse(
            as_csv(brush_readings(brush, request.user)),
            content_type="text/csv; charset=utf-8",
            headers={"Content-Disposition": f'attachment; filename="{name}-readings.csv"'},
        )


class BrushSchemaView(APIView):
    """The JSON schema of a brush document."""

    permission_classes = [AllowAny]

    @extend_schema(responses=OpenApiTypes.OBJECT)
    def get(self, request):
        """As generated from the core's settings."""
        return Response(json_schema())
