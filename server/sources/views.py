"""Reading sources and pictures, and bringing pictures. What is another account's does not exist here."""

from django.conf import settings
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, OpenApiResponse, extend_schema
from hollowmist.bounds import BoundedUpload
from hollowmist.sessions import OTHER_ACCOUNT
from hollowmist_core.documents.recipe import Recipe
from hollowmist_core.formats.picture import MOST_BYTES
from hollowmist_core.tables.kinds import GRAIN
from rest_framework import serializers, status
from rest_framework.parsers import BaseParser
from rest_framework.permissions import AllowAny
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView

from .actions.bring_picture import bring_picture
from .actions.pictures import held_by, ink_of, own_pictures
from .files import as_file, ink_file
from .models import KeptRecipe, Source
from .serializers import KeptRecipeSerializer, WholeSourceSerializer

FOR_EVER = {"Cache-Control": "private, max-age=31536000, immutable"}


def seen_by(account):
    """Sources that an account sees: its own, and those that ship."""
    return Source.objects.seen_by(account).filter(deleted_at=None)


class SourcesView(APIView):
    """All sources of the account, and those that ship."""

    @extend_schema(responses=WholeSourceSerializer(many=True))
    def get(self, request):
        """The sources with their recipes, the newest own ones first, then those that ship."""
        sources = sorted(seen_by(request.user), key=lambda one: one.account_id is None)
        return Response(WholeSourceSerializer(sources, many=True).data)


class SourceView(APIView):
    """One source."""

    @extend_schema(responses=WholeSourceSerializer)
    def get(self, request, source_id):
        """The source with its recipe."""
        return Response(WholeSourceSerializer(get_object_or_404(seen_by(request.user), pk=source_id)).data)


class SourceFileView(APIView):
    """A source as a file: a shape's outline or its picture with clear ground; a grain's tile, grey, black is ink."""

    form = "svg"

    @extend_schema(responses={(200, "image/*"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, source_id):
        """SVG or PNG."""
        source = get_object_or_404(seen_by(request.user).select_related("picture"), pk=source_id)
        if source.makes == GRAIN and self.form == "png":
            return as_file(bytes(source.picture.data), source.name, "png")
        return ink_file(ink_of(source.picture), source.name, self.form)


class Bytes(BaseParser):
    """A body that is taken as it comes."""

    media_type = "application/octet-stream"

    def parse(self, stream, media_type=None, parser_context=None):
        """One byte too many is enough to tell; the rest of a huge file is never read."""
        return stream.read(MOST_BYTES + 1)


class PictureView(BoundedUpload, APIView):
    """A picture: a finished source's, or what a source began with."""

    parser_classes = [Bytes]
    most_bytes = MOST_BYTES

    def get_throttles(self):
        """What is brought is counted; what is fetched is not."""
        self.throttle_scope = "files" if self.request.method == "PUT" else None
        return [ScopedRateThrottle()]

    @extend_schema(responses={(200, "image/png"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, digest):
        """Grey PNG, black on white; its address is the hash of its bytes, so it never changes."""
        picture = get_object_or_404(own_pictures(request.user), pk=digest)
        # Only what we made ourselves is shown; a file as it came (an SVG could act) is handed over closed.
        shown = picture.media_type == "image/png"
        headers = FOR_EVER if shown else FOR_EVER | {"Content-Disposition": f'attachment; filename="{digest[:12]}"'}
        kind = "image/png" if shown else "application/octet-stream"
        return HttpResponse(bytes(picture.data), content_type=kind, headers=headers)

    @extend_schema(
        request={"application/octet-stream": OpenApiTypes.BINARY},
        parameters=[OpenApiParameter("account", OpenApiTypes.INT, required=True, description="Whose it is to be.")],
        responses={204: None},
    )
    def put(self, request, digest):
        """Bring a picture that an act will need, under the SHA-256 of its bytes."""
        if request.query_params.get("account") != str(request.user.pk):
            return Response({"detail": OTHER_ACCOUNT}, status.HTTP_409_CONFLICT)
        data = request.data if isinstance(request.data, bytes) else b""
        bring_picture(request.user, digest, data)
        return Response(status=status.HTTP_204_NO_CONTENT)


class RoomSerializer(serializers.Serializer):
    """How much an account holds, bytes, and how much it may."""

    used = serializers.IntegerField()
    most = serializers.IntegerField()


class RoomView(APIView):
    """The room that the pictures of an account take."""

    @extend_schema(responses=RoomSerializer)
    def get(self, request):
        """How much is used, and how much there is."""
        return Response({"used": held_by(request.user), "most": settings.ROOM})


class RecipesView(APIView):
    """Steps kept to be used on other pictures."""

    @extend_schema(responses=KeptRecipeSerializer(many=True))
    def get(self, request):
        """The account's recipes by name."""
        kept = KeptRecipe.objects.filter(account=request.user, deleted_at=None)
        return Response(KeptRecipeSerializer(kept, many=True).data)


class RecipeSchemaView(APIView):
    """The JSON schema of a recipe."""

    permission_classes = [AllowAny]

    @extend_schema(responses=OpenApiTypes.OBJECT)
    def get(self, request):
        """As generated from the core's steps and generators."""
        return Response(Recipe.model_json_schema())
