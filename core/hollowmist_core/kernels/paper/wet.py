"""Wet: ink that has not dried is taken along by the tip, and runs (`running`) into ink that comes to lie on it.

Every layer has water, 0..1 per pixel, where ink is wet. There is no clock: the same strokes in the same order give the
same picture.
"""

import math

from numba import float32, int32, void

from ...tables.records import NOW, STROKE, TILE, TILE_AREA, WATER
from ..base.registry import array, helper, kernel
from ..tiles.sheet import give_back, layer_plane, tile_count
from ..touch.colour import oklab_of
from .ink import kept_pixel

ONE = float32(1)

DRY = float32(0.02)
"""Water under which ink counts as dry."""

TAKES = 3.0
"""How often a tip takes up its share on the way of one width."""

FORGETS = 2.0
"""Widths of line over which a loaded tip gives back all but a third of what it took up."""


@helper
def water_plane(which):
    """The plane of a layer's water."""
    return layer_plane(which) + WATER


@helper
def water_at(state, surface, which, x, y):
    """Water of a layer at a px of the sheet."""
    if x < 0 or y < 0 or x >= state.sheet_width or y >= state.sheet_height:
        return float32(0)
    tile = y // TILE * state.columns + x // TILE
    slot = surface.maps[water_plane(which) * tile_count(state) + tile]
    return surface.pool[slot * TILE_AREA + y % TILE * TILE + x % TILE] if slot >= 0 else float32(0)


@helper
def load_tip(state, brush):
    """Load the tip with the brush's own ink."""
    for k in range(3):
        state.walk[NOW].load[k] = brush.ink_lab[k]
    state.walk[NOW].step = 0.0


@helper
def take_up(state, brush, surface, x, y):
    """Move the tip's load towards the ink that lies wet under it, by the pick-up times its water, and back towards
    the brush's own ink by the way it has come; (x, y) in sheet px. Inks mix in OKLab."""
    load, step = state.walk[NOW].load, state.walk[NOW].step
    back = float32(1.0 - math.exp(-step / FORGETS))
    for k in range(3):
        load[k] += (brush.ink_lab[k] - load[k]) * back
    px = int32(math.floor(x * state.scale)) - state.from_x
    py = int32(math.floor(y * state.scale)) - state.from_y
    water = water_at(state, surface, state.layer, px, py)
    if water <= DRY:
        return
    plane, count = layer_plane(state.layer), tile_count(state)
    tile, inner = py // TILE * state.columns + px // TILE, py % TILE * TILE + px % TILE
    first, rest = surface.maps[plane * count + tile], surface.maps[(plane + 1) * count + tile]
    if first < 0:
        return
    pixel = kept_pixel(surface.cells[first * TILE_AREA + inner], surface.cells[rest * TILE_AREA + inner])
    if pixel.a <= float32(0):
        return
    per = float32(255) / pixel.a
    under = oklab_of(float(pixel.r * per), float(pixel.g * per), float(pixel.b * per))
    # By the way, not by the stamp: closer stamps take up no more.
    wet = min(ONE, brush.pick_up * water * pixel.a)
    pull = ONE - (ONE - wet) ** float32(TAKES * step)
    load[0] += (under[0] - load[0]) * pull
    load[1] += (under[1] - load[1]) * pull
    load[2] += (under[2] - load[2]) * pull


@kernel(void, array(STROKE), int32, array("i4"), array("i4"))
def dry_layer(strokes, which, maps, free):
    """Dry all ink of a layer that is wet: nothing that comes later runs into it."""
    state = strokes[0]
    for tile in range(tile_count(state)):
        give_back(state, maps, free, water_plane(which), tile)
