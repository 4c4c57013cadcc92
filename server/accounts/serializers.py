"""What the API says of an account."""

from hollowmist.fields import MakerField, PocketsField
from rest_framework import serializers

from .models import Account


class AccountSerializer(serializers.ModelSerializer):
    """An account as its owner sees it."""

    maker = MakerField(read_only=True)
    pockets = PocketsField(read_only=True)

    class Meta:
        model = Account
        fields = ["id", "username", "theme", "hand", "maker", "pockets"]
        read_only_fields = ["id", "username"]


class WishSerializer(serializers.ModelSerializer):
    """How a person likes their room: what is named is changed."""

    maker = MakerField(required=False)
    pockets = PocketsField(required=False)

    class Meta:
        model = Account
        fields = ["theme", "hand", "maker", "pockets"]
        extra_kwargs = {"theme": {"required": False}, "hand": {"required": False}}


class SessionSerializer(serializers.Serializer):
    """Who is signed in, if anybody."""

    account = AccountSerializer(allow_null=True)
    csrf = serializers.CharField(help_text="To be sent back as X-CSRFToken with all that changes something.")


class CredentialsSerializer(serializers.Serializer):
    """Name and password."""

    username = serializers.CharField(max_length=150)
    password = serializers.CharField(max_length=128, trim_whitespace=False)


class PasswordSerializer(serializers.Serializer):
    """Another password, and the one until now."""

    before = serializers.CharField(max_length=128, trim_whitespace=False)
    password = serializers.CharField(max_length=128, trim_whitespace=False)


class ClosingSerializer(serializers.Serializer):
    """That it is meant."""

    password = serializers.CharField(max_length=128, trim_whitespace=False)
