"""Lay: a stamp's coverage, bitten by the grain, goes onto the tiles of a sheet."""

import math

from numba import float32, int32

from ...tables.brush_record import BRUSH
from ...tables.records import IMAGE, STAMP, TILE, TILE_AREA
from ...tables.records import STROKE as STATE
from ..base.bundles import Sources
from ..base.registry import array, helper, kernel
from ..paper.spread import creep_row, spread_row
from ..tiles.sheet import channel, claim, claim_ink, tint_plane
from ..touch.cover import (
    box_of,
    clear_row,
    cover_row,
    fade_width,
    half_sides,
    has_corners,
    on_sheet,
    oval_cover,
    round_cover,
    samplers_of,
    shape_sides,
    shapes_cover,
    smoothness_of,
)
from ..touch.grain import CUT, PAPER, STROKE, bite_row, grain_tile, moving_row, moving_sampler
from ..touch.pixel import fill_middle, harden, harden_bitten
from ..touch.spans import LANES, both_spans, box_span, oval_span
from ..touch.tip import ELLIPSE, SHAPES
from ..touch.tones import keep_tones, tinge_row

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)
TINY = float32(1e-12)


@helper
def lay_plain(row, count, u, v, du, dv, stamp, build, inv_major, inv_minor, smoothness):
    """Lay one row of an elliptical tip without grain: (u, v) at the first cell, (du, dv) per cell.

    Level overlap keeps the larger coverage; build lays ink over ink, up to the stamp's cap. Most brushes
    come this way: the loops hold nothing but local numbers, so that they become vector instructions.
    """
    flow, cap, softness = stamp.flow, stamp.cap, stamp.softness
    ink = flow * cap
    disc = stamp.major == stamp.minor
    per_fade = ONE / fade_width(TWO * softness, inv_major)
    if disc and not build:
        for i in range(count):
            k = float32(int32(i))
            c = round_cover(u + du * k, v + dv * k, per_fade, smoothness)
            row[i] = max(row[i], ink * c)
    elif not build:
        for i in range(count):
            k = float32(int32(i))
            c = oval_cover(u + du * k, v + dv * k, softness, inv_major, inv_minor, smoothness)
            row[i] = max(row[i], ink * c)
    elif disc:
        for i in range(count):
            k = float32(int32(i))
            c = round_cover(u + du * k, v + dv * k, per_fade, smoothness)
            row[i] = row[i] + max(float32(0), cap - row[i]) * flow * c
    else:
        for i in range(count):
            k = float32(int32(i))
            c = oval_cover(u + du * k, v + dv * k, softness, inv_major, inv_minor, smoothness)
            row[i] = row[i] + max(float32(0), cap - row[i]) * flow * c


@helper
def ink_row(row, cover, count, stamp, build):
    """Lay one row of coverage onto cells, as far as one cap allows."""
    flow, cap = stamp.flow, stamp.cap
    if build:
        for i in range(count):
            row[i] = row[i] + max(float32(0), cap - row[i]) * flow * cover[i]
    else:
        ink = flow * cap
        for i in range(count):
            row[i] = max(row[i], ink * cover[i])


@helper
def ink_capped_row(row, cover, caps, count, stamp, build):
    """Lay one row of coverage onto cells, as far as each cell's own cap allows."""
    flow = stamp.flow
    if build:
        for i in range(count):
            row[i] = row[i] + max(float32(0), caps[i] - row[i]) * flow * cover[i]
    else:
        for i in range(count):
            row[i] = max(row[i], flow * caps[i] * cover[i])


@helper
def tint_each_row(tint, colours, shares, count):
    """`tint_row` with a colour for each cell."""
    for i in range(count):
        tint[i] += (colours[i] - tint[i]) * shares[i]


@helper
def tint_row(tint, colour, shares, count):
    """Lay one channel of a stamp's colour over that of the stamps before: source-over, whatever the overlap.

    `shares` tells of each cell how much of its ink is the stamp's.
    """
    for i in range(count):
        tint[i] += (colour - tint[i]) * shares[i]


@helper
def is_toned(stamp, brush):
    """Whether a stamp keeps the tones of its picture."""
    return brush.toned and stamp.tip == SHAPES


@helper
def tint_rows(pool, tints, inner, row, state, brush, count, stamp, flow):
    """Lay a stamp's colour along one row; `tints` are the tiles of red, green and blue. The state's scratch rows hold
    its coverage, the most it may cover, and a shape's own tones; `row` is the coverage with this stamp in it."""
    cover, caps = state.cover[:count], state.caps[:count]
    shares = state.bites[:count]
    for i in range(count):
        shares[i] = flow * caps[i] * cover[i] / max(row[i], TINY)
    for k in range(3):
        colour = stamp.red if k == 0 else (stamp.green if k == 1 else stamp.blue)
        at = tints[k] * TILE_AREA + inner
        if is_toned(stamp, brush):
            tinges = state.tinges[:count]
            tinge_row(tinges, state.tones[:count], count, colour, channel(brush.paper, k), brush)
            tint_each_row(pool[at : at + count], tinges, shares, count)
        else:
            tint_row(pool[at : at + count], colour, shares, count)


