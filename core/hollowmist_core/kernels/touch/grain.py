"""Grain: texture inside the stroke, that holds to the paper, the stroke, each stamp, or runs along the line.

*tint*, *cut* and *press* act on what a stamp covers, so that stamps that build fill the valleys in the
end; the blend modes (W3C Compositing and Blending Level 1, with the coverage as the backdrop) act on
the most it may cover, so that the grain stays however often the stroke goes over it, and are brought to
scale so that full grain leaves that most as it is.
"""

from numba import float32, int32, uint32

from ...tables.records import GRAIN, GRAIN_KEY, TILE, TILE_AREA
from ...tables.settings import numbers
from ..base.bundles import Run
from ..base.chance import GRAIN_X, GRAIN_Y, chance
from ..base.registry import helper
from ..tiles.blend import MULTIPLY, blended
from ..tiles.sheet import claim, give_back, on_grid, tile_count
from .images import level_for, level_of, read_tiled

PAPER, STROKE, STAMP, LINE = numbers("grain_hold", "paper", "stroke", "stamp", "line")
TINT, CUT, PRESS = numbers("grain_way", "tint", "cut", "press")
TO_MODE = MULTIPLY - numbers("grain_way", "multiply")[0]
"""From a blend mode's number among the ways to its own: they stand in one order."""

(TIMES,) = numbers("grain_scale", "× size")

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)
TINY = float32(1e-12)


@helper
def tile_side(state, brush, width):
    """Side of the grain's tile, device px, for a tip of a width in device px."""
    return brush.grain_times * width if brush.grain_scale == TIMES else brush.grain_px * state.scale


@helper
def usual_side(state, brush):
    """Side of the grain's tile, device px, for the brush at its size."""
    return tile_side(state, brush, brush.size * state.scale)


@helper
def grain_sampler(image, side):
    """How a grain whose tile is `side` device px wide is read: what rows under a stamp have in common.

    Returns (the level, as `images.level_of` tells it; texels of it per device px across and down).
    """
    wide, high = float32(image.widths[0]), float32(image.heights[0])
    texels = wide / side
    level = level_of(image, level_for(image, texels))
    return level, texels * float32(level[0]) / wide, texels * float32(level[1]) / high


@helper
def grain_row(row, words, count, brush, sampler, bank, run):
    """Write the grain 0..1 of `count` places along a line, in device px of the frame that it holds to.

    `sampler` is what `grain_sampler` tells, `words` scratch space.
    """
    level, fit_x, fit_y = sampler
    x, y, dx, dy = run
    c, s = brush.grain_cos, brush.grain_sin
    turned = Run(
        (x * c + y * s) * fit_x + brush.grain_offset_x * float32(level[0]),
        (y * c - x * s) * fit_y + brush.grain_offset_y * float32(level[1]),
        (dx * c + dy * s) * fit_x,
        (dy * c - dx * s) * fit_y,
    )
    read_tiled(row, words, count, bank, level, turned)
    lift = HALF * (ONE + brush.grain_brightness)
    if brush.grain_contrast < float32(0):
        steep = ONE + brush.grain_contrast
    else:
        steep = ONE / max(float32(0.02), ONE - brush.grain_contrast)
    for i in range(count):
        g = ONE - row[i] if brush.grain_invert else row[i]
        row[i] = min(ONE, max(float32(0), (g - HALF) * steep + lift))


@helper
def ground(state, brush, images, maps, free):
    """Ready the grain plane for a stroke: what it holds is dropped, unless it is still the same grain."""
    if brush.grain_image < 0:
        return
    state.shift_x, state.shift_y = float32(state.from_x), float32(state.from_y)
    if brush.grain_hold == STROKE:
        side = usual_side(state, brush)
        state.shift_x += on_grid(side * chance(state.seed, 0, GRAIN_X))
        state.shift_y += on_grid(side * chance(state.seed, 0, GRAIN_Y))
    key = (
        float32(brush.grain_hold),
        usual_side(state, brush),
        brush.grain_turn,
        brush.grain_offset_x,
        brush.grain_offset_y,
        brush.grain_brightness,
        brush.grain_contrast,
        float32(brush.grain_invert),
        state.shift_x,
        state.shift_y,
    )
    same = True
    for i in range(2):
        picture = images[brush.grain_image].identity[i]
        same = same and state.grain_picture[i] == picture
        state.grain_picture[i] = picture
    for i in range(GRAIN_KEY):
        same = same and state.grain_key[i] == key[i]
        state.grain_key[i] = key[i]
    if not same:
        for tile in range(tile_count(state)):
            give_back(state, maps, free, GRAIN, tile)


