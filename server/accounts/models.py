"""An account: a person, and how they like their room."""

from django.contrib.auth.models import AbstractUser
from django.db import models


class Account(AbstractUser):
    """A person's account. `username` is the name they sign in with."""

    class Theme(models.TextChoices):
        """Light of the room; *system* is the one that the device wishes."""

        SYSTEM = "system"
        FOG = "fog"
        DAYLIGHT = "daylight"
        LAMP = "lamp"

    class Hand(models.TextChoices):
        """The hand that draws; the rail stands on the other side."""

        RIGHT = "right"
        LEFT = "left"

    theme = models.CharField(max_length=10, choices=Theme.choices, default=Theme.SYSTEM)
    hand = models.CharField(max_length=5, choices=Hand.choices, default=Hand.RIGHT)
    number = models.BigIntegerField(default=0, help_text="How often anything of the account was changed.")
    purged = models.BigIntegerField(
        default=0, help_text="Up to this number it is not told any more what was let go of for good."
    )
    maker = models.JSONField(default=dict, blank=True, help_text="What goes out with their packs.")
    """As `hollowmist_core.formats.pack.Maker` reads it."""

    pockets = models.JSONField(default=dict, blank=True, help_text="The stroke, size and ink that brushes show with.")
    """As `hollowmist.fields.Pockets` reads it."""
