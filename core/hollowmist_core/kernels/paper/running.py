"""Running: wet ink evens out with wet ink that comes to lie on it, within the run of where they meet.

Nothing moves through a pixel that is dry, and what one pixel gives its neighbour takes, so that pigment is neither made
nor lost. The run is told in sheet px, and neighbours are counted from the paper's corner: the picture is the same at
every scale, whole or in parts.
"""

import math

from numba import float32, int32

from ...tables.records import GRAIN, OPEN, OPEN_COLOUR, SETTLED, TILE, TILE_AREA, WATER
from ..base.registry import helper
from ..tiles.blend import ERASE
from ..tiles.sheet import claim, copy_tile, give_back, layer_plane, take, tile_count
from .ink import kept_pixel, paired
from .wet import DRY, water_plane

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)

STEPS = 3
"""Times that neighbours of one distance even out."""

FIRST_STRIDE = 4.0
"""The farthest neighbours that even out lie so many times nearer than ink runs; each next ones half as far, down to a
px. Together they spread ink as so many steps of a random walk do, whose way is half the run."""

HALOS = 3
"""What ink does at a place hangs on what lies so many runs about it: one to where wet meets wet, two on which what
neighbours give has faded away."""

INNER = 192
"""Side of a block in which ink runs, device px, but for what lies around it and is only looked at."""

FIELDS = 8
"""Numbers per pixel of a block: pigment as red, green, blue and alpha, water, how easily ink moves, how far it came or
how many px to the right it moves through, and how many down."""

STAGED = 3
"""Planes on which what has run waits until all blocks are done: those of the open end's colour, free at the lift."""

FAR = float32(1e6)


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
def runs(state, brush):
    """Whether ink runs where the stroke comes to lie wet on wet ink."""
    return brush.wetness > float32(0) and brush.run > float32(0) and state.mode != ERASE


@helper
def run_reach(state, brush):
    """How far ink runs, device px."""
    return float(brush.run * state.scale)


@helper
def run_halo(state, brush):
    """How far around a place running ink is looked at, device px."""
    return int32(math.ceil(HALOS * run_reach(state, brush))) + int32(2)


@helper
def wet_room(run):
    """Numbers of scratch space that ink needs which runs so far, device px."""
    side = INNER + 2 * (int(math.ceil(HALOS * run)) + 2)
    return FIELDS * side * side


@helper
def stage_tiles(state, surface, box):
    """Claim, before anything dries, the tiles on which what runs within a box waits."""
    plane, count = layer_plane(state.layer), tile_count(state)
    maps = surface.maps
    for tile in range(count):
        x, y = tile % state.columns * TILE, tile // state.columns * TILE
        apart = x >= box[2] or x + TILE <= box[0] or y >= box[3] or y + TILE <= box[1]
        if apart or maps[plane * count + tile] < 0 or maps[(plane + WATER) * count + tile] < 0:
            continue
        for k in range(STAGED):
            take(state, surface, OPEN_COLOUR + k, tile)


@helper
def drop_staged(state, surface):
    """Return the tiles that were claimed: nothing runs."""
    for tile in range(tile_count(state)):
        give_back(state, surface.maps, surface.free, OPEN, tile)
        for k in range(STAGED):
            give_back(state, surface.maps, surface.free, OPEN_COLOUR + k, tile)


@helper
def copy_staged(state, surface):
    """Copy what has dried to where what runs is written."""
    plane, count = layer_plane(state.layer), tile_count(state)
    for tile in range(count):
        for k in range(STAGED):
            to = surface.maps[(OPEN_COLOUR + k) * count + tile]
            if to >= 0:
                copy_tile(surface.cells, surface.maps[(plane + k) * count + tile], to)


@helper
def take_over_staged(state, surface):
    """Have what has run lie on the layer, and let go of what lay there."""
    plane, count = layer_plane(state.layer), tile_count(state)
    for tile in range(count):
        for k in range(STAGED):
            at, there = (OPEN_COLOUR + k) * count + tile, (plane + k) * count + tile
            if surface.maps[at] >= 0:
                surface.maps[at], surface.maps[there] = surface.maps[there], surface.maps[at]
    drop_staged(state, surface)


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
def keep_block(state, surface, block, inner_box, work):
    """Bring pigment and water of a block's inner part to where they wait."""
    left, top, wide, high = block
    x0, y0, x1, y1 = inner_box
    area = wide * high
    maps, pool, cells = surface.maps, surface.pool, surface.cells
    count = tile_count(state)
    for sheet_y in range(y0, y1):
        for sheet_x in range(x0, x1):
            i = (sheet_y - top) * wide + sheet_x - left
            if work[5 * area + i] <= float32(0):
                continue
            tile = sheet_y // TILE * state.columns + sheet_x // TILE
            inner = sheet_y % TILE * TILE + sheet_x % TILE
            first = maps[OPEN_COLOUR * count + tile]
            if first < 0:
                continue
            rest, water = maps[(OPEN_COLOUR + 1) * count + tile], maps[(OPEN_COLOUR + 2) * count + tile]
            alpha = min(ONE, work[3 * area + i])
            cells[first * TILE_AREA + inner] = paired(min(alpha, work[i]), min(alpha, work[area + i]))
            cells[rest * TILE_AREA + inner] = paired(min(alpha, work[2 * area + i]), alpha)
            pool[water * TILE_AREA + inner] = work[4 * area + i]


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
    """Let ink move the less the further it has come, so that where it stops no border shows; and beyond not at all."""
    for i in range(area):
        come = work[6 * area + i]
        work[5 * area + i] *= max(float32(0), ONE - come / (run + ONE))


