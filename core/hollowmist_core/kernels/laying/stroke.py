"""The stroke: the stations joined. Samples go in as they come; ink and the changed rectangle come out."""

import math

from numba import float32, int32, void

from ...tables.brush_record import BRUSH
from ...tables.records import AT_START, IMAGE, NOW, POINT, SAMPLE, SETTLED, STAMP, STROKE
from ..base.bundles import Easel, Sources, Surface
from ..base.registry import array, kernel
from ..paper.ink import claim_layer, drop_fresh, dry
from ..paper.pooling import pool_change, pool_rims
from ..paper.running import drop_staged, mark_meeting, run_reach, run_together, runs, stage_tiles, widened
from ..paper.wet import load_tip
from ..path.even import compact_even
from ..path.hand import DROPPED, MERGED, take
from ..path.line import begin_line, follow, open_end
from ..tiles.beneath import keep_beneath
from ..tiles.blend import ERASE
from ..tiles.sheet import forget, give_back_ink, tile_count
from ..touch.grain import ground
from ..touch.weight import set_tapers
from .ahead import lay_foreseen, lay_open
from .changed import forget_change, forget_open, forget_reach, release_open
from .settle import compact_path, settle, thin_path
from .stretch import lay_down, stretch
from .walk import set_first, walk


@kernel(void, array(STROKE), array(BRUSH), int32, int32, int32, int32)
def begin(strokes, brushes, kind, erase, seed, layer):
    """Start a stroke of a prepared brush with a pen (0), finger (1) or mouse (2) on a layer, by its `which`.

    `seed` is the stroke's own for as long as it is kept: all its chance is drawn from it.
    """
    state = strokes[0]
    state.kind = kind
    state.layer = layer
    state.mode = int32(ERASE) if erase else brushes[0].mode
    state.sample_count = state.dropped = 0
    state.pressure = state.tilt = state.azimuth = state.twist = state.speed = 0.0
    for i in range(len(state.inputs)):
        state.inputs[i] = 0.0
    state.walk[NOW].next_s = 0.0
    state.seed = seed
    state.walk[NOW].first_set = 0
    state.walk[NOW].along_x = state.walk[NOW].first_x = 1.0
    state.walk[NOW].along_y = state.walk[NOW].first_y = 0.0
    state.walk[NOW].walked = state.walk[NOW].stamp_index = 0
    state.stamp_count = state.starved = 0
    load_tip(state, brushes[0])
    begin_line(state, brushes[0])
    set_tapers(state, brushes[0])
    forget_change(state)
    forget_open(state)
    forget_reach(state)
    state.stretched = 0.0
    state.walk[AT_START] = state.walk[NOW]


@kernel(
    int32,
    array(STROKE),
    array(BRUSH),
    array(POINT),
    array(POINT),
    array(POINT),
    array(STAMP),
    array("i4"),
    array("i4"),
    array("f4"),
    array("u4"),
    array("f4"),
    array(IMAGE),
    array("u4"),
    array(SAMPLE),
    int32,
    int32,
    int32,
)
def feed(
    strokes,
    brushes,
    recent,
    even,
    path,
    stamps,
    maps,
    free,
    pool,
    cells,
    work,
    images,
    bank,
    samples,
    count,
    foreseen,
    watched,
):
    """Take `count` samples and ink what they add; the open end is drawn as if the pen lifted now.

    Where `foreseen` samples follow them, the open end is drawn on through these: where the hand is expected to be when
    the ink is seen. Nothing of that stays in the stroke.
    Unsound samples are dropped and the rest moved to the front of `samples`. The rectangle that
    changed is left in the state. A stroke that nobody watches (`watched` 0: it is lifted before it is
    shown) is spared its open end. `cells` is the pool seen as uint32, `work` scratch space as `reach.ink_room` says.
    Returns how many samples counted.
    """
    state, brush, surface = strokes[0], brushes[0], Surface(maps, free, pool, cells)
    easel = Easel(state, brush, stamps, surface, Sources(images, bank))
    forget_change(state)
    release_open(state, maps, free)
    kept = 0
    for i in range(count):
        outcome = take(state, brush, recent, even, path, samples, i)
        if outcome == DROPPED:
            continue
        samples[kept] = samples[i]
        kept += 1
        if outcome == MERGED:
            continue
        if state.sample_count == 1:
            ground(state, brush, images, maps, free)
        follow(state, brush, recent, even, path)
        compact_even(state, even)
        settle(easel, path)
        compact_path(state, brush, path)
        thin_path(state, path)
    if watched:
        stretch(easel, path)
    ahead = watched and foreseen > 0 and state.sample_count > 1
    if ahead:
        lay_foreseen(strokes, easel, recent, even, path, samples, count, count + foreseen)
    if state.sample_count > 0:
        open_end(state, brush, recent, even, path)
    if state.sample_count > 0 and watched and not ahead:
        lay_open(easel, path)
    if watched:
        pool_change(state, brush, surface, work)
    return kept


