"""Ribbon: a source laid along the whole stroke, as a band as wide as the line.

Pieces of the track are laid one after the other; where they lie over each other in a bend or a loop the larger coverage
stays, and the wedge that a bend opens on its outer side is the node's.
"""

import math

from numba import float32, int32

from ...tables.records import NOW, TILE, TILE_AREA
from ..base.bundles import Row, Run
from ..base.registry import helper
from ..touch.cover import on_sheet
from ..touch.grain import moving_sampler, take_grain
from ..touch.images import level_for, level_of
from ..touch.pixel import harden
from ..touch.spans import row_spans
from ..touch.tones import keep_tones
from .lay import ink_bitten, is_grained, lies_still, tint_rows
from .ribbon_rows import REPEATED, STRETCHED, Band, place_row, read_row
from .tiles import are_there, claim_tiles, part_of, tiles_in
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
def band_strip(band):
    """How far a piece is to be filled beside it, before its first end and past it, device px."""
    length, first_half, last_half, _, _ = band.piece
    begins, _, before_along, before_beside = band.ends
    beside = max(first_half, last_half) + TWO
    # Before its first end a piece fills the wedge that the bend opens, and nothing where the line goes straight on.
    behind = ONE
    if not begins:
        behind = beside * min(ONE, abs(before_beside)) + ONE if before_along > float32(0) else beside
    return beside, behind, length + ONE


@helper
def taps_across(image, level, piece):
    """At how many places across one pixel of a piece reads the picture."""
    texels = HALF * float32(image.heights[level])
    # As many as the wider end needs would leave gaps at the narrower one.
    return int32(min(MOST_TAPS, max(ONE, math.ceil(texels / (APART * min(piece[1], piece[2]))))))


@helper
def lay_band_row(easel, row, band, picture, tiles, inner, moving):
    """Lay one row of a piece, from place `inner` of its tiles on; the row's run is along the piece and beside it."""
    state, brush, stamps, _, sources = easel
    a, count = stamps[FROM], row.count
    cover, inks = state.cover[:count], state.caps[:count]
    place_row(state, cover, inks, count, row.run, band, brush)
    read_row(state, cover, count, picture, sources.bank, brush)
    if brush.toned:
        keep_tones(cover, state.tones[:count], count)
    if brush.pixel_edge:
        harden(cover, count)
    bitten = is_grained(a, brush)
    if bitten:
        bites = state.bites[:count]
        grain_at = tiles.grain * TILE_AREA + inner if tiles.grain >= 0 else int32(-1)
        take_grain(bites, easel, row, a, grain_at, moving)
        ink_bitten(row.cells, cover, inks, bites, count, a, brush, False)
    else:
        for i in range(count):
            row.cells[i] = max(row.cells[i], inks[i] * cover[i])
    if brush.coloured:
        tint_rows(easel, tiles, inner, row.cells, count, a, a.flow if bitten else ONE)


@helper
def band_in_tile(easel, band, level, tiles, box):
    """Lay the part of a piece that lies in a tile; `box` is its rectangle on the sheet, device px, `level` the number
    of the picture's level that is read."""
    state, brush, stamps, surface, sources = easel
    a = stamps[FROM]
    image = sources.images[a.image]
    cos, sin = state.walk[NOW].along_x, state.walk[NOW].along_y
    picture = (level_of(image, level), taps_across(image, level, band.piece))
    moving = moving_sampler(state, a, brush, sources.images)
    left, right = float32(box[0]) - a.x, float32(box[2]) - a.x
    start = a.x - float32(tiles.x)
    _, high, _, low = part_of(tiles, box)
    top, corner = int32(high), int32(tiles.y)
    frame = (cos, sin, -sin, cos)
    lows, highs, lines = row_spans(state, int32(low) - top, top + corner, a.y, left, right, frame, band_strip(band))
    for i in range(lines):
        if lows[i] > highs[i]:
            continue
        line = top + int32(i)
        dy = float32(line + corner) + HALF - a.y
        first = max(int32(0), int32(math.floor(start + lows[i] - HALF)))
        past = min(int32(TILE), int32(math.ceil(start + highs[i] + HALF)))
        if first >= past:
            continue
        count = past - first
        dx = float32(first) + HALF - start
        run = Run(dx * cos + dy * sin, dy * cos - dx * sin, cos, -sin)
        inner = line * TILE + first
        at = tiles.ink * TILE_AREA + inner
        row = Row(surface.pool[at : at + count], count, run, dx, dy)
        lay_band_row(easel, row, band, picture, tiles, inner, moving)


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
def lay_band(easel, begins, stops, total, plane):
    """Lay the piece between stamps `FROM` and `TO` of a stroke `total` sheet px long on a plane of the sheet.

    `begins` and `stops` tell whether the stroke begins and ends with it; the walk knows the direction of the piece
    before (`swept_x`, `swept_y`).
    """
    state, brush, stamps, _, sources = easel
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
    half = max(HALF, (a.major + b.major) * HALF)
    level = level_for(image, max(texels_along(image, whole, takes, brush), across / half / MOST_TAPS))
    band = Band(
        (length, max(HALF, a.major), max(HALF, b.major), a.flow * a.cap, b.flow * b.cap),
        (begins, stops, before_along, before_beside),
        (float32(a.s * state.scale), whole, takes),
    )
    box = on_sheet(state, band_box(a, b))
    lies = lies_still(a, brush)
    for k in range(tiles_in(box)):
        tiles = claim_tiles(easel, plane, box, k, lies)
        if are_there(tiles, brush, lies):
            band_in_tile(easel, band, level, tiles, box)
