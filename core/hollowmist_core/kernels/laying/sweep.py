"""Sweep: a piece of the line filled in closed form, as ever closer stamps would fill it.

A round tip leaves the union of the circles between two of linear radius: two caps and the strip between their outer
tangents. A flat one is round in its own frame, stretched by what it is flat. A tip with straight faces (`faces`) leaves
the convex hull of its two ends. (Ends with different turns are taken at their mean.)
"""

import math

from numba import float32, int32

from ...tables.records import NOW, TILE, TILE_AREA
from ..base.bundles import Row, Run
from ..base.registry import helper
from ..touch.cover import box_of, fade, fade_width, on_sheet, reach_of, smoothness_of
from ..touch.faces import faced_row, hull_of
from ..touch.pixel import fill_middle, harden, pixel_row
from ..touch.spans import LANES, away_from, fill_spans, row_spans
from ..touch.tip import ELLIPSE
from ..touch.weight import OPACITY
from .lay import ink_bitten
from .tiles import are_there, claim_tiles, part_of, tiles_in
from .track import FROM, MIDDLE, QUARTER_WAY, TO

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)
TINY = float32(1e-12)
STRAIGHT_ON = float32(0.7)
"""Cosine of the sharpest bend at which a piece counts on what the one before it left."""

STEEP = float32(0.999)
"""Most that a piece's radius may change by per length: beyond, one end holds the other."""


@helper
def piece_of(a, b):
    """A piece in its tip's own frame: turn and flatness of that, the line from its first end to its last, their radii.

    Returns (cos, sin, times that the short side is shorter, length, direction x, direction y, first radius, change of
    radius per length), device px along the long side.
    """
    cos, sin = a.cos + b.cos, a.sin + b.sin
    size = math.sqrt(cos * cos + sin * sin)
    if size > float32(1e-3):
        cos, sin = cos / size, sin / size
    else:
        cos, sin = a.cos, a.sin
    flat = (a.major + b.major) / (a.minor + b.minor)
    dx, dy = b.x - a.x, b.y - a.y
    x, y = dx * cos + dy * sin, (dy * cos - dx * sin) * flat
    length = math.sqrt(x * x + y * y)
    if length < float32(1e-4):
        return cos, sin, flat, float32(0), ONE, float32(0), max(a.major, b.major), float32(0)
    change = min(STEEP, max(-STEEP, (b.major - a.major) / length))
    return cos, sin, flat, length, x / length, y / length, a.major, change


@helper
def is_held(piece_length, a, b):
    """Whether one end of a piece of a round tip holds the other: then there is nothing between their outlines."""
    return abs(b.major - a.major) >= STEEP * piece_length


@helper
def band_cover(radius, away, width, smoothness):
    """Coverage at a distance from the middle of a line: within its near edge and its far one, which in a line thinner
    than a pixel is near too; edges fade over a width."""
    near, far = (radius - away) / width, (-radius - away) / width
    return fade(near, smoothness) - fade(far, smoothness)


@helper
def end_long_side(row, count, x, dx, low, high):
    """Let a flat tip end where its long side does, at `low` and `high` px along that, as `cover.oval_cover` does.

    `x` is the first pixel.
    """
    for i in range(count):
        at = x + dx * float32(int32(i))
        row[i] = min(row[i], max(float32(0), min(high - at, at - low) + HALF))


@helper
def round_row(row, inks, count, run, piece, edge, ink):
    """Coverage of a swept round or flat tip along one row, and the ink there; `run` is from the first end, along the
    piece and beside it, in the tip's frame. `ink` is that of the first end and how it changes per px.

    The circle that covers a place most is the one whose edge is farthest from it: for a hard edge in px, for a soft one
    in radii.
    """
    _, _, flat, length, x, y, radius, change = piece
    u, v, du, dv = run
    softness, smoothness, _, _ = edge
    first_ink, ink_change = ink
    hard = TWO * softness * (radius + HALF * change * length) <= ONE
    lean = change / math.sqrt(ONE - change * change)
    flatter = flat * flat
    for i in range(count):
        k = float32(int32(i))
        along, beside = u + du * k, v + dv * k
        if hard:
            t = along + abs(beside) * lean
        else:
            t = along + beside * beside * change / max(TINY, radius + change * along)
        t = min(length, max(float32(0), t))
        ahead = along - t
        away = math.sqrt(max(TINY, ahead * ahead + beside * beside))
        r = radius + change * t
        # How fast the distance changes per px: in the flat direction it was stretched.
        nx, ny = ahead * x - beside * y, ahead * y + beside * x
        steep = math.sqrt(nx * nx + ny * ny * flatter) / away
        row[i] = band_cover(r, away, fade_width(TWO * softness * r, max(steep, TINY)), smoothness)
        inks[i] = first_ink + ink_change * t


