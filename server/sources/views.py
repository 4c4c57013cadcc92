"""The API of sources. What is another account's does not exist here; what ships is for all, to be copied."""

import base64

from django.db.models import Prefetch
from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiResponse, extend_schema
from hollowmist.bounds import BoundedUpload
from hollowmist_core.formats.picture import MOST_BYTES
from hollowmist_core.prepare.recipe import Recipe, read_steps
from hollowmist_core.preview import pocket_picture
from hollowmist_core.variations import proposals
from rest_framework import status
from rest_framework.parsers import MultiPartParser
from rest_framework.permissions import AllowAny
from rest_framework.response import Response
from rest_framework.throttling import ScopedRateThrottle
from rest_framework.views import APIView
from rolls.models import Brush, PictureUse

from .actions.delete_source import delete_source, restore_source
from .actions.make_source import duplicate_source, make_source, take_in
from .actions.pictures import ink_for, own_pictures
from .models import KeptRecipe, Source
from .serializers import (
    KeptRecipeSerializer,
    NewSourceSerializer,
    ProposalSerializer,
    ProposedAsSerializer,
    SourceSerializer,
    TakenSerializer,
    UploadSerializer,
    WholeSourceSerializer,
)

FOR_EVER = {"Cache-Control": "private, max-age=31536000, immutable"}
TEXTURE = "Slate"
"""Shipped grain that the textured variation of a shape is made with."""


def users_of(account) -> Prefetch:
    """An account's brushes that use a source, without their blobs."""
    mine = Brush.objects.of(account).present().select_related("roll").only("name", "deleted_at", "roll")
    uses = PictureUse.objects.filter(brush__in=mine.values("pk")).prefetch_related(Prefetch("brush", mine))
    return Prefetch("uses", uses)


def seen_by(account, deleted=False):
    """Sources that an account sees: its own, and those that ship."""
    seen = Source.objects.seen_by(account).filter(deleted_at__isnull=not deleted)
    return seen.select_related("picture").defer("picture__data").prefetch_related(users_of(account))


def own_source(account, source_id, deleted=False) -> Source:
    """An account's own source, or 404."""
    found = Source.objects.of(account).filter(deleted_at__isnull=not deleted)
    return get_object_or_404(
        found.select_related("picture", "account").prefetch_related(users_of(account)), pk=source_id
    )


def told(serializer, account, value, many=False):
    """What a serializer says to an account."""
    return serializer(value, many=many, context={"account": account}).data


def lacking(error: LookupError) -> Response:
    """The answer to a recipe whose pictures are missing."""
    return Response({"detail": f"The source was not kept. {error}"}, status.HTTP_400_BAD_REQUEST)


class SourcesView(APIView):
    """All sources of the account, and those that ship."""

    @extend_schema(responses=SourceSerializer(many=True))
    def get(self, request):
        """The sources, the newest own ones first, then those that ship."""
        sources = sorted(seen_by(request.user), key=lambda one: one.account_id is None)
        return Response(told(SourceSerializer, request.user, sources, many=True))

    @extend_schema(request=NewSourceSerializer, responses={201: WholeSourceSerializer})
    def post(self, request):
        """Make a source that begins with a generator or bare paper."""
        given = NewSourceSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        try:
            source = make_source(request.user, **given.validated_data)
        except LookupError as error:
            return lacking(error)
        return Response(told(WholeSourceSerializer, request.user, source), status.HTTP_201_CREATED)


class SourceFileView(BoundedUpload, APIView):
    """Sources from picture files."""

    parser_classes = [MultiPartParser]
    most_bytes = MOST_BYTES
    throttle_classes = [ScopedRateThrottle]
    throttle_scope = "files"

    @extend_schema(request=UploadSerializer, responses={201: TakenSerializer})
    def post(self, request):
        """Make a source of one file; 400 says why it cannot be taken."""
        given = UploadSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        file = given.validated_data["file"]
        name = given.validated_data.get("name") or file.name
        # One byte too many is enough to tell; the rest of a huge file is never read.
        source, notes = take_in(request.user, file.read(MOST_BYTES + 1), name, given.validated_data.get("makes"))
        source = told(WholeSourceSerializer, request.user, source)
        return Response({"source": source, "notes": notes}, status.HTTP_201_CREATED)


class SourceView(APIView):
    """One source."""

    @extend_schema(responses=WholeSourceSerializer)
    def get(self, request, source_id):
        """The source with its recipe."""
        return Response(
            told(WholeSourceSerializer, request.user, get_object_or_404(seen_by(request.user), pk=source_id))
        )

    @extend_schema(responses={204: None})
    def delete(self, request, source_id):
        """Take the source away. Brushes that use it keep their copy."""
        delete_source(own_source(request.user, source_id))
        return Response(status=status.HTTP_204_NO_CONTENT)


