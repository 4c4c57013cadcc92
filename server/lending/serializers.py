"""What the API says of the lending shelf."""

from rest_framework import serializers


class LenderSerializer(serializers.Serializer):
    """Who lends it, and what may be done with it."""

    name = serializers.CharField(allow_blank=True)
    note = serializers.CharField(allow_blank=True)
    licence = serializers.CharField(allow_blank=True)


class LotPreviewSerializer(serializers.Serializer):
    """A brush of a lot; its picture is at `/api/shelf/LOT/previews/POSITION`."""

    position = serializers.IntegerField()
    name = serializers.CharField()
    note = serializers.CharField(allow_blank=True)


class LotSerializer(serializers.Serializer):
    """A roll that somebody lends."""

    id = serializers.UUIDField()
    name = serializers.CharField()
    note = serializers.CharField(allow_blank=True)
    tint = serializers.CharField(allow_blank=True)
    maker = LenderSerializer()
    marked = serializers.BooleanField(help_text="Whether the maker has a mark, at `/api/shelf/LOT/mark`.")
    sha256 = serializers.CharField(help_text="Of its pack: to be named when it is looked into and borrowed.")
    bytes = serializers.IntegerField()
    sources = serializers.IntegerField()
    changed_at = serializers.DateTimeField()
    previews = LotPreviewSerializer(many=True)


class LoanSerializer(serializers.Serializer):
    """A roll that one lends oneself."""

    roll = serializers.UUIDField()
    lot = serializers.UUIDField()
    name = serializers.CharField()
    lent_at = serializers.DateTimeField()
    changed = serializers.BooleanField(help_text="Whether it was changed since it was sent.")
    gone = serializers.BooleanField(help_text="Whether the roll was deleted since.")


class SearchSerializer(serializers.Serializer):
    """What is looked for on the shelf."""

    search = serializers.CharField(required=False, default="", allow_blank=True, max_length=80)


class ShownSerializer(serializers.Serializer):
    """Which pack is meant: the one that was shown."""

    sha256 = serializers.RegexField(r"^[0-9a-f]{64}\Z")


class BorrowSerializer(ShownSerializer):
    """What is borrowed; all of it where nothing is named."""

    brush = serializers.ListField(
        child=serializers.CharField(max_length=40), required=False, default=None, allow_null=True, max_length=1000
    )
