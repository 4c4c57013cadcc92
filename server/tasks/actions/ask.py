"""Ask for long work."""

import uuid
from typing import BinaryIO

from django.db import transaction
from django_q.tasks import async_task
from hollowmist.refusal import Refused

from .. import files
from ..models import Task
from ..registry import WORK

MOST_WAITING = 24
"""So much work of an account waits or runs at a time."""


def enqueue(task_id: uuid.UUID) -> None:
    """Have a worker do it, whichever is free first."""
    async_task("tasks.actions.run.run", str(task_id))


def ask(account, kind: str, arguments: dict, given: BinaryIO | None = None) -> Task:
    """Ask for work of a kind; `arguments` is what of, as JSON, and `given` a file that it needs.

    Raises
    ------
    hollowmist.refusal.Refused
        More waits already than may wait.
    """
    if kind not in WORK:
        raise LookupError(f"there is no work of the kind {kind}")
    waiting = Task.objects.filter(account=account, state__in=[Task.State.WAITING, Task.State.RUNNING]).count()
    if waiting >= MOST_WAITING:
        raise Refused(f"{waiting} files and packs are being made for you already. Ask again when some are done.")
    task = Task(account=account, kind=kind, arguments=arguments)
    if given is not None:
        files.keep(task.pk, files.GIVEN, given)
    task.save()
    transaction.on_commit(lambda: enqueue(task.pk))
    return task


def stop(task: Task) -> None:
    """Stop it: what waits is not begun, what runs ends at its next step with nothing of it. What is done stays."""
    Task.objects.filter(pk=task.pk, state=Task.State.WAITING).update(state=Task.State.STOPPED, stop=True)
    Task.objects.filter(pk=task.pk, state=Task.State.RUNNING).update(stop=True)
