"""What a pack tells of itself: its manifest, and the bounds of what is in it."""

from typing import Annotated, Any, Final, Literal, TypeVar
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field, StringConstraints, ValidationError

from .archive import PackError

FORMAT: Final = "hollowmist-pack"
VERSION = 1
MEDIA_TYPE = "application/vnd.hollowmist.pack+zip"
SUFFIX = ".hollowmist"

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

TOGETHER: Final = "hollowmist-packs"
"""Format of an archive of packs that are read together."""

MOST_TOGETHER = 2**36
"""Largest file of packs that are read together, bytes."""

MOST_PACKS = 1000


Model = TypeVar("Model", bound=BaseModel)


class _Open(BaseModel):
    """What a newer version tells beyond this is kept as it is."""

    model_config = ConfigDict(extra="allow")


Name = Annotated[str, StringConstraints(min_length=1, max_length=80)]
Note = Annotated[str, StringConstraints(max_length=2000)]
Digest = Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{64}$")]
Path = Annotated[str, StringConstraints(pattern=r"^[a-z]+/[0-9a-z-]+\.[a-z]+$", max_length=120)]
Milliseconds = Annotated[int, Field(ge=0, le=2**53)]


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


class PackEntry(FileEntry):
    """A pack of several that are read together."""

    file: Path
    bytes: Annotated[int, Field(ge=0, le=MOST_BYTES)]


class Together(_Open):
    """Several packs that are read together, in their order: what one needs lies in it or in one before."""

    format: Literal["hollowmist-packs"] = TOGETHER
    version: Annotated[int, Field(ge=1)] = VERSION
    packs: Annotated[list[PackEntry], Field(min_length=1, max_length=MOST_PACKS)]


def sound(model: type[Model], data: Any) -> Model:
    """A manifest checked; raises PackError with where it is not sound."""
    try:
        return model.model_validate(data)
    except ValidationError as error:
        first = error.errors()[0]
        where = ".".join(map(str, first["loc"]))[:80]
        raise PackError(f"The manifest of this pack is not sound: {where}: {first['msg'][:120]}") from None
    except RecursionError:
        raise PackError("The manifest of this pack cannot be read. Write the pack once more.") from None


def json_schema() -> dict:
    """The JSON schema of a manifest."""
    return Manifest.model_json_schema(mode="serialization")
