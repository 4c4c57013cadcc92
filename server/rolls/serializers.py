"""What the API says of rolls and brushes."""

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from hollowmist_core.document import read
from rest_framework import serializers

from .models import Brush, Roll


@extend_schema_field(OpenApiTypes.OBJECT)
class DocumentField(serializers.JSONField):
    """A brush document; /api/brush-schema tells its JSON schema. One of an older version is made whole."""

    def to_representation(self, value):
        """The document as the present version has it."""
        return read(super().to_representation(value))


class PocketSerializer(serializers.ModelSerializer):
    """A brush as its pocket shows it."""

    class Meta:
        model = Brush
        fields = ["id", "name", "note", "revision", "painted", "position", "kept_at"]


class RollSerializer(serializers.ModelSerializer):
    """A roll with its pockets."""

    brushes = PocketSerializer(many=True, read_only=True)

    class Meta:
        model = Roll
        fields = ["id", "name", "position", "brushes"]
        read_only_fields = ["position"]


class BrushSerializer(serializers.ModelSerializer):
    """A brush whole."""

    document = DocumentField()
    roll = serializers.PrimaryKeyRelatedField(read_only=True)
    roll_name = serializers.CharField(source="roll.name", read_only=True)

    class Meta:
        model = Brush
        fields = ["id", "roll", "roll_name", "name", "note", "revision", "kept_at", "document"]
        read_only_fields = ["kept_at"]
        extra_kwargs = {"revision": {"read_only": False, "required": True}, "note": {"required": False}}


class NewBrushSerializer(serializers.Serializer):
    """A brush to be put into a roll."""

    name = serializers.CharField(max_length=80)
    note = serializers.CharField(max_length=2000, allow_blank=True, required=False, default="")
    document = DocumentField(required=False)


class StaleSerializer(serializers.Serializer):
    """The answer to a stale write: what happened, and the state that stands."""

    detail = serializers.CharField()
    theirs = BrushSerializer()


class ProblemSerializer(serializers.Serializer):
    """One thing wrong with a brush document."""

    field = serializers.CharField()
    value = serializers.JSONField()
    message = serializers.CharField()


class ProblemsSerializer(serializers.Serializer):
    """Everything wrong with a brush document."""

    detail = serializers.CharField()
    problems = ProblemSerializer(many=True)


class FollowedSerializer(serializers.Serializer):
    """Brushes that now have a source's present picture."""

    brushes = PocketSerializer(many=True)


class ReadingRowSerializer(serializers.Serializer):
    """One figure of a brush's readings."""

    reading = serializers.CharField()
    pointer = serializers.CharField(allow_blank=True)
    of = serializers.CharField()
    value = serializers.JSONField()
    unit = serializers.CharField(allow_blank=True)
