"""Images at hand: sources as chains of ever smaller copies, packed for quick bilinear reading.

A chain is Williams' (1983, "Pyramidal Parametrics"). Each place of a level holds four neighbouring
texels in one 32-bit word, so that a bilinear reading takes one load. A shape has a clear border of one
texel round it; a grain goes on at its other side.
"""

import math

from numba import float32, int32, uint32

from ...tables.records import IMAGE, LEVELS
from ..base.bundles import Run
from ..base.registry import array, helper, kernel

HALF, ONE = float32(0.5), float32(1)
FULL = float32(255)
FIXED = float32(65536)
PAIR = uint32(0x00FF00FF)
WHOLE = uint32(256)
FNV = uint32(16777619)


@helper
def halved(side):
    """Side of the next smaller level."""
    return max(int32(1), (side + int32(1)) // int32(2))


@helper
def texel(pixels, at, width, height, x, y, tiled):
    """A texel of a level; outside it is clear, or its other side where it is tiled."""
    if tiled:
        return uint32(pixels[at + (y % height) * width + x % width])
    if x < 0 or y < 0 or x >= width or y >= height:
        return uint32(0)
    return uint32(pixels[at + y * width + x])


@helper
def pack_level(image, level, pixels, at, bank):
    """Write one level as words of 2 x 2 texels: place (i, j) holds texels i - 1 and i of rows j - 1 and j."""
    width, height = image.widths[level], image.heights[level]
    stride = width if image.tiled else width + 1
    out = image.offsets[level]
    for j in range(height if image.tiled else height + 1):
        for i in range(stride):
            a = texel(pixels, at, width, height, i - 1, j - 1, image.tiled)
            b = texel(pixels, at, width, height, i, j - 1, image.tiled)
            c = texel(pixels, at, width, height, i - 1, j, image.tiled)
            d = texel(pixels, at, width, height, i, j, image.tiled)
            bank[out + j * stride + i] = a | (b << uint32(8)) | (c << uint32(16)) | (d << uint32(24))


@helper
def shrink(pixels, source, width, height, target, to_width, to_height):
    """Average a level into the next smaller one, each texel over exactly its share of the area."""
    for j in range(to_height):
        y0, y1 = j * height / to_height, (j + 1) * height / to_height
        for i in range(to_width):
            x0, x1 = i * width / to_width, (i + 1) * width / to_width
            total = 0.0
            for y in range(int(y0), int(math.ceil(y1))):
                high = min(y1, y + 1.0) - max(y0, float(y))
                for x in range(int(x0), int(math.ceil(x1))):
                    wide = min(x1, x + 1.0) - max(x0, float(x))
                    total += high * wide * pixels[source + y * width + x]
            pixels[target + j * to_width + i] = int32(total / ((x1 - x0) * (y1 - y0)) + 0.5)


@helper
def set_reach(image, pixels, width, height):
    """Keep how far from its middle an image has ink, so that nothing is laid where there is none."""
    left, right, top, bottom = width, 0, height, 0
    for y in range(height):
        for x in range(width):
            if pixels[y * width + x] > 0:
                left, right = min(left, x), max(right, x + 1)
                top, bottom = min(top, y), max(bottom, y + 1)
    if left < right:
        image.reach_x = max(width - 2 * left, 2 * right - width) / width
        image.reach_y = max(height - 2 * top, 2 * bottom - height) / height
    else:
        image.reach_x = image.reach_y = float32(0)


@helper
def set_identity(image, pixels, width, height):
    """Keep what an image is: a hash over its size and pixels (FNV-1a, in two runs of 32 bits each over other bytes).

    Two brushes that number their images alike are told apart by it.
    """
    first, second = uint32(2166136261), uint32(2166136261)
    first = uint32((first ^ uint32(width)) * FNV)
    second = uint32((second ^ uint32(height)) * FNV)
    for i in range(width * height):
        first = uint32((first ^ uint32(pixels[i])) * FNV)
        second = uint32((second ^ uint32(pixels[i]) ^ uint32(i)) * FNV)
    image.identity[0], image.identity[1] = first, second


@kernel(int32, array(IMAGE), int32, array("u1"), int32, int32, int32, int32, array("u4"), int32)
def build_chain(images, index, pixels, width, height, tiled, inverted, bank, at):
    """Make image `index` from `pixels`, ink 0..255 by rows, with its levels in `bank` from word `at` on.

    `pixels` must have room for all levels (twice the first) and is used up. Returns the number of words.
    """
    image = images[index]
    image.tiled = tiled
    if inverted:
        for i in range(width * height):
            pixels[i] = 255 - pixels[i]
    set_identity(image, pixels, width, height)
    set_reach(image, pixels, width, height)
    place = int32(0)
    start = at
    level = int32(0)
    while True:
        image.widths[level] = width
        image.heights[level] = height
        image.offsets[level] = at
        pack_level(image, level, pixels, place, bank)
        at += width * height if tiled else (width + 1) * (height + 1)
        level += int32(1)
        if (width == 1 and height == 1) or level == LEVELS:
            break
        below = place + width * height
        shrink(pixels, place, width, height, below, halved(width), halved(height))
        place, width, height = below, halved(width), halved(height)
    image.levels = level
    return at - start


@helper
def level_for(image, texels):
    """The level to read where a px of the sheet spans `texels` texels of the largest."""
    level = int32(0)
    while texels > float32(1.4142135) and level < image.levels - 1:
        texels *= HALF
        level += int32(1)
    return level


@helper
def level_of(image, level):
    """Width and height of one of an image's levels, and the word of the bank at which it begins."""
    return int32(image.widths[level]), int32(image.heights[level]), uint32(image.offsets[level])


@helper
def weighed(word, x, y):
    """Bilinear mean of a word's four texels, 0..255 * 65536; x and y are places in 1/65536 texel.

    Two texels are weighed in one multiplication: each has 16 bits of the word to itself.
    """
    fx, fy = uint32((x >> 8) & 255), uint32((y >> 8) & 255)
    left, right = word & PAIR, (word >> uint32(8)) & PAIR
    both = uint32(left * (WHOLE - fx) + right * fx)
    return int32((both & uint32(65535)) * (WHOLE - fy) + (both >> uint32(16)) * fy)


@helper
def blended(word, x, y):
    """`weighed` as a float."""
    return float32(weighed(word, x, y))


@helper
def fixed(value):
    """A place in 1/65536 texel."""
    return int32(math.floor(value * FIXED + HALF))


@helper
def inside(at, step, limit, count):
    """The first and the past-last of `count` places at, at + step .. that lie in 0 <= place < limit."""
    first, past = int32(0), int32(count)
    last = at + step * (past - int32(1))
    if at >= 0 and last >= 0 and at < limit and last < limit:
        # As most rows do: no division.
        return first, past
    if step > 0:
        if at < 0:
            first = int32(-(at // step))
        past = min(past, int32(-((at - limit) // step)))
    elif step < 0:
        if at >= limit:
            first = int32((at - limit) // -step + int32(1))
        past = min(past, int32(at // -step + int32(1)))
    else:
        past = int32(0)
    return first, past


@helper
def fetch_words(words, count, bank, at, stride, run):
    """Bring the words at `count` places of a level, which begins at word `at`; `run` is in 1/65536 texel.

    In two loops: all but the reading itself becomes vector instructions.
    """
    x, y, dx, dy = run
    for i in range(count):
        k = int32(i)
        words[i] = at + uint32(int32(y + dy * k) >> 16) * stride + uint32(int32(x + dx * k) >> 16)
    for i in range(count):
        words[i] = bank[words[i]]


@helper
def read_clear(row, words, count, bank, level, run, scale):
    """Add `count` places along a line through a shape to `row`, 0..255 times `scale`; outside it is clear.

    `level` is what `level_of` tells of one of its levels; `run` is in texels of that, from its top left corner.
    `words` is scratch space.
    """
    width, height, at = level
    px, py = fixed(run.x + HALF), fixed(run.y + HALF)
    step_x, step_y = fixed(run.dx), fixed(run.dy)
    first, past = inside(px, step_x, int32((width + int32(1)) << 16), count)
    first_y, past_y = inside(py, step_y, int32((height + int32(1)) << 16), count)
    first, past = max(first, first_y), min(past, past_y)
    if first >= past:
        return
    within, count = row[first:past], past - first
    px, py = int32(px + step_x * first), int32(py + step_y * first)
    fetch_words(words, count, bank, at, uint32(width + int32(1)), Run(px, py, step_x, step_y))
    scale *= float32(1.0) / FIXED
    for i in range(count):
        k = int32(i)
        within[i] += blended(words[i], int32(px + step_x * k), int32(py + step_y * k)) * scale


@helper
def wrapped(value, side):
    """A place brought into 0 <= place < side."""
    value -= side * float32(math.floor(value / side))
    return value if value < side else float32(0)


@helper
def shortest(step, side):
    """A step round a tile of a side, the shorter way round."""
    half = int32(side >> 1)
    if step > half or step <= half - side:
        step = int32(step % side)
        if step > half:
            step = int32(step - side)
    return step


@helper
def steps_within(at, step, side, most):
    """How many of up to `most` places at, at + step .. lie within 0 <= place < side before one does not; at least 1."""
    last = int(at) + int(step) * (int(most) - 1)
    if last >= 0 and last < int(side):
        return int32(most)
    if step > 0:
        return int32((side - at + step - int32(1)) // step)
    return int32(at // -step + int32(1))


@helper
def read_tiled(row, words, count, bank, level, run):
    """Read `count` places along a line through a tile, 0..1; the tile goes on at its other side.

    `level` is what `level_of` tells of one of its levels, `run` is in texels of that, `words` scratch space.
    """
    wide, high, at = level
    width, height = int32(wide << 16), int32(high << 16)
    px = fixed(wrapped(run.x + HALF, float32(wide)))
    py = fixed(wrapped(run.y + HALF, float32(high)))
    px, py = px if px < width else int32(0), py if py < height else int32(0)
    step_x, step_y = shortest(fixed(run.dx), width), shortest(fixed(run.dy), height)
    scale = float32(1.0) / (FIXED * FULL)
    i = int32(0)
    while i < count:
        # As far as the tile goes on, so that the loop itself asks nothing.
        left = int32(count - i)
        some = min(steps_within(px, step_x, width, left), steps_within(py, step_y, height, left))
        within = row[i : i + some]
        fetch_words(words, some, bank, at, uint32(wide), Run(px, py, step_x, step_y))
        for j in range(some):
            k = int32(j)
            within[j] = blended(words[j], int32(px + step_x * k), int32(py + step_y * k)) * scale
        i += some
        if i >= count:
            return
        px = int32(int(px + step_x * some) % int(width))
        py = int32(int(py + step_y * some) % int(height))
