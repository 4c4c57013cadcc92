"""What a request gives, checked by a serializer: the one way in which views read a body or a query."""

from collections.abc import Mapping
from typing import Any

from rest_framework.serializers import Serializer


def checked(kind: type[Serializer], data: Mapping[str, Any]) -> dict[str, Any]:
    """Fields of a body or a query as `kind` reads them. Raises DRF's ValidationError, which answers 400."""
    serializer = kind(data=data)
    serializer.is_valid(raise_exception=True)
    return serializer.validated_data
