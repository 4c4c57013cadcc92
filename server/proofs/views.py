"""The API of the proof sheet."""

from django.shortcuts import get_object_or_404
from drf_spectacular.utils import extend_schema
from rest_framework import status
from rest_framework.exceptions import ValidationError
from rest_framework.response import Response
from rest_framework.views import APIView

from .actions.keep_stroke import delete_stroke, keep_stroke
from .models import ProofStroke
from .serializers import ProofStrokeSerializer


class ProofStrokesView(APIView):
    """All strokes on the account's proof sheet."""

    @extend_schema(responses=ProofStrokeSerializer(many=True))
    def get(self, request):
        """The strokes in the order in which they were drawn."""
        strokes = ProofStroke.objects.filter(account=request.user, deleted_at=None)
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
