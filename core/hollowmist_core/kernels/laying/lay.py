"""Lay: a stamp's coverage, bitten by the grain, goes onto the tiles of a sheet."""

import math

from numba import float32, int32

from ...tables.brush_record import BRUSH
from ...tables.records import IMAGE, STAMP, TILE, TILE_AREA
from ...tables.records import STROKE as STATE
from ..base.bundles import Easel, Row, Run, Scales, Sources, Surface, Tiles
from ..base.registry import array, helper, kernel
from ..paper.spread import creep_row, spread_row
from ..tiles.sheet import channel
from ..touch.cover import (
    box_of,
    clear_row,
    cover_row,
    fade_width,
    on_sheet,
    oval_cover,
    round_cover,
    samplers_of,
    shapes_cover,
    smoothness_of,
)
from ..touch.grain import CUT, PAPER, STROKE, bite_row, moving_sampler, take_grain
from ..touch.pixel import fill_middle, harden, harden_bitten
from ..touch.spans import LANES, stamp_span, tip_sides
from ..touch.tip import ELLIPSE, SHAPES
from ..touch.tones import keep_tones, tinge_row
from .tiles import are_there, claim_tiles, part_of, tiles_in

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)
TINY = float32(1e-12)


@helper
def lay_plain(line, stamp, build, scales):
    """Lay one row of an elliptical tip without grain.

    Level overlap keeps the larger coverage; build lays ink over ink, up to the stamp's cap. Most brushes
    come this way: the loops hold nothing but local numbers, so that they become vector instructions.
    """
    row, count = line.cells, line.count
    u, v, du, dv = line.run
    inv_major, inv_minor, smoothness = scales
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
def ink_bitten(cells, cover, caps, bites, count, stamp, brush, build):
    """Lay one row of coverage that the grain bites onto cells; `caps` receives what each of them may cover at most."""
    bite_row(cover, caps, bites, count, stamp, brush)
    if brush.pixel_edge:
        harden_bitten(cover, caps, count, stamp.cap)
    ink_capped_row(cells, cover, caps, count, stamp, build)


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
def tint_rows(easel, tiles, inner, row, count, stamp, flow):
    """Lay a stamp's colour along one row, from place `inner` of the tiles on. The state's scratch rows hold its
    coverage, the most it may cover, and a shape's own tones; `row` is the coverage with this stamp in it."""
    state, brush, _, surface, _ = easel
    pool = surface.pool
    cover, caps = state.cover[:count], state.caps[:count]
    shares = state.bites[:count]
    for i in range(count):
        shares[i] = flow * caps[i] * cover[i] / max(row[i], TINY)
    for k in range(3):
        colour = stamp.red if k == 0 else (stamp.green if k == 1 else stamp.blue)
        at = tiles.tints[k] * TILE_AREA + inner
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
def inked_part(easel, row, stamp, build):
    """The first and the past-last of a row's cells where it matters what the grain under them is; all of them but for a
    grain that moves, of which it takes longest to know."""
    brush, cover = easel.brush, easel.state.cover[: row.count]
    if stamp.spread > float32(0) or brush.pixel_edge:
        return int32(0), int32(row.count)
    if build or brush.coloured or brush.grain_way == CUT:
        return inked_span(cover, row.count)
    # All other ways only take ink away.
    return lifting_span(row.cells, cover, row.count, stamp.flow * stamp.cap)


@helper
def cover_whole(easel, row, stamp, shapes, scales):
    """Write a stamp's own coverage along a row to the state's scratch row, without grain and before ink creeps out."""
    state, brush, _, _, sources = easel
    cover = state.cover[: row.count]
    if stamp.tip == SHAPES:
        clear_row(cover, row.count)
        shapes_cover(cover, state.words, row.count, row.run, stamp, sources.bank, shapes)
    elif stamp.spread <= float32(0):
        cover_row(cover, row.count, row.run, stamp, brush, scales)
    if is_toned(stamp, brush):
        keep_tones(cover, state.tones[: row.count], row.count)


