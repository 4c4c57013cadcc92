"""The carrier's addresses: acts come in, and what changed is told."""

import json
from collections.abc import Iterator
from contextlib import contextmanager

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from hollowmist.sessions import OTHER_ACCOUNT
from rest_framework import status
from rest_framework.exceptions import APIException, ValidationError
from rest_framework.response import Response
from rest_framework.views import APIView

from .actions.changes import changes_since
from .actions.do_act import do_act
from .models import Epoch
from .serializers import ActsSerializer, AnswersSerializer, ChangesSerializer


class SetBack(APIException):
    """The database was set back to a backup while a request was worked on: part of it was done in neither."""

    status_code = status.HTTP_503_SERVICE_UNAVAILABLE
    default_detail = "The server was set back to a backup just now. It is asked again in a moment."


@contextmanager
def one_epoch() -> Iterator[str]:
    """The epoch in which a request is worked on, from its first row to its last."""
    epoch = Epoch.present()
    yield epoch
    if Epoch.present() != epoch:
        raise SetBack


class ActsView(APIView):
    """What people did on their devices."""

    @extend_schema(request=ActsSerializer, responses=AnswersSerializer)
    def post(self, request):
        """Do acts, each in a transaction of its own and exactly once."""
        given = ActsSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        if given.validated_data["account"] != request.user.pk:
            return Response({"detail": OTHER_ACCOUNT}, status.HTTP_409_CONFLICT)
        with one_epoch() as epoch:
            answers = [{"id": act["id"], **do_act(request.user, act)} for act in given.validated_data["acts"]]
        return Response(AnswersSerializer({"epoch": epoch, "answers": answers}).data)


class ChangesView(APIView):
    """What changed."""

    @extend_schema(parameters=[OpenApiParameter("since", OpenApiTypes.INT)], responses=ChangesSerializer)
    def get(self, request):
        """Rows of the account that changed since a number, deletions too."""
        since = request.query_params.get("since", "0")
        if not since.isdecimal() or len(since) > 18:
            raise ValidationError({"detail": f"since: {since:.40} is not a number; send the last one you have, or 0"})
        with one_epoch() as epoch:
            changes = changes_since(request.user, int(since))
        head = {"epoch": epoch, "account": request.user.pk, **changes._asdict()}
        rows = ",".join(head.pop("changes"))
        return HttpResponse(f'{json.dumps(head)[:-1]},"changes":[{rows}]}}', content_type="application/json")
