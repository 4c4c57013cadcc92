"""What came into accounts by packs."""

from django.conf import settings
from django.db import models


class Brought(models.Model):
    """The id that a thing of a pack has in an account: drawn anew, so that nobody outside can reckon it.

    Read once more, a pack doubles nothing.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="+")
    outside = models.UUIDField(help_text="Its id in packs.")
    thing = models.UUIDField(help_text="Its id in the account.")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["account", "outside"], name="brought_once")]

    def __str__(self):
        return f"{self.outside} as {self.thing}"
