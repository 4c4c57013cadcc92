"""Sheets, the strokes on them, and the looks that these are inked with."""

import uuid

from accounts.numbers import Numbered
from django.conf import settings
from django.db import models
from django.utils import timezone
from proofs.models import RecordedStroke
from sources.models import Picture


class Sheet(Numbered):
    """A piece of paper of one account.

    `document` is what `hollowmist_core.documents.sheet.read_sheet` returns; `revision` counts its kept states. Its
    name, its note and when it was used are no part of these.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="sheets")
    name = models.CharField(max_length=80)
    note = models.TextField(max_length=2000, blank=True)
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1, help_text="How many states of its document were kept.")
    kept_at = models.DateTimeField(default=timezone.now)
    used_at = models.BigIntegerField(help_text="When it was last opened: milliseconds since 1970, by the device.")
    deleted_at = models.DateTimeField(null=True, blank=True)
    pictures = models.ManyToManyField(Picture, related_name="sheets", help_text="What its underlays show.")

    class Meta:
        ordering = ["-used_at", "id"]
        indexes = [models.Index(fields=["account", "number"])]

    def __str__(self):
        return self.name


class Look(Numbered):
    """A brush as it was when strokes of sheets were inked with it. It never changes.

    `brush` is the one that it was taken from, which may have gone; `pictures` are those that the document uses.
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="looks")
    brush = models.UUIDField(null=True, blank=True)
    name = models.CharField(max_length=80)
    document = models.JSONField()
    pictures = models.ManyToManyField(Picture, related_name="looks")

    class Meta:
        indexes = [models.Index(fields=["account", "number"])]

    def __str__(self):
        return self.name


class SheetStroke(RecordedStroke):
    """A stroke on a sheet, as the hand made it, and how it is inked: its look, and what of that is its own."""

    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="sheet_strokes")
    sheet = models.ForeignKey(Sheet, models.CASCADE, related_name="strokes")
    look = models.UUIDField()
    layer = models.PositiveSmallIntegerField(default=0, help_text="The layer of the sheet it lies on.")
    ink = models.CharField(max_length=7, blank=True, help_text="Its own colour; else the look's.")
    opacity = models.FloatField(null=True, blank=True, help_text="Its own opacity, 0 to 1; else the look's.")

    class Meta:
        ordering = ["drawn_at", "id"]
        indexes = [models.Index(fields=["account", "number"]), models.Index(fields=["sheet", "drawn_at"])]
