"""What the server remembers of acts, so that each is done exactly once."""

import uuid

from django.conf import settings
from django.db import models


class DoneAct(models.Model):
    """An act that was answered, and how. Kept for `actions.forget.DAYS`; one that comes again is answered alike."""

    id = models.UUIDField(primary_key=True, editable=False)
    account = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="+")
    answer = models.JSONField()
    at = models.DateTimeField(auto_now_add=True, db_index=True)

    def __str__(self):
        return f"{self.id}: {self.answer['answer']}"


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
