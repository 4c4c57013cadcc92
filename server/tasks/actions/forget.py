"""Let go of long work that is over, with its files."""

from datetime import timedelta

from django.utils import timezone

from .. import files
from ..models import Task

FETCHED_WITHIN = timedelta(days=1)
"""What work came to is kept for so long."""


def forget_tasks() -> int:
    """Let go of tasks that were asked for long ago; returns how many."""
    old = Task.objects.filter(asked_at__lt=timezone.now() - FETCHED_WITHIN)
    for pk in old.values_list("pk", flat=True):
        files.drop(pk, files.GIVEN, files.MADE)
    return old.delete()[0]
