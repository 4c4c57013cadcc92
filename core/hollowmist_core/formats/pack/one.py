"""One pack: written file by file, and read file by file."""

import hashlib
import zipfile
from collections.abc import Callable, Iterable
from typing import Any, BinaryIO

from .archive import MANIFEST, Archive, PackError, as_json, parsed, put
from .manifest import (
    FORMAT,
    MOST_BYTES,
    MOST_DOCUMENT,
    MOST_DOCUMENTS,
    MOST_ENTRIES,
    MOST_FILE,
    MOST_MANIFEST,
    MOST_UNPACKED,
    FileEntry,
    Manifest,
    sound,
)


def picture_path(digest: str, data: bytes) -> str:
    """Where a picture lies in a pack: a PNG as such, any other file as it came."""
    return f"pictures/{digest}.png" if data.startswith(b"\x89PNG") else f"originals/{digest}.bin"


class PackFile:
    """A pack that is being written: its files as they come, and the manifest at the end.

    The same content gives the same bytes: entries have one time and no owner; what is packed already (pictures) is
    stored.

    Parameters
    ----------
    out : binary file
    """

    def __init__(self, out: BinaryIO):
        self._archive = zipfile.ZipFile(out, "w")
        self.files: dict[str, FileEntry] = {}

    def put(self, path: str, data: bytes) -> None:
        """Add a file, once."""
        self.files[path] = FileEntry(sha256=hashlib.sha256(data).hexdigest(), bytes=len(data))
        put(self._archive, path, data)

    def close(self, manifest: Manifest) -> None:
        """Add the manifest, with its `files` filled in. Raises pydantic.ValidationError where it is not sound."""
        whole = manifest.model_copy(update={"files": self.files})
        put(self._archive, MANIFEST, as_json(whole.model_dump(mode="json")))
        self._archive.close()


def write(out: BinaryIO, manifest: Manifest, files: Iterable[tuple[str, Callable[[], bytes]]]) -> None:
    """Write a pack.

    Parameters
    ----------
    out : binary file
    manifest : Manifest
        Its `files` are filled in here.
    files : iterable of (path, callable)
        Everything else, in any order; each is read when it is written, so that no more than one is held at a time.
    """
    file = PackFile(out)
    for path, read in sorted(files, key=lambda one: one[0]):
        file.put(path, read())
    file.close(manifest)


class Pack:
    """A pack that is read: its manifest, and its files one at a time.

    Nothing is unpacked but what the manifest names, each file bounded and held against its hash.

    Parameters
    ----------
    file : binary file
        Must be seekable.

    Raises
    ------
    PackError
        No archive, no manifest, a manifest that is not sound, or entries that no pack has.
    """

    def __init__(self, file: BinaryIO):
        self._documents = 0
        self._archive = Archive(file, MOST_BYTES, MOST_ENTRIES, MOST_UNPACKED)
        self.manifest = self._read_manifest()
        self.spare = sorted(set(self._archive.entries) - set(self.manifest.files) - {MANIFEST})
        """Entries that the manifest does not name: they are not opened."""

    def _read_manifest(self) -> Manifest:
        data = parsed(self._archive.read(MANIFEST, MOST_MANIFEST), "The manifest of this pack")
        if not isinstance(data, dict) or data.get("format") != FORMAT:
            raise PackError("This archive is no pack of Hollowmist's. Choose one that Hollowmist wrote.")
        return sound(Manifest, data)

    def read(self, path: str, most: int = MOST_FILE) -> bytes:
        """The bytes of a file of the pack.

        Raises
        ------
        PackError
            It is missing, too large, or not what the manifest says.
        """
        entry = self.manifest.files.get(path)
        if entry is None:
            raise PackError(f"The file {path} is missing in the pack. Write it once more.")
        data = self._archive.read(path, min(most, entry.bytes))
        if len(data) != entry.bytes or hashlib.sha256(data).hexdigest() != entry.sha256:
            raise PackError(f"The file {path} in the pack is damaged. Write the pack once more.")
        return data

    def json(self, path: str) -> Any:
        """A file of the pack that is JSON."""
        data = self.read(path, MOST_DOCUMENT)
        self._documents += len(data)
        if self._documents > MOST_DOCUMENTS:
            raise PackError(f"Its documents have more than {MOST_DOCUMENTS >> 20} MB together. Write smaller packs.")
        return parsed(data, f"The file {path} in the pack")

    def picture(self, digest: str) -> bytes:
        """The bytes of a picture by its digest."""
        paths = (f"pictures/{digest}.png", f"originals/{digest}.bin")
        data = self.read(next((one for one in paths if one in self.manifest.files), paths[0]))
        if hashlib.sha256(data).hexdigest() != digest:
            raise PackError(f"The picture {digest[:8]} in the pack is another one. Write the pack once more.")
        return data
