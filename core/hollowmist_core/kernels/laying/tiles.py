"""Tiles: what a stamp, a piece or a band reaches of the sheet, tile by tile, claimed as it is needed."""

from numba import int32

from ...tables.records import TILE
from ..base.bundles import Tiles
from ..base.registry import helper
from ..tiles.sheet import claim, claim_ink, tint_plane
from ..touch.grain import grain_tile


@helper
def tiles_in(box):
    """How many tiles a box of the sheet (left, top, right, bottom, device px) reaches; none where it is empty."""
    left, top, right, bottom = box
    if left >= right or top >= bottom:
        return 0
    return ((right - 1) // TILE - left // TILE + 1) * ((bottom - 1) // TILE - top // TILE + 1)


@helper
def tint_tiles(state, brush, plane, surface, tile):
    """The tiles of a coverage tile's red, green and blue; -1 where the brush has none, or the pool is empty."""
    none = int32(-1)
    if not brush.coloured:
        return none, none, none
    return (
        claim(state, surface, tint_plane(plane, 0), tile),
        claim(state, surface, tint_plane(plane, 1), tile),
        claim(state, surface, tint_plane(plane, 2), tile),
    )


@helper
def claim_tiles(easel, plane, box, k, grained):
    """Claim the k-th of the tiles that a box reaches, by rows, on a plane of the sheet; of the grain's plane too if it
    is `grained`, and of the brush's colours where its stamps have their own."""
    state, brush, _, surface, sources = easel
    left, top, right, _ = box
    across = (right - 1) // TILE - left // TILE + 1
    row, column = top // TILE + k // across, left // TILE + k % across
    tile = row * state.columns + column
    ink = claim_ink(state, surface, plane, tile)
    grain = grain_tile(state, brush, sources, surface, tile) if grained else int32(-1)
    tints = tint_tiles(state, brush, plane, surface, tile)
    return Tiles(column * TILE, row * TILE, ink, grain, tints)


@helper
def are_there(tiles, brush, grained):
    """Whether there was room for all tiles that are needed."""
    red, green, blue = tiles.tints
    return tiles.ink >= 0 and (tiles.grain >= 0 or not grained) and (not brush.coloured or min(red, green, blue) >= 0)


@helper
def part_of(tiles, box):
    """The part of a box that lies in a tile: left, top, right, bottom, px from the tile's corner."""
    left, top, right, bottom = box
    return (
        max(0, left - tiles.x),
        max(0, top - tiles.y),
        min(TILE, right - tiles.x),
        min(TILE, bottom - tiles.y),
    )
