"""Proof strokes that people drew themselves, and the lanes they made of them."""

import uuid

from accounts.numbers import Numbered
from django.conf import settings
from django.db import models


class Lane(Numbered):
    """A named group of strokes of one's own. Lanes with the same `set_name` are shown together."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="lanes")
    name = models.CharField(max_length=80)
    set_name = models.CharField(max_length=40, default="mine")
    position = models.PositiveIntegerField(default=0)
    hidden = models.BooleanField(default=False)
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["position", "id"]
        indexes = [models.Index(fields=["account", "number"])]

    def __str__(self):
        return self.name


class RecordedStroke(Numbered):
    """A stroke as the hand made it.

    `samples` is a vector of `hollowmist_core.tables.records.SAMPLE`, little-endian.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    kind = models.PositiveSmallIntegerField()
    erase = models.BooleanField(default=False)
    seed = models.PositiveIntegerField(help_text="All its chance is drawn from it: 0 to 2147483647.")
    size = models.FloatField(null=True, blank=True, help_text="Its own size in px: an eraser's. Else the brush's.")
    dries = models.BooleanField(default=False, help_text="No stroke: here all ink that is wet was dried.")
    samples = models.BinaryField()
    drawn_at = models.BigIntegerField(help_text="Milliseconds since 1970, by the clock of the device.")
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        abstract = True


class ProofStroke(RecordedStroke):
    """A stroke that an account drew on its proof sheet.

    One without a lane lies loose on the sheet of the brush it was drawn to try; one without a brush, from before that
    was kept, on all of them.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="proof_strokes")
    lane = models.ForeignKey(Lane, models.CASCADE, related_name="strokes", null=True, blank=True)
    brush = models.UUIDField(null=True, blank=True, help_text="The brush on whose bench it was drawn.")
    over = models.CharField(max_length=40, blank=True, help_text="The lane over which it was begun, by its key or id.")
    layer = models.PositiveSmallIntegerField(default=0, help_text="The layer of the proof sheet it lies on.")

    class Meta:
        ordering = ["drawn_at", "id"]
        indexes = [models.Index(fields=["account", "number"])]
