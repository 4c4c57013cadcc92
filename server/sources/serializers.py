"""What the API says of sources."""

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from rest_framework import serializers

from .models import KeptRecipe, Source


@extend_schema_field(OpenApiTypes.OBJECT)
class RecipeField(serializers.JSONField):
    """A recipe; /api/recipe-schema tells its JSON schema."""


class UserSerializer(serializers.Serializer):
    """A brush that uses a source."""

    id = serializers.UUIDField()
    name = serializers.CharField()
    roll = serializers.CharField(source="roll.name")


class SourceSerializer(serializers.ModelSerializer):
    """A source as its print shows it."""

    picture = serializers.CharField(source="picture_id", read_only=True)
    width = serializers.IntegerField(source="picture.width", read_only=True)
    height = serializers.IntegerField(source="picture.height", read_only=True)
    shipped = serializers.SerializerMethodField()
    users = serializers.SerializerMethodField()

    class Meta:
        model = Source
        fields = [
            *("id", "name", "note", "makes", "picture", "width", "height"),
            *("shipped", "revision", "kept_at", "users"),
        ]

    def get_shipped(self, source) -> bool:
        """Whether it ships with Hollowmist; such a source is copied to be changed."""
        return source.account_id is None

    @extend_schema_field(UserSerializer(many=True))
    def get_users(self, source):
        """The asking account's brushes that use it; a view fetches no others (`views.users_of`)."""
        seen = {use.brush.pk: use.brush for use in source.uses.all()}
        return UserSerializer(sorted(seen.values(), key=lambda one: one.name), many=True).data


class WholeSourceSerializer(SourceSerializer):
    """A source with its recipe."""

    recipe = RecipeField()
    original = serializers.SerializerMethodField()

    class Meta(SourceSerializer.Meta):
        fields = [*SourceSerializer.Meta.fields, "recipe", "original"]

    def get_original(self, source) -> bool:
        """Whether it begins with a picture."""
        return source.working_id is not None


class TakenSerializer(serializers.Serializer):
    """A source made of a file, and what was assumed."""

    source = WholeSourceSerializer()
    notes = serializers.ListField(child=serializers.CharField())


class UploadSerializer(serializers.Serializer):
    """A picture file."""

    file = serializers.FileField(allow_empty_file=True)
    makes = serializers.ChoiceField(Source.Makes.choices, required=False)
    name = serializers.CharField(max_length=80, required=False)


class NewSourceSerializer(serializers.Serializer):
    """A source that begins with a generator or bare paper."""

    name = serializers.CharField(max_length=80)
    note = serializers.CharField(max_length=2000, allow_blank=True, default="")
    makes = serializers.ChoiceField(Source.Makes.choices)
    recipe = RecipeField()


class ProposedAsSerializer(serializers.Serializer):
    """What the source is taken as; without it what it is meant for."""

    makes = serializers.ChoiceField(Source.Makes.choices, required=False)


class ProposalSerializer(serializers.Serializer):
    """A brush that is proposed, inked."""

    label = serializers.CharField()
    document = RecipeField()
    picture = serializers.CharField(help_text="PNG of its stroke, base64.")


class KeptRecipeSerializer(serializers.ModelSerializer):
    """Steps kept to be used again."""

    steps = serializers.ListField(child=serializers.JSONField())

    class Meta:
        model = KeptRecipe
        fields = ["id", "name", "steps"]
