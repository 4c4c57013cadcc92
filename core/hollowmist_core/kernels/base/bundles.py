"""Bundles: what belongs together travels together.

Kernels that both homes export take flat vectors; their first lines bundle them. Named tuples of arrays and numbers cost
nothing once compiled.
"""

from typing import NamedTuple

import numpy as np


class Surface(NamedTuple):
    """A sheet's memory, as `sheet` describes it; `cells` is the pool seen as uint32."""

    maps: np.ndarray
    free: np.ndarray
    pool: np.ndarray
    cells: np.ndarray


class Sources(NamedTuple):
    """The images at hand, and the bank of words that holds their levels."""

    images: np.ndarray
    bank: np.ndarray


class Easel(NamedTuple):
    """What a stroke is inked with: its state and its brush (records of STROKE and BRUSH), the stamps that are written,
    the sheet's memory and the images."""

    state: np.void
    brush: np.void
    stamps: np.ndarray
    surface: Surface
    sources: Sources


class Run(NamedTuple):
    """Places along a straight line: the first, and the step from one to the next, in whichever frame they are told."""

    x: float
    y: float
    dx: float
    dy: float


class Row(NamedTuple):
    """A row of pixels under a tip: their cells and how many; their places in the tip's own frame; and where the first
    lies from the tip's centre, device px."""

    cells: np.ndarray
    count: int
    run: Run
    dx: float
    dy: float


class Scales(NamedTuple):
    """One over the half sides of a computed tip, px, and how far the fade at its edge is eased, 0..1."""

    inv_major: float
    inv_minor: float
    smoothness: float


class Tiles(NamedTuple):
    """Tiles of the pool that a part of the sheet is inked on: their corner, device px; coverage, grain, and the red,
    green and blue of stamps with colours of their own. -1 for what is not needed, or finds no room."""

    x: int
    y: int
    ink: int
    grain: int
    tints: tuple[int, int, int]


class Picture(NamedTuple):
    """A picture: ink 0..1 by rows, its size, px, and whether it is a tile."""

    ink: np.ndarray
    width: int
    height: int
    tiled: bool


class Lines(NamedTuple):
    """A picture along one direction: `side` places in each of `lines` lines, from place to place and from line to line
    so many numbers on."""

    ink: np.ndarray
    side: int
    lines: int
    step: int
    line_step: int


class Place(NamedTuple):
    """A place on the path, sheet px, with the line's direction there and what the hand did: pressure 0..1, where and
    how far the pen leans and how it is rolled, as vectors, and its speed, px/ms."""

    x: float
    y: float
    pressure: float
    lean_x: float
    lean_y: float
    along_x: float
    along_y: float
    speed: float
    twist_x: float
    twist_y: float
