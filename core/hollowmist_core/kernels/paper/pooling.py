"""Pooling: pigment moves from inside a stroke to its rim, by the coverage's own shape.

With c the coverage, as a share of the most that the stroke covers, m its mean round about and h = 1 - m how near the
rim lies, a place i takes from all places j round about it what c_i c_j (h_i - h_j) says: as much as both cover, and as
i lies nearer to the rim. What one takes another gives, so that the sum over the stroke stays. The mean is that of two
running boxes, a tent, whose width is a share of the brush's size; wide ones are taken from cells of several px, so that
a rim costs the same and looks the same at every scale.
"""

import math

from numba import float32, int32

from ...tables.records import OPEN, POOLED, SETTLED, TILE, TILE_AREA
from ..base.registry import helper
from ..tiles.sheet import claim, give_back, tile_count
from ..touch.tip import BUILD
from .tent import mean_round

GAIN = float32(5)
"""How much moves at full pooling: the rim of a wide flat wash is half as dark again."""

STEEPEST = 0.15
"""More than a gain of 1 adds anywhere (a straight rim gets 0.125): what covers nearly all has room for no more."""

SEEN = 1.5
"""What is seen as the rim is so many times as wide as half a running box."""

FINEST = 0.5
"""A running box is at least a px wide."""

REACH = 10.0
"""Most reach of one running box, cells."""

INNER = 128
"""Most cells of a side of what is pooled at once."""

ONE = float32(1)
HALF = float32(0.5)


@helper
def box_reach(state, brush):
    """Reach of one running box to either side, device px."""
    return max(FINEST, float(brush.rim * brush.size * state.scale) / SEEN)


@helper
def margin_of(reach):
    """Cells around what is pooled that it hangs on, where a box reaches over so many: two tents, and the neighbour of a
    cell."""
    return int32(4 * (int(reach) + 1) + 1)


BLOCK = INNER + 2 * int(margin_of.py_func(REACH))
"""Most cells of a side of a block, with all around that it hangs on."""

POOLING_WORK = 4 * BLOCK * BLOCK
"""Numbers of scratch space that pooling needs."""


@helper
def cell_side(reach):
    """Side of a cell, device px: a box reaches over at most `REACH` of them."""
    return int32(max(1, math.ceil(reach / REACH)))


@helper
def rim_halo(state, brush):
    """How far around a place its pooling looks, device px."""
    reach = box_reach(state, brush)
    return int32(math.ceil(4.0 * reach)) + int32(3) * cell_side(reach)


@helper
def most_of(brush):
    """The most that a stroke covers, 0..1."""
    return max(float32(1e-3), brush.opacity if brush.overlap == BUILD else brush.opacity * brush.flow)


@helper
def seen_slot(state, maps, tile):
    """Pool slot of the coverage that a tile shows, its open end included; -1 where there is none."""
    count = tile_count(state)
    open_slot = maps[OPEN * count + tile]
    return open_slot if open_slot >= 0 else maps[SETTLED * count + tile]


