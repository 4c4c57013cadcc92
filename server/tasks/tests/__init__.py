"""Long work in tests: done at once, where the test asks for it."""

import threading
from contextlib import contextmanager
from unittest import mock

from django.db import connections

from tasks.actions.run import run
from tasks.models import Task


def work_off(client, answer) -> tuple[dict, bytes | None]:
    """Do what an answer told of as asked for; returns how it stands, as the API tells it, and its file, if any."""
    assert answer.status_code == 202, (answer.status_code, answer.content[:500])
    pk = answer.json()["id"]
    if Task.objects.get(pk=pk).state == Task.State.WAITING:
        run(pk)
    task = client.get(f"/api/tasks/{pk}").json()
    file = None
    if task["size"]:
        sent = client.get(f"/api/tasks/{pk}/file")
        file = b"".join(sent.streaming_content)
        assert sent["Content-Type"] == task["media_type"]
        assert len(file) == task["size"]
    return task, file


@contextmanager
def workers_here():
    """Workers as threads of this process, on its database; at the end all that they do is waited for."""
    begun = []

    def work(task_id):
        try:
            run(str(task_id))
        finally:
            # A thread's connections are its own.
            connections.close_all()

    def enqueue(task_id):
        begun.append(threading.Thread(target=work, args=(task_id,)))
        begun[-1].start()

    with mock.patch("tasks.actions.ask.enqueue", enqueue):
        yield
    for one in begun:
        one.join()
