"""Seam: a picture made to repeat unseen, and the score that tells.

Closing gives up a band: what lies beyond the tile on one side is laid over its other side, along the
path where the two differ least (Efros and Freeman 2001, "Image Quilting") or by a slow change from the
one to the other that keeps the contrast.
"""

import math

from numba import float32, int32

from ....tables.steps import STEP_BY_NAME
from ...base.bundles import Lines
from ...base.registry import helper
from .repeat import straighten

CUT, BLEND, REPEAT, GROW = STEP_BY_NAME["seam"].numbers("way", "least-error cut", "gradient", "find the repeat", "grow")
BOTH, ACROSS, DOWN = STEP_BY_NAME["seam"].numbers("axes", "both", "across", "down")
AROUND = 4
"""Places to either side of a cut whose steps tell what a step is like there."""

SLIP = 2
"""Courses that lie so many px off, along or aside, are whole to the eye."""

ZONE = 2
"""Places to either side of a cut over which it may change from one picture to the other."""

FEATHER = 1.5
"""Half width, px, of the change along a cut."""

ONE = float32(1)


@helper
def band_of(side, share):
    """Width of the band that closing gives up, px; a picture keeps at least half of its side."""
    return max(2, min(side // 2, int(share * side))) if side >= 8 else 0


@helper
def least_before(costs, band, line, i):
    """The least cost of the line before among the places that a path may come from to place `i`."""
    before = (line - 1) * band
    least = costs[before + i]
    if i > 0:
        least = min(least, costs[before + i - 1])
    if i < band - 1:
        least = min(least, costs[before + i + 1])
    return least


@helper
def cheapest(picture, kept, band, costs, closed, start):
    """Costs of the paths of least difference through a band that lies over another `kept` places on, line by line, from
    the top down.

    `costs` holds `band` places per line. With `closed`, paths start at `start` only.
    """
    image, _, lines, step, line_step = picture
    for line in range(lines):
        at = line * line_step
        for i in range(band):
            gap = image[at + i * step] - image[at + (kept + i) * step]
            cost = gap * gap
            if line > 0:
                cost += least_before(costs, band, line, i)
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
def mean_of(picture):
    """Mean of a picture."""
    image, side, lines, step, line_step = picture
    total = 0.0
    for line in range(lines):
        for i in range(side):
            total += image[line * line_step + i * step]
    return float32(total / (lines * side))


@helper
def near_step(image, row, step, side, at, reach):
    """Mean step between neighbours along a line of `side` places, within `reach` places of one."""
    first, past = max(0, at - reach), min(side - 1, at + reach)
    total = float32(0)
    for i in range(first, past):
        total += abs(image[row + (i + 1) * step] - image[row + i * step])
    return total / float32(max(1, past - first))


@helper
def usual_course(picture, period):
    """How much a picture differs from itself one period on, or from its neighbours if that is more: mean square."""
    image, side, lines, step, line_step = picture
    inside, near, count = 0.0, 0.0, 0
    for line in range(lines):
        row = line * line_step
        for i in range(side - period):
            away = image[row + (i + period) * step] - image[row + i * step]
            inside += away * away
            away = image[row + (i + 1) * step] - image[row + i * step]
            near += away * away
            count += 1
    # What a shift by one pixel makes of it, nobody sees.
    return max(inside, near) / max(1, count)


@helper
def course_across(picture, kept, path, period, along, aside):
    """How much a pattern differs across the cut from its next course, moved by (along, aside) px: mean square."""
    image, side, lines, step, line_step = picture
    total, count = 0.0, 0
    for line in range(max(0, -aside), min(lines, lines - aside)):
        row = line * line_step
        at = int(path[line])
        for i in range(max(0, at - period - along), at):
            there = i + period + along
            if 0 <= there < side and kept + i < side:
                away = image[row + (kept + i) * step] - image[row + aside * line_step + there * step]
                total += away * away
                count += 1
    return total / max(1, count)


@helper
def course_step(picture, kept, path, period):
    """How much more a pattern differs from its next course across the cut than elsewhere; 0 where it has no courses.

    A cut through bricks can be without a step, and yet everybody sees the bricks that it halved: what lies one period
    before the cut is compared with what lies behind it (root mean square), against the same inside, or against the
    steps between neighbours where those are larger. Courses that lie `SLIP` px off are whole to the eye.
    """
    if period <= 0 or kept < 2 * period:
        return float32(0)
    usual = usual_course(picture, period)
    least = 1e30
    for along in range(-SLIP, SLIP + 1):
        for aside in range(-SLIP, SLIP + 1):
            least = min(least, course_across(picture, kept, path, period, along, aside))
    return float32(math.sqrt(least / usual)) if usual > 1e-9 else float32(0)


@helper
def close_along(picture, to, way, closes, period, cuts, scratch):
    """Close one direction: a picture's lines become shorter, by the band in which their ends lie over each other.

    To `cuts` is added the step across the cut, pixel by pixel along it, and what neighbours around it do (a slow change
    counts as a cut in its middle); then what `course_step` says. `period` is
    the picture's own along this direction, px, 0 where it has none.

    Place 0 of a line then goes on from its last place. With `closes` the cut ends where it began,
    because the lines themselves wrap.
    """
    image, side, lines, step, line_step = picture
    out, kept, _, to_step, to_line_step = to
    band = side - kept
    path = scratch[:lines]
    costs = scratch[lines : lines + lines * band]
    mean = float32(0)
    if way == CUT:
        cheapest(picture, kept, band, costs, False, 0)
        trace(costs, path, band, lines, -1)
        if closes:
            start = int(path[lines // 2])
            cheapest(picture, kept, band, costs, True, start)
            trace(costs, path, band, lines, start)
    else:
        mean = mean_of(picture)
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
    for line in range(lines):
        at = int(path[line]) if way == CUT else band // 2
        cuts[0] += near_step(out, line * to_line_step, to_step, kept, at, ZONE)
        for place in (at, kept + at):
            cuts[1] += float32(0.5) * near_step(image, line * line_step, step, side, place, AROUND)
    if way == BLEND:
        for line in range(lines):
            path[line] = float32(band // 2)
    cuts[2] = course_step(picture, kept, path, period)


@helper
def closed_size(width, height, share, axes):
    """Size of a tile after closing."""
    wide = width if axes == DOWN else width - band_of(width, share)
    high = height if axes == ACROSS else height - band_of(height, share)
    return wide, high


@helper
def closing_room(width, height, wide, high, share):
    """Numbers of scratch space that `close_seam` needs: two pictures, and a band with a path through it."""
    across = height * (1 + min(width - wide, band_of(width, share)))
    down = wide * (1 + min(height - high, band_of(height, share)))
    return width * height + wide * height + max(across, down)


@helper
def crop_along(image, out, width, wide, high):
    """The upper left part of a picture."""
    for y in range(high):
        for x in range(wide):
            out[y * wide + x] = image[y * width + x]


@helper
def close_seam(step, image, out, scratch):
    """Close the seam across, down, or both: a tile as large as the step has been sized is left, whose sides overlap by
    a band.

    `scratch` has room as `closing_room` says. The step tells the picture's own periods, across and down, px, and what
    its width and height are in the first and the last third, where they are whole numbers of those. Its `cuts` receive,
    across and then down, the step across the cut, what neighbours around it do, and what `course_step` says.
    """
    width, height, wide, high = step.width, step.height, step.to_width, step.to_height
    way, share, axes = int(step.values[0]), step.values[1], int(step.values[2])
    cutting = CUT if way == REPEAT else way
    for k in range(6):
        step.cuts[k] = float32(0)
    straight = scratch[: width * height]
    between = scratch[width * height : width * height + wide * height]
    rest = scratch[width * height + wide * height :]
    band = min(width - wide, band_of(width, share))
    if axes == DOWN or band < 1:
        crop_along(image, between, width, wide, height)
    else:
        taken = image
        if way == REPEAT:
            straighten(image, straight, width, height, 1, width, wide, step.spans[0:2])
            taken = straight
        picture, to = Lines(taken, wide + band, height, 1, width), Lines(between, wide, height, 1, wide)
        close_along(picture, to, cutting, False, step.periods[0], step.cuts[0:3], rest)
    band = min(height - high, band_of(height, share))
    if axes == ACROSS or band < 1:
        crop_along(between, out, wide, wide, high)
        return
    taken = between
    if way == REPEAT:
        straighten(between, straight, height, wide, wide, 1, high, step.spans[2:4])
        taken = straight
    picture, to = Lines(taken, high + band, wide, wide, 1), Lines(out, high, wide, wide, 1)
    close_along(picture, to, cutting, True, step.periods[1], step.cuts[3:6], rest)


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
