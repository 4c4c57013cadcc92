"""What is more than one pack may hold: as many packs as it takes, in one file, read together."""

import hashlib
import json
import shutil
import tempfile
import zipfile
from collections.abc import Callable, Iterable, Iterator, Mapping
from typing import Any, BinaryIO, cast

from .archive import MANIFEST, Archive, PackError, as_json, parsed, put
from .manifest import (
    MOST_BYTES,
    MOST_ENTRIES,
    MOST_MANIFEST,
    MOST_TOGETHER,
    TOGETHER,
    Maker,
    Manifest,
    PackEntry,
    Together,
    sound,
)
from .one import Pack, PackFile, picture_path

IN_MEMORY = 2**24
"""Packs larger than this are put together, and read, on disk, bytes."""

ROOM = {"bytes": 2**27, "documents": 2**25, "files": 12_000, "manifest": 2**23}
"""How much a pack is given before the next is begun, bytes and number of files: well below all that a reader takes."""

MOST_OF_A_KIND = 4_000


class _Part:
    """A pack that is being filled."""

    def __init__(self):
        self.out = tempfile.SpooledTemporaryFile(IN_MEMORY)  # noqa: SIM115
        self.file = PackFile(self.out)
        self.entries: dict[str, list[dict]] = {}
        self.taken = dict.fromkeys(ROOM, 0)
        self.pictures: set[str] = set()

    def has_room(self, kind: str, needed: Mapping[str, int]) -> bool:
        """Whether an entry fits; one always does where nothing lies in it yet."""
        return not self.entries or (
            len(self.entries.get(kind, ())) < MOST_OF_A_KIND
            and all(self.taken[what] + much <= ROOM[what] for what, much in needed.items())
        )

    def needed(self, entry: dict, files: Mapping[str, bytes]) -> dict[str, int]:
        """What an entry takes of the room, with those of its files that are not here yet."""
        sizes = {path: len(data) for path, data in files.items() if path not in self.file.files}
        return {
            "bytes": sum(sizes.values()),
            "documents": sum(size for path, size in sizes.items() if path.endswith(".json")),
            "files": len(sizes),
            "manifest": len(json.dumps(entry, default=str)) + sum(len(path) + 120 for path in sizes),
        }

    def hold(self, files: Mapping[str, bytes]) -> None:
        """Have files lie in it, those that do not yet."""
        for path in sorted(files.keys() - self.file.files.keys()):
            self.file.put(path, files[path])

    def add(self, kind: str, entry: dict, files: Mapping[str, bytes]) -> None:
        """Add an entry with its files."""
        for what, much in self.needed(entry, files).items():
            self.taken[what] += much
        self.entries.setdefault(kind, []).append(entry)
        self.hold(files)

    def close(self, maker: Maker) -> None:
        """End it; it holds no more than its file from then on."""
        self.file.close(Manifest.model_validate({"maker": maker, **self.entries}))
        self.entries, self.pictures = {}, set()


def _paths(pictures: Mapping[str, bytes]) -> dict[str, bytes]:
    """Pictures by where they lie in a pack."""
    return {picture_path(digest, data): data for digest, data in pictures.items()}


class PacksFile:
    """Packs that are being written: entries as they come, each into the pack that has room for it.

    Parameters
    ----------
    maker : Maker
        Of all of them.
    pictures_of : callable
        Digests -> the pictures' bytes by digest, those of them that there are.
    """

    def __init__(self, maker: Maker, pictures_of: Callable[[Iterable[str]], Mapping[str, bytes]]):
        self._maker = maker
        self._pictures_of = pictures_of
        self._parts: list[_Part] = [_Part()]

    def _lacking(self, digests: Iterable[str]) -> dict[str, bytes]:
        """Those of some pictures that the pack which is being filled does not have yet, by where they lie in it."""
        lacking = [one for one in dict.fromkeys(digests) if one not in self._parts[-1].pictures]
        return _paths(self._pictures_of(lacking)) if lacking else {}

    def add(self, pictures: Iterable[str]) -> None:
        """Add pictures that no entry names, by their digests."""
        self._parts[-1].hold(self._lacking(pictures))
        self._parts[-1].pictures.update(pictures)

    def put(self, kind: str, entry: dict[str, Any], files: Mapping[str, bytes], pictures: Iterable[str]) -> None:
        """Add an entry to a list of the manifest, with the files that it names, and pictures by their digests.

        A picture lies in every pack that has an entry which names it.
        """
        part, beside = self._parts[-1], {**files, **self._lacking(pictures)}
        if not part.has_room(kind, part.needed(entry, beside)):
            part.close(self._maker)
            self._parts.append(part := _Part())
            beside = {**files, **self._lacking(pictures)}
        part.add(kind, entry, beside)
        part.pictures.update(pictures)

    def close(self, out: BinaryIO) -> None:
        """Write it all: one pack as such, several as an archive of them."""
        self._parts[-1].close(self._maker)
        files = [part.out for part in self._parts]
        for file in files:
            file.seek(0)
        if len(files) == 1:
            shutil.copyfileobj(files[0], out, 2**20)
            return
        listed = []
        with zipfile.ZipFile(out, "w") as archive:
            for number, file in enumerate(files, 1):
                path, size = f"packs/{number:04d}.hollowmist", file.seek(0, 2)
                file.seek(0)
                listed.append({"file": path, "sha256": hashlib.file_digest(file, "sha256").hexdigest(), "bytes": size})
                file.seek(0)
                put(archive, path, file)
                file.close()
            put(archive, MANIFEST, as_json(Together.model_validate({"packs": listed}).model_dump(mode="json")))


class Packs:
    """What a file of packs holds, pack by pack in their order: one, or several that were written together.

    Parameters
    ----------
    file : binary file
        Must be seekable.

    Raises
    ------
    PackError
        It is none. What is wrong with one of several is raised when that one's turn comes.
    """

    def __init__(self, file: BinaryIO):
        self._file = file
        self._archive = Archive(file, MOST_TOGETHER, MOST_ENTRIES, MOST_TOGETHER)
        data = parsed(self._archive.read(MANIFEST, MOST_MANIFEST), "The manifest of this pack")
        several = isinstance(data, dict) and data.get("format") == TOGETHER
        self._together = sound(Together, data) if several else None

    def __len__(self) -> int:
        return len(self._together.packs) if self._together else 1

    def __iter__(self) -> Iterator[Pack]:
        return self._each(self._together.packs) if self._together else iter([Pack(self._file)])

    def _each(self, packs: list[PackEntry]) -> Iterator[Pack]:
        for one in packs:
            with tempfile.SpooledTemporaryFile(IN_MEMORY) as spooled:
                file = cast(BinaryIO, spooled)
                self._archive.copy(one.file, file, min(MOST_BYTES, one.bytes))
                file.seek(0)
                if hashlib.file_digest(spooled, "sha256").hexdigest() != one.sha256:
                    raise PackError(f"The file {one.file} in the pack is damaged. Write the pack once more.")
                yield Pack(file)
