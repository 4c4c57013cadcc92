"""Packs: brushes with all that they need, in one file to carry, to give away, or to get back after a loss.

A pack is a ZIP archive (APPNOTE 6.3.10, stored or deflated) with a `manifest.json` that names everything else in it.
docs/formats/pack.md tells the format, docs/formats/pack.schema.json the manifest's schema, generated from here.
"""

import hashlib
import json
import stat
import zipfile
import zlib
from collections.abc import Callable, Iterable
from typing import Annotated, Any, BinaryIO, Literal
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field, StringConstraints, ValidationError

FORMAT, VERSION = "hollowmist-pack", 1
MEDIA_TYPE = "application/vnd.hollowmist.pack+zip"
SUFFIX = ".hollowmist"

MANIFEST = "manifest.json"
MOST_BYTES = 512 * 2**20
"""Largest pack that is read, bytes."""

MOST_ENTRIES = 20_000
MOST_MANIFEST = 32 * 2**20
MOST_DOCUMENT = 2**20
MOST_FILE = 64 * 2**20
MOST_UNPACKED = 2**30
"""All that is read of one pack, unpacked, bytes."""

MOST_DOCUMENTS = 48 * 2**20
"""All documents of one pack together, bytes: they are held at once, while pictures pass one by one."""

MOST_BRUSHES = 5000

UNSOUND = (zipfile.BadZipFile, zlib.error, EOFError, OSError, RuntimeError, ValueError)
"""All that `zipfile` raises on what is no sound archive, or has a way of packing that it does not know."""

EARLIEST = (1980, 1, 1, 0, 0, 0)
"""Every entry's time, so that the same content gives the same bytes."""


class PackError(ValueError):
    """A file that is no sound pack; the message says why and what to do. Nothing of it was taken."""


class _Open(BaseModel):
    """What a newer version tells beyond this is kept as it is."""

    model_config = ConfigDict(extra="allow")


Name = Annotated[str, StringConstraints(min_length=1, max_length=80)]
Note = Annotated[str, StringConstraints(max_length=2000)]
Digest = Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{64}$")]
Path = Annotated[str, StringConstraints(pattern=r"^[a-z]+/[0-9a-z-]+\.[a-z]+$", max_length=120)]
Milliseconds = Annotated[int, Field(ge=0, le=2**43)]


class Maker(_Open):
    """Who made something, and what may be done with it. `mark` is the digest of a picture."""

    name: Annotated[str, StringConstraints(max_length=80)] = ""
    note: Note = ""
    licence: Annotated[str, StringConstraints(max_length=80)] = ""
    mark: Digest | None = None


class RollEntry(_Open):
    """A roll; the order of the list is that of the rolls."""

    id: UUID
    name: Name
    note: Note = ""
    tint: Annotated[str, StringConstraints(max_length=12)] = ""


class BrushEntry(_Open):
    """A brush; the order of the list is that of the pockets. `document` and `preview` are files of the pack."""

    id: UUID
    roll: UUID
    name: Name
    note: Note = ""
    document: Path
    preview: Path | None = None
    cover: Digest | None = None
    favourite: bool = False
    maker: Maker | None = None


class SourceEntry(_Open):
    """A source: its recipe, and the digests of its picture and of what it began with, where that is in the pack."""

    id: UUID
    name: Name
    note: Note = ""
    makes: Literal["shape", "grain"]
    recipe: dict
    picture: Digest
    original: Digest | None = None
    working: Digest | None = None
    shipped: bool = False


class CheckpointEntry(_Open):
    """A kept state of a brush."""

    id: UUID
    brush: UUID
    label: Annotated[str, StringConstraints(max_length=80)] = ""
    why: Annotated[str, StringConstraints(max_length=9)]
    made_at: Milliseconds
    document: Path


class StrokeEntry(_Open):
    """What InkML has no words for of a stroke. One that `dries` has no trace."""

    id: UUID
    drawn_at: Milliseconds
    brush: UUID | None = None
    over: Annotated[str, StringConstraints(max_length=40)] = ""
    layer: Annotated[int, Field(ge=0, le=255)] = 0
    size: Annotated[float, Field(ge=0.5, le=2000)] | None = None
    dries: bool = False


class LaneEntry(_Open):
    """A lane with its strokes as InkML; without an id, strokes that lie loose on the sheets of their brushes."""

    id: UUID | None = None
    name: Annotated[str, StringConstraints(max_length=80)] = ""
    set: Annotated[str, StringConstraints(max_length=40)] = "mine"
    hidden: bool = False
    strokes: list[StrokeEntry]
    file: Path | None = None


