"""What the server remembers of acts, so that each is done exactly once."""

import uuid

from accounts.numbers import Numbered
from django.conf import settings
from django.core.serializers.json import DjangoJSONEncoder
from django.db import models


class DoneAct(models.Model):
    """An act that was done, and its answer. Kept for `actions.forget.DAYS`; sent again, it is answered alike."""

    id = models.UUIDField(primary_key=True, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="+")
    answer = models.JSONField(encoder=DjangoJSONEncoder)
    at = models.DateTimeField(auto_now_add=True, db_index=True)

    def __str__(self):
        return f"{self.id}: {self.answer['answer']}"


class Purged(Numbered):
    """A thing that was let go of for good, so that devices which still have it, or lie in wait with it, are told.

    What lay in it went with it, and is not told of by itself.
    """

    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="+")
    table = models.CharField(max_length=20)
    thing = models.UUIDField()
    at = models.DateTimeField(auto_now_add=True, db_index=True)
    may_return = models.BooleanField(default=False, help_text="It was put back, and is kept anew by the next act.")

    class Meta:
        indexes = [models.Index(fields=["account", "number"])]
        constraints = [models.UniqueConstraint(fields=["account", "table", "thing"], name="purged_once")]

    def __str__(self):
        return f"{self.table} {self.thing}"


class Epoch(models.Model):
    """One row, made with the database: a database that was set back to a backup gets another one."""

    id = models.UUIDField(primary_key=True, default=uuid.uuid4, editable=False)

    def __str__(self):
        return str(self.id)

    @classmethod
    def present(cls) -> str:
        """The epoch's id."""
        found = cls.objects.first() or cls.objects.create()
        return str(found.pk)
