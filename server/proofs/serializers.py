"""What the API says of proof strokes."""

import base64
import binascii

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from hollowmist_core.tables.records import FINGER, MOUSE, PEN
from hollowmist_core.tables.settings import BY_NAME, MOST_LAYERS
from rest_framework import serializers

from .models import Lane, ProofStroke

SIZE = BY_NAME["size"]
MOST_SEED = 2**31 - 1
MOST_TIME = 2**53
"""Whole milliseconds that a browser can tell."""


@extend_schema_field(OpenApiTypes.STR)
class Base64Field(serializers.Field):
    """Bytes as base64."""

    def to_representation(self, value):
        """Bytes to text."""
        return base64.b64encode(bytes(value)).decode("ascii")

    def to_internal_value(self, data):
        """Text to bytes."""
        try:
            return base64.b64decode(str(data), validate=True)
        except (binascii.Error, ValueError):
            raise serializers.ValidationError(
                "samples: not base64; send the sample records encoded as base64"
            ) from None


class ProofStrokeSerializer(serializers.ModelSerializer):
    """A stroke: seven float32 a sample (x, y, t, pressure, altitude, azimuth, twist), little-endian, as base64."""

    kind = serializers.ChoiceField([(PEN, "pen"), (FINGER, "finger"), (MOUSE, "mouse")])
    samples = Base64Field()
    seed = serializers.IntegerField(min_value=0, max_value=MOST_SEED)
    layer = serializers.IntegerField(min_value=0, max_value=MOST_LAYERS - 1, default=0)
    size = serializers.FloatField(min_value=SIZE.low, max_value=SIZE.high, allow_null=True, default=None)
    drawn_at = serializers.IntegerField(min_value=0, max_value=MOST_TIME)

    class Meta:
        model = ProofStroke
        fields = ["id", "kind", "erase", "seed", "brush", "over", "layer", "size", "dries", "samples", "drawn_at"]


class StrokesSerializer(serializers.Serializer):
    """Strokes by their ids."""

    strokes = serializers.ListField(child=serializers.UUIDField(), max_length=5000)


class KeptStrokeSerializer(ProofStrokeSerializer):
    """A stroke as devices hold it: with the lane it lies in."""

    class Meta(ProofStrokeSerializer.Meta):
        fields = [*ProofStrokeSerializer.Meta.fields, "lane"]


class KeptLaneSerializer(serializers.ModelSerializer):
    """A lane as devices hold it: its strokes are rows of their own."""

    class Meta:
        model = Lane
        fields = ["id", "name", "set_name", "position", "hidden"]


class LaneSerializer(serializers.ModelSerializer):
    """A lane of one's own with its strokes."""

    strokes = ProofStrokeSerializer(many=True, read_only=True)

    class Meta:
        model = Lane
        fields = ["id", "name", "set_name", "position", "hidden", "strokes"]


class WishedLaneSerializer(serializers.Serializer):
    """A lane as it is to be kept: `strokes` by their ids, `position` among all lanes."""

    name = serializers.CharField(max_length=80)
    set_name = serializers.CharField(max_length=40, default="mine")
    hidden = serializers.BooleanField(default=False)
    strokes = serializers.ListField(child=serializers.UUIDField(), max_length=500)
    position = serializers.IntegerField(min_value=0, required=False)


class ReadLaneSerializer(serializers.Serializer):
    """A lane that was read from a file, and what was assumed on the way."""

    lane = LaneSerializer()
    assumed = serializers.ListField(child=serializers.CharField())


class InkMLFileSerializer(serializers.Serializer):
    """An InkML file."""

    file = serializers.FileField()
    set_name = serializers.CharField(max_length=40, default="mine")
