"""Do a piece of long work, and tell meanwhile how far it is."""

import logging
import threading
from contextlib import contextmanager

from django.db import connections, transaction
from django.utils import timezone
from hollowmist.errors import said_of

from .. import files
from ..models import Task
from ..registry import WORK, Made, Stopped

EVERY = 0.25
"""How far it is is told, and whether it is still wanted is asked, so often, s."""

FAILED = "The server failed at it. Ask again in a moment; if it fails again, tell whoever runs this server."

log = logging.getLogger(__name__)


class _Telling:
    """How far the work is, told beside it: what it writes itself is seen by nobody before it is whole."""

    def __init__(self, task_id):
        self.task_id = task_id
        self.share = 0.0
        self.stopped = False
        self.ended = threading.Event()

    def tell(self, share: float) -> None:
        self.share = min(1.0, max(self.share, share))
        if self.stopped:
            raise Stopped

    def look(self) -> None:
        """Write how far it is, and read whether it is still wanted. Whoever holds the row is not waited for."""
        with transaction.atomic():
            task = Task.objects.select_for_update(skip_locked=True).filter(pk=self.task_id).first()
            if task is None:
                return
            self.stopped = task.stop
            task.share, task.seen_at = self.share, timezone.now()
            task.save(update_fields=["share", "seen_at"])

    def look_on(self) -> None:
        """Look every so often until the work is over. A thread's connection is its own."""
        try:
            while not self.ended.wait(EVERY):
                self.look()
        except Exception:
            log.exception("how far task %s is could not be told", self.task_id)
        finally:
            connections.close_all()


@contextmanager
def _telling(task_id):
    telling = _Telling(task_id)
    telling.look()
    beside = threading.Thread(target=telling.look_on, daemon=True)
    beside.start()
    try:
        yield telling.tell
    finally:
        telling.ended.set()
        beside.join()


def run(task_id: str) -> None:
    """Do a task that waits. What comes of it stands in its row, whatever it is."""
    begun = Task.objects.filter(pk=task_id, state=Task.State.WAITING, stop=False)
    if not begun.update(state=Task.State.RUNNING, seen_at=timezone.now()):
        return
    task = Task.objects.select_related("account").get(pk=task_id)
    work, says = WORK[task.kind]
    given = files.opened(task.pk, files.GIVEN)
    try:
        with _telling(task.pk) as tell:
            made = work(task.account, task.arguments, given, tell)
    except Stopped:
        _end(task, Task.State.STOPPED)
    except Exception as error:
        said = says(error) or said_of(error)
        if said is None:
            log.exception("task %s (%s) failed", task.pk, task.kind)
        _end(task, Task.State.FAILED, detail=(said or FAILED)[:1000])
    else:
        _keep(task, made)
    finally:
        if given:
            given.close()
        files.drop(task.pk, files.GIVEN)


def _keep(task: Task, made: Made) -> None:
    size = files.keep(task.pk, files.MADE, made.file) if made.file is not None else 0
    fields = {"name": made.name, "media_type": made.media_type if size else "", "size": size}
    _end(task, Task.State.DONE, share=1.0, about=made.about, **fields)


def _end(task: Task, state: str, **fields) -> None:
    Task.objects.filter(pk=task.pk).update(state=state, seen_at=timezone.now(), **fields)