@helper
def lay_disc_row(row, count, run, piece, edge, ink):
    """Fill one row of a swept round tip that no grain bites. Most brushes come this way: the loops hold nothing but
    local numbers, so that they become vector instructions."""
    _, _, _, length, _, _, radius, change = piece
    u, v, du, dv = run
    softness, smoothness, _, _ = edge
    first_ink, ink_change = ink
    hard = TWO * softness * (radius + HALF * change * length) <= ONE
    if min(radius, radius + change * length) < HALF:
        # Thinner than a pixel somewhere, as at the point of a taper.
        lean = change / math.sqrt(ONE - change * change)
        for i in range(count):
            k = float32(int32(i))
            along, beside = u + du * k, v + dv * k
            t = min(length, max(float32(0), along + abs(beside) * lean))
            r = radius + change * t
            width = fade_width(TWO * softness * r, ONE)
            ahead = along - t
            c = band_cover(r, math.sqrt(ahead * ahead + beside * beside), width, smoothness)
            row[i] = max(row[i], (first_ink + ink_change * t) * c)
    elif hard:
        lean = change / math.sqrt(ONE - change * change)
        spread = TWO * softness
        for i in range(count):
            k = float32(int32(i))
            along, beside = u + du * k, v + dv * k
            t = min(length, max(float32(0), along + abs(beside) * lean))
            ahead = along - t
            r = radius + change * t
            away = math.sqrt(ahead * ahead + beside * beside)
            c = fade((r - away) / fade_width(spread * r, ONE), smoothness)
            row[i] = max(row[i], (first_ink + ink_change * t) * c)
    else:
        spread = TWO * softness
        for i in range(count):
            k = float32(int32(i))
            along, beside = u + du * k, v + dv * k
            t = along + beside * beside * change / max(TINY, radius + change * along)
            t = min(length, max(float32(0), t))
            ahead = along - t
            r = radius + change * t
            away = math.sqrt(ahead * ahead + beside * beside)
            c = fade((r - away) / fade_width(spread * r, ONE), smoothness)
            row[i] = max(row[i], (first_ink + ink_change * t) * c)


@helper
def is_plain(a, b, brush, piece, edge, grain_slot):
    """Whether a piece is one of an even, hard, round line: what most lettering is."""
    softness, smoothness, _, _ = edge
    alike = piece[3] <= float32(0) or a.flow * a.cap == b.flow * b.cap
    even = piece[7] == float32(0) and alike
    hard = softness == float32(0) and smoothness == float32(0) and piece[6] >= HALF
    return brush.round and even and hard and grain_slot < 0 and not brush.pixel_edge


@helper
def plain_in_tile(easel, piece, spans, top, frame, tiles):
    """Fill rows of a tile, from `top` on, of an even, hard, round line."""
    state, _, stamps, surface, _ = easel
    a = stamps[FROM]
    lows, highs, count = spans
    along_x, along_y, beside_x, beside_y = frame
    radius, length, ink, start = piece[6], piece[3], a.flow * a.cap, a.x - float32(tiles.x)
    fulls, line = state.bites[:count], top + int32(tiles.y)
    fill_spans(fulls, spans, line, a.y, start, frame, radius - HALF, length)
    for i in range(count):
        first, past = int32(lows[i]), int32(highs[i])
        if first >= past:
            continue
        at = tiles.ink * TILE_AREA + (top + int32(i)) * TILE
        row = surface.pool[at + first : at + past]
        if fulls[i] > float32(0):
            for k in range(past - first):
                row[k] = max(row[k], ink)
            continue
        dx, dy = float32(first) + HALF - start, float32(line + int32(i)) + HALF - a.y
        u, v = dx * along_x + dy * along_y, dx * beside_x + dy * beside_y
        for k in range(past - first):
            step = float32(int32(k))
            c = radius - away_from(u + along_x * step, v + beside_x * step, length) + HALF
            row[k] = max(row[k], ink * min(ONE, max(float32(0), c)))


