"""Pooling: pigment moves from inside a stroke to its rim, by the coverage's own shape.

With c the coverage, as a share of the most that the stroke covers, m its mean round about and h = 1 - m how near the
rim lies, a place i takes from all places j round about it what c_i c_j (h_i - h_j) says: as much as both cover, and as
i lies nearer to the rim. What one takes another gives, so that the sum over the stroke stays. The mean is that of two
running boxes, a tent, whose width is a share of the brush's size; wide ones are taken from cells of several px, so that
a rim costs the same and looks the same at every scale.
"""

import math

from numba import float32, int32

from .records import OPEN, POOLED, SETTLED, TILE, TILE_AREA
from .registry import helper
from .sheet import claim, give_back, tile_count
from .tip import BUILD

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

MARGIN = 4 * (int(REACH) + 1) + 1
"""Cells around what is pooled that it hangs on: two tents, and the neighbour of a cell."""

INNER = 128
"""Most cells of a side of what is pooled at once."""

BLOCK = INNER + 2 * MARGIN

POOLING_WORK = 4 * BLOCK * BLOCK
"""Numbers of scratch space that pooling needs."""

ONE = float32(1)
HALF = float32(0.5)


@helper
def box_reach(state, brush):
    """Reach of one running box to either side, device px."""
    return max(FINEST, float(brush.rim * brush.size * state.scale) / SEEN)


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
def gather_row(state, maps, pool, row, y, left, cells, side, scale):
    """Add a row of the sheet, times `scale`, to a row of cells that begins `left` px from the sheet's corner."""
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
def gather(state, maps, pool, out, left, top, wide, high, side, most):
    """Write the mean coverage of cells, as a share of the most; off the sheet and where no ink is it is 0."""
    for y in range(high):
        row = out[y * wide : (y + 1) * wide]
        for i in range(wide):
            row[i] = float32(0)
        for k in range(side):
            gather_row(state, maps, pool, row, top + y * side + k, left, wide, side, ONE / most)
    if side > 1:
        per = ONE / float32(side * side)
        for i in range(wide * high):
            out[i] *= per


@helper
def average_rows(source, out, wide, high, whole, part):
    """Average each row over `whole` cells to either side and a part of the next; beyond the block is nothing."""
    per = ONE / (float32(2 * whole + 1) + float32(2) * part)
    for y in range(high):
        row, to = source[y * wide : (y + 1) * wide], out[y * wide : (y + 1) * wide]
        total = float32(0)
        for i in range(min(whole, wide)):
            total += row[i]
        for i in range(wide):
            if i + whole < wide:
                total += row[i + whole]
            ends = float32(0)
            if i + whole + 1 < wide:
                ends += row[i + whole + 1]
            if i - whole - 1 >= 0:
                ends += row[i - whole - 1]
            to[i] = (total + part * ends) * per
            if i - whole >= 0:
                total -= row[i - whole]


@helper
def add_row(sums, source, y, wide, high, times):
    """Add a row of a block, times a share, to sums; beyond the block is nothing."""
    if y < 0 or y >= high:
        return
    row = source[y * wide : (y + 1) * wide]
    for i in range(wide):
        sums[i] += times * row[i]


@helper
def average_columns(source, out, wide, high, whole, part, sums):
    """`average_rows` down the columns."""
    per = ONE / (float32(2 * whole + 1) + float32(2) * part)
    for i in range(wide):
        sums[i] = float32(0)
    for y in range(whole):
        add_row(sums, source, y, wide, high, ONE)
    for y in range(high):
        add_row(sums, source, y + whole, wide, high, ONE)
        to = out[y * wide : (y + 1) * wide]
        for i in range(wide):
            to[i] = sums[i]
        add_row(to, source, y + whole + 1, wide, high, part)
        add_row(to, source, y - whole - 1, wide, high, part)
        for i in range(wide):
            to[i] *= per
        add_row(sums, source, y - whole, wide, high, -ONE)


@helper
def mean_round(block, wide, high, reach, scratch):
    """Average a block over a tent, two running boxes that reach so many cells, in place."""
    whole = int32(math.floor(reach + 0.5)) - int32(1)
    if whole < 0:
        return
    part = float32(reach + 0.5 - math.floor(reach + 0.5))
    area = wide * high
    other, sums = scratch[:area], scratch[area : area + wide]
    for _ in range(2):
        average_rows(block, other, wide, high, whole, part)
        average_columns(other, block, wide, high, whole, part, sums)


@helper
def between_cells(at, side):
    """The cell whose middle lies before a px, counted from a cell's beginning, and the share of the next one."""
    if side == 1:
        return at, float32(0)
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
    mean, moved = means
    corner_x, corner_y = tile % state.columns * TILE, tile // state.columns * TILE
    x0, x1 = max(box[0], corner_x), min(box[2], corner_x + TILE)
    gain, most = gain_of(brush), most_of(brush)
    for y in range(max(box[1], corner_y), min(box[3], corner_y + TILE)):
        row, down = between_cells(int32(y - top), side)
        at = (y - corner_y) * TILE - corner_x
        for x in range(x0, x1):
            c = min(ONE, pool[source * TILE_AREA + at + x] / most)
            column, across = between_cells(int32(x - left), side)
            cell = row * wide + column
            if side == 1:
                m, more = mean[cell], moved[cell]
            else:
                m = between_four(mean, cell, wide, across, down)
                more = between_four(moved, cell, wide, across, down)
            pooled = c + gain * c * ((ONE - m) * m - more)
            pool[slot * TILE_AREA + at + x] = min(ONE, max(float32(0), pooled) * most)


@helper
def pool_block(state, brush, surface, work, x, y, box, side):
    """Pool a box of the sheet, at most `INNER` cells a side, whose first cell begins at (x, y)."""
    left, top, right, bottom = box
    margin = int32(MARGIN)
    wide = (right - x + side - 1) // side + 2 * margin
    high = (bottom - y + side - 1) // side + 2 * margin
    area = wide * high
    mean, moved, scratch = work[:area], work[area : 2 * area], work[2 * area :]
    corner_x, corner_y = x - margin * side, y - margin * side
    reach = box_reach(state, brush) / side
    gather(state, surface.maps, surface.pool, mean, corner_x, corner_y, wide, high, side, most_of(brush))
    for i in range(area):
        moved[i] = mean[i]
    mean_round(mean, wide, high, reach, scratch)
    for i in range(area):
        moved[i] *= ONE - mean[i]
    mean_round(moved, wide, high, reach, scratch)
    for row in range(top // TILE, (bottom - 1) // TILE + 1):
        for column in range(left // TILE, (right - 1) // TILE + 1):
            tile = row * state.columns + column
            pool_tile(state, brush, surface, tile, box, (corner_x, corner_y, wide, side), (mean, moved))


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