@kernel(
    void,
    array(STROKE),
    array(BRUSH),
    array(POINT),
    array(STAMP),
    array("i4"),
    array("i4"),
    array("f4"),
    array("u4"),
    array(IMAGE),
    array("u4"),
)
def finish(strokes, brushes, path, stamps, maps, free, pool, cells, images, bank):
    """Lay the open end for good; nothing dries yet."""
    state, surface = strokes[0], Surface(maps, free, pool, cells)
    easel = Easel(state, brushes[0], stamps, surface, Sources(images, bank))
    forget_change(state)
    release_open(state, maps, free)
    lay_down(state, surface)
    if state.path_open > 0:
        total = path[state.path_open - 1].s
        set_first(state, path, state.path_open)
        walk(easel, path, state.path_open, total, total, SETTLED)


@kernel(
    int32,
    array(STROKE),
    array(BRUSH),
    array(POINT),
    array(STAMP),
    array("i4"),
    array("i4"),
    array("f4"),
    array("u4"),
    array("f4"),
    array(IMAGE),
    array("u4"),
    array("i4"),
)
def lift(strokes, brushes, path, stamps, maps, free, pool, cells, work, images, bank, beneath):
    """End the stroke: lay its open end for good and let the ink dry onto the layer, or stay wet and run.

    `cells` is the pool seen as uint32, `work` scratch space as `reach.ink_room` says, `beneath` a list for what it
    dries on, or empty. Returns 1, or 0 where the tiles
    ran out: nothing of the stroke has dried then; cancel it, and ink it anew with more of them.
    """
    surface = Surface(maps, free, pool, cells)
    state, brush = strokes[0], brushes[0]
    finish(strokes, brushes, path, stamps, maps, free, pool, cells, images, bank)
    if not state.record_only:
        wet = brush.wetness > float32(0) and state.mode != ERASE
        keep_beneath(state, surface, wet, beneath)
        claim_layer(state, surface, wet)
        pool_change(state, brush, surface, work)
        pool_rims(state, brush, surface, work, state.all_left, state.all_top, state.all_right, state.all_bottom)
        flows = runs(state, brush)
        box = (int32(0), int32(0), int32(0), int32(0))
        if flows:
            box = widened(state, mark_meeting(state, brush, surface), int32(math.ceil(run_reach(state, brush))))
            stage_tiles(state, surface, box)
        if state.starved:
            drop_staged(state, surface)
            drop_fresh(state, surface)
            if len(beneath) > 0:
                forget(free, beneath)
            return 0
        dry(state, brush, surface)
        if flows:
            run_together(state, brush, surface, work, box)
    return 1


@kernel(void, array(STROKE), array("i4"), array("i4"))
def cancel(strokes, maps, free):
    """Take the stroke in hand off the sheet without a trace."""
    state = strokes[0]
    forget_change(state)
    release_open(state, maps, free)
    state.left = min(state.left, state.all_left)
    state.top = min(state.top, state.all_top)
    state.right = max(state.right, state.all_right)
    state.bottom = max(state.bottom, state.all_bottom)
    for tile in range(tile_count(state)):
        give_back_ink(state, maps, free, SETTLED, tile)
    state.sample_count = 0
