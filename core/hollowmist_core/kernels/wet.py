"""Wet: ink that has not dried runs into ink that comes to lie on it, and is taken along by the tip.

Every layer has water, 0..1 per pixel, where ink is wet. Nothing moves through a pixel that has none, and what one pixel
gives its neighbour takes, so that pigment is neither made nor lost. There is no clock: the same strokes in the same
order give the same picture.
"""

import math

from numba import float32, int32, void

from .colour import oklab_of
from .ink import kept_pixel, paired
from .records import GRAIN, LAYER, NOW, OPEN, SETTLED, STROKE, TILE, TILE_AREA, WATER
from .registry import array, helper, kernel
from .sheet import claim, give_back, layer_plane, tile_count

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)

DRY = float32(0.02)
"""Water under which ink counts as dry."""

FARTHEST = 48
"""Most that ink runs, device px."""

MOST_STEPS = 96
"""Most times that neighbours even out."""

SIDE = 320
"""Side of the largest block in which ink runs, device px; over its border none does."""

FIELDS = 7
"""Numbers per pixel of a block: pigment as red, green, blue and alpha, water, how easily ink moves, how far it came."""

WET_WORK = FIELDS * SIDE * SIDE
"""Numbers of scratch space that running ink needs."""

FAR = float32(1e6)
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


@helper
def is_meeting(water, cover, wetness):
    """Whether a stroke of a wetness, at a coverage, comes to lie wet on what is wet."""
    return water > DRY and wetness * cover > DRY


@helper
def mark_meeting(state, brush, surface):
    """Mark, on the plane of the open end, which is free at the lift, where the settled stroke comes to lie wet on wet
    ink. Returns the rectangle in which it does, device px, empty where it does not."""
    left = top = int32(1 << 30)
    right = bottom = int32(-1)
    count = tile_count(state)
    maps, pool = surface.maps, surface.pool
    for tile in range(count):
        cover, water = maps[SETTLED * count + tile], maps[water_plane(state.layer) * count + tile]
        if cover < 0 or water < 0:
            continue
        marks = claim(state, surface, OPEN, tile)
        if marks < 0:
            continue
        x0, y0 = tile % state.columns * TILE, tile // state.columns * TILE
        for y in range(TILE):
            for x in range(TILE):
                i = y * TILE + x
                if is_meeting(pool[water * TILE_AREA + i], pool[cover * TILE_AREA + i], brush.wetness):
                    pool[marks * TILE_AREA + i] = ONE
                    left, top = min(left, int32(x0 + x)), min(top, int32(y0 + y))
                    right, bottom = max(right, int32(x0 + x + 1)), max(bottom, int32(y0 + y + 1))
    return left, top, right, bottom


