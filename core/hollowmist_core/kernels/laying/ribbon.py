"""Ribbon: a source laid along the whole stroke, as a band as wide as the line.

Pieces of the track are laid one after the other; where they lie over each other in a bend or a loop the larger coverage
stays, and the wedge that a bend opens on its outer side is the node's.
"""

import math

from numba import float32, int32

from ...tables.records import NOW, TILE, TILE_AREA
from ..base.registry import helper
from ..tiles.sheet import claim_ink
from ..touch.cover import on_sheet
from ..touch.grain import bite_row, grain_tile, moving_row, moving_sampler
from ..touch.images import level_for, level_of
from ..touch.pixel import harden, harden_bitten
from ..touch.spans import row_spans
from ..touch.tones import keep_tones
from .lay import ink_capped_row, is_grained, lies_still, tint_rows, tint_tiles
from .ribbon_rows import REPEATED, STRETCHED, place_row, read_row
from .track import FROM, TO

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)

MOST_TAPS = float32(8)
"""Most places across at which one pixel of a narrow ribbon reads its source."""

APART = float32(1.25)
"""Texels between those places: each is read with its neighbours, so that none is passed over."""


@helper
def waits_for_its_end(brush):
    """Whether every sample changes the whole of a stroke: a picture that is stretched along it must know its length."""
    return brush.ribbon and brush.ribbon_fit != REPEATED


@helper
def picture_length(image, brush, state):
    """Length of line, device px, that a picture takes at its own proportions on the brush's size."""
    return brush.size * state.scale * float32(image.widths[0]) / float32(image.heights[0])


@helper
def texels_along(image, total, length, brush):
    """Texels of the largest level that a px of the line spans."""
    wide = float32(image.widths[0])
    if brush.ribbon_fit == REPEATED:
        return wide / length
    if brush.ribbon_fit == STRETCHED:
        return wide / max(ONE, total)
    end = min(brush.ribbon_ends * length, HALF * total)
    return wide * (ONE - TWO * brush.ribbon_ends) / max(ONE, total - TWO * end)


@helper
def band_in_tile(state, stamps, brush, piece, ends, reading, pool, slot, grain_slot, tints, corner, box, sources):
    """Lay the part of a piece that lies in a tile whose corner is at `corner`; `box` is its rectangle, device px."""
    a = stamps[FROM]
    corner_x, corner_y = corner
    image = sources.images[a.image]
    cos, sin = state.walk[NOW].along_x, state.walk[NOW].along_y
    beside = max(piece[1], piece[2]) + TWO
    # Before its first end a piece fills the wedge that the bend opens, and nothing where the line goes straight on.
    behind = ONE
    if not ends[0]:
        behind = beside * min(ONE, abs(ends[3])) + ONE if ends[2] > float32(0) else beside
    strip = (beside, behind, piece[0] + ONE)
    along, level = reading
    texels = HALF * float32(image.heights[level])
    # As many as the wider end needs would leave gaps at the narrower one.
    taps = int32(min(MOST_TAPS, max(ONE, math.ceil(texels / (APART * min(piece[1], piece[2]))))))
    picture = (level_of(image, level), taps)
    left, right = float32(box[0]) - a.x, float32(box[2]) - a.x
    start = a.x - float32(corner_x)
    bitten = is_grained(a, brush)
    moving = moving_sampler(state, a, brush, sources.images)
    top = int32(max(0, box[1] - corner_y))
    lines = int32(min(TILE, box[3] - corner_y)) - top
    lows, highs = row_spans(state, lines, top + int32(corner_y), a.y, left, right, (cos, sin, -sin, cos), strip)
    for i in range(lines):
        if lows[i] > highs[i]:
            continue
        line = top + int32(i)
        dy = float32(line + int32(corner_y)) + HALF - a.y
        first = max(int32(0), int32(math.floor(start + lows[i] - HALF)))
        past = min(int32(TILE), int32(math.ceil(start + highs[i] + HALF)))
        if first >= past:
            continue
        count = past - first
        dx = float32(first) + HALF - start
        cover, inks = state.cover[:count], state.caps[:count]
        u, v = dx * cos + dy * sin, dy * cos - dx * sin
        place_row(state, cover, inks, count, (u, v, cos, -sin), piece, ends, along, brush)
        read_row(state, cover, count, picture, sources.bank, brush)
        inner = line * TILE + first
        row = pool[slot * TILE_AREA + inner : slot * TILE_AREA + inner + count]
        if brush.toned:
            keep_tones(cover, state.tones[:count], count)
        if brush.pixel_edge:
            harden(cover, count)
        if bitten:
            bites = state.bites[:count]
            if grain_slot >= 0:
                at = grain_slot * TILE_AREA + inner
                for i in range(count):
                    bites[i] = pool[at + i]
            else:
                moving_row(bites, count, dx, dy, state, a, brush, sources.bank, moving)
            bite_row(cover, inks, bites, count, a, brush)
            if brush.pixel_edge:
                harden_bitten(cover, inks, count, a.cap)
            ink_capped_row(row, cover, inks, count, a, False)
        else:
            for i in range(count):
                row[i] = max(row[i], inks[i] * cover[i])
        if brush.coloured:
            tint_rows(pool, tints, inner, row, state, brush, count, a, a.flow if bitten else ONE)


