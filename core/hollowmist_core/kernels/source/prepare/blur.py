"""Blur: a Gaussian, exact where it is small, by running boxes where it is large.

Boxes follow Kovesi (2010), "Fast Almost-Gaussian Filtering": four averages whose widths add up to the
variance asked for. Beyond a border lies the nearest pixel, or the other side where it is tiled.
"""

import math

from numba import float32, int32

from ...base.registry import helper

EXACT = 4.0
"""Largest deviation, px, that is computed by its weights."""

COARSE = 8.0
"""A blur of this deviation, px, leaves nothing of single pixels to be seen."""

PASSES = 3
MOST_REACH = 17
BLOCK = 16
"""Columns that are averaged at once."""


@helper
def blur_room(width, height):
    """Numbers of scratch space that `blur` needs for a picture of a size, and `blur_wide` with it."""
    # A line with as much again at both ends; sixteen columns, too.
    return 2 * width * height + MOST_REACH + 3 * width + 2 * MOST_REACH + BLOCK * (3 * height + 1)


@helper
def place(i, side, tiled):
    """Index of a pixel that may lie beyond the border."""
    if tiled:
        return i % side
    return min(side - 1, max(0, i))


@helper
def fetch_line(image, start, step, side, reach, tiled, line):
    """Copy a row or column with `reach` pixels beyond either end to `line`."""
    for i in range(reach):
        line[i] = image[start + place(i - reach, side, tiled) * step]
        line[reach + side + i] = image[start + place(side + i, side, tiled) * step]
    for i in range(side):
        line[reach + i] = image[start + i * step]


@helper
def weigh(scratch, sigma):
    """Weights of a Gaussian at the start of the scratch space: (reach, their sum on both sides, weights).

    The reach is a whole number of pairs.
    """
    reach = int(min(MOST_REACH - 1, 2 * math.ceil(2.0 * sigma)))
    total = float32(0)
    weights = scratch[:MOST_REACH]
    for k in range(reach + 1):
        weights[k] = math.exp(-0.5 * (k / sigma) ** 2)
        total += weights[k] * float32(1 if k == 0 else 2)
    return reach, total, weights


@helper
def exact_rows(image, out, width, height, scratch, sigma, tiled):
    """One pass along the rows."""
    reach, total, weights = weigh(scratch, sigma)
    line = scratch[MOST_REACH : MOST_REACH + width + 2 * reach]
    for y in range(height):
        fetch_line(image, y * width, 1, width, reach, tiled, line)
        row = out[y * width : (y + 1) * width]
        w = weights[0] / total
        for i in range(width):
            row[i] = w * line[reach + i]
        # Two at a time: the row itself is read and written half as often.
        for k in range(1, reach + 1, 2):
            w, v = weights[k] / total, weights[k + 1] / total
            before, after = line[reach - k : reach - k + width], line[reach + k : reach + k + width]
            earlier, later = line[reach - k - 1 :], line[reach + k + 1 :]
            for i in range(width):
                row[i] += w * (before[i] + after[i]) + v * (earlier[i] + later[i])


@helper
def line_at(image, y, width, height, tiled):
    """A row of a picture, which may lie beyond its border."""
    at = place(y, height, tiled) * width
    return image[at : at + width]


@helper
def exact_columns(image, out, width, height, scratch, sigma, tiled):
    """One pass along the columns, row by row."""
    reach, total, weights = weigh(scratch, sigma)
    for y in range(height):
        row = out[y * width : (y + 1) * width]
        middle = image[y * width : (y + 1) * width]
        w = weights[0] / total
        for i in range(width):
            row[i] = w * middle[i]
        for k in range(1, reach + 1, 2):
            w, v = weights[k] / total, weights[k + 1] / total
            above, below = line_at(image, y - k, width, height, tiled), line_at(image, y + k, width, height, tiled)
            higher = line_at(image, y - k - 1, width, height, tiled)
            lower = line_at(image, y + k + 1, width, height, tiled)
            for i in range(width):
                row[i] += w * (above[i] + below[i]) + v * (higher[i] + lower[i])


@helper
def box_half(sigma, nth):
    """Half width of the nth of the boxes that together have the variance of a Gaussian."""
    ideal = math.sqrt(12.0 * sigma * sigma / PASSES + 1.0)
    small = int(math.floor(ideal))
    if small % 2 == 0:
        small -= 1
    ratio = (12.0 * sigma * sigma - PASSES * small * small - 4.0 * PASSES * small - 3.0 * PASSES) / (-4.0 * small - 4.0)
    return (small - 1) // 2 if nth < int(math.floor(ratio + 0.5)) else (small + 1) // 2


@helper
def box_rows(out, width, height, scratch, half, tiled):
    """Average each row over 2 half + 1 pixels, in place."""
    line = scratch[: width + 2 * half]
    scale = 1.0 / (2 * half + 1)
    for y in range(height):
        start = y * width
        fetch_line(out, start, 1, width, half, tiled, line)
        total = 0.0
        for i in range(2 * half):
            total += line[i]
        for i in range(width):
            total += line[i + 2 * half]
            out[start + i] = total * scale
            total -= line[i]


