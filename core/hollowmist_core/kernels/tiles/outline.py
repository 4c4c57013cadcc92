"""Outline: closed lines along which coverage is so much, and whether they tell what a stroke covers.

The lines are those of marching squares (Lorensen and Cline 1987, in two dimensions), walked with the ink on their left;
where two corners of a cell are inked crosswise, its middle tells whether they hang together.
"""

from numba import float32, float64, int32

from ..base.registry import array, helper, kernel

ABOUT = 3
"""Ink is faint within a stroke, or soft about it, where so many px on all sides lie within, or outside: nearer it is an
edge."""

FAINT, SOFT = 0.01, 0.04
"""Share of a stroke that may be faint, and that may lie about it softly, for an outline to tell it still."""

LEAST_FAINT, LEAST_SOFT = 6, 8
"""So many px may be so of any stroke."""

THIN, FULL = float32(0.06), float32(0.96)
"""Coverage between these, of the stroke's own most, is an edge's, a grain's or that of ink that fades."""

BLOCK = 8
"""Side of the blocks in which ink is to come to nearly its most somewhere, px: where it does not, it fades."""

LEAST_INKED = 24
"""Px of a block that are to be inked for that."""

NEARLY = float32(0.9)
HALF = float32(0.5)

TOP, RIGHT, BOTTOM, LEFT = range(4)
"""Sides of a cell between four px, clockwise."""


@helper
def corner_cover(cover, width, x, y, k):
    """Coverage at a corner of a cell, clockwise from its upper left one."""
    return cover[(y + (1 if k >= 2 else 0)) * width + x + (1 if k == 1 or k == 2 else 0)]


@helper
def leaves_by(cover, width, x, y, entry, level):
    """The side by which a line leaves a cell that it entered by another."""
    mean = float32(0)
    for k in range(4):
        mean += corner_cover(cover, width, x, y, k)
    joined = mean >= float32(4) * level
    found = entry
    for step in range(1, 4):
        side = (entry + step) % 4
        here = corner_cover(cover, width, x, y, side)
        after = corner_cover(cover, width, x, y, (side + 1) % 4)
        if here >= level and after < level:
            found = side
            if not joined:
                break
    return found


@helper
def crossing(cover, width, x, y, side, level):
    """Where a line crosses a side of a cell, px from the picture's corner."""
    a, b = corner_cover(cover, width, x, y, side), corner_cover(cover, width, x, y, (side + 1) % 4)
    t = float64(level - a) / float64(b - a)
    if side == TOP:
        return x + 0.5 + t, y + 0.5
    if side == RIGHT:
        return x + 1.5, y + 0.5 + t
    if side == BOTTOM:
        return x + 1.5 - t, y + 1.5
    return x + 0.5, y + 1.5 - t


@helper
def walk_line(cover, width, start, level, seen, xs, ys, made):
    """Walk a line from the top of a cell on, until it closes. Returns how many points there are, or -1: no room."""
    x, y = start
    entry = TOP
    while True:
        if entry == TOP:
            seen[y * width + x] = 1
        if made >= len(xs):
            return -1
        xs[made], ys[made] = crossing(cover, width, x, y, entry, level)
        made += 1
        leaving = leaves_by(cover, width, x, y, entry, level)
        if leaving == TOP:
            y, entry = y - 1, BOTTOM
        elif leaving == RIGHT:
            x, entry = x + 1, LEFT
        elif leaving == BOTTOM:
            y, entry = y + 1, TOP
        else:
            x, entry = x - 1, RIGHT
        if x == start[0] and y == start[1] and entry == TOP:
            return made


@kernel(int32, array("f4"), int32, int32, float32, array("u1"), array("f8"), array("f8"), array("i4"))
def trace_outlines(cover, width, height, level, seen, xs, ys, ends):
    """Trace all closed lines along which coverage is `level`.

    `cover` is by rows, its outermost px bare; `seen` a cleared byte for each. `xs` and `ys` receive the lines' points
    one after the other, px from the picture's corner, and `ends` where each ends. Returns how many lines there are, -1
    where the points have no room, or -2 where `ends` has none.
    """
    made, lines = 0, int32(0)
    for y in range(height - 1):
        for x in range(width - 1):
            at = y * width + x
            if cover[at] >= level or cover[at + 1] < level or seen[at]:
                continue
            if lines >= len(ends):
                return int32(-2)
            made = walk_line(cover, width, (x, y), level, seen, xs, ys, made)
            if made < 0:
                return int32(-1)
            ends[lines] = made
            lines += int32(1)
    return lines


@helper
def neighbours_within(cover, width, height, x, y, half):
    """How many of the eight places `ABOUT` px about a px lie within the ink."""
    count = 0
    for dy in range(-ABOUT, ABOUT + 1, ABOUT):
        for dx in range(-ABOUT, ABOUT + 1, ABOUT):
            if dx == 0 and dy == 0:
                continue
            u, v = min(width - 1, max(0, x + dx)), min(height - 1, max(0, y + dy))
            count += 1 if cover[v * width + u] >= half else 0
    return count


@helper
def block_facts(cover, width, height, left, top, most):
    """Of a block: its highest coverage, how many px are half inked, how many faint within the stroke, and how many soft
    about it."""
    half, thin, full = HALF * most, THIN * most, FULL * most
    highest = float32(0)
    for y in range(top, min(height, top + BLOCK)):
        for x in range(left, min(width, left + BLOCK)):
            highest = max(highest, cover[y * width + x])
    inked = faint = soft = 0
    if highest <= thin:
        # As most of them are.
        return highest, inked, faint, soft
    for y in range(top, min(height, top + BLOCK)):
        for x in range(left, min(width, left + BLOCK)):
            c = cover[y * width + x]
            inked += 1 if c >= half else 0
            if c <= thin or c >= full:
                continue
            within = neighbours_within(cover, width, height, x, y, half)
            faint += 1 if within == 8 else 0
            soft += 1 if within == 0 and c < half else 0
    return highest, inked, faint, soft


@kernel(int32, array("f4"), int32, int32, float32)
def is_outlined(cover, width, height, most):
    """Whether an outline tells what ink covers, `most` at its most: crisp at its edge, and full within, all along."""
    area = faint = soft = 0
    for top in range(0, height, BLOCK):
        for left in range(0, width, BLOCK):
            highest, inked, faint_here, soft_here = block_facts(cover, width, height, left, top, most)
            if inked >= LEAST_INKED and highest < NEARLY * most:
                return int32(0)
            area += inked
            faint += faint_here
            soft += soft_here
    return int32(faint <= FAINT * area + LEAST_FAINT and soft <= SOFT * area + LEAST_SOFT)
