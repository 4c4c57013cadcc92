"""What the API says of proof strokes."""

import base64
import binascii

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from hollowmist_core.kernels.records import FINGER, MOUSE, PEN
from rest_framework import serializers

from .models import ProofStroke


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
    """A stroke: six float32 a sample (x, y, t, pressure, altitude, azimuth), little-endian, as base64."""

    kind = serializers.ChoiceField([(PEN, "pen"), (FINGER, "finger"), (MOUSE, "mouse")])
    samples = Base64Field()

    class Meta:
        model = ProofStroke
        fields = ["id", "kind", "erase", "samples", "drawn_at"]
