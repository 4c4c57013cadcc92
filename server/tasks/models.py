"""Long work that was asked for, and how far it is."""

import uuid
from datetime import timedelta

from accounts.models import Account
from django.db import models
from django.utils import timezone

SILENT = timedelta(seconds=30)
"""A worker says so often at least that it is at it; one that does not has ended."""


class Task(models.Model):
    """A piece of work for an account."""

    class State(models.TextChoices):
        """How it stands."""

        WAITING = "waiting"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"
        STOPPED = "stopped"

    id = models.UUIDField(primary_key=True, default=uuid.uuid4)
    account = models.ForeignKey(Account, models.CASCADE, related_name="tasks")
    kind = models.CharField(max_length=30)
    arguments = models.JSONField(db_column="told", help_text="What was asked, as the kind of work reads it.")
    state = models.CharField(max_length=8, choices=State.choices, default=State.WAITING)
    share = models.FloatField(default=0.0, help_text="How much of it is done, 0..1.")
    stop = models.BooleanField(default=False, help_text="Whether it is not wanted any more.")
    detail = models.CharField(max_length=1000, blank=True, help_text="Why it came to nothing.")
    about = models.JSONField(null=True, help_text="What is told of what it came to.")
    name = models.CharField(max_length=200, blank=True, help_text="Of the file that it came to.")
    media_type = models.CharField(max_length=80, blank=True)
    size = models.BigIntegerField(default=0)
    asked_at = models.DateTimeField(default=timezone.now, db_index=True)
    seen_at = models.DateTimeField(default=timezone.now, help_text="When a worker was last heard of at it.")

    class Meta:
        indexes = [models.Index(fields=["account", "state"])]

    @property
    def over(self) -> bool:
        """Whether nothing comes of it any more."""
        return self.state not in (self.State.WAITING, self.State.RUNNING)

    @property
    def abandoned(self) -> bool:
        """Whether its worker ended in the midst of it."""
        return self.state == self.State.RUNNING and timezone.now() - self.seen_at > SILENT