@helper
def grain_tile(state, brush, sources, surface, tile):
    """Pool slot of a tile of the grain plane, filled when first needed; -1 if the pool is empty."""
    slot = surface.maps[GRAIN * tile_count(state) + tile]
    if slot >= 0:
        return slot
    slot = claim(state, surface, GRAIN, tile)
    if slot < 0:
        return slot
    sampler = grain_sampler(sources.images[brush.grain_image], usual_side(state, brush))
    x = float32(tile % state.columns * TILE) + HALF + state.shift_x
    y = float32(tile // state.columns * TILE) + HALF + state.shift_y
    for line in range(TILE):
        start = slot * TILE_AREA + line * TILE
        row = surface.pool[start : start + TILE]
        run = Run(x, y + float32(int32(line)), ONE, float32(0))
        grain_row(row, state.words, TILE, brush, sampler, sources.bank, run)
    return slot


@helper
def moving_sampler(state, stamp, brush, images):
    """How the grain under a stamp is read that the grain plane does not have: it holds to the stamp, runs along the
    line, or is coarser or finer by a response. Zeros where there is none."""
    if brush.grain_image < 0:
        return (int32(0), int32(0), uint32(0)), float32(0), float32(0)
    by_stamp = brush.grain_hold == STAMP and not brush.ribbon
    side = tile_side(state, brush, TWO * stamp.major) if by_stamp else usual_side(state, brush)
    return grain_sampler(images[brush.grain_image], side * stamp.grain_times)


@helper
def moving_run(state, stamp, brush, dx, dy):
    """Where the grain under a stamp's row that moves is read, in the frame that it holds to, device px; (dx, dy) is
    from the stamp's centre to the first pixel."""
    if brush.grain_hold == STAMP and not brush.ribbon:
        c, s = stamp.cos, stamp.sin
        x = (dx * c + dy * s) * stamp.flip_u
        y = (dy * c - dx * s) * stamp.flip_v
        return Run(x, y, c * stamp.flip_u, -s * stamp.flip_v)
    if brush.grain_hold == LINE or brush.grain_hold == STAMP:
        c, s = stamp.along_x, stamp.along_y
        dx += stamp.x - stamp.path_x
        dy += stamp.y - stamp.path_y
        x = stamp.s * state.scale + dx * c + dy * s
        return Run(x, dy * c - dx * s, c, -s)
    x = stamp.x + dx + float32(state.corner_x) + state.shift_x
    y = stamp.y + dy + float32(state.corner_y) + state.shift_y
    return Run(x, y, ONE, float32(0))


@helper
def take_grain(bites, easel, row, stamp, grain_at, moving):
    """Write the grain under a stamp's row: the plane's from place `grain_at` of the pool on, or where that is -1 what
    moves, as `moving_sampler` tells."""
    state, brush, _, surface, sources = easel
    count = row.count
    if grain_at >= 0:
        under = surface.pool[grain_at : grain_at + count]
        for i in range(count):
            bites[i] = under[i]
        return
    run = moving_run(state, stamp, brush, row.dx, row.dy)
    grain_row(bites, state.words, count, brush, moving, sources.bank, run)


@helper
def bite_row(row, caps, grain, count, stamp, brush):
    """Let the grain bite: on the coverage in `row`, or on the most it may cover, in `caps`."""
    bite, cap = stamp.bite, stamp.cap
    for i in range(count):
        caps[i] = cap
    if brush.grain_way == TINT:
        for i in range(count):
            row[i] *= ONE - bite * (ONE - grain[i])
    elif brush.grain_way == CUT:
        steep = ONE / brush.cut_edge
        for i in range(count):
            a = row[i]
            kept = min(ONE, max(float32(0), (a - (ONE - grain[i])) * steep))
            row[i] = a + bite * (kept - a) if a > float32(0) else float32(0)
    elif brush.grain_way == PRESS:
        # The valleys are 1 - g deep; ink reaches as deep as the hand presses.
        steep = ONE / brush.cut_edge
        depth = stamp.press * (ONE + brush.cut_edge)
        for i in range(count):
            filled = min(ONE, max(float32(0), (depth - (ONE - grain[i])) * steep))
            row[i] *= ONE - bite * (ONE - filled)
    else:
        # Full grain comes to the cap and no further: the opacity and the fade-out hold, whatever the way.
        mode = brush.grain_way + TO_MODE
        scale = cap / max(TINY, blended(cap, ONE, mode))
        for i in range(count):
            caps[i] = cap + bite * (blended(cap, grain[i], mode) * scale - cap)
