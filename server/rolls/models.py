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


class Tint(models.TextChoices):
    """What the cloth of a roll is dyed with; undyed where it is none."""

    KELP = "kelp"
    RUST = "rust"
    MUSSEL = "mussel"
    LICHEN = "lichen"
    HEATHER = "heather"


class Roll(Placed):
    """A set of brushes of one account."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="rolls")
    name = models.CharField(max_length=80)
    note = models.TextField(max_length=2000, blank=True)
    tint = models.CharField(max_length=12, choices=Tint.choices, blank=True)
    created_at = models.DateTimeField(auto_now_add=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["place", "id"]
        indexes = [models.Index(fields=["account", "number"])]

    def __str__(self):
        return self.name


class BrushQuerySet(models.QuerySet):
    """Brushes, asked for by whose they are."""

    def of(self, account):
        """Those of an account."""
        return self.filter(account=account)

    def present(self):
        """Those that were not taken out of their pockets, nor deleted with their roll."""
        return self.filter(deleted_at=None, roll__deleted_at=None)


class Brush(Placed):
    """A brush in a pocket.

    `document` is what `hollowmist_core.documents.brush.read` returns; `revision` counts its kept states: of its name,
    its note and its document, while its pocket and what is marked on it are no part of them. `cover` is the person's
    own picture of it, instead of its tip's print. `picture` and `tip_print` are empty until somebody asks for them
    (`actions.paint_brush`).
    """

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="brushes")
    roll = models.ForeignKey(Roll, models.CASCADE, related_name="brushes")
    name = models.CharField(max_length=80)
    note = models.TextField(max_length=2000, blank=True)
    document = models.JSONField()
    revision = models.PositiveIntegerField(default=1)
    favourite = models.BooleanField(default=False)
    used_at = models.DateTimeField(null=True, blank=True, help_text="When it was last on the bench.")
    cover = models.ForeignKey(Picture, models.PROTECT, related_name="covers", null=True, blank=True)
    maker = models.JSONField(null=True, blank=True, help_text="Whose it was, where it came from elsewhere.")
    unknown_fields = models.JSONField(
        default=dict, db_column="beyond", help_text="What a newer version told of it, to be written again."
    )
    picture = models.BinaryField(default=b"")
    tip_print = models.BinaryField(default=b"")
    created_at = models.DateTimeField(auto_now_add=True)
    kept_at = models.DateTimeField(auto_now_add=True)
    deleted_at = models.DateTimeField(null=True, blank=True)

    objects = BrushQuerySet.as_manager()

    class Meta:
        ordering = ["place", "id"]
        indexes = [models.Index(fields=["account", "number"])]

    def __str__(self):
        return self.name


class Checkpoint(Numbered):
    """A kept state of a brush, to return to or compare with. It never changes, but for its label.

    `pictures` are those that its document uses: they stay as long as it does.
    """

    class Why(models.TextChoices):
        """What it was made for."""

        HAND = "hand", "by hand"
        VISIT = "visit", "at the start of a visit"
        CHANGE = "change", "before a large change"
        ELSEWHERE = "elsewhere", "the state of another device"
        FIRST = "first", "as it was when it came"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="checkpoints")
    brush = models.ForeignKey(Brush, models.CASCADE, related_name="checkpoints")
    label = models.CharField(max_length=80, blank=True)
    why = models.CharField(max_length=9, choices=Why.choices)
    document = models.JSONField()
    made_at = models.DateTimeField()
    deleted_at = models.DateTimeField(null=True, blank=True)
    pictures = models.ManyToManyField(Picture, related_name="checkpoints")

    class Meta:
        ordering = ["made_at", "id"]
        indexes = [models.Index(fields=["account", "number"])]

    def __str__(self):
        return self.label or self.get_why_display()


class PictureUse(models.Model):
    """A picture that a brush uses; `source` is the source it came from, if that is known.

    Kept with the brush, in one transaction. A picture stays as long as anything uses it.
    """

    brush = models.ForeignKey(Brush, models.CASCADE, related_name="picture_uses")
    picture = models.ForeignKey(Picture, models.PROTECT, related_name="uses")
    source = models.ForeignKey(Source, models.SET_NULL, related_name="uses", null=True)

    def __str__(self):
        return f"{self.brush} uses {self.picture}"