class SourceRestoreView(APIView):
    """Undo of a delete."""

    @extend_schema(request=None, responses=WholeSourceSerializer)
    def post(self, request, source_id):
        """Put the source back."""
        source = own_source(request.user, source_id, deleted=True)
        restore_source(source)
        return Response(told(WholeSourceSerializer, request.user, source))


class SourceDuplicateView(APIView):
    """Copies of a source."""

    @extend_schema(request=None, responses={201: WholeSourceSerializer})
    def post(self, request, source_id):
        """Copy a source, one's own or one that ships."""
        copy = duplicate_source(get_object_or_404(seen_by(request.user), pk=source_id), request.user)
        return Response(told(WholeSourceSerializer, request.user, copy), status.HTTP_201_CREATED)


class SourceProposalsView(APIView):
    """Brushes proposed from a source."""

    @extend_schema(request=ProposedAsSerializer, responses=ProposalSerializer(many=True))
    def post(self, request, source_id):
        """A brush that uses the source and three variations, inked; nothing is kept yet."""
        given = ProposedAsSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        source = get_object_or_404(seen_by(request.user), pk=source_id)
        texture = Source.objects.filter(account=None, name=TEXTURE).values_list("picture_id", flat=True).first()
        found = proposals(given.validated_data.get("makes", source.makes), source.picture_id, str(source.pk), texture)
        find = ink_for(request.user)
        body = [
            {
                "label": one.label,
                "document": one.document,
                "picture": base64.b64encode(pocket_picture(one.document, find)).decode(),
            }
            for one in found
        ]
        return Response(body)


class SourceOriginalView(APIView):
    """The picture that a source's recipe begins with."""

    @extend_schema(responses={(200, "image/png"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, source_id):
        """RGBA PNG, as large as it is worked on."""
        source = get_object_or_404(seen_by(request.user), pk=source_id)
        if source.working is None:
            return Response({"detail": "This source begins with no picture."}, status.HTTP_404_NOT_FOUND)
        return HttpResponse(bytes(source.working.data), content_type="image/png", headers=FOR_EVER)


class PictureView(APIView):
    """A finished source's picture."""

    @extend_schema(responses={(200, "image/png"): OpenApiResponse(OpenApiTypes.BINARY)})
    def get(self, request, digest):
        """Grey PNG, black on white; its address is the hash of its bytes, so it never changes."""
        picture = get_object_or_404(own_pictures(request.user), pk=digest)
        # Only what we made ourselves is shown; a file as it came (an SVG could act) is handed over closed.
        shown = picture.media_type == "image/png"
        headers = FOR_EVER if shown else FOR_EVER | {"Content-Disposition": f'attachment; filename="{digest[:12]}"'}
        kind = "image/png" if shown else "application/octet-stream"
        return HttpResponse(bytes(picture.data), content_type=kind, headers=headers)


class RecipesView(APIView):
    """Steps kept to be used on other pictures."""

    @extend_schema(responses=KeptRecipeSerializer(many=True))
    def get(self, request):
        """The account's recipes by name."""
        return Response(KeptRecipeSerializer(KeptRecipe.objects.filter(account=request.user), many=True).data)

    @extend_schema(request=KeptRecipeSerializer, responses={201: KeptRecipeSerializer})
    def post(self, request):
        """Keep the steps of a recipe under a name."""
        given = KeptRecipeSerializer(data=request.data)
        given.is_valid(raise_exception=True)
        steps = read_steps(given.validated_data["steps"])
        kept = KeptRecipe.objects.create(account=request.user, name=given.validated_data["name"], steps=steps)
        return Response(KeptRecipeSerializer(kept).data, status.HTTP_201_CREATED)


class RecipeView(APIView):
    """One kept recipe."""

    @extend_schema(responses={204: None})
    def delete(self, request, recipe_id):
        """Forget it. Sources made with it stay as they are."""
        get_object_or_404(KeptRecipe, account=request.user, pk=recipe_id).delete()
        return Response(status=status.HTTP_204_NO_CONTENT)


class RecipeSchemaView(APIView):
    """The JSON schema of a recipe."""

    permission_classes = [AllowAny]

    @extend_schema(responses=OpenApiTypes.OBJECT)
    def get(self, request):
        """As generated from the core's steps and generators."""
        return Response(Recipe.model_json_schema())
