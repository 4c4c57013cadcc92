"""The shelf's API."""

from django.db.models import BooleanField, Case, Q, Value, When
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from hollowmist.bounds import BoundedUpload, FileBody, file_of
from hollowmist_core.formats.pack import MEDIA_TYPE
from rest_framework import status
from rest_framework.exceptions import NotFound
from rest_framework.response import Response
from rest_framework.views import APIView

from .actions.put_up import MOST_BYTES, put_up, take_back
from .models import Lot, Preview
from .serializers import LotSerializer, SearchSerializer

BODY = {"application/octet-stream": OpenApiTypes.BINARY}
A_PICTURE = {(200, "image/png"): OpenApiResponse(OpenApiTypes.BINARY)}
A_PACK = {(200, MEDIA_TYPE): OpenApiResponse(OpenApiTypes.BINARY)}
MOST_FOUND = 200


def with_previews():
    """Lots as they are told: neither packs nor pictures are read for it."""
    marked = Case(When(mark=b"", then=Value(False)), default=Value(True), output_field=BooleanField())
    without = Lot.objects.defer("pack", "mark").annotate(has_mark=marked)
    return without.prefetch_related("previews")


def found(pk) -> dict:
    """One lot as it is told."""
    return LotSerializer(with_previews().get(pk=pk)).data


def lent(pk) -> Lot:
    """A lot that is there; raises NotFound."""
    lot = Lot.objects.defer("pack").filter(pk=pk).first()
    if lot is None:
        raise NotFound("This roll is not on the shelf any more.")
    return lot


def key_of(request) -> str:
    """The key that came along: `Authorization: Bearer KEY`."""
    return request.headers.get("Authorization", "").removeprefix("Bearer ")


class LotsView(APIView):
    """All that lies on the shelf."""

    @extend_schema(parameters=[SearchSerializer], responses=LotSerializer(many=True))
    def get(self, request):
        """Lots, the last changed first."""
        query = SearchSerializer(data=request.query_params)
        query.is_valid(raise_exception=True)
        lots = with_previews()
        for word in query.validated_data["search"].split():
            within = Q(name__icontains=word) | Q(note__icontains=word) | Q(maker__name__icontains=word)
            lots = lots.filter(within | Q(pk__in=Preview.objects.filter(name__icontains=word).values("lot")))
        return Response(LotSerializer(lots[:MOST_FOUND], many=True).data)


class LotView(BoundedUpload, APIView):
    """One lot."""

    parser_classes = [FileBody]
    most_bytes = MOST_BYTES

    @extend_schema(responses=LotSerializer)
    def get(self, request, lot):
        """As it is now."""
        return Response(found(lent(lot).pk))

    @extend_schema(request=BODY, responses={200: LotSerializer, 201: LotSerializer})
    def put(self, request, lot):
        """Lend a roll, or change it: the pack as the body, the key to it as `Authorization: Bearer KEY`."""
        with file_of(request) as file:
            new = put_up(lot, key_of(request), file.read())
        return Response(found(lot), status.HTTP_201_CREATED if new else status.HTTP_200_OK)

    @extend_schema(responses={204: None})
    def delete(self, request, lot):
        """Take it back, with the key to it."""
        take_back(lent(lot), key_of(request))
        return Response(status=status.HTTP_204_NO_CONTENT)


class PackView(APIView):
    """The pack of a lot."""

    @extend_schema(responses=A_PACK)
    def get(self, request, lot):
        """Its bytes."""
        lent(lot)
        data = Lot.objects.values_list("pack", flat=True).get(pk=lot)
        return HttpResponse(bytes(data), content_type=MEDIA_TYPE)


class MarkView(APIView):
    """The mark of a lot's maker."""

    @extend_schema(responses=A_PICTURE)
    def get(self, request, lot):
        """A PNG; 404 where there is none."""
        mark = bytes(lent(lot).mark)
        if not mark:
            raise NotFound("This maker has no mark.")
        return HttpResponse(mark, content_type="image/png")


class PreviewView(APIView):
    """The picture of a lot's brush."""

    @extend_schema(responses=A_PICTURE)
    def get(self, request, lot, position):
        """A PNG: its stroke as a pocket shows it."""
        one = get_object_or_404(Preview.objects.exclude(picture=b""), lot=lot, position=position)
        return HttpResponse(bytes(one.picture), content_type="image/png")
