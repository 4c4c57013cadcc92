"""The API of the proof sheet."""

import uuid
from pathlib import PurePath

from django.db.models import Q
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, OpenApiResponse, extend_schema
from hollowmist.bounds import BoundedUpload
from hollowmist_core.formats.inkml import MOST_BYTES
from rest_framework import status
from rest_framework.exceptions import ValidationError
from rest_framework.parsers import MultiPartParser
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView

from .actions.keep_lane import own_lanes
from .actions.read_lane import read_lane
from .actions.write_lane import lane_as_inkml
from .models import Lane, ProofStroke
from .serializers import (
    InkMLFileSerializer,
    LaneSerializer,
    ProofStrokeSerializer,
    ReadLaneSerializer,
)

ON_WHOSE_BENCH = "Only what was drawn on this brush's bench, and what is from before that was kept."
APART = "Undo of recording: the strokes lie loose on the sheet again."


class ProofStrokesView(APIView):
    """All strokes that lie loose on the account's proof sheet."""

    @extend_schema(
        parameters=[OpenApiParameter("brush", OpenApiTypes.UUID, description=ON_WHOSE_BENCH)],
        responses=ProofStrokeSerializer(many=True),
    )
    def get(self, request):
        """The strokes in the order in which they were drawn."""
        strokes = ProofStroke.objects.filter(account=request.user, deleted_at=None, lane=None)
        if brush := request.query_params.get("brush"):
            try:
                strokes = strokes.filter(Q(brush=uuid.UUID(brush)) | Q(brush=None))
            except ValueError:
                raise ValidationError({"detail": f"brush: {brush:.60} is not the id of a brush"}) from None
        return Response(ProofStrokeSerializer(strokes, many=True).data)


def own_lane(account, lane_id) -> Lane:
    """An account's lane, or 404."""
    return get_object_or_404(own_lanes(account), pk=lane_id)


class LanesView(APIView):
    """The account's own lanes."""

    @extend_schema(responses=LaneSerializer(many=True))
    def get(self, request):
        """All lanes, in order, with their strokes."""
        return Response(LaneSerializer(own_lanes(request.user), many=True).data)


class LaneInkMLView(APIView):
    """A lane as a file."""

    @extend_schema(responses={(200, "application/inkml+xml"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, lane_id):
        """The lane as InkML (W3C)."""
        lane = own_lane(request.user, lane_id)
        name = slugify(lane.name) or "lane"
        return HttpResponse(
            lane_as_inkml(lane),
            content_type="application/inkml+xml",
            headers={"Content-Disposition": f'attachment; filename="{name}.inkml"'},
        )


class ReadInkMLView(BoundedUpload, APIView):
    """Lanes from files."""

    parser_classes = [MultiPartParser]
    most_bytes = MOST_BYTES
    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "files"

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
            lane, assumed = read_lane(request.user, data, name, given.validated_data["set_name"])
        except ValueError as error:
            raise ValidationError({"detail": f"No lane was made: {error}."}) from None
        return Response(ReadLaneSerializer({"lane": lane, "assumed": assumed}).data, status.HTTP_201_CREATED)
