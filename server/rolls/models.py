"""Rolls, and the brushes in their pockets."""

import uuid

from accounts.numbers import Numbered
from django.conf import settings
from django.db import models
from sources.models import Picture, Source


class Placed(Numbered):
    """A row with a place among others: a key between keys (fractional-indexing), made on whichever device placed it."""

    place = models.CharField(max_length=80, default="a0", db_collation="ascii_bin")

    class Meta:
        abstract = True


class Roll(Placed):
    """A set of brushes of one account."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="rolls")
    name = models.CharField(max_length=80)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["place", "id"]
        indexes = [models.Index(fields=["account", "number"])]

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


class Brush(Placed):
    """A brush in a pocket.

    `document` is what `hollowmist_core.document.read` returns; `revision` counts its kept states. `picture` and
    `tip_print` are empty until somebody asks for them (`actions.paint_brush`).
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    roll = models.ForeignKey(Roll, models.CASCADE, related_name="brushes")
    name = models.CharField(max_length=80)
    note = models.TextField(max_length=2000, blank=True)
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    picture = models.BinaryField(default=b"")
    tip_print = models.BinaryField(default=b"")
    created_at = models.DateTimeField(auto_now_add=True)
    kept_at = models.DateTimeField(auto_now_add=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    objects = BrushQuerySet.as_manager()

    class Meta:
        ordering = ["place", "id"]
        indexes = [models.Index(fields=["roll", "number"])]

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
