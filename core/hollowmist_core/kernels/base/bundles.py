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
