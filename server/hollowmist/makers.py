"""Makers: who made something, and what may be done with it, as the API tells of it."""

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from hollowmist_core.formats.pack import Maker
from pydantic import ValidationError
from rest_framework import serializers


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
