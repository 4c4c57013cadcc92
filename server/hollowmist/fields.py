"""What the API tells in more than one place, each with its checks."""

from typing import Annotated

from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from hollowmist_core.formats.pack import Maker
from pydantic import BaseModel, Field, StringConstraints, ValidationError
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


class Pockets(BaseModel):
    """How brushes show in their pockets: on the strokes of a lane, at a size, in an ink; each their own where unset."""

    lane: Annotated[str, StringConstraints(max_length=40)] = ""
    size: Annotated[float, Field(ge=0.5, le=2000)] | None = None
    ink: Annotated[str, StringConstraints(pattern=r"^(#[0-9a-f]{6})?$")] = ""


class _Checked(serializers.JSONField):
    """An object that a model of pydantic's checks."""

    model: type[BaseModel]

    def to_internal_value(self, data):
        """As the model tells it."""
        try:
            return self.model.model_validate(super().to_internal_value(data)).model_dump(mode="json")
        except ValidationError as error:
            first = error.errors()[0]
            where = ".".join(map(str, first["loc"]))
            raise serializers.ValidationError(f"{where}: {first['msg']}") from None


@extend_schema_field(OpenApiTypes.OBJECT)
class MakerField(_Checked):
    """A maker: `name`, `note`, `licence`, and the digest of a `mark`."""

    model = Maker


@extend_schema_field(OpenApiTypes.OBJECT)
class PocketsField(_Checked):
    """How brushes show in their pockets: `lane`, `size` in px, and `ink`."""

    model = Pockets