@helper
def band_box(a, b):
    """What a piece between two stamps can reach, as `box_of` tells it."""
    reach = max(a.major, b.major) + TWO
    return (
        int32(math.floor(min(a.x, b.x) - reach)),
        int32(math.floor(min(a.y, b.y) - reach)),
        int32(math.ceil(max(a.x, b.x) + reach)) + int32(1),
        int32(math.ceil(max(a.y, b.y) + reach)) + int32(1),
    )


@helper
def lay_band(state, stamps, brush, begins, stops, total, plane, surface, sources):
    """Lay the piece between stamps `FROM` and `TO` of a stroke `total` sheet px long on a plane of the sheet.

    `begins` and `stops` tell whether the stroke begins and ends with it; the walk knows the direction of the piece
    before (`swept_x`, `swept_y`).
    """
    a, b = stamps[FROM], stamps[TO]
    walk = state.walk[NOW]
    dx, dy = b.x - a.x, b.y - a.y
    length = math.sqrt(dx * dx + dy * dy)
    if length <= float32(1e-4):
        return
    cos, sin = dx / length, dy / length
    walk.along_x, walk.along_y = cos, sin
    before_along = walk.swept_x * cos + walk.swept_y * sin
    before_beside = walk.swept_y * cos - walk.swept_x * sin
    walk.swept_x, walk.swept_y = cos, sin
    image = sources.images[a.image]
    takes = picture_length(image, brush, state)
    whole = float32(total * state.scale)
    across = float32(image.heights[0]) * HALF
    along = texels_along(image, whole, takes, brush)
    half = max(HALF, (a.major + b.major) * HALF)
    level = level_for(image, max(along, across / half / MOST_TAPS))
    piece = (length, max(HALF, a.major), max(HALF, b.major), a.flow * a.cap, b.flow * b.cap)
    ends = (begins, stops, before_along, before_beside)
    reading = ((float32(a.s * state.scale), whole, takes), level)
    box = on_sheet(state, band_box(a, b))
    if box[0] >= box[2] or box[1] >= box[3]:
        return
    lies = lies_still(a, brush)
    for row in range(box[1] // TILE, (box[3] - 1) // TILE + 1):
        for column in range(box[0] // TILE, (box[2] - 1) // TILE + 1):
            tile = row * state.columns + column
            slot = claim_ink(state, surface, plane, tile)
            grain_slot = grain_tile(state, brush, sources, surface, tile) if lies else int32(-1)
            tints = tint_tiles(state, brush, plane, surface, tile)
            if slot < 0 or (lies and grain_slot < 0) or (brush.coloured and min(tints[0], tints[1], tints[2]) < 0):
                continue
            corner = (column * TILE, row * TILE)
            band_in_tile(
                state, stamps, brush, piece, ends, reading, surface.pool, slot, grain_slot, tints, corner, box, sources
            )
