"""ZIP archives as packs have them: what may lie in one, written alike each time, and read within bounds."""

import io
import json
import shutil
import stat
import zipfile
import zlib
from typing import Any, BinaryIO

MANIFEST = "manifest.json"

UNSOUND = (zipfile.BadZipFile, zlib.error, EOFError, OSError, RuntimeError, ValueError)
"""All that `zipfile` raises on what is no sound archive, or has a way of packing that it does not know."""

EARLIEST = (1980, 1, 1, 0, 0, 0)
"""Every entry's time, so that the same content gives the same bytes."""


class PackError(ValueError):
    """A file that is no sound pack; the message says why and what to do. Nothing of it was taken."""


def as_json(value: Any) -> bytes:
    """JSON whose bytes hang on nothing but the value."""
    text = json.dumps(value, ensure_ascii=False, sort_keys=True, separators=(",", ":"), allow_nan=False)
    return text.encode()


def parsed(data: bytes, what: str) -> Any:
    """JSON that can be written again: no numbers that are none, no halves of characters."""
    try:
        value = json.loads(data)
        as_json(value)
    except (ValueError, RecursionError):
        raise PackError(f"{what} cannot be read. Write the pack once more.") from None
    return value


def put(archive: zipfile.ZipFile, path: str, data: bytes | BinaryIO) -> None:
    """Add an entry to an archive as packs have it: with no time, no owner, and nothing packed twice."""
    entry = zipfile.ZipInfo(path, EARLIEST)
    entry.compress_type = zipfile.ZIP_DEFLATED if path.endswith((".json", ".inkml")) else zipfile.ZIP_STORED
    entry.external_attr = 0o644 << 16
    entry.create_system = 3
    if isinstance(data, bytes):
        archive.writestr(entry, data, compresslevel=9)
        return
    with archive.open(entry, "w", force_zip64=True) as out:
        shutil.copyfileobj(data, out, 2**20)


class Archive:
    """An archive that is read: bounded, and closed where an entry asks for what none of a pack's does.

    Parameters
    ----------
    file : binary file
        Must be seekable.
    most_bytes, most_entries, most_unpacked : int
        Largest file, most entries in it, and all that is read of it together, bytes.

    Raises
    ------
    PackError
        No archive, none with a manifest, or entries that no pack has.
    """

    def __init__(self, file: BinaryIO, most_bytes: int, most_entries: int, most_unpacked: int):
        self._spent, self._most_entries, self._most_unpacked = 0, most_entries, most_unpacked
        size = file.seek(0, 2)
        file.seek(0)
        if size == 0:
            raise PackError("This file is empty. Write the pack once more, and choose that.")
        if size > most_bytes:
            raise PackError(
                f"This file has more than {most_bytes >> 20} MB, the most that is read. Write smaller ones."
            )
        try:
            self._archive = zipfile.ZipFile(file)
            self.entries = self._checked(self._archive.infolist())
        except PackError:
            raise
        except UNSOUND:
            raise PackError("This is no pack, or it did not come whole. Write it once more, and choose that.") from None
        if MANIFEST not in self.entries:
            raise PackError("This archive is no pack: it has no manifest.json. Choose one that Hollowmist wrote.")

    def _checked(self, entries: list[zipfile.ZipInfo]) -> dict[str, zipfile.ZipInfo]:
        if len(entries) > self._most_entries:
            raise PackError(
                f"This archive has {len(entries):,} entries, more than the {self._most_entries:,} of a pack."
            )
        # Of several packs that broke off, what comes last may be the end of one of them: it is no archive of its own.
        if min((one.header_offset for one in entries), default=0) > 0:
            raise PackError("This pack did not come whole. Write it once more, and choose that.")
        found: dict[str, zipfile.ZipInfo] = {}
        for one in entries:
            name = one.filename
            if name.startswith(("/", "\\")) or "\\" in name or ":" in name or "\0" in name or ".." in name.split("/"):
                raise PackError(f"This is no sound pack: an entry asks to lie at “{name:.60}”. It was not opened.")
            if stat.S_ISLNK(one.external_attr >> 16):
                raise PackError(f"This is no sound pack: “{name:.60}” is a link to somewhere else. It was not opened.")
            if name in found:
                raise PackError(f"This is no sound pack: it has “{name:.60}” twice. Write it once more.")
            if one.flag_bits & 1:
                raise PackError("This pack is encrypted, which packs are not. Decrypt it first.")
            found[name] = one
        return found

    def _entry(self, path: str, most: int) -> zipfile.ZipInfo:
        entry = self.entries.get(path)
        if entry is None:
            raise PackError(f"The file {path} is missing in the pack. Write it once more.")
        if entry.file_size > most:
            raise PackError(f"The file {path} would unpack to more than {most >> 10} KB. It was not opened.")
        return entry

    def copy(self, path: str, out: BinaryIO, most: int) -> None:
        """Copy an entry of at most so many bytes, whatever its header says.

        Raises
        ------
        PackError
            It is missing, damaged, or larger; or more was read of the archive than may be.
        """
        entry, left = self._entry(path, most), most
        try:
            with self._archive.open(entry) as opened:
                while left >= 0 and (part := opened.read(min(2**20, left + 1))):
                    out.write(part)
                    left -= len(part)
        except UNSOUND:
            raise PackError(f"The file {path} in the pack is damaged. Write the pack once more.") from None
        self._spent += most - left
        if left < 0:
            raise PackError(f"The file {path} would unpack to more than {most >> 10} KB. It was not opened.")
        if self._spent > self._most_unpacked:
            raise PackError(f"This pack would unpack to more than {self._most_unpacked >> 20} MB. Write smaller packs.")

    def read(self, path: str, most: int) -> bytes:
        """The bytes of an entry; raises as `copy` does."""
        out = io.BytesIO()
        self.copy(path, out, most)
        return out.getvalue()
