"""Seam: a picture made to repeat unseen, and the score that tells.

Closing gives up a band: what lies beyond the tile on one side is laid over its other side, along the
path where the two differ least (Efros and Freeman 2001, "Image Quilting") or by a slow change from the
one to the other that keeps the contrast.
"""

import math

from numba import float32, int32

from ..registry import helper

CUT, BLEND = 0, 1
BOTH, ACROSS, DOWN = 0, 1, 2
FEATHER = 1.5
"""Half width, px, of the change along a cut."""

ONE = float32(1)


@helper
def band_of(side, share):
    """Width of the band that closing gives up, px; a picture keeps at least half of its side."""
    return max(2, min(side // 2, int(share * side))) if side >= 8 else 0


@helper
def cheapest(image, base, over, row, step, line_step, band, lines, costs, closed, start):
    """Costs of the paths of least difference through a band, line by line, from the top down.

    `costs` holds `band` places per line. With `closed`, paths start at `start` only.
    """
    for line in range(lines):
        at = row + line * line_step
        for i in range(band):
            gap = image[base + at + i * step] - image[over + at + i * step]
            cost = gap * gap
            if line > 0:
                before = (line - 1) * band
                least = costs[before + i]
                if i > 0:
                    least = min(least, costs[before + i - 1])
                if i < band - 1:
                    least = min(least, costs[before + i + 1])
                cost += least
            elif closed and i != start:
                cost = float32(1e9)
            costs[line * band + i] = cost


@helper
def trace(costs, path, band, lines, end):
    """The path that ends at `end`, from the bottom up; with `end` below zero, the cheapest."""
    at = end
    if at < 0:
        at = 0
        for i in range(1, band):
            if costs[(lines - 1) * band + i] < costs[(lines - 1) * band + at]:
                at = i
    path[lines - 1] = at
    for line in range(lines - 2, -1, -1):
        best = at
        if at > 0 and costs[line * band + at - 1] < costs[line * band + best]:
            best = at - 1
        if at < band - 1 and costs[line * band + at + 1] < costs[line * band + best]:
            best = at + 1
        at = best
        path[line] = at


@helper
def mean_of(image, start, line_step, step, lines, count):
    """Mean of a part of a picture."""
    total = 0.0
    for line in range(lines):
        for i in range(count):
            total += image[start + line * line_step + i * step]
    return float32(total / (lines * count))


@helper
def close_along(image, out, side, lines, step, line_step, to_step, to_line_step, band, way, closes, scratch):
    """Close one direction: `side` pixels in each of `lines` lines become side - band.

    Place 0 of a line then goes on from its last place. With `closes` the cut ends where it began,
    because the lines themselves wrap.
    """
    kept = side - band
    path = scratch[:lines]
    costs = scratch[lines : lines + lines * band]
    mean = float32(0)
    if way == CUT:
        cheapest(image, 0, kept * step, 0, step, line_step, band, lines, costs, False, 0)
        trace(costs, path, band, lines, -1)
        if closes:
            start = int(path[lines // 2])
            cheapest(image, 0, kept * step, 0, step, line_step, band, lines, costs, True, start)
            trace(costs, path, band, lines, start)
    else:
        mean = mean_of(image, 0, line_step, step, lines, side)
    for line in range(lines):
        row, to_row = line * line_step, line * to_line_step
        for i in range(kept):
            value = image[row + i * step]
            if i < band:
                over = image[row + (kept + i) * step]
                if way == CUT:
                    share = (float32(i) - path[line]) / float32(2.0 * FEATHER) + float32(0.5)
                    # The tile's first place must go on from its last, whatever the cut.
                    share = min(share, float32(i) / float32(FEATHER))
                    share = min(ONE, max(float32(0), share))
                    value = over + (value - over) * share
                else:
                    share = (float32(i) + float32(0.5)) / float32(band)
                    keep = math.sqrt(share * share + (ONE - share) * (ONE - share))
                    value = mean + ((value - mean) * share + (over - mean) * (ONE - share)) / keep
                    value = min(ONE, max(float32(0), value))
            out[to_row + i * to_step] = value


@helper
def closed_size(width, height, share, axes):
    """Size of a tile after closing."""
    wide = width if axes == DOWN else width - band_of(width, share)
    high = height if axes == ACROSS else height - band_of(height, share)
    return wide, high


@helper
def close_seam(image, out, width, height, scratch, way, share, axes):
    """Close the seam across, down, or both. `scratch` holds two pictures."""
    wide, high = closed_size(width, height, share, axes)
    if axes == DOWN or wide == width:
        between = out if axes == ACROSS else scratch[: wide * height]
        for i in range(wide * height):
            between[i] = image[i]
    else:
        between = out if axes == ACROSS else scratch[: wide * height]
        rest = scratch[wide * height :]
        close_along(image, between, width, height, 1, width, 1, wide, width - wide, way, False, rest)
    if axes == ACROSS:
        return
    if high == height:
        for i in range(wide * high):
            out[i] = between[i]
        return
    close_along(between, out, height, wide, wide, 1, wide, 1, height - high, way, True, scratch[wide * height :])


@helper
def score(image, width, height, step, line_step, side, lines):
    """Mean step across the wrap over the mean step between neighbours inside, along one direction."""
    inside, wrap = 0.0, 0.0
    for line in range(lines):
        row = line * line_step
        for i in range(side - 1):
            inside += abs(image[row + (i + 1) * step] - image[row + i * step])
        wrap += abs(image[row] - image[row + (side - 1) * step])
    inside /= max(1, lines * (side - 1))
    wrap /= lines
    if inside < 1e-6:
        return 1.0 if wrap < 1e-6 else 99.0
    return min(99.0, wrap / inside)


@helper
def most_typical(image, side, lines, step, line_step):
    """The place along a tile after which the step to the next is nearest to the mean of all steps."""
    mean = 0.0
    for i in range(side):
        for line in range(lines):
            at = line * line_step
            mean += abs(image[at + (i + 1) % side * step] - image[at + i * step])
    mean /= side
    best, least = 0, 1e30
    for i in range(side):
        total = 0.0
        for line in range(lines):
            at = line * line_step
            total += abs(image[at + (i + 1) % side * step] - image[at + i * step])
        if abs(total - mean) < least:
            best, least = i, abs(total - mean)
    return int32((best + 1) % side)


@helper
def roll(out, width, height, left, top, scratch):
    """Cut a tile out of its endless pattern `left` px farther right and `top` px farther down."""
    for y in range(height):
        for x in range(width):
            scratch[y * width + x] = out[(y + top) % height * width + (x + left) % width]
    for i in range(width * height):
        out[i] = scratch[i]


@helper
def settle(out, width, height, scratch, axes):
    """Cut a tile where its wrap is like any place inside, along the axes given.

    Any cut of an endless pattern repeats unseen; this one also has a seam score of 1, which a few marks
    on one line could sway.
    """
    left = int32(0) if axes == DOWN else most_typical(out, width, height, 1, width)
    top = int32(0) if axes == ACROSS else most_typical(out, height, width, width, 1)
    roll(out, width, height, left, top, scratch)
