"""The two homes of the core beside each other: what a browser inks, and what this machine does."""

import base64
import hashlib
import uuid
from functools import cache

import numpy as np
from hollowmist_core.documents import recipe
from hollowmist_core.documents.brush import pictures_of, read
from hollowmist_core.documents.shipped import all_shipped
from hollowmist_core.native.recipes import follow
from hollowmist_core.native.sheet import PAPER, Sheet, Stroke, prepared
from rolls.shipped.rolls import ROLLS, with_sources

from .browser import encoded, rows_of

SIZE = (1216, 720)


def as_picture(ink: np.ndarray) -> dict:
    """Ink as the browser's engine takes it."""
    return {"width": ink.shape[1], "height": ink.shape[0], "ink": encoded(ink)}


def digest_of(name: str) -> str:
    """A stand-in for the digest of a shipped source."""
    return hashlib.sha256(name.encode()).hexdigest()


@cache
def shipped_ink() -> dict[str, np.ndarray]:
    """Ink of the shipped sources by their stand-in digests."""
    found: dict[str, np.ndarray] = {}
    for one in all_shipped(digest_of):
        found[digest_of(one.name)] = follow(recipe.read(one.recipe), one.makes, None, found.__getitem__).bytes
    return found


def demo_documents():
    """Every demo brush, (name, document); its sources are those of `shipped_ink`."""
    for brushes in ROLLS.values():
        for name, _, document in brushes:
            yield name, read(with_sources(document, lambda source: (uuid.uuid4(), digest_of(source))))


def difference(evaluate, document, strokes, pictures=None, without=()) -> int:
    """Largest difference, of 255, between what both homes ink.

    Parameters
    ----------
    evaluate : callable
        Runs a script with an argument on the measuring page, and returns what its promise comes to.
    without : sequence of str
        Settings that the browser's document lacks.
    """
    sheet = Sheet(*SIZE)
    ready = prepared(document, pictures and pictures.__getitem__)
    for samples in strokes:
        sheet.ink(ready, Stroke(samples))
    rows = [rows_of(samples) for samples in strokes]
    sent = {digest: as_picture(pictures[digest]) for _, digest in pictures_of(document)} if pictures else {}
    left = {key: value for key, value in document.items() if key not in without}
    data = evaluate("(given) => window.measures.ink(...given)", [left, rows, *SIZE, PAPER, sent])
    tablet = np.frombuffer(base64.b64decode(data), np.uint8).reshape(SIZE[1], SIZE[0], 4)
    native = sheet.pixels()
    if (native[..., :3] != native[0, 0, :3]).sum() <= 1000:
        raise AssertionError("there is hardly any ink to compare")
    return int(np.abs(native.astype(int) - tablet).max())