class RecipeEntry(_Open):
    """Steps of a recipe, kept to be used again."""

    id: UUID
    name: Name
    steps: list[dict]


class LookEntry(_Open):
    """A brush as it was when strokes of sheets were inked with it; `brush` is the one that it was taken from."""

    id: UUID
    brush: UUID | None = None
    name: Name
    document: Path


class SheetStrokeEntry(_Open):
    """What InkML has no words for of a sheet's stroke. One that `dries` has no trace."""

    id: UUID
    drawn_at: Milliseconds
    look: UUID
    layer: Annotated[int, Field(ge=0, le=255)] = 0
    size: Annotated[float, Field(ge=0.5, le=2000)] | None = None
    ink: Annotated[str, StringConstraints(pattern=r"^(#[0-9a-f]{6})?$")] = ""
    opacity: Annotated[float, Field(ge=0, le=1)] | None = None
    dries: bool = False


class SheetEntry(_Open):
    """A sheet: its document, and its strokes as InkML."""

    id: UUID
    name: Name
    note: Note = ""
    used_at: Milliseconds = 0
    document: Path
    strokes: Annotated[list[SheetStrokeEntry], Field(max_length=MOST_BRUSHES)] = []
    file: Path | None = None


class FileEntry(_Open):
    """A file of the pack: the SHA-256 of its bytes, and how many they are."""

    sha256: Digest
    bytes: Annotated[int, Field(ge=0, le=MOST_FILE)]


class Manifest(_Open):
    """All that a pack holds."""

    format: Literal["hollowmist-pack"] = FORMAT
    version: Annotated[int, Field(ge=1)] = VERSION
    maker: Maker = Maker()
    rolls: list[RollEntry] = []
    brushes: Annotated[list[BrushEntry], Field(max_length=MOST_BRUSHES)] = []
    sources: Annotated[list[SourceEntry], Field(max_length=MOST_BRUSHES)] = []
    checkpoints: list[CheckpointEntry] = []
    lanes: list[LaneEntry] = []
    recipes: list[RecipeEntry] = []
    looks: Annotated[list[LookEntry], Field(max_length=MOST_BRUSHES)] = []
    sheets: list[SheetEntry] = []
    files: dict[str, FileEntry] = {}


def json_schema() -> dict:
    """The JSON schema of a manifest."""
    return Manifest.model_json_schema(mode="serialization")


def as_json(value: Any) -> bytes:
    """JSON whose bytes hang on nothing but the value."""
    text = json.dumps(value, ensure_ascii=False, sort_keys=True, separators=(",", ":"), allow_nan=False)
    return text.encode()


def _parsed(data: bytes, what: str) -> Any:
    """JSON that can be written again: no numbers that are none, no halves of characters."""
    try:
        value = json.loads(data)
        as_json(value)
    except (ValueError, RecursionError):
        raise PackError(f"{what} cannot be read. Write the pack once more.") from None
    return value


def picture_path(digest: str, data: bytes) -> str:
    """Where a picture lies in a pack: a PNG as such, any other file as it came."""
    return f"pictures/{digest}.png" if data.startswith(b"\x89PNG") else f"originals/{digest}.bin"


def write(out: BinaryIO, manifest: Manifest, files: Iterable[tuple[str, Callable[[], bytes]]]) -> None:
    """Write a pack.

    Parameters
    ----------
    out : binary file
    manifest : Manifest
        Its `files` are filled in here.
    files : iterable of (path, callable)
        Everything else, in any order; each is read when it is written, so that no more than one is held at a time.

    Notes
    -----
    The same content gives the same bytes: entries are sorted, have one time and no owner; what is packed already
    (pictures) is stored.
    """
    told: dict[str, FileEntry] = {}
    with zipfile.ZipFile(out, "w") as archive:
        for path, read in sorted(files, key=lambda one: one[0]):
            data = read()
            told[path] = FileEntry(sha256=hashlib.sha256(data).hexdigest(), bytes=len(data))
            _put(archive, path, data)
        whole = manifest.model_copy(update={"files": told})
        _put(archive, MANIFEST, as_json(whole.model_dump(mode="json")))


