"""Rolls, and the brushes in their pockets."""

import uuid

from django.conf import settings
from django.db import models
from sources.models import Picture, Source


class Roll(models.Model):
    """A set of brushes of one account."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="rolls")
    name = models.CharField(max_length=80)
    position = models.PositiveIntegerField(default=0)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["position", "created_at"]

    def __str__(self):
        return self.name


class BrushQuerySet(models.QuerySet):
    """Brushes, asked for by whose they are."""

    def of(self, account):
        """Those of an account."""
        return self.filter(roll__account=account)

    def present(self):
        """Those that were not taken out of their pockets."""
        return self.filter(deleted_at=None)


class Brush(models.Model):
    """A brush in a pocket.

    `document` is what `hollowmist_core.document.read` returns; `revision` counts its kept states;
    `picture` and `tip_print` are inked by the native core from that very document, and `painted` counts how often.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    roll = models.ForeignKey(Roll, models.CASCADE, related_name="brushes")
    name = models.CharField(max_length=80)
    note = models.TextField(max_length=2000, blank=True)
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    position = models.PositiveIntegerField(default=0)
    picture = models.BinaryField()
    tip_print = models.BinaryField()
    painted = models.PositiveIntegerField(default=0)
    created_at = models.DateTimeField(auto_now_add=True)
    kept_at = models.DateTimeField(auto_now_add=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    objects = BrushQuerySet.as_manager()

    class Meta:
        ordering = ["position", "created_at"]

    def __str__(self):
        return self.name


class PictureUse(models.Model):
    """A picture that a brush uses; `source` is the source it came from, if that is known.

    Kept with the brush, in one transaction. A picture stays as long as anything uses it.
    """

    brush = models.ForeignKey(Brush, models.CASCADE, related_name="picture_uses")
    picture = models.ForeignKey(Picture, models.PROTECT, related_name="uses")
    source = models.ForeignKey(Source, models.SET_NULL, related_name="uses", null=True)

    def __str__(self):
        return f"{self.brush} uses {self.picture}"