@helper
def is_grained(stamp, brush):
    """Whether the grain matters to a stamp."""
    return brush.grain_image >= 0 and (stamp.bite > float32(0) or stamp.spread > float32(0))


@helper
def inked_span(cover, count):
    """The first and the past-last of a row's cells that a tip covers; the first is not before the last if none is."""
    first, past = int32(0), int32(count)
    while first < past and cover[first] <= float32(0):
        first += int32(1)
    while past > first and cover[past - 1] <= float32(0):
        past -= int32(1)
    return first, past


@helper
def lifting_span(row, cover, count, ink):
    """The first and the past-last of a row's cells that level ink of a coverage would darken."""
    first, past = int32(0), int32(count)
    while first < past and ink * cover[first] <= row[first]:
        first += int32(1)
    while past > first and ink * cover[past - 1] <= row[past - 1]:
        past -= int32(1)
    return first, past


@helper
def lay_textured(
    row, count, u, v, du, dv, dx, dy, stamp, build, state, brush, sources, samplers, pool, grain_at, scales
):
    """Lay one row of any tip with any grain. `grain_at` is where its grain lies in the pool, or -1; `samplers` tell how
    its shapes are read, and a grain that moves.

    Leaves the stamp's coverage in `state.cover`, and the most that it may cover in `state.caps`.
    """
    inv_major, inv_minor, smoothness = scales
    shapes, moving = samplers
    cover = state.cover[:count]
    if stamp.tip == SHAPES:
        clear_row(cover, count)
        shapes_cover(cover, state.words, count, u, v, du, dv, stamp, sources.bank, shapes)
    elif stamp.spread <= float32(0):
        cover_row(cover, count, u, v, du, dv, stamp, brush, inv_major, inv_minor, smoothness)
    if is_toned(stamp, brush):
        keep_tones(cover, state.tones[:count], count)
    first, past = int32(0), count
    moves = is_grained(stamp, brush) and grain_at < 0
    if moves and stamp.spread <= float32(0) and not brush.pixel_edge:
        # Where the tip has no ink nothing needs to be known of the grain, which takes longest.
        if build or brush.coloured or brush.grain_way == CUT:
            first, past = inked_span(cover, count)
        else:
            # All other ways only take ink away.
            first, past = lifting_span(row, cover, count, stamp.flow * stamp.cap)
        if first >= past:
            return
    count, dx = past - first, dx + float32(first)
    row, cover, caps = row[first:past], cover[first:past], state.caps[first:past]
    bites = state.bites[:count]
    if is_grained(stamp, brush):
        if grain_at >= 0:
            under = pool[grain_at + first : grain_at + past]
            for i in range(count):
                bites[i] = under[i]
        else:
            moving_row(bites, count, dx, dy, state, stamp, brush, sources.bank, moving)
    if stamp.spread > float32(0):
        creeps = state.creeps[:count]
        creep_row(creeps, bites, count, stamp, brush)
        near = state.nears[:count]
        spread_row(cover, near, caps, state.words, creeps, count, u, v, du, dv, stamp, brush, sources, scales)
    if brush.pixel_edge:
        harden(cover, count)
        fill_middle(cover, count, dx, dy)
    if stamp.bite > float32(0):
        bite_row(cover, caps, bites, count, stamp, brush)
        if brush.pixel_edge:
            harden_bitten(cover, caps, count, stamp.cap)
        ink_capped_row(row, cover, caps, count, stamp, build)
        return
    for i in range(count):
        caps[i] = stamp.cap
    ink_row(row, cover, count, stamp, build)