def _put(archive: zipfile.ZipFile, path: str, data: bytes) -> None:
    entry = zipfile.ZipInfo(path, EARLIEST)
    entry.compress_type = zipfile.ZIP_DEFLATED if path.endswith((".json", ".inkml")) else zipfile.ZIP_STORED
    entry.external_attr = 0o644 << 16
    entry.create_system = 3
    archive.writestr(entry, data, compresslevel=9)


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
        self._spent = self._documents = 0
        size = file.seek(0, 2)
        file.seek(0)
        if size == 0:
            raise PackError("This file is empty. Write the pack once more, and choose that.")
        if size > MOST_BYTES:
            raise PackError(
                f"This file has more than {MOST_BYTES >> 20} MB, the most that is read. Write smaller ones."
            )
        try:
            self._archive = zipfile.ZipFile(file)
            self._entries = self._checked(self._archive.infolist())
        except PackError:
            raise
        except UNSOUND:
            raise PackError("This is no pack, or it did not come whole. Write it once more, and choose that.") from None
        if MANIFEST not in self._entries:
            raise PackError("This archive is no pack: it has no manifest.json. Choose one that Hollowmist wrote.")
        self.manifest = self._read_manifest()
        self.spare = sorted(set(self._entries) - set(self.manifest.files) - {MANIFEST})
        """Entries that the manifest does not name: they are not opened."""

    @staticmethod
    def _checked(entries: list[zipfile.ZipInfo]) -> dict[str, zipfile.ZipInfo]:
        if len(entries) > MOST_ENTRIES:
            raise PackError(f"This archive has {len(entries):,} entries, more than the {MOST_ENTRIES:,} of a pack.")
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

    def _read_entry(self, path: str, most: int) -> bytes:
        """The bytes of an entry, at most so many, whatever its header says."""
        entry = self._entries.get(path)
        if entry is None:
            raise PackError(f"The file {path} is missing in the pack. Write it once more.")
        if entry.file_size > most:
            raise PackError(f"The file {path} would unpack to more than {most >> 10} KB. It was not opened.")
        try:
            with self._archive.open(entry) as opened:
                data = opened.read(most + 1)
        except UNSOUND:
            raise PackError(f"The file {path} in the pack is damaged. Write the pack once more.") from None
        self._spent += len(data)
        if len(data) > most:
            raise PackError(f"The file {path} would unpack to more than {most >> 10} KB. It was not opened.")
        if self._spent > MOST_UNPACKED:
            raise PackError(f"This pack would unpack to more than {MOST_UNPACKED >> 20} MB. Write smaller packs.")
        return data

    def _read_manifest(self) -> Manifest:
        told = _parsed(self._read_entry(MANIFEST, MOST_MANIFEST), "The manifest of this pack")
        if not isinstance(told, dict) or told.get("format") != FORMAT:
            raise PackError("This archive is no pack of Hollowmist's. Choose one that Hollowmist wrote.")
        try:
            return Manifest.model_validate(told)
        except ValidationError as error:
            first = error.errors()[0]
            where = ".".join(map(str, first["loc"]))[:80]
            raise PackError(f"The manifest of this pack is not sound: {where}: {first['msg'][:120]}") from None
        except RecursionError:
            raise PackError("The manifest of this pack cannot be read. Write the pack once more.") from None

    def read(self, path: str, most: int = MOST_FILE) -> bytes:
        """The bytes of a file of the pack.

        Raises
        ------
        PackError
            It is missing, too large, or not what the manifest says.
        """
        told = self.manifest.files.get(path)
        if told is None:
            raise PackError(f"The file {path} is missing in the pack. Write it once more.")
        data = self._read_entry(path, min(most, told.bytes))
        if len(data) != told.bytes or hashlib.sha256(data).hexdigest() != told.sha256:
            raise PackError(f"The file {path} in the pack is damaged. Write the pack once more.")
        return data

    def json(self, path: str) -> Any:
        """A file of the pack that is JSON."""
        data = self.read(path, MOST_DOCUMENT)
        self._documents += len(data)
        if self._documents > MOST_DOCUMENTS:
            raise PackError(f"Its documents have more than {MOST_DOCUMENTS >> 20} MB together. Write smaller packs.")
        return _parsed(data, f"The file {path} in the pack")

    def picture(self, digest: str) -> bytes:
        """The bytes of a picture by its digest."""
        paths = (f"pictures/{digest}.png", f"originals/{digest}.bin")
        data = self.read(next((one for one in paths if one in self.manifest.files), paths[0]))
        if hashlib.sha256(data).hexdigest() != digest:
            raise PackError(f"The picture {digest[:8]} in the pack is another one. Write the pack once more.")
        return data
