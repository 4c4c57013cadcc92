"""What the API says of packs."""

from rest_framework import serializers


class LineSerializer(serializers.Serializer):
    """What became of one thing of a pack, or would."""

    what = serializers.ChoiceField(["roll", "brush", "source", "lane", "checkpoint", "recipe", "look", "sheet"])
    id = serializers.CharField(allow_blank=True)
    name = serializers.CharField()
    outcome = serializers.ChoiceField(["in", "renamed", "there", "changed", "left"])
    detail = serializers.CharField(allow_blank=True, help_text="Why it was left, or what it is called now.")


class ReportSerializer(serializers.Serializer):
    """What a pack came to, or would come to."""

    maker = serializers.DictField()
    lines = LineSerializer(many=True)
    documents = serializers.DictField(child=serializers.DictField(), help_text="Brush id -> its document.")
    spare = serializers.IntegerField(help_text="Files in the archive that the pack does not name: left unopened.")


class PackQuerySerializer(serializers.Serializer):
    """What goes into a pack: nothing but everything where `everything` is asked for."""

    roll = serializers.ListField(child=serializers.UUIDField(), required=False, default=[])
    brush = serializers.ListField(child=serializers.UUIDField(), required=False, default=[])
    sheet = serializers.ListField(child=serializers.UUIDField(), required=False, default=[])
    everything = serializers.BooleanField(required=False, default=False)
    originals = serializers.BooleanField(required=False, default=False)


class ReadQuerySerializer(serializers.Serializer):
    """How a pack is read."""

    look = serializers.BooleanField(required=False, default=False, help_text="Only tell what would come of it.")
    copies = serializers.BooleanField(
        required=False, default=False, help_text="Bring brushes that are there, and others by now, in as copies."
    )
    brush = serializers.ListField(child=serializers.CharField(max_length=40), required=False, default=None)
