"""Pooling: pigment moves from inside a stroke to its rim, by the coverage's own shape.

With c the coverage, as a share of the most that the stroke covers, m its mean round about and h = 1 - m how near the
rim lies, a place i takes from all places j round about it what c_i c_j (h_i - h_j) says: as much as both cover, and as
i lies nearer to the rim. What one takes another gives, so that the sum over the stroke stays, as far as nothing grows
darker than full. The mean is that of two running boxes, a tent.
"""

from numba import float32

from .prepare.blur import box_columns, box_rows
from .records import OPEN, POOLED, SETTLED, TILE, TILE_AREA
from .registry import helper
from .sheet import claim, give_back, tile_count
from .tip import BUILD

GAIN = float32(5)
"""How much moves at full pooling: the rim of a wide flat wash is half as dark again."""

WIDEST = 16
"""Most reach of one running box, device px."""

ONE = float32(1)

BLOCK = TILE + 8 * WIDEST
"""Side of the largest block that is worked on: a tile, and what its means reach over."""

POOLING_WORK = 5 * BLOCK * BLOCK // 2
"""Numbers of scratch space that pooling needs."""


@helper
def box_reach(state, brush):
    """Reach of one running box, device px: what is seen as the rim is half as wide again."""
    return min(WIDEST, max(1, int(round(brush.rim * brush.size * state.scale / 1.5))))


@helper
def most_of(brush):
    """The most that a stroke covers, 0..1."""
    return brush.opacity if brush.overlap == BUILD else brush.opacity * brush.flow


@helper
def seen_slot(state, maps, tile):
    """Pool slot of the coverage that a tile shows, its open end included; -1 where there is none."""
    count = tile_count(state)
    open_slot = maps[OPEN * count + tile]
    return open_slot if open_slot >= 0 else maps[SETTLED * count + tile]


@helper
def gather(state, maps, pool, out, left, top, wide, high, scale):
    """Copy a block of coverage, times `scale`, to rows of `out`; off the sheet and where no ink is it is 0."""
    for y in range(high):
        row = out[y * wide : (y + 1) * wide]
        for i in range(wide):
            row[i] = float32(0)
        sheet_y = top + y
        if sheet_y < 0 or sheet_y >= state.rows * TILE:
            continue
        x = max(0, left)
        past = min(left + wide, state.columns * TILE)
        while x < past:
            column = x // TILE
            to = min(past, (column + 1) * TILE)
            slot = seen_slot(state, maps, sheet_y // TILE * state.columns + column)
            if slot >= 0:
                at = slot * TILE_AREA + sheet_y % TILE * TILE - column * TILE
                for k in range(x, to):
                    row[k - left] = min(ONE, pool[at + k] * scale)
            x = to


@helper
def mean_round(block, wide, high, reach, scratch):
    """Average a block over a tent of running boxes, in place."""
    for _ in range(2):
        box_rows(block, wide, high, scratch, reach, False)
        box_columns(block, wide, high, scratch, reach, False)


@helper
def pool_block(state, brush, surface, work, tile, left, top, right, bottom):
    """Pool the part [left, right) x [top, bottom) of the sheet, which lies in one tile."""
    maps, pool = surface.maps, surface.pool
    slot = claim(state, surface, POOLED, tile)
    if slot < 0:
        return
    reach = box_reach(state, brush)
    margin = 4 * reach
    wide, high = right - left + 2 * margin, bottom - top + 2 * margin
    area = wide * high
    cover, moved, rest = work[:area], work[area : 2 * area], work[2 * area :]
    most = max(float32(1e-3), most_of(brush))
    gather(state, maps, pool, cover, left - margin, top - margin, wide, high, ONE / most)
    mean = moved
    for i in range(area):
        mean[i] = cover[i]
    mean_round(mean, wide, high, reach, rest)
    # What is kept of the mean: the part itself. What is averaged next: the rim's share of the coverage.
    middle = rest[: (right - left) * (bottom - top)]
    for y in range(bottom - top):
        at = (y + margin) * wide + margin
        for x in range(right - left):
            middle[y * (right - left) + x] = mean[at + x]
    scratch = rest[(right - left) * (bottom - top) :]
    for i in range(area):
        moved[i] = cover[i] * (ONE - mean[i])
    mean_round(moved, wide, high, reach, scratch)
    corner_x, corner_y = tile % state.columns * TILE, tile // state.columns * TILE
    gain = GAIN * brush.pooling
    for y in range(bottom - top):
        at = (y + margin) * wide + margin
        to = slot * TILE_AREA + (top + y - corner_y) * TILE + left - corner_x
        for x in range(right - left):
            c, m = cover[at + x], middle[y * (right - left) + x]
            pooled = c + gain * c * ((ONE - m) * m - moved[at + x])
            pool[to + x] = min(ONE, max(float32(0), pooled) * most)


@helper
def pool_rims(state, brush, surface, work, left, top, right, bottom):
    """Pool the part [left, right) x [top, bottom) of the sheet, device px, of the stroke in hand."""
    if brush.pooling <= float32(0) or left >= right or top >= bottom:
        return
    for row in range(top // TILE, (bottom - 1) // TILE + 1):
        for column in range(left // TILE, (right - 1) // TILE + 1):
            tile = row * state.columns + column
            if seen_slot(state, surface.maps, tile) < 0:
                give_back(state, surface.maps, surface.free, POOLED, tile)
                continue
            x, y = column * TILE, row * TILE
            pool_block(
                state,
                brush,
                surface,
                work,
                tile,
                max(left, x),
                max(top, y),
                min(right, x + TILE),
                min(bottom, y + TILE),
            )


@helper
def pool_change(state, brush, surface, work):
    """Pool what changed, and all that its rims reach over; that has changed then too."""
    if brush.pooling <= float32(0) or state.left >= state.right:
        return
    reach = 4 * box_reach(state, brush)
    state.left, state.top = max(0, state.left - reach), max(0, state.top - reach)
    state.right = min(state.sheet_width, state.right + reach)
    state.bottom = min(state.sheet_height, state.bottom + reach)
    pool_rims(state, brush, surface, work, state.left, state.top, state.right, state.bottom)
