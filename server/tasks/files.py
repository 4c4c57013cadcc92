"""Files that are given for long work, and that it comes to: in Django's storage `tasks`, for a while."""

from typing import BinaryIO

from django.core.files.base import ContentFile, File
from django.core.files.storage import storages

GIVEN, MADE = "given", "made"


def _storage():
    return storages["tasks"]


def keep(task_id, which: str, content: bytes | BinaryIO) -> int:
    """Keep a file of a task; returns its size, bytes."""
    file = ContentFile(content) if isinstance(content, bytes) else File(content)
    path = f"{task_id}.{which}"
    drop(task_id, which)
    _storage().save(path, file)
    return _storage().size(path)


def opened(task_id, which: str) -> File | None:
    """A file of a task, open to be read; none where there is none."""
    path = f"{task_id}.{which}"
    return _storage().open(path) if _storage().exists(path) else None


def drop(task_id, *which: str) -> None:
    """Let go of files of a task."""
    for one in which:
        _storage().delete(f"{task_id}.{one}")
