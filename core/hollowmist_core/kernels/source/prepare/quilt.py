"""Quilt: a tile grown from patches of a picture, wrapping around (Efros and Freeman 2001, "Image Quilting for Texture
Synthesis and Transfer")."""

import math
from typing import NamedTuple

from numba import float32, int32

from ...base.bundles import Lines
from ...base.chance import chance
from ...base.registry import helper
from .seam import AROUND, FEATHER, ZONE, least_before, near_step, trace, usual_course

TRIES = 360
"""Patches that are tried for each place."""

OVERLAP = 3
"""A patch overlaps its neighbours by one part in so many."""

LEAST_PATCH = 8
"""Side of the smallest patch, px."""

ONE = float32(1)


class Patch(NamedTuple):
    """A square patch, px: where it is taken from the picture, where it goes in the tile, its side, how far it overlaps
    what lies there, and on which of its sides something does (left, top, right, bottom)."""

    x: int
    y: int
    left: int
    top: int
    side: int
    overlap: int
    sides: tuple[bool, bool, bool, bool]


@helper
def can_grow(width, height):
    """Whether a picture is large enough for a patch to be taken from it."""
    return min(width, height) >= LEAST_PATCH


@helper
def patch_of(side, width, height):
    """Side of a patch and its overlap, px, for a tile `side` px large."""
    patch = max(LEAST_PATCH, min(side // 3, min(width, height) // 3))
    return patch, max(2, patch // OVERLAP)


@helper
def grown_side(side, width, height):
    """Side of the tile that is grown, px: a whole number of patches, as near to `side` as can be."""
    patch, overlap = patch_of(side, width, height)
    step = patch - overlap
    return max(2, (side + step // 2) // step) * step


@helper
def sum_costs(field, costs, band, lines):
    """Costs of the paths of least difference through a field of differences, line by line, from the top down."""
    for line in range(lines):
        for i in range(band):
            cost = field[line * band + i] * field[line * band + i]
            if line > 0:
                cost += least_before(costs, band, line, i)
            costs[line * band + i] = cost


@helper
def misfit(picture, tile, patch):
    """How badly a patch of the picture fits what lies about its place in the tile: the mean square."""
    image, width, _, _ = picture
    out, side, _, _ = tile
    x, y, left, top, patch_side, overlap, sides = patch
    total, count = 0.0, 0
    for j in range(patch_side):
        for i in range(patch_side):
            near = (sides[0] and i < overlap) or (sides[1] and j < overlap)
            near = near or (sides[2] and i >= patch_side - overlap) or (sides[3] and j >= patch_side - overlap)
            if not near:
                continue
            away = image[(y + j) * width + x + i] - out[(top + j) % side * side + (left + i) % side]
            total += away * away
            count += 1
    return total / count if count > 0 else 0.0


@helper
def share_beside(path, at, along, far, size):
    """How much of a patch shows at a place beside one of its cuts, 0..1. `far` counts from its far side."""
    past = float32(at if not far else size - 1 - at) - path[along]
    return min(ONE, max(float32(0), past / float32(2.0 * FEATHER) + float32(0.5)))


@helper
def lay_patch(picture, tile, patch, cuts, scratch):
    """Lay a patch into the tile, cut along the paths where it differs least from what is there.

    What the cuts come to is added to `cuts`, as `seam.close_seam` has them.
    """
    image, width, height, _ = picture
    out, side, _, _ = tile
    x, y, left, top, size, overlap, sides = patch
    field = scratch[: size * overlap]
    costs = scratch[size * overlap : 2 * size * overlap]
    paths = scratch[2 * size * overlap : 2 * size * overlap + 4 * size]
    for k in range(4):
        path = paths[k * size : (k + 1) * size]
        for along in range(size):
            path[along] = float32(-8)
        if not sides[k]:
            continue
        for along in range(size):
            for at in range(overlap):
                across = at if k < 2 else size - 1 - at
                i, j = (across, along) if k % 2 == 0 else (along, across)
                there = out[(top + j) % side * side + (left + i) % side]
                field[along * overlap + at] = abs(image[(y + j) * width + x + i] - there)
        sum_costs(field, costs, overlap, size)
        trace(costs, path, overlap, size, -1)
        for along in range(size):
            at = int(path[along])
            across = at if k < 2 else size - 1 - at
            i, j = (across, along) if k % 2 == 0 else (along, across)
            if k % 2 == 0:
                cuts[1] += near_step(image, (y + j) * width, 1, width, x + i, AROUND)
            else:
                cuts[4] += near_step(image, x + i, width, height, y + j, AROUND)
    for j in range(size):
        for i in range(size):
            share = ONE
            share = min(share, share_beside(paths[0:size], i, j, False, size))
            share = min(share, share_beside(paths[size : 2 * size], j, i, False, size))
            share = min(share, share_beside(paths[2 * size : 3 * size], i, j, True, size))
            share = min(share, share_beside(paths[3 * size : 4 * size], j, i, True, size))
            at = (top + j) % side * side + (left + i) % side
            out[at] += share * (image[(y + j) * width + x + i] - out[at])
    for k in range(4):
        for along in range(size if sides[k] else 0):
            at = int(paths[k * size + along])
            across = at if k < 2 else size - 1 - at
            for one in range(across - ZONE, across + ZONE):
                i, j = (one, along) if k % 2 == 0 else (along, one)
                di, dj = (1, 0) if k % 2 == 0 else (0, 1)
                here = out[(top + j) % side * side + (left + i) % side]
                there = out[(top + j + dj) % side * side + (left + i + di) % side]
                cuts[3 * (k % 2)] += abs(there - here) / float32(2 * ZONE)


@helper
def worst_course(out, side, step, line_step, period, usual):
    """How much more a grown tile differs from its next course than the picture does, in the worst of 4 x 4 parts."""
    worst = 0.0
    for part in range(16):
        total, count = 0.0, 0
        for line in range(part // 4 * side // 4, (part // 4 + 1) * side // 4):
            for i in range(part % 4 * side // 4, (part % 4 + 1) * side // 4):
                away = out[line * line_step + i * step] - out[line * line_step + (i + period) % side * step]
                total += away * away
                count += 1
        worst = max(worst, total / max(1, count))
    return float32(math.sqrt(worst / usual)) if usual > 1e-9 else float32(0)


@helper
def read_courses(image, out, width, height, side, periods, cuts):
    """Add to `cuts` whether the courses of a pattern are whole in the tile that was grown of it."""
    if 0 < periods[0] < side:
        usual = usual_course(Lines(image, width, height, 1, width), periods[0])
        cuts[2] = worst_course(out, side, 1, side, periods[0], usual)
    if 0 < periods[1] < side:
        usual = usual_course(Lines(image, height, width, width, 1), periods[1])
        cuts[5] = worst_course(out, side, side, 1, periods[1], usual)


@helper
def grow_room(wanted, width, height):
    """Numbers of scratch space that `grow` needs."""
    patch, overlap = patch_of(wanted, width, height)
    return 2 * patch * overlap + 4 * patch


@helper
def grow(picture, tile, wanted, seed, cuts, scratch):
    """Grow a tile, as large as `grown_side` has it for `wanted`, from patches of a picture.

    `scratch` has room as `grow_room` says.
    """
    _, width, height, _ = picture
    out, side, _, _ = tile
    size, overlap = patch_of(wanted, width, height)
    step = size - overlap
    count = side // step
    for i in range(side * side):
        out[i] = float32(0)
    for row in range(count):
        for column in range(count):
            # The last of a row and of a column meet the first ones again.
            sides = (column > 0, row > 0, column == count - 1, row == count - 1)
            place = int32(row * count + column)
            best_x, best_y, least = 0, 0, 1e30
            for one in range(TRIES):
                index = int32(place * TRIES + one)
                x = int(chance(seed, index, 0) * float32(width - size + 1))
                y = int(chance(seed, index, 1) * float32(height - size + 1))
                away = misfit(picture, tile, Patch(x, y, column * step, row * step, size, overlap, sides))
                if away < least:
                    best_x, best_y, least = x, y, away
                if place == 0:
                    break
            patch = Patch(best_x, best_y, column * step, row * step, size, overlap, sides)
            lay_patch(picture, tile, patch, cuts, scratch)
