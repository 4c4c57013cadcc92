"""Sources: shapes and grains, their pictures, and recipes kept to be used again."""

import uuid

from accounts.numbers import Numbered
from django.conf import settings
from django.db import models
from django.utils import timezone


class Picture(models.Model):
    """A picture file, named by the SHA-256 of its bytes, so that it is kept once and never changes.

    Results are grey PNG, black on white; originals are the files as they came. `holders` are the
    accounts that may use it: undo may ask for it long after the last source or brush let go.
    """

    digest = models.CharField(max_length=64, primary_key=True)
    data = models.BinaryField()
    size = models.BigIntegerField(default=0, help_text="Bytes of it.")
    media_type = models.CharField(max_length=40)
    created_at = models.DateTimeField(auto_now_add=True)
    used_at = models.DateTimeField(default=timezone.now, help_text="When it was last taken into use, or let go of.")
    holders = models.ManyToManyField(settings.AUTH_USER_MODEL, related_name="pictures")

    def __str__(self):
        return self.digest[:8]


class SourceQuerySet(models.QuerySet):
    """Sources, asked for by whose they are."""

    def of(self, account):
        """An account's own."""
        return self.filter(account=account)

    def seen_by(self, account):
        """An account's own, and those that ship."""
        return self.filter(models.Q(account=account) | models.Q(account=None))


class Source(Numbered):
    """A shape or a grain of an account; without an account it ships with Hollowmist.

    `recipe` is what `hollowmist_core.documents.recipe.read` returns; `picture` is its result, made by the
    native core. `original` is the untouched file and `working` its RGBA copy that recipes begin with.
    """

    class Makes(models.TextChoices):
        """What it is used as."""

        SHAPE = "shape"
        GRAIN = "grain"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="sources", null=True)
    name = models.CharField(max_length=80)
    note = models.TextField(max_length=2000, blank=True)
    makes = models.CharField(max_length=5, choices=Makes.choices)
    original = models.ForeignKey(Picture, models.PROTECT, related_name="+", null=True)
    working = models.ForeignKey(Picture, models.PROTECT, related_name="+", null=True)
    recipe = models.JSONField()
    picture = models.ForeignKey(Picture, models.PROTECT, related_name="sources")
    revision = models.PositiveIntegerField(default=1)
    position = models.PositiveIntegerField(default=0)
    created_at = models.DateTimeField(auto_now_add=True)
    kept_at = models.DateTimeField(auto_now_add=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    objects = SourceQuerySet.as_manager()

    class Meta:
        ordering = ["position", "-created_at"]
        indexes = [models.Index(fields=["account", "number"])]

    def __str__(self):
        return self.name


class KeptRecipe(Numbered):
    """Steps of a recipe, kept to be used on other pictures."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="recipes")
    name = models.CharField(max_length=80)
    steps = models.JSONField()
    created_at = models.DateTimeField(auto_now_add=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["name"]
        indexes = [models.Index(fields=["account", "number"])]

    def __str__(self):
        return self.name