@helper
def lay_textured(easel, row, stamp, build, reading, grain_at):
    """Lay one row of any tip with any grain. `grain_at` is where its grain lies in the pool, or -1; `reading` tells how
    its shapes are read, a grain that moves, and a computed tip's scales.

    Leaves the stamp's coverage in `state.cover`, and the most that it may cover in `state.caps`.
    """
    state, brush, _, _, sources = easel
    shapes, moving, scales = reading
    cover_whole(easel, row, stamp, shapes, scales)
    first, past = int32(0), int32(row.count)
    if is_grained(stamp, brush) and grain_at < 0:
        first, past = inked_part(easel, row, stamp, build)
        if first >= past:
            return
    count = past - first
    row = Row(row.cells[first:past], count, row.run, row.dx + float32(first), row.dy)
    cover, caps, bites = state.cover[first:past], state.caps[first:past], state.bites[:count]
    if is_grained(stamp, brush):
        take_grain(bites, easel, row, stamp, grain_at, moving)
    if stamp.spread > float32(0):
        creeps = state.creeps[:count]
        creep_row(creeps, bites, count, stamp, brush)
        creep = (creeps, state.nears[:count], caps, state.words)
        spread_row(cover, creep, count, row.run, stamp, brush, sources, scales)
    if brush.pixel_edge:
        harden(cover, count)
        fill_middle(cover, count, row.dx, row.dy)
    if stamp.bite > float32(0):
        ink_bitten(row.cells, cover, caps, bites, count, stamp, brush, build)
        return
    for i in range(count):
        caps[i] = stamp.cap
    ink_row(row.cells, cover, count, stamp, build)


@helper
def lay_in_tile(easel, stamp, build, tiles, part):
    """Lay a stamp into a part of a tile (left, top, right, bottom), all in px from the tile's corner."""
    _, brush, _, surface, sources = easel
    left, top, right, bottom = part
    scales = Scales(ONE / stamp.major, ONE / stamp.minor, smoothness_of(stamp))
    inv_major, inv_minor, _ = scales
    du, dv = stamp.cos * inv_major, -stamp.sin * inv_minor
    bare = stamp.bite <= float32(0) and stamp.spread <= float32(0)
    plain = stamp.tip == ELLIPSE and bare and not brush.coloured and not brush.pixel_edge
    shapes = samplers_of(stamp, sources.images, ONE)
    reading = (shapes, moving_sampler(easel.state, stamp, brush, sources.images), scales)
    sides = tip_sides(stamp, sources.images)
    for line in range(top, bottom):
        dy = float32(line) + HALF - stamp.y
        middle, half = stamp_span(stamp, sides, dy)
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
        run = Run(dx * du + dy * stamp.sin * inv_major, dx * dv + dy * stamp.cos * inv_minor, du, dv)
        count = past - first
        inner = line * TILE + first
        at = tiles.ink * TILE_AREA + inner
        row = Row(surface.pool[at : at + count], count, run, dx, dy)
        if plain:
            lay_plain(row, stamp, build, scales)
            continue
        grain_at = tiles.grain * TILE_AREA + inner if tiles.grain >= 0 else int32(-1)
        lay_textured(easel, row, stamp, build, reading, grain_at)
        if brush.coloured:
            tint_rows(easel, tiles, inner, row.cells, count, stamp, stamp.flow)


@helper
def lies_still(stamp, brush):
    """Whether the grain under a stamp is the paper's or the stroke's, as its own plane has it."""
    still = brush.grain_hold == PAPER or brush.grain_hold == STROKE
    return is_grained(stamp, brush) and still and stamp.grain_times == ONE


@helper
def lay(easel, stamp, build, plane):
    """Lay a stamp into a plane of the sheet, claiming tiles as it needs them."""
    state, brush = easel.state, easel.brush
    box = on_sheet(state, box_of(stamp, easel.sources.images))
    x, y = stamp.x, stamp.y
    path_x, path_y = stamp.path_x, stamp.path_y
    lies = lies_still(stamp, brush)
    for k in range(tiles_in(box)):
        tiles = claim_tiles(easel, plane, box, k, lies)
        if not are_there(tiles, brush, lies):
            continue
        corner_x, corner_y = float32(tiles.x), float32(tiles.y)
        stamp.x, stamp.y = x - corner_x, y - corner_y
        stamp.path_x, stamp.path_y = path_x - corner_x, path_y - corner_y
        state.corner_x, state.corner_y = tiles.x, tiles.y
        lay_in_tile(easel, stamp, build, tiles, part_of(tiles, box))
    stamp.x, stamp.y = x, y
    stamp.path_x, stamp.path_y = path_x, path_y


@kernel(
    int32,
    array("i4"),
    array("i4"),
    array("f4"),
    array("u4"),
    array(STAMP),
    int32,
    int32,
    array(STATE),
    array(BRUSH),
    array(IMAGE),
    array("u4"),
    int32,
)
def lay_stamps(maps, free, pool, cells, stamps, count, build, strokes, brushes, images, bank, grain_slot):
    """Lay stamps into the tile at the start of a pool: the tip alone, for the speed table, which has no other tiles.

    `grain_slot` is the pool's tile that holds the grain under it, or -1.
    """
    easel = Easel(strokes[0], brushes[0], stamps, Surface(maps, free, pool, cells), Sources(images, bank))
    tiles = Tiles(0, 0, int32(0), grain_slot, (int32(-1), int32(-1), int32(-1)))
    for i in range(count):
        lay_in_tile(easel, stamps[i], build, tiles, (0, 0, TILE, TILE))
    return count
