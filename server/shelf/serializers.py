"""Lots as they are told."""

from rest_framework import serializers

from .models import Lot, Preview


class MakerSerializer(serializers.Serializer):
    """Who lends it, and what may be done with it."""

    name = serializers.CharField(allow_blank=True)
    note = serializers.CharField(allow_blank=True)
    licence = serializers.CharField(allow_blank=True)


class PreviewSerializer(serializers.ModelSerializer):
    """A brush of a lot; its picture is at `/api/lots/ID/previews/POSITION`."""

    class Meta:
        model = Preview
        fields = ["position", "name", "note"]


class LotSerializer(serializers.ModelSerializer):
    """A roll that is lent."""

    maker = MakerSerializer()
    marked = serializers.SerializerMethodField(help_text="Whether the maker has a mark, at `/api/lots/ID/mark`.")
    previews = PreviewSerializer(many=True)

    class Meta:
        model = Lot
        fields = [
            "id", "name", "note", "tint", "maker", "marked", "sha256", "bytes", "sources", "put_at", "changed_at",
            "previews",
        ]  # fmt: skip

    def get_marked(self, lot) -> bool:
        """Told without the picture itself."""
        return lot.has_mark


class SearchSerializer(serializers.Serializer):
    """What is looked for: in names and notes of rolls, brushes and makers."""

    search = serializers.CharField(required=False, default="", allow_blank=True, max_length=80)
