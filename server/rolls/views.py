"""The API of rolls and brushes. What is another account's does not exist here."""

from django.db.models import Prefetch
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from hollowmist_core.document import json_schema
from hollowmist_core.telling import as_csv
from rest_framework import status
from rest_framework.permissions import AllowAny
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView
from sources.models import Source

from .actions.add_brush import add_brush
from .actions.delete_brush import delete_brush, restore_brush
from .actions.duplicate_brush import duplicate_brush
from .actions.follow_source import let_follow
from .actions.keep_brush import StaleWriteError, keep_brush
from .actions.measure_brush import brush_readings
from .models import Brush, Roll
from .serializers import (
    BrushSerializer,
    FollowedSerializer,
    NewBrushSerializer,
    ProblemsSerializer,
    ReadingRowSerializer,
    RollSerializer,
    StaleSerializer,
)


def own_rolls(account):
    """An account's rolls with the brushes that are in their pockets; pictures are left where they are."""
    present = Brush.objects.of(account).present().defer("document", "picture", "tip_print")
    return Roll.objects.filter(account=account).prefetch_related(Prefetch("brushes", present))


def own_brush(account, brush_id, deleted=False) -> Brush:
    """An account's brush, or 404."""
    found = Brush.objects.of(account).select_related("roll__account")
    return get_object_or_404(found, pk=brush_id, deleted_at__isnull=not deleted)


class RollsView(APIView):
    """All rolls of the account."""

    @extend_schema(responses=RollSerializer(many=True))
    def get(self, request):
        """The rolls, in order, with their pockets."""
        return Response(RollSerializer(own_rolls(request.user), many=True).data)

    @extend_schema(request=RollSerializer, responses={201: RollSerializer})
    def post(self, request):
        """Make a roll."""
        given = RollSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        given.save(account=request.user, position=Roll.objects.filter(account=request.user).count())
        return Response(given.data, status.HTTP_201_CREATED)


class RollView(APIView):
    """One roll."""

    @extend_schema(request=RollSerializer, responses=RollSerializer)
    def patch(self, request, roll_id):
        """Rename a roll."""
        roll = get_object_or_404(own_rolls(request.user), pk=roll_id)
        given = RollSerializer(roll, data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        given.save()
        return Response(given.data)


class RollBrushesView(APIView):
    """The pockets of one roll."""

    @extend_schema(request=NewBrushSerializer, responses={201: BrushSerializer, 400: ProblemsSerializer})
    def post(self, request, roll_id):
        """Put a new brush into a roll."""
        roll = get_object_or_404(own_rolls(request.user), pk=roll_id)
        given = NewBrushSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        brush = add_brush(roll, **given.validated_data)
        return Response(BrushSerializer(brush).data, status.HTTP_201_CREATED)


class BrushView(APIView):
    """One brush."""

    @extend_schema(responses=BrushSerializer)
    def get(self, request, brush_id):
        """The brush whole."""
        return Response(BrushSerializer(own_brush(request.user, brush_id)).data)

    @extend_schema(
        request=BrushSerializer, responses={200: BrushSerializer, 400: ProblemsSerializer, 409: StaleSerializer}
    )
    def put(self, request, brush_id):
        """Keep a new state, made from the state with the given revision; 409 tells the one that stands."""
        brush = own_brush(request.user, brush_id)
        given = BrushSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        state = given.validated_data
        try:
            kept = keep_brush(brush, state["revision"], state["name"], state.get("note", ""), state["document"])
        except StaleWriteError as stale:
            body = {"detail": "This brush was changed on another device since.", "theirs": stale.theirs}
            return Response(StaleSerializer(body).data, status.HTTP_409_CONFLICT)
        return Response(BrushSerializer(kept).data)

    @extend_schema(responses={204: None})
    def delete(self, request, brush_id):
        """Take the brush out of its pocket."""
        delete_brush(own_brush(request.user, brush_id))
        return Response(status=status.HTTP_204_NO_CONTENT)


class BrushRestoreView(APIView):
    """Undo of a delete."""

    @extend_schema(request=None, responses=BrushSerializer)
    def post(self, request, brush_id):
        """Put the brush back into its pocket."""
        brush = own_brush(request.user, brush_id, deleted=True)
        restore_brush(brush)
        return Response(BrushSerializer(brush).data)


class BrushDuplicateView(APIView):
    """Copies of a brush."""

    @extend_schema(request=None, responses={201: BrushSerializer})
    def post(self, request, brush_id):
        """Put a copy into the next pocket."""
        copy = duplicate_brush(own_brush(request.user, brush_id))
        return Response(BrushSerializer(copy).data, status.HTTP_201_CREATED)


class BrushPictureView(APIView):
    """The picture of a brush's stroke, or the print of its tip."""

    which = "picture"

    @extend_schema(responses={(200, "image/png"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, brush_id):
        """PNG, inked by the native core when the brush was kept."""
        brush = own_brush(request.user, brush_id)
        # The address carries the revision and how often it was painted: no picture is asked for twice.
        return HttpResponse(
            bytes(getattr(brush, self.which)),
            content_type="image/png",
            headers={"Cache-Control": "private, max-age=31536000, immutable"},
        )


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


class SourceFollowView(APIView):
    """Brushes that follow a source."""

    @extend_schema(request=None, responses=FollowedSerializer)
    def post(self, request, source_id):
        """Give all brushes that use a source its present picture; without this they keep their copy."""
        source = get_object_or_404(Source, account=request.user, pk=source_id, deleted_at=None)
        return Response(FollowedSerializer({"brushes": let_follow(request.user, source)}).data)


class BrushSchemaView(APIView):
    """The JSON schema of a brush document."""

    permission_classes = [AllowAny]

    @extend_schema(responses=OpenApiTypes.OBJECT)
    def get(self, request):
        """As generated from the core's settings."""
        return Response(json_schema())