@helper
def box_columns(out, width, height, scratch, half, tiled):
    """Average each column over 2 half + 1 pixels, in place, a block of columns at a time."""
    block = BLOCK
    scale = float32(1.0 / (2 * half + 1))
    depth = height + 2 * half
    for left in range(0, width, block):
        wide = min(block, width - left)
        lines = scratch[: depth * block]
        sums = scratch[depth * block : depth * block + block]
        for y in range(depth):
            source = place(y - half, height, tiled) * width + left
            for i in range(wide):
                lines[y * block + i] = out[source + i]
        for i in range(block):
            sums[i] = float32(0)
        for y in range(2 * half):
            for i in range(wide):
                sums[i] += lines[y * block + i]
        for y in range(height):
            entering, leaving = (y + 2 * half) * block, y * block
            target = y * width + left
            for i in range(wide):
                sums[i] += lines[entering + i]
                out[target + i] = sums[i] * scale
                sums[i] -= lines[leaving + i]


@helper
def blur(image, out, width, height, scratch, sigma, tiled):
    """Blur by a Gaussian of deviation `sigma`, px. `scratch` has room as `blur_room` says."""
    count = width * height
    if sigma < 0.05:
        for i in range(count):
            out[i] = image[i]
        return
    if sigma <= EXACT:
        between, rest = scratch[:count], scratch[count:]
        exact_rows(image, between, width, height, rest, sigma, tiled)
        exact_columns(between, out, width, height, rest, sigma, tiled)
        return
    for i in range(count):
        out[i] = image[i]
    for nth in range(PASSES):
        # A box wider than three pictures has averaged all there is.
        half = int32(box_half(sigma, nth))
        box_rows(out, width, height, scratch, min(half, width), tiled)
        box_columns(out, width, height, scratch, min(half, height), tiled)


@helper
def sharpen(image, out, width, height, scratch, sigma, amount, tiled):
    """Unsharp masking: add `amount` times what a blur takes away."""
    blur(image, out, width, height, scratch, sigma, tiled)
    for i in range(width * height):
        out[i] = min(float32(1), max(float32(0), image[i] + amount * (image[i] - out[i])))


@helper
def reduce(image, out, width, height, times):
    """Average blocks of `times` x `times` pixels; those at the right and at the foot may be smaller. Returns the
    size that is left: (width, height)."""
    wide, high = (width + times - 1) // times, (height + times - 1) // times
    for i in range(wide * high):
        out[i] = float32(0)
    for y in range(height):
        row = image[y * width : (y + 1) * width]
        sums = out[y // times * wide : (y // times + 1) * wide]
        for i in range(wide):
            total = float32(0)
            for x in range(i * times, min(width, (i + 1) * times)):
                total += row[x]
            sums[i] += total
    for j in range(high):
        tall = min(times, height - j * times)
        for i in range(wide):
            out[j * wide + i] /= float32(tall * min(times, width - i * times))
    return wide, high


@helper
def between_blocks(at, times, side):
    """The two blocks whose middles a pixel lies between, and its share of the second."""
    place = (float32(at) + float32(0.5)) / float32(times) - float32(0.5)
    place = min(float32(side - 1), max(float32(0), place))
    first = int32(place)
    return first, min(side - 1, first + 1), place - float32(first)


@helper
def enlarge_blocks(small, out, wide, high, width, height, times, line):
    """Fill a picture from one of blocks, bilinearly between their middles. `line` holds a row of
    blocks, and two more."""
    step = float32(1) / float32(times)
    for y in range(height):
        above, below, part = between_blocks(y, times, high)
        # One block more than there is at either end: beyond the last middle the light stays as it is.
        for i in range(-1, wide + 1):
            at = min(wide - 1, max(0, i))
            a = small[above * wide + at]
            line[i + 1] = a + part * (small[below * wide + at] - a)
        row = out[y * width : (y + 1) * width]
        for x in range(width):
            place = (float32(x) + float32(0.5)) * step + float32(0.5)
            left = int32(place)
            row[x] = line[left] + (place - float32(left)) * (line[left + 1] - line[left])


@helper
def blur_wide(image, out, width, height, scratch, sigma):
    """As `blur` of what does not go on beyond its border; a wide one goes by way of a smaller picture."""
    times = int32(min(8.0, sigma / COARSE))
    if times < 2:
        blur(image, out, width, height, scratch, sigma, False)
        return
    count = ((width + times - 1) // times) * ((height + times - 1) // times)
    small, blurred, rest = scratch[:count], scratch[count : 2 * count], scratch[2 * count :]
    wide, high = reduce(image, small, width, height, times)
    blur(small, blurred, wide, high, rest, sigma / times, False)
    enlarge_blocks(blurred, out, wide, high, width, height, times, rest)