@helper
def is_bitten(a, b, brush):
    """Whether the grain matters to a piece."""
    return brush.grain_image >= 0 and max(a.bite, b.bite) > float32(0)


@helper
def reach_behind(state, piece, reach, first):
    """How far before its first end a piece is to be filled, device px along it.

    What went before left all but the wedge that a bend opens on its outer side, and what a growing radius adds.
    """
    _, _, _, _, x, y, radius, change = piece
    cosine = state.walk[NOW].swept_x * x + state.walk[NOW].swept_y * y
    if first or cosine < STRAIGHT_ON:
        return reach
    sine = math.sqrt(max(float32(0), ONE - cosine * cosine))
    return min(reach, reach * sine + max(float32(0), change) * reach * reach / max(HALF, radius) + TWO)


@helper
def reach_ahead(piece, reach, last):
    """How far past its last end a piece is to be filled: what comes next begins there."""
    _, _, _, length, _, _, radius, change = piece
    if last:
        return reach
    thin = max(HALF, radius + change * length)
    return min(reach, max(float32(0), -change) * reach * reach / thin + TWO)


@helper
def fill_row(easel, row, piece, edge, bites):
    """Fill one row of a piece, whose run is along it and beside it.

    `edge` is (softness, smoothness, whether the stroke is no more than a dot, its outline where it has faces), `bites`
    the grain under the row, empty where none bites.
    """
    state, brush, stamps, _, _ = easel
    a, b = stamps[FROM], stamps[TO]
    count, dx, dy = row.count, row.dx, row.dy
    softness, smoothness, dot, hull = edge
    first_ink, last_ink = a.flow * a.cap, b.flow * b.cap
    length = piece[3]
    cover, inks = state.cover[:count], state.caps[:count]
    ink = (first_ink, (last_ink - first_ink) / length if length > float32(0) else float32(0))
    if brush.round and len(bites) == 0 and not brush.pixel_edge:
        lay_disc_row(row.cells, count, row.run, piece, edge, ink)
        return
    if a.tip == ELLIPSE:
        round_row(cover, inks, count, row.run, piece, edge, ink)
        if not brush.round:
            cos, sin = piece[0], piece[1]
            last = (b.x - a.x) * cos + (b.y - a.y) * sin
            first_side, last_side = a.major * (ONE + softness), b.major * (ONE + softness)
            low, high = min(-first_side, last - last_side), max(first_side, last + last_side)
            end_long_side(cover, count, dx * cos + dy * sin, cos, low, high)
    else:
        faced_row(cover, count, dx, dy, piece, hull, brush, (softness, smoothness))
        for i in range(count):
            inks[i] = (first_ink + last_ink) * HALF
    if brush.pixel_edge:
        if brush.round:
            pixel_row(cover, count, dx, dy, b.x - a.x, b.y - a.y, a.major, b.major)
        harden(cover, count)
        if dot:
            fill_middle(cover, count, dx, dy)
    if len(bites) > 0:
        ink_bitten(row.cells, cover, inks, bites, count, a, brush, False)
    else:
        for i in range(count):
            row.cells[i] = max(row.cells[i], inks[i] * cover[i])


