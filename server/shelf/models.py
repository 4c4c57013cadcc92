"""What lies on the shelf."""

import uuid

from django.db import models


class Lot(models.Model):
    """A roll that somebody lends, as the pack that it came in.

    Attributes
    ----------
    maker : dict
        `name`, `note` and `licence`, as the pack tells them.
    sha256 : str
        Of the pack's bytes: whoever borrows it can see that it is the one that was shown.
    key_digest : str
        SHA-256 of the key that whoever lent it holds.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    name = models.CharField(max_length=80)
    note = models.TextField(blank=True)
    tint = models.CharField(max_length=12, blank=True)
    maker = models.JSONField()
    mark = models.BinaryField(blank=True)
    pack = models.BinaryField()
    sha256 = models.CharField(max_length=64)
    bytes = models.PositiveIntegerField()
    sources = models.PositiveIntegerField()
    key_digest = models.CharField(max_length=64)
    put_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-changed_at", "pk"]


class Preview(models.Model):
    """A brush of a lot, as its maker's device inked it."""

    lot = models.ForeignKey(Lot, models.CASCADE, related_name="previews")
    position = models.PositiveIntegerField()
    name = models.CharField(max_length=80)
    note = models.TextField(blank=True)
    picture = models.BinaryField(blank=True)

    class Meta:
        ordering = ["position"]
        constraints = [models.UniqueConstraint(fields=["lot", "position"], name="one_preview_a_position")]