@helper
def take_marks(state, surface, block, work):
    """Write how far ink has come in a block: 0 where wet meets wet, `FAR` elsewhere. Returns whether any does."""
    left, top, wide, high = block
    area = wide * high
    come = work[6 * area : 7 * area]
    count = tile_count(state)
    found = False
    for y in range(high):
        for x in range(wide):
            sheet_x, sheet_y = left + x, top + y
            marks = surface.maps[OPEN * count + sheet_y // TILE * state.columns + sheet_x // TILE]
            inner = sheet_y % TILE * TILE + sheet_x % TILE
            meets = marks >= 0 and surface.pool[marks * TILE_AREA + inner] > float32(0)
            come[y * wide + x] = float32(0) if meets else FAR
            found = found or meets
    return found


@helper
def load_block(state, brush, surface, block, work):
    """Bring a block's pigment, water and how easily ink moves there into the scratch space."""
    left, top, wide, high = block
    area = wide * high
    maps, pool, cells = surface.maps, surface.pool, surface.cells
    plane, count = layer_plane(state.layer), tile_count(state)
    for y in range(high):
        for x in range(wide):
            sheet_x, sheet_y = left + x, top + y
            tile = sheet_y // TILE * state.columns + sheet_x // TILE
            inner, i = sheet_y % TILE * TILE + sheet_x % TILE, y * wide + x
            first, water = maps[plane * count + tile], maps[(plane + WATER) * count + tile]
            for k in range(6):
                work[k * area + i] = float32(0)
            if first < 0 or water < 0:
                continue
            rest = maps[(plane + 1) * count + tile]
            pixel = kept_pixel(cells[first * TILE_AREA + inner], cells[rest * TILE_AREA + inner])
            wet = pool[water * TILE_AREA + inner]
            work[i], work[area + i], work[2 * area + i] = pixel.r, pixel.g, pixel.b
            work[3 * area + i], work[4 * area + i] = pixel.a, wet
            if wet > DRY:
                held = ONE
                grain = maps[GRAIN * count + tile]
                if brush.grain_image >= 0 and grain >= 0:
                    held = ONE - brush.spread_held * (ONE - pool[grain * TILE_AREA + inner])
                work[5 * area + i] = min(ONE, TWO * wet) * held


@helper
def keep_block(state, surface, block, work):
    """Bring a block's pigment and water back to its layer."""
    left, top, wide, high = block
    area = wide * high
    maps, pool, cells = surface.maps, surface.pool, surface.cells
    plane, count = layer_plane(state.layer), tile_count(state)
    for y in range(high):
        for x in range(wide):
            i = y * wide + x
            if work[6 * area + i] >= FAR:
                continue
            sheet_x, sheet_y = left + x, top + y
            tile = sheet_y // TILE * state.columns + sheet_x // TILE
            inner = sheet_y % TILE * TILE + sheet_x % TILE
            first, rest = maps[plane * count + tile], maps[(plane + 1) * count + tile]
            alpha = min(ONE, work[3 * area + i])
            cells[first * TILE_AREA + inner] = paired(min(alpha, work[i]), min(alpha, work[area + i]))
            cells[rest * TILE_AREA + inner] = paired(min(alpha, work[2 * area + i]), alpha)
            pool[maps[(plane + WATER) * count + tile] * TILE_AREA + inner] = work[4 * area + i]


@helper
def nearer(come, moves, i, j, run):
    """Let what has come to place j come to place i, one px further, within the run."""
    if moves[i] > float32(0) and moves[j] > float32(0) and come[j] + ONE < come[i] and come[j] + ONE <= run:
        come[i] = come[j] + ONE
        return True
    return False


@helper
def reach_out(wide, high, work, run):
    """Write how far, through wet pixels alone, each lies from where wet meets wet; beyond the run it stays `FAR`."""
    area = wide * high
    moves, come = work[5 * area : 6 * area], work[6 * area : 7 * area]
    changed = True
    while changed:
        changed = False
        for y in range(high):
            for x in range(wide):
                i = y * wide + x
                if x > 0 and nearer(come, moves, i, i - 1, run):
                    changed = True
                if y > 0 and nearer(come, moves, i, i - wide, run):
                    changed = True
        for y in range(high - 1, -1, -1):
            for x in range(wide - 1, -1, -1):
                i = y * wide + x
                if x < wide - 1 and nearer(come, moves, i, i + 1, run):
                    changed = True
                if y < high - 1 and nearer(come, moves, i, i + wide, run):
                    changed = True


@helper
def slow_down(area, work, run):
    """Let ink move the less the further it has come, so that where it stops no border shows."""
    for i in range(area):
        come = work[6 * area + i]
        if come < FAR:
            work[5 * area + i] *= ONE - come / (run + ONE)


@helper
def even_pair(work, area, i, j):
    """Let two neighbours even out, as far as ink moves at both."""
    if work[6 * area + i] >= FAR or work[6 * area + j] >= FAR:
        return
    share = HALF * work[5 * area + i] * work[5 * area + j]
    for k in range(5):
        moved = share * (work[k * area + j] - work[k * area + i])
        work[k * area + i] += moved
        work[k * area + j] -= moved


@helper
def even_out(wide, high, work, steps):
    """Let neighbours even out: pairs across and then down, those that begin at even places and then at odd ones."""
    area = wide * high
    for _ in range(steps):
        for odd in range(2):
            for y in range(high):
                for x in range(odd, wide - 1, 2):
                    even_pair(work, area, y * wide + x, y * wide + x + 1)
            for y in range(odd, high - 1, 2):
                for x in range(wide):
                    even_pair(work, area, y * wide + x, (y + 1) * wide + x)


@helper
def run_reach(state, brush):
    """How far ink runs, device px."""
    return min(float32(FARTHEST), brush.run * state.scale)


@helper
def run_block(state, brush, surface, block, work):
    """Let ink run in a block (left, top, width, height) whose meetings are marked."""
    _, _, wide, high = block
    if not take_marks(state, surface, block, work):
        return
    run = run_reach(state, brush)
    load_block(state, brush, surface, block, work)
    reach_out(wide, high, work, run)
    slow_down(wide * high, work, run)
    # A pair's evening spreads as a random walk does: by the square of the way.
    even_out(wide, high, work, min(MOST_STEPS, max(1, int(math.ceil(run * run / 4.0)))))
    keep_block(state, surface, block, work)


@helper
def run_together(state, brush, surface, work, box):
    """Let wet ink run where the stroke that has just dried lies wet on wet ink, within `box`, in block after block.

    The rectangle of what changed holds all that it reaches.
    """
    reach = int32(math.ceil(run_reach(state, brush)))
    left, top = max(int32(0), box[0] - reach), max(int32(0), box[1] - reach)
    right = min(state.columns * TILE, box[2] + reach)
    bottom = min(state.rows * TILE, box[3] + reach)
    for y in range(top, bottom, SIDE):
        for x in range(left, right, SIDE):
            block = (int32(x), int32(y), min(int32(SIDE), int32(right - x)), min(int32(SIDE), int32(bottom - y)))
            run_block(state, brush, surface, block, work)
    for tile in range(tile_count(state)):
        give_back(state, surface.maps, surface.free, OPEN, tile)
    state.left, state.top = min(state.left, left), min(state.top, top)
    state.right, state.bottom = max(state.right, right), max(state.bottom, bottom)


@kernel(void, array(STROKE), array(LAYER), array("i4"), array("i4"))
def dry_now(strokes, layers, maps, free):
    """Dry all ink that is wet: nothing that comes later runs into it."""
    state = strokes[0]
    for k in range(len(layers)):
        for tile in range(tile_count(state)):
            give_back(state, maps, free, water_plane(layers[k].which), tile)
