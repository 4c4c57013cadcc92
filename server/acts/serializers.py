"""What the carrier and the server tell each other."""

from rest_framework import serializers

MOST_ACTS = 100
"""Most acts of one request."""


class ActSerializer(serializers.Serializer):
    """An act, as the device did it."""

    id = serializers.UUIDField(help_text="Made on the device: an act that comes twice is done once.")
    kind = serializers.CharField(max_length=40)
    thing = serializers.UUIDField(help_text="What it changes.")
    base = serializers.IntegerField(
        min_value=0, required=False, default=0, help_text="Revision of the state that it was made from; 0: of none."
    )
    body = serializers.DictField(allow_empty=True)


class ActsSerializer(serializers.Serializer):
    """Acts in the order in which they were done. `account` must be the one that is signed in."""

    account = serializers.IntegerField()
    acts = ActSerializer(many=True, allow_empty=False, max_length=MOST_ACTS)


class LostSerializer(serializers.Serializer):
    """A thing that was taken away."""

    table = serializers.CharField()
    thing = serializers.UUIDField()
    row = serializers.DictField(allow_null=True, help_text="As it was; nothing where it was let go of for good.")


class AnswerSerializer(serializers.Serializer):
    """How an act went."""

    id = serializers.UUIDField()
    answer = serializers.ChoiceField(["done", "stale", "gone", "refused"])
    revision = serializers.IntegerField(required=False, help_text="Of the state that now stands, where it was done.")
    picture = serializers.CharField(required=False, help_text="Digest of what a source's recipe came to.")
    theirs = serializers.DictField(required=False, help_text="The row that stands, where the act was stale.")
    lost = LostSerializer(many=True, required=False, help_text="What must be put back first, where it is gone.")
    detail = serializers.CharField(required=False, help_text="Why it was refused, and what to do.")


class AnswersSerializer(serializers.Serializer):
    """An answer for each act, in their order."""

    epoch = serializers.UUIDField(help_text="Of the database: another one means that it was set back to a backup.")
    answers = AnswerSerializer(many=True)


class ChangeSerializer(serializers.Serializer):
    """A row that changed."""

    table = serializers.CharField(help_text="Of the device's store.")
    id = serializers.UUIDField()
    number = serializers.IntegerField()
    row = serializers.DictField(allow_null=True, help_text="As it is now; nothing where it was deleted.")
    purged = serializers.BooleanField(required=False, help_text="It was let go of for good, with all that lay in it.")


class ChangesSerializer(serializers.Serializer):
    """Rows that changed, in the order in which they did."""

    epoch = serializers.UUIDField()
    account = serializers.IntegerField()
    number = serializers.IntegerField(help_text="The account's own: nothing of it has a higher one.")
    changes = ChangeSerializer(many=True)
    more = serializers.BooleanField(help_text="Whether there are more: ask again since the last one's number.")
    anew = serializers.BooleanField(help_text="The number is too old: ask for everything anew, since 0.")