@helper
def sweep_in_tile(easel, piece, strip, edge, tiles, box):
    """Fill the part of a piece that lies in a tile; `box` is its rectangle on the sheet, device px."""
    state, brush, stamps, surface, _ = easel
    a, pool = stamps[FROM], surface.pool
    cos, sin, flat, _, px, py, _, _ = piece
    # A piece's frame: along it and beside it, in the tip's frame, whose short side is stretched.
    along_x, along_y = cos * px - sin * flat * py, sin * px + cos * flat * py
    beside_x, beside_y = -cos * py - sin * flat * px, cos * flat * px - sin * py
    left, right = float32(box[0]) - a.x, float32(box[2]) - a.x
    start = a.x - float32(tiles.x)
    _, high, _, low = part_of(tiles, box)
    top, corner = int32(high), int32(tiles.y)
    frame = (along_x, along_y, beside_x, beside_y)
    spans = row_spans(state, int32(low) - top, top + corner, a.y, left, right, frame, strip)
    if is_plain(a, stamps[TO], brush, piece, edge, tiles.grain):
        plain_in_tile(easel, piece, spans, top, frame, tiles)
        return
    lows, highs, count = spans
    for i in range(count):
        if lows[i] > highs[i]:
            continue
        line = top + int32(i)
        dy = float32(line + corner) + HALF - a.y
        first = max(int32(0), int32(math.floor(start + lows[i] - HALF)))
        past = min(int32(TILE), int32(math.ceil(start + highs[i] + HALF)))
        if brush.round:
            first, past = first & -LANES, (past + LANES - 1) & -LANES
        if first >= past:
            continue
        across = past - first
        dx = float32(first) + HALF - start
        run = Run(dx * along_x + dy * along_y, dx * beside_x + dy * beside_y, along_x, beside_x)
        inner = line * TILE + first
        row = Row(pool[tiles.ink * TILE_AREA + inner : tiles.ink * TILE_AREA + inner + across], across, run, dx, dy)
        at = tiles.grain * TILE_AREA + inner
        fill_row(easel, row, piece, edge, pool[at : at + across] if tiles.grain >= 0 else pool[0:0])


@helper
def strip_of(state, brush, stamps, piece, first, last):
    """How far a piece is to be filled beside it, before its first end and past it, device px."""
    a, b = stamps[FROM], stamps[TO]
    reach = max(reach_of(a) * a.major, reach_of(b) * b.major) + ONE
    if a.tip != ELLIPSE:
        # To the corners.
        reach *= TWO
    # Darker ink covers what is lighter as far as the tip reaches.
    fades = state.tapers[OPACITY].length > float32(0) or state.tapers[OPACITY + 1].length > float32(0)
    if fades or not brush.steady:
        return reach, reach, piece[3] + reach
    return reach, reach_behind(state, piece, reach, first), piece[3] + reach_ahead(piece, reach, last)


@helper
def swept_box(stamps, images):
    """What the piece between stamps `FROM` and `TO` can reach, as `box_of` tells it."""
    left, top, right, bottom = box_of(stamps[FROM], images)
    other_left, other_top, other_right, other_bottom = box_of(stamps[TO], images)
    return min(left, other_left), min(top, other_top), max(right, other_right), max(bottom, other_bottom)


@helper
def fill_piece(easel, piece, first, last, plane):
    """`sweep` of a piece as `piece_of` tells it."""
    state, brush, stamps, _, sources = easel
    a, b = stamps[FROM], stamps[TO]
    box = on_sheet(state, swept_box(stamps, sources.images))
    strip = strip_of(state, brush, stamps, piece, first, last)
    dot = first and last and piece[3] < ONE
    softness, smoothness = (a.softness + b.softness) * HALF, (smoothness_of(a) + smoothness_of(b)) * HALF
    edge = (softness, smoothness, dot, hull_of(brush, piece, a, b))
    bitten = is_bitten(a, b, brush)
    for k in range(tiles_in(box)):
        tiles = claim_tiles(easel, plane, box, k, bitten)
        if are_there(tiles, brush, bitten):
            sweep_in_tile(easel, piece, strip, edge, tiles, box)


@helper
def sweep(easel, first, last, plane):
    """Fill the piece between stamps `FROM` and `TO` on a plane of the sheet, claiming tiles as it needs them.

    `first` and `last` tell whether the stroke begins and ends with it.
    """
    state, stamps = easel.state, easel.stamps
    a, b = stamps[FROM], stamps[TO]
    piece = piece_of(a, b)
    if a.tip == ELLIPSE and piece[3] > float32(0) and is_held(piece[3], a, b):
        # Both are filled whole: the smaller may be the darker one.
        stamps[MIDDLE], stamps[QUARTER_WAY] = stamps[FROM], stamps[TO]
        for k in range(2):
            stamps[FROM] = stamps[MIDDLE + k]
            stamps[TO] = stamps[MIDDLE + k]
            fill_piece(easel, piece_of(stamps[FROM], stamps[TO]), True, True, plane)
        stamps[FROM], stamps[TO] = stamps[MIDDLE], stamps[QUARTER_WAY]
    else:
        fill_piece(easel, piece, first, last, plane)
    state.walk[NOW].swept_x, state.walk[NOW].swept_y = piece[4], piece[5]
