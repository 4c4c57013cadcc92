"""Tent: the mean of a block of cells over two running boxes, one after the other.

A box runs down the columns of a block, so that all columns are averaged at once, as vectors; for its rows, which come
first, the block is turned on its diagonal.
"""

import math

from numba import float32, int32

from ..base.registry import helper

SQUARE = 8
"""Side of the squares in which a block is turned: what is read and written of them stays near."""


@helper
def turn_block(source, out, wide, high):
    """Write a block turned on its diagonal: its columns are rows then."""
    for top in range(0, high, SQUARE):
        for left in range(0, wide, SQUARE):
            for x in range(left, min(wide, left + SQUARE)):
                for y in range(top, min(high, top + SQUARE)):
                    out[x * high + y] = source[y * wide + x]


@helper
def row_or(source, y, wide, high, nothing):
    """A row of a block; beyond the block is nothing."""
    if y < 0 or y >= high:
        return nothing
    return source[y * wide : (y + 1) * wide]


@helper
def average_columns(source, out, wide, high, whole, part, scratch):
    """Average each column over `whole` cells to either side and a part of the next; beyond the block is nothing."""
    per = float32(1) / (float32(2 * whole + 1) + float32(2) * part)
    sums, nothing = scratch[:wide], scratch[wide : 2 * wide]
    for i in range(wide):
        sums[i] = nothing[i] = float32(0)
    for y in range(min(whole, high)):
        row = source[y * wide : (y + 1) * wide]
        for i in range(wide):
            sums[i] += row[i]
    for y in range(high):
        comes, goes = row_or(source, y + whole, wide, high, nothing), row_or(source, y - whole, wide, high, nothing)
        after = row_or(source, y + whole + 1, wide, high, nothing)
        before = row_or(source, y - whole - 1, wide, high, nothing)
        to = out[y * wide : (y + 1) * wide]
        for i in range(wide):
            total = sums[i] + comes[i]
            to[i] = (total + part * (after[i] + before[i])) * per
            sums[i] = total - goes[i]


@helper
def mean_round(block, wide, high, reach, scratch):
    """Average a block over a tent, two running boxes that reach so many cells, in place."""
    whole = int32(math.floor(reach + 0.5)) - int32(1)
    if whole < 0:
        return
    part = float32(reach + 0.5 - math.floor(reach + 0.5))
    area = wide * high
    other, rest = scratch[:area], scratch[area:]
    turn_block(block, other, wide, high)
    average_columns(other, block, high, wide, whole, part, rest)
    average_columns(block, other, high, wide, whole, part, rest)
    turn_block(other, block, high, wide)
    average_columns(block, other, wide, high, whole, part, rest)
    average_columns(other, block, wide, high, whole, part, rest)
