"""Photos for the demo account, as a tablet would take them on Skerrow: coloured, unevenly lit, framed. Made here."""

import io

import numpy as np
from hollowmist_core.documents.recipe import default_step, read
from hollowmist_core.native.recipes import generated
from PIL import Image


def _ink(kind: str, **values) -> np.ndarray:
    return generated(read({"start": {"kind": kind, **values}})["start"]).ink


def _photo(light: np.ndarray, tint: tuple[float, float, float]) -> bytes:
    colour = np.clip(light[..., None] * np.array(tint), 0, 1)
    out = io.BytesIO()
    Image.fromarray((255 * colour).astype(np.uint8)).save(out, "JPEG", quality=90)
    return out.getvalue()


def gravel_photo() -> bytes:
    """Pebbles with the sun from the right, in a dark frame; a cut of them that does not repeat."""
    large = _ink("speckle", side=1024, count=900, largest=64.0, smallest=10.0, ragged=0.9, softness=0.3, seed=5)
    fine = _ink("clouds", side=1024, cells=24, roughness=0.8, seed=9)
    stones = (0.62 - 0.34 * large - 0.22 * (fine - 0.5))[:480, :640]
    y, x = np.mgrid[0:1:480j, 0:1:640j]
    stones *= 0.75 + 0.5 * x + 0.2 * y
    edge = np.minimum.reduce([x * 640, (1 - x) * 640, y * 480, (1 - y) * 480])
    return _photo(stones * np.clip(edge / 26, 0.12, 1), (1.04, 1.0, 0.9))


def limpet_photo() -> bytes:
    """A limpet on a pale board."""
    shell = _ink("ragged", side=640, raggedness=0.35, lobes=13, holes=0.0, softness=0.02, seed=21)
    y, x = np.mgrid[-1:1:640j, -1:1:640j]
    ribs = 0.5 + 0.5 * np.cos(26 * np.arctan2(y, x)) * np.clip(2 * np.hypot(x, y), 0, 1)
    light = 0.9 - shell * (0.42 + 0.42 * ribs) + 0.05 * x
    return _photo(light, (1.0, 0.97, 0.92))


PHOTOS = {
    "Gravel below the landing.jpg": (gravel_photo, ("trim", "light", "levels", "seam"), {"black": 0.25, "white": 0.6}),
    "Limpet.jpg": (limpet_photo, ("crop", "levels"), {"black": 0.2, "white": 0.75}),
}
"""File name -> how it is made, the steps that prepare it, and the levels among them."""


def recipe_for(begun: dict, kinds: tuple[str, ...], levels: dict) -> dict:
    """The recipe that prepares a photo, going on from the one it was taken in with."""
    steps = [default_step(kind) | (levels if kind == "levels" else {}) for kind in kinds]
    return {"start": begun["start"], "steps": steps}
