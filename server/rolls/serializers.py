"""What the API says of rolls and brushes."""

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from fractional_indexing import FIError, generate_key_between
from hollowmist.fields import MakerField, MomentField
from hollowmist_core.documents.brush import read
from rest_framework import serializers

from .models import Brush, Checkpoint, Roll, Tint


@extend_schema_field(OpenApiTypes.OBJECT)
class DocumentField(serializers.JSONField):
    """A brush document; /api/brush-schema tells its JSON schema. One of an older version is made whole."""

    def to_representation(self, value):
        """The document as the present version has it."""
        return read(super().to_representation(value))


class PlaceField(serializers.CharField):
    """A place among others: a key between keys (fractional-indexing)."""

    def __init__(self, **kwargs):
        super().__init__(max_length=80, **kwargs)

    def to_internal_value(self, data):
        """Check the key."""
        place = super().to_internal_value(data)
        try:
            generate_key_between(place, None)
        except (FIError, ValueError, IndexError):
            raise serializers.ValidationError(f"“{place:.20}” is no place among others") from None
        return place


class PocketSerializer(serializers.ModelSerializer):
    """A brush as its pocket shows it."""

    class Meta:
        model = Brush
        fields = ["id", "name", "note", "favourite", "revision", "place", "kept_at"]


class RollSerializer(serializers.ModelSerializer):
    """A roll with its pockets."""

    brushes = PocketSerializer(many=True, read_only=True)

    class Meta:
        model = Roll
        fields = ["id", "name", "note", "tint", "place", "brushes"]


class BrushSerializer(serializers.ModelSerializer):
    """A brush whole."""

    document = DocumentField()
    roll = serializers.PrimaryKeyRelatedField(read_only=True)
    roll_name = serializers.CharField(source="roll.name", read_only=True)

    class Meta:
        model = Brush
        fields = ["id", "roll", "roll_name", "name", "note", "revision", "place", "kept_at", "document"]


class WishedBrushSerializer(serializers.Serializer):
    """A brush as it is to be kept."""

    roll = serializers.UUIDField()
    name = serializers.CharField(max_length=80)
    note = serializers.CharField(max_length=2000, allow_blank=True, required=False, default="")
    document = serializers.DictField()
    place = PlaceField()
    maker = MakerField(allow_null=True, required=False, default=None)
    beyond = serializers.DictField(required=False, help_text="What a newer version told of it, to be told again.")


class WishedRollSerializer(serializers.Serializer):
    """A roll as it is to be kept."""

    name = serializers.CharField(max_length=80)
    place = PlaceField()
    note = serializers.CharField(max_length=2000, allow_blank=True, required=False)
    tint = serializers.ChoiceField(Tint.choices, allow_blank=True, required=False)


class KeptRollSerializer(serializers.ModelSerializer):
    """A roll as devices are told of it."""

    class Meta:
        model = Roll
        fields = ["name", "place", "note", "tint"]


class PlacedBrushSerializer(serializers.Serializer):
    """A pocket that a brush is put into."""

    roll = serializers.UUIDField()
    place = PlaceField()


class MarkedBrushSerializer(serializers.Serializer):
    """What is marked on a brush; what is not told stays."""

    favourite = serializers.BooleanField(required=False)
    used_at = MomentField(required=False)
    cover = serializers.CharField(max_length=64, allow_null=True, required=False)


class WishedCheckpointSerializer(serializers.Serializer):
    """A checkpoint as it is to be kept."""

    brush = serializers.UUIDField()
    label = serializers.CharField(max_length=80, allow_blank=True, required=False, default="")
    why = serializers.ChoiceField(Checkpoint.Why.choices)
    document = serializers.DictField()
    made_at = MomentField()


class ShippedBrushSerializer(serializers.Serializer):
    """A brush as it ships."""

    name = serializers.CharField()
    note = serializers.CharField()
    document = DocumentField()


class ShippedRollSerializer(serializers.Serializer):
    """A roll as it ships."""

    name = serializers.CharField()
    brushes = ShippedBrushSerializer(many=True)


class ReadingRowSerializer(serializers.Serializer):
    """One figure of a brush's readings."""

    reading = serializers.CharField()
    pointer = serializers.CharField(allow_blank=True)
    of = serializers.CharField()
    value = serializers.JSONField()
    unit = serializers.CharField(allow_blank=True)
