"""What the API says of sources."""

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from .models import KeptRecipe, Source


@extend_schema_field(OpenApiTypes.OBJECT)
class RecipeField(serializers.JSONField):
    """A recipe; /api/recipe-schema tells its JSON schema."""


class WholeSourceSerializer(serializers.ModelSerializer):
    """A source with its recipe."""

    picture = serializers.CharField(source="picture_id", read_only=True)
    original = serializers.CharField(source="original_id", read_only=True, allow_null=True)
    working = serializers.CharField(source="working_id", read_only=True, allow_null=True)
    shipped = serializers.SerializerMethodField()
    recipe = RecipeField()

    class Meta:
        model = Source
        fields = [
            *("id", "name", "note", "makes", "recipe", "picture", "original", "working"),
            *("shipped", "revision", "kept_at"),
        ]

    def get_shipped(self, source) -> bool:
        """Whether it ships with Hollowmist; such a source is copied to be changed."""
        return source.account_id is None


def _digest(**more):
    return serializers.RegexField(r"^[0-9a-f]{64}$", help_text="SHA-256 of a picture that was brought before.", **more)


class WishedSourceSerializer(serializers.Serializer):
    """A state of a source that a device keeps."""

    name = serializers.CharField(max_length=80)
    note = serializers.CharField(max_length=2000, allow_blank=True, default="")
    makes = serializers.ChoiceField(Source.Makes.choices)
    recipe = RecipeField()
    picture = _digest(required=False)
    original = _digest(required=False, allow_null=True)
    working = _digest(required=False, allow_null=True)


class WishedFileSerializer(serializers.Serializer):
    """A picture file that only the server can open, to be made a source."""

    name = serializers.CharField(max_length=255)
    makes = serializers.ChoiceField(Source.Makes.choices, required=False)
    original = _digest()


class KeptRecipeSerializer(serializers.ModelSerializer):
    """Steps kept to be used again."""

    steps = serializers.ListField(child=serializers.JSONField())

    class Meta:
        model = KeptRecipe
        fields = ["id", "name", "steps"]
