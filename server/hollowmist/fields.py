"""What the API tells in more than one place, each with its checks."""

from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from hollowmist_core.formats.pack import Maker
from pydantic import ValidationError
from rest_framework import serializers

from .moments import MOST_MS, from_ms


@extend_schema_field(OpenApiTypes.INT64)
class MomentField(serializers.Field):
    """A moment as devices tell it: ms since 1970."""

    def to_internal_value(self, data):
        """A moment with its time zone. A device's clock may be wrong, but nothing happens after now."""
        if not isinstance(data, int) or not 0 <= data <= MOST_MS:
            raise serializers.ValidationError(f"“{data!s:.20}” is no moment; send ms since 1970")
        return min(from_ms(data), timezone.now())


@extend_schema_field(OpenApiTypes.OBJECT)
class MakerField(serializers.JSONField):
    """A maker: `name`, `note`, `licence`, and the digest of a `mark`."""

    def to_internal_value(self, data):
        """A checked maker."""
        try:
            return Maker.model_validate(super().to_internal_value(data)).model_dump(mode="json")
        except ValidationError as error:
            first = error.errors()[0]
            where = ".".join(map(str, first["loc"]))
            raise serializers.ValidationError(f"{where}: {first['msg']}") from None