@helper
def lay_in_tile(pool, slot, grain_slot, tints, left, top, right, bottom, stamp, build, state, brush, sources):
    """Lay a stamp into the part [left, right) x [top, bottom) of a tile, all in px from the tile's corner.

    `tints` are the tiles of red, green and blue; they are minded where the brush is coloured.
    """
    inv_major, inv_minor = ONE / stamp.major, ONE / stamp.minor
    du, dv = stamp.cos * inv_major, -stamp.sin * inv_minor
    smoothness = smoothness_of(stamp)
    bare = stamp.bite <= float32(0) and stamp.spread <= float32(0)
    plain = stamp.tip == ELLIPSE and bare and not brush.coloured and not brush.pixel_edge
    corners = has_corners(stamp)
    shapes = samplers_of(stamp, sources.images, ONE)
    moving = moving_sampler(state, stamp, brush, sources.images)
    a, b = half_sides(stamp, sources.images)
    other_a, other_b = a, b
    if stamp.mix > float32(0):
        other_a, other_b = shape_sides(sources.images[stamp.other], stamp.other_major, stamp.other_minor, stamp.spread)
    for line in range(top, bottom):
        dy = float32(line) + HALF - stamp.y
        if corners:
            middle, half = box_span(a, b, stamp.cos, stamp.sin, dy)
            if stamp.mix > float32(0):
                beside, wide = box_span(other_a, other_b, stamp.other_cos, stamp.other_sin, dy)
                middle, half = both_spans(middle, half, beside, wide)
        else:
            middle, half = oval_span(stamp, dy)
        if half < float32(0):
            continue
        middle += stamp.x
        half += HALF
        first = max(left, int32(math.floor(middle - half)))
        past = min(right, int32(math.ceil(middle + half)))
        if stamp.tip == ELLIPSE and stamp.major == stamp.minor:
            # Beyond its span a disc covers nothing; at its corners or ends any other tip would, a hair.
            first, past = first & -LANES, (past + LANES - int32(1)) & -LANES
        if first >= past:
            continue
        dx = float32(first) + HALF - stamp.x
        u = dx * du + dy * stamp.sin * inv_major
        v = dx * dv + dy * stamp.cos * inv_minor
        count = past - first
        inner = line * TILE + first
        at = slot * TILE_AREA + inner
        row = pool[at : at + count]
        if plain:
            lay_plain(row, count, u, v, du, dv, stamp, build, inv_major, inv_minor, smoothness)
        else:
            grain_at = grain_slot * TILE_AREA + inner if grain_slot >= 0 else int32(-1)
            lay_textured(
                row,
                count,
                u,
                v,
                du,
                dv,
                dx,
                dy,
                stamp,
                build,
                state,
                brush,
                sources,
                (shapes, moving),
                pool,
                grain_at,
                (inv_major, inv_minor, smoothness),
            )
            if brush.coloured:
                tint_rows(pool, tints, inner, row, state, brush, count, stamp, stamp.flow)


@helper
def lies_still(stamp, brush):
    """Whether the grain under a stamp is the paper's or the stroke's, as its own plane has it."""
    still = brush.grain_hold == PAPER or brush.grain_hold == STROKE
    return is_grained(stamp, brush) and still and stamp.grain_times == ONE


@helper
def tint_tiles(state, brush, plane, surface, tile):
    """The tiles of a coverage tile's red, green and blue; -1 where the brush has none, or the pool is empty."""
    none = int32(-1)
    if not brush.coloured:
        return none, none, none
    return (
        claim(state, surface, tint_plane(plane, 0), tile),
        claim(state, surface, tint_plane(plane, 1), tile),
        claim(state, surface, tint_plane(plane, 2), tile),
    )


@helper
def lay(state, stamp, brush, build, plane, surface, sources):
    """Lay a stamp into a plane of the sheet, claiming tiles as it needs them."""
    left, top, right, bottom = on_sheet(state, box_of(stamp, sources.images))
    if left >= right or top >= bottom:
        return
    x, y = stamp.x, stamp.y
    path_x, path_y = stamp.path_x, stamp.path_y
    lies = lies_still(stamp, brush)
    for row in range(top // TILE, (bottom - 1) // TILE + 1):
        for column in range(left // TILE, (right - 1) // TILE + 1):
            tile = row * state.columns + column
            slot = claim_ink(state, surface, plane, tile)
            grain_slot = grain_tile(state, brush, sources, surface, tile) if lies else int32(-1)
            tints = tint_tiles(state, brush, plane, surface, tile)
            if slot < 0 or (lies and grain_slot < 0) or (brush.coloured and min(tints[0], tints[1], tints[2]) < 0):
                continue
            corner_x, corner_y = column * TILE, row * TILE
            stamp.x = x - float32(corner_x)
            stamp.y = y - float32(corner_y)
            stamp.path_x = path_x - float32(corner_x)
            stamp.path_y = path_y - float32(corner_y)
            state.corner_x, state.corner_y = corner_x, corner_y
            lay_in_tile(
                surface.pool,
                slot,
                grain_slot,
                tints,
                max(0, left - corner_x),
                max(0, top - corner_y),
                min(TILE, right - corner_x),
                min(TILE, bottom - corner_y),
                stamp,
                build,
                state,
                brush,
                sources,
            )
    stamp.x, stamp.y = x, y
    stamp.path_x, stamp.path_y = path_x, path_y


@kernel(
    int32,
    array("f4"),
    array(STAMP),
    int32,
    int32,
    array(STATE),
    array(BRUSH),
    array(IMAGE),
    array("u4"),
    int32,
)
def lay_stamps(pool, stamps, count, build, strokes, brushes, images, bank, grain_slot):
    """Lay stamps into the tile at the start of a pool: the tip alone, for the speed table.

    `grain_slot` is the pool's tile that holds the grain under it, or -1.
    """
    sources = Sources(images, bank)
    for i in range(count):
        lay_in_tile(
            pool,
            0,
            grain_slot,
            (int32(-1), int32(-1), int32(-1)),
            0,
            0,
            TILE,
            TILE,
            stamps[i],
            build,
            strokes[0],
            brushes[0],
            sources,
        )
    return count
