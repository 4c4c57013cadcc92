"""Long work in tests: done at once, where the test asks for it."""

from tasks.actions.run import run
from tasks.models import Task


def work_off(client, answer) -> tuple[dict, bytes | None]:
    """Do what an answer told of as asked for; returns how it stands, as the API tells it, and its file, if any."""
    assert answer.status_code == 202, (answer.status_code, answer.content[:500])
    pk = answer.json()["id"]
    if Task.objects.get(pk=pk).state == Task.State.WAITING:
        run(pk)
    told = client.get(f"/api/tasks/{pk}").json()
    file = None
    if told["size"]:
        sent = client.get(f"/api/tasks/{pk}/file")
        file = b"".join(sent.streaming_content)
        assert sent["Content-Type"] == told["media_type"]
        assert len(file) == told["size"]
    return told, file
