"""What the API says of sheets, their strokes, and the looks of these."""

from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema_field
from hollowmist_core.tables.records import FINGER, INK_LAYERS, MOUSE, PEN
from hollowmist_core.tables.settings import BY_NAME
from proofs.serializers import MOST_SEED, MOST_TIME, Base64Field
from rest_framework import serializers
from rolls.serializers import DocumentField

from .models import Look, Sheet, SheetStroke

SIZE, OPACITY = BY_NAME["size"], BY_NAME["opacity"]
MOST_STROKES = 5000
"""Most strokes of one sheet."""


@extend_schema_field(OpenApiTypes.OBJECT)
class SheetDocumentField(serializers.JSONField):
    """A sheet's document; /api/sheet-schema tells its JSON schema."""


class WishedSheetSerializer(serializers.Serializer):
    """A sheet as it is to be kept: what is not told stays as it is."""

    name = serializers.CharField(max_length=80, required=False)
    note = serializers.CharField(max_length=2000, allow_blank=True, required=False)
    document = serializers.DictField(required=False)
    used_at = serializers.IntegerField(min_value=0, max_value=MOST_TIME, required=False)


class MarkedSheetSerializer(serializers.Serializer):
    """When a sheet was last opened."""

    used_at = serializers.IntegerField(min_value=0, max_value=MOST_TIME)


class LookSerializer(serializers.ModelSerializer):
    """A look as devices hold it."""

    document = DocumentField()

    class Meta:
        model = Look
        fields = ["brush", "name", "document"]


class WishedLookSerializer(serializers.Serializer):
    """A look as it is to be kept."""

    brush = serializers.UUIDField(allow_null=True, required=False, default=None)
    name = serializers.CharField(max_length=80)
    document = serializers.DictField()


class InkedSerializer(serializers.Serializer):
    """How a stroke is inked."""

    look = serializers.UUIDField()
    seed = serializers.IntegerField(min_value=0, max_value=MOST_SEED)
    size = serializers.FloatField(min_value=SIZE.low, max_value=SIZE.high, allow_null=True, default=None)
    ink = serializers.RegexField(r"^(#[0-9a-f]{6})?$", allow_blank=True, default="")
    opacity = serializers.FloatField(min_value=OPACITY.low, max_value=OPACITY.high, allow_null=True, default=None)


class SheetStrokeSerializer(InkedSerializer, serializers.ModelSerializer):
    """A stroke of a sheet: seven float32 a sample, as with proof strokes, and how it is inked."""

    sheet = serializers.UUIDField(source="sheet_id")
    kind = serializers.ChoiceField([(PEN, "pen"), (FINGER, "finger"), (MOUSE, "mouse")])
    samples = Base64Field()
    layer = serializers.IntegerField(min_value=0, max_value=INK_LAYERS - 1, default=0)
    drawn_at = serializers.IntegerField(min_value=0, max_value=MOST_TIME)

    class Meta:
        model = SheetStroke
        fields = [
            *("id", "sheet", "kind", "erase", "seed", "layer", "size", "ink", "opacity", "look", "dries"),
            *("samples", "drawn_at"),
        ]


class InkedStrokeSerializer(InkedSerializer):
    """A stroke by its id, and how it is to be inked."""

    id = serializers.UUIDField()
    layer = serializers.IntegerField(min_value=0, max_value=INK_LAYERS - 1, default=0)


class InkedStrokesSerializer(serializers.Serializer):
    """Strokes that are given another ink, or lie on another layer."""

    inked = InkedStrokeSerializer(many=True, allow_empty=False, max_length=MOST_STROKES)


class SheetSerializer(serializers.ModelSerializer):
    """A sheet, without its strokes."""

    document = SheetDocumentField()

    class Meta:
        model = Sheet
        fields = ["id", "name", "note", "document", "used_at"]


class InkMLOnSheetSerializer(serializers.Serializer):
    """An InkML file, and what its strokes are inked with."""

    file = serializers.FileField()
    look = serializers.UUIDField()
    size = serializers.FloatField(min_value=SIZE.low, max_value=SIZE.high, allow_null=True, default=None)
    layer = serializers.IntegerField(min_value=0, max_value=INK_LAYERS - 1, default=0)


class ReadStrokesSerializer(serializers.Serializer):
    """How many strokes came in, and what was assumed on the way."""

    count = serializers.IntegerField()
    assumed = serializers.ListField(child=serializers.CharField())


class PictureFileSerializer(serializers.Serializer):
    """A picture file."""

    file = serializers.FileField()


class UnderlayFileSerializer(serializers.Serializer):
    """A picture that was kept, and where it lay in its file, px."""

    picture = serializers.CharField()
    name = serializers.CharField()
    width = serializers.IntegerField()
    height = serializers.IntegerField()
    wide = serializers.IntegerField(help_text="How wide it is in the file, px.")
    x = serializers.IntegerField()
    y = serializers.IntegerField()
    opacity = serializers.FloatField()
    shown = serializers.BooleanField()
