"""The API of the proof sheet."""

from pathlib import PurePath

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from hollowmist_core.formats.inkml import MOST_BYTES
from rest_framework import status
from rest_framework.exceptions import ValidationError
from rest_framework.parsers import MultiPartParser
from rest_framework.response import Response
from rest_framework.views import APIView

from .actions import lanes
from .actions.keep_stroke import delete_stroke, keep_stroke
from .models import Lane, ProofStroke
from .serializers import (
    InkMLFileSerializer,
    LaneSerializer,
    NewLaneSerializer,
    ProofStrokeSerializer,
    ReadLaneSerializer,
)


class ProofStrokesView(APIView):
    """All strokes that lie loose on the account's proof sheet."""

    @extend_schema(responses=ProofStrokeSerializer(many=True))
    def get(self, request):
        """The strokes in the order in which they were drawn."""
        strokes = ProofStroke.objects.filter(account=request.user, deleted_at=None, lane=None)
        return Response(ProofStrokeSerializer(strokes, many=True).data)


class ProofStrokeView(APIView):
    """One stroke."""

    @extend_schema(request=ProofStrokeSerializer, responses=ProofStrokeSerializer)
    def put(self, request, stroke_id):
        """Keep a stroke; doing it twice is the same as once."""
        given = ProofStrokeSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        try:
            stroke = keep_stroke(request.user, stroke_id, **given.validated_data)
        except ValueError as error:
            raise ValidationError({"detail": str(error)}) from None
        return Response(ProofStrokeSerializer(stroke).data)

    @extend_schema(responses={204: None})
    def delete(self, request, stroke_id):
        """Take a stroke off the sheet."""
        delete_stroke(get_object_or_404(ProofStroke, pk=stroke_id, account=request.user))
        return Response(status=status.HTTP_204_NO_CONTENT)


def own_lane(account, lane_id, deleted=False) -> Lane:
    """An account's lane, or 404."""
    return get_object_or_404(Lane, pk=lane_id, account=account, deleted_at__isnull=not deleted)


class LanesView(APIView):
    """The account's own lanes."""

    @extend_schema(responses=LaneSerializer(many=True))
    def get(self, request):
        """All lanes, in order, with their strokes."""
        return Response(LaneSerializer(lanes.own_lanes(request.user), many=True).data)

    @extend_schema(request=NewLaneSerializer, responses={201: LaneSerializer})
    def post(self, request):
        """Make a lane of loose strokes."""
        given = NewLaneSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        wish = given.validated_data
        try:
            lane = lanes.make_lane(request.user, wish["name"], wish["set_name"], wish["strokes"])
        except ValueError as error:
            raise ValidationError({"detail": f"The lane was not recorded: {error}."}) from None
        return Response(LaneSerializer(lane).data, status.HTTP_201_CREATED)


class LaneView(APIView):
    """One lane."""

    @extend_schema(request=LaneSerializer, responses=LaneSerializer)
    def patch(self, request, lane_id):
        """Rename a lane, move it, hide it, or put it into another set."""
        lane = own_lane(request.user, lane_id)
        given = LaneSerializer(lane, data=request.data, partial=True)
        given.is_valid(raise_exception=True)
        position = given.validated_data.pop("position", None)
        given.save()
        if position is not None:
            lanes.move_lane(lane, position)
            lane.refresh_from_db()
        return Response(LaneSerializer(lane).data)

    @extend_schema(responses={204: None})
    def delete(self, request, lane_id):
        """Delete a lane."""
        lanes.delete_lane(own_lane(request.user, lane_id))
        return Response(status=status.HTTP_204_NO_CONTENT)


class LaneRestoreView(APIView):
    """Undo of a delete."""

    @extend_schema(request=None, responses=LaneSerializer)
    def post(self, request, lane_id):
        """Put the lane back."""
        lane = own_lane(request.user, lane_id, deleted=True)
        lanes.restore_lane(lane)
        return Response(LaneSerializer(lane).data)


class LaneInkMLView(APIView):
    """A lane as a file."""

    @extend_schema(responses={(200, "application/inkml+xml"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, lane_id):
        """The lane as InkML (W3C)."""
        lane = own_lane(request.user, lane_id)
        name = slugify(lane.name) or "lane"
        return HttpResponse(
            lanes.lane_as_inkml(lane),
            content_type="application/inkml+xml",
            headers={"Content-Disposition": f'attachment; filename="{name}.inkml"'},
        )


class ReadInkMLView(APIView):
    """Lanes from files."""

    parser_classes = [MultiPartParser]

    @extend_schema(request=InkMLFileSerializer, responses={201: ReadLaneSerializer})
    def post(self, request):
        """Make a lane from an InkML file; tells what was assumed where the file says nothing."""
        given = InkMLFileSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        file = given.validated_data["file"]
        # One byte more than is read tells that there is more.
        data = file.read(MOST_BYTES + 1)
        try:
            name = PurePath(file.name).stem[:80] or "lane"
            lane, assumed = lanes.read_lane(request.user, data, name, given.validated_data["set_name"])
        except ValueError as error:
            raise ValidationError({"detail": f"No lane was made: {error}."}) from None
        return Response(ReadLaneSerializer({"lane": lane, "assumed": assumed}).data, status.HTTP_201_CREATED)
