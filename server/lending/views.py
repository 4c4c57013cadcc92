"""The lending shelf, passed on to those who are signed in: the browser itself knows no other address."""

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from hollowmist.checked import checked
from hollowmist.refusal import Refused
from hollowmist_core.formats.pack import MEDIA_TYPE
from rest_framework import status
from rest_framework.exceptions import ValidationError
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView
from tasks.views import ASKED, asked

from . import shelf
from .actions.lend import lend
from .actions.own_loans import loans_of
from .actions.take_back import take_back
from .serializers import BorrowSerializer, LoanSerializer, LotSerializer, SearchSerializer, ShownSerializer

A_PICTURE = {(200, "image/png"): OpenApiResponse(OpenApiTypes.BINARY)}
A_PACK = {(200, MEDIA_TYPE): OpenApiResponse(OpenApiTypes.BINARY)}
A_DAY = {"Cache-Control": "private, max-age=86400"}


def _borrowed(request, lot, look: bool) -> Response:
    """Have a lot borrowed, or looked into."""
    body = checked(BorrowSerializer, request.data)
    return asked(request.user, "borrow", {"lot": str(lot), "look": look, **body})


class ShelfView(APIView):
    """What lies on the shelf."""

    @extend_schema(parameters=[SearchSerializer], responses=LotSerializer(many=True))
    def get(self, request):
        """Lots, the last changed first."""
        found = shelf.lots(checked(SearchSerializer, request.query_params)["search"])
        return Response(LotSerializer(found, many=True).data)


class Counted(APIView):
    """A view that is asked at most so often: packs are carried and read for it."""

    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "files"


class LotPackView(Counted):
    """The pack of a lot, to be looked into."""

    @extend_schema(parameters=[ShownSerializer], responses=A_PACK)
    def get(self, request, lot):
        """Its bytes, if it is the one that was shown."""
        query = checked(ShownSerializer, request.query_params)
        return HttpResponse(shelf.pack(lot, query["sha256"]), content_type=MEDIA_TYPE)


class LookView(Counted):
    """A look into a lot: its brushes, and what would come of borrowing it."""

    @extend_schema(request=BorrowSerializer, responses=ASKED)
    def post(self, request, lot):
        """The task tells it; nothing of it stays."""
        return _borrowed(request, lot, look=True)


class LotMarkView(APIView):
    """The mark of a lot's maker."""

    @extend_schema(responses=A_PICTURE)
    def get(self, request, lot):
        """A PNG."""
        return HttpResponse(shelf.picture(f"{lot}/mark"), content_type="image/png", headers=A_DAY)


class LotPreviewView(APIView):
    """The picture of a lot's brush."""

    @extend_schema(responses=A_PICTURE)
    def get(self, request, lot, position):
        """A PNG."""
        return HttpResponse(shelf.picture(f"{lot}/previews/{position}"), content_type="image/png", headers=A_DAY)


class BorrowView(Counted):
    """Brushes of a lot, borrowed."""

    @extend_schema(request=BorrowSerializer, responses=ASKED)
    def post(self, request, lot):
        """Into the roll *Borrowed*; the task tells what came of it."""
        return _borrowed(request, lot, look=False)


class LoansView(APIView):
    """What the account lends."""

    @extend_schema(responses=LoanSerializer(many=True))
    def get(self, request):
        """Told without asking the shelf."""
        return Response(LoanSerializer(loans_of(request.user), many=True).data)


class LoanView(Counted):
    """A roll that is lent."""

    @extend_schema(request=None, responses=LoanSerializer(many=True))
    def put(self, request, roll):
        """Lend it as it is now."""
        try:
            lend(request.user, roll)
        except Refused as error:
            raise ValidationError({"detail": str(error)}) from None
        return Response(LoanSerializer(loans_of(request.user), many=True).data)

    @extend_schema(responses={204: None})
    def delete(self, request, roll):
        """Take it back."""
        take_back(request.user, roll)
        return Response(status=status.HTTP_204_NO_CONTENT)