@helper
def tell_ways(wide, high, work):
    """Write how many px on, to the right and down, each place's ink moves through: nothing passes a dry one."""
    area = wide * high
    moves, right, down = work[5 * area : 6 * area], work[6 * area : 7 * area], work[7 * area : 8 * area]
    for y in range(high - 1, -1, -1):
        for x in range(wide - 1, -1, -1):
            i = y * wide + x
            if moves[i] <= float32(0):
                right[i] = down[i] = float32(-1)
                continue
            right[i] = right[i + 1] + ONE if x < wide - 1 else float32(0)
            down[i] = down[i + wide] + ONE if y < high - 1 else float32(0)


@helper
def even_run(work, area, at, other, way, count, far):
    """Let `count` places from `at` on even out with those from `other` on, where ink moves all the way between."""
    moves = work[5 * area : 6 * area]
    ways = work[way * area + at : way * area + at + count]
    mine, theirs = moves[at : at + count], moves[other : other + count]
    for k in range(5):
        a, b = work[k * area + at : k * area + at + count], work[k * area + other : k * area + other + count]
        for i in range(count):
            share = HALF * mine[i] * theirs[i] if ways[i] >= far else float32(0)
            moved = share * (b[i] - a[i])
            a[i] += moved
            b[i] -= moved


@helper
def even_across(block, begins, work, stride, odd):
    """Pairs `stride` px apart across, those of the whole paper whose first ones lie in even or in odd strides."""
    left, _, wide, high = block
    area = wide * high
    x = int32(0)
    while x < wide - stride:
        place = left + x + begins
        to = min(wide - stride, x + stride - place % stride)
        if place // stride % 2 == odd:
            for y in range(high):
                at = y * wide + x
                even_run(work, area, at, at + stride, 6, to - x, float32(stride))
        x = to


@helper
def even_down(block, begins, work, stride, odd):
    """`even_across` down."""
    _, top, wide, high = block
    area = wide * high
    for y in range(high - stride):
        if (top + y + begins) // stride % 2 == odd:
            at = y * wide
            even_run(work, area, at, at + stride * wide, 7, wide, float32(stride))


@helper
def even_out(state, block, work, run):
    """Let neighbours even out: the farthest first, then nearer and nearer ones."""
    wanted = run / FIRST_STRIDE
    while True:
        stride = int32(max(1, int(wanted + 0.5)))
        for _ in range(STEPS):
            for odd in range(2):
                even_across(block, state.from_x, work, stride, odd)
                even_down(block, state.from_y, work, stride, odd)
        if stride == 1:
            return
        wanted *= 0.5


@helper
def run_block(state, brush, surface, block, inner_box, work):
    """Let ink run in a block (left, top, width, height) whose meetings are marked; what comes of it waits."""
    _, _, wide, high = block
    if not take_marks(state, surface, block, work):
        return
    run = float32(run_reach(state, brush))
    load_block(state, brush, surface, block, work)
    reach_out(wide, high, work, run)
    slow_down(wide * high, work, run)
    tell_ways(wide, high, work)
    even_out(state, block, work, run)
    keep_block(state, surface, block, inner_box, work)


@helper
def widened(state, box, by):
    """A box with so many px more on all sides, as far as the sheet goes, device px."""
    return (
        max(int32(0), int32(box[0] - by)),
        max(int32(0), int32(box[1] - by)),
        min(int32(state.columns * TILE), int32(box[2] + by)),
        min(int32(state.rows * TILE), int32(box[3] + by)),
    )


@helper
def run_together(state, brush, surface, work, box):
    """Let wet ink run where the stroke that has just dried lies wet on wet ink, within `box`, block by block.

    Each block looks at enough of what lies around it that no border of a block is seen. The rectangle of what changed
    holds all that the ink reaches.
    """
    copy_staged(state, surface)
    left, top, right, bottom = box
    halo = run_halo(state, brush)
    for y in range(top, bottom, INNER):
        for x in range(left, right, INNER):
            inner_box = (int32(x), int32(y), min(int32(x + INNER), right), min(int32(y + INNER), bottom))
            x0, y0, x1, y1 = widened(state, inner_box, halo)
            run_block(state, brush, surface, (x0, y0, int32(x1 - x0), int32(y1 - y0)), inner_box, work)
    take_over_staged(state, surface)
    state.left, state.top = min(state.left, left), min(state.top, top)
    state.right, state.bottom = max(state.right, right), max(state.bottom, bottom)
