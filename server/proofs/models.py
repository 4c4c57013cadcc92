"""Proof strokes that people drew themselves."""

import uuid

from django.conf import settings
from django.db import models


class ProofStroke(models.Model):
    """A stroke that an account drew on its proof sheet, as the hand made it.

    `samples` is a vector of `hollowmist_core.kernels.records.SAMPLE`, little-endian.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="proof_strokes")
    kind = models.PositiveSmallIntegerField()
    erase = models.BooleanField(default=False)
    samples = models.BinaryField()
    drawn_at = models.BigIntegerField(help_text="Milliseconds since 1970, by the clock of the device.")
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["drawn_at", "id"]