@helper
def gather_row(state, surface, row, y, block, scale):
    """Add a row of the sheet, times `scale`, to a block's row of cells."""
    left, _, cells, side = block
    maps, pool = surface.maps, surface.pool
    if y < 0 or y >= state.rows * TILE:
        return
    x, past = max(int32(0), left), min(left + cells * side, state.columns * TILE)
    while x < past:
        column = x // TILE
        to = min(past, (column + 1) * TILE)
        slot = seen_slot(state, maps, y // TILE * state.columns + column)
        if slot >= 0:
            at = slot * TILE_AREA + y % TILE * TILE - column * TILE
            if side == 1:
                for k in range(x, to):
                    row[k - left] = min(ONE, pool[at + k] * scale)
            else:
                for k in range(x, to):
                    row[(k - left) // side] += min(ONE, pool[at + k] * scale)
        x = to


@helper
def gather(state, surface, out, block, high, most):
    """Write the mean coverage of a block's cells, `high` of them down, as a share of the most; off the sheet and where
    no ink is it is 0."""
    _, top, wide, side = block
    for y in range(high):
        row = out[y * wide : (y + 1) * wide]
        for i in range(wide):
            row[i] = float32(0)
        for k in range(side):
            gather_row(state, surface, row, top + y * side + k, block, ONE / most)
    if side > 1:
        per = ONE / float32(side * side)
        for i in range(wide * high):
            out[i] *= per


@helper
def between_cells(at, side):
    """The cell whose middle lies before a px, counted from a cell's beginning, and the share of the next one."""
    place = (float32(at) + HALF) / float32(side) - HALF
    first = int32(math.floor(place))
    return first, place - float32(first)


@helper
def between_four(cells, at, wide, across, down):
    """A value between the middles of four cells."""
    above = cells[at] + across * (cells[at + 1] - cells[at])
    below = cells[at + wide] + across * (cells[at + wide + 1] - cells[at + wide])
    return above + down * (below - above)


@helper
def read_cells(state, means, x, y, count, wide, side):
    """What `count` px from (x, y) on, counted from a block's corner, have of its cells: the mean, and that of what
    moves."""
    mean, moved = means
    if side == 1:
        at = y * wide + x
        return mean[at : at + count], moved[at : at + count]
    m, more = state.cover[:count], state.caps[:count]
    row, down = between_cells(y, side)
    for i in range(count):
        column, across = between_cells(int32(x + int32(i)), side)
        cell = row * wide + column
        m[i] = between_four(mean, cell, wide, across, down)
        more[i] = between_four(moved, cell, wide, across, down)
    return m, more


@helper
def gain_of(brush):
    """How much moves: no rim grows darker than full, so what covers nearly all moves less."""
    most = most_of(brush)
    return min(GAIN * brush.pooling, float32((1.0 / most - 1.0) / STEEPEST))


@helper
def pool_tile(state, brush, surface, tile, box, block, means):
    """Pool the part of a tile that lies in `box`, from the cells of a block.

    `block` is (left, top, cells across, side of a cell); `means` the cells' mean, and that of what moves.
    """
    maps, pool = surface.maps, surface.pool
    source = seen_slot(state, maps, tile)
    if source < 0:
        give_back(state, maps, surface.free, POOLED, tile)
        return
    slot = claim(state, surface, POOLED, tile)
    if slot < 0:
        return
    left, top, wide, side = block
    corner_x, corner_y = tile % state.columns * TILE, tile // state.columns * TILE
    x0, x1 = max(box[0], corner_x), min(box[2], corner_x + TILE)
    count = int32(x1 - x0)
    gain, most = gain_of(brush), most_of(brush)
    for y in range(max(box[1], corner_y), min(box[3], corner_y + TILE)):
        inner = int32((y - corner_y) * TILE + x0 - corner_x)
        m, more = read_cells(state, means, int32(x0 - left), int32(y - top), count, wide, side)
        seen = pool[source * TILE_AREA + inner : source * TILE_AREA + inner + count]
        to = pool[slot * TILE_AREA + inner : slot * TILE_AREA + inner + count]
        for i in range(count):
            c = min(ONE, seen[i] / most)
            pooled = c + gain * c * ((ONE - m[i]) * m[i] - more[i])
            to[i] = min(ONE, max(float32(0), pooled) * most)


@helper
def pool_block(state, brush, surface, work, x, y, box, side):
    """Pool a box of the sheet, at most `INNER` cells a side, whose first cell begins at (x, y)."""
    left, top, right, bottom = box
    reach = box_reach(state, brush) / side
    margin = margin_of(reach)
    wide = (right - x + side - 1) // side + 2 * margin
    high = (bottom - y + side - 1) // side + 2 * margin
    area = wide * high
    mean, moved, scratch = work[:area], work[area : 2 * area], work[2 * area :]
    block = (x - margin * side, y - margin * side, wide, side)
    gather(state, surface, mean, block, high, most_of(brush))
    for i in range(area):
        moved[i] = mean[i]
    mean_round(mean, wide, high, reach, scratch)
    for i in range(area):
        moved[i] *= ONE - mean[i]
    mean_round(moved, wide, high, reach, scratch)
    for row in range(top // TILE, (bottom - 1) // TILE + 1):
        for column in range(left // TILE, (right - 1) // TILE + 1):
            tile = row * state.columns + column
            pool_tile(state, brush, surface, tile, box, block, (mean, moved))


@helper
def cell_before(at, begins, side):
    """The beginning of the cell that a px of the sheet lies in: cells are those of the whole paper."""
    return at - (at + begins) % side


@helper
def pool_rims(state, brush, surface, work, left, top, right, bottom):
    """Pool the part [left, right) x [top, bottom) of the sheet, device px, of the stroke in hand."""
    if brush.pooling <= float32(0) or left >= right or top >= bottom:
        return
    side = cell_side(box_reach(state, brush))
    step = int32(INNER) * side
    y = cell_before(top, state.from_y, side)
    while y < bottom:
        x = cell_before(left, state.from_x, side)
        while x < right:
            box = (max(left, x), max(top, y), min(right, x + step), min(bottom, y + step))
            pool_block(state, brush, surface, work, x, y, box, side)
            x += step
        y += step


@helper
def pool_change(state, brush, surface, work):
    """Pool what changed, and all that its rims reach over; that has changed then too."""
    if brush.pooling <= float32(0) or state.left >= state.right:
        return
    reach = rim_halo(state, brush)
    state.left, state.top = max(0, state.left - reach), max(0, state.top - reach)
    state.right = min(state.sheet_width, state.right + reach)
    state.bottom = min(state.sheet_height, state.bottom + reach)
    pool_rims(state, brush, surface, work, state.left, state.top, state.right, state.bottom)
