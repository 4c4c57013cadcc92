"""Packs: brushes with all that they need, in one file to carry, to give away, or to get back after a loss.

A pack is a ZIP archive (APPNOTE 6.3.10, stored or deflated) with a `manifest.json` that names everything else in it.
What is more than one may hold is several packs in one file, read together. docs/formats/pack.md tells the format,
docs/formats/pack.schema.json the manifest's schema, generated from here.
"""

from .archive import MANIFEST, PackError, as_json
from .manifest import (
    MEDIA_TYPE,
    MOST_BYTES,
    MOST_TOGETHER,
    SUFFIX,
    BrushEntry,
    CheckpointEntry,
    LaneEntry,
    LookEntry,
    Maker,
    Manifest,
    RecipeEntry,
    RollEntry,
    SheetEntry,
    SourceEntry,
    json_schema,
)
from .one import Pack, picture_path, write
from .several import Packs, PacksFile

__all__ = [
    "MANIFEST",
    "MEDIA_TYPE",
    "MOST_BYTES",
    "MOST_TOGETHER",
    "SUFFIX",
    "BrushEntry",
    "CheckpointEntry",
    "LaneEntry",
    "LookEntry",
    "Maker",
    "Manifest",
    "Pack",
    "PackError",
    "Packs",
    "PacksFile",
    "RecipeEntry",
    "RollEntry",
    "SheetEntry",
    "SourceEntry",
    "as_json",
    "json_schema",
    "picture_path",
    "write",
]
