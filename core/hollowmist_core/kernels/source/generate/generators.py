"""Generators: one call for all, by number.

Generators are numbered in the order of `hollowmist_core.tables.generators.GENERATORS`, a generator's values in that of
its settings.
"""

import math

from numba import int32, void

from ....tables.generators import GENERATORS
from ...base.registry import array, kernel
from ..prepare.blur import blur_room
from ..prepare.seam import BOTH, settle
from ..prepare.steps import STEP
from .draw import bare
from .hatching import hatch
from .marks import bristles, dots, fibre, speckle, squiggles
from .noise import clouds, tooth, weave
from .screens import SCREEN, draw_screen, plan_screen
from .silhouettes import faced, leaf, ragged, rings, splat

(
    DOTS,
    SPECKLE,
    SQUIGGLES,
    FIBRE,
    CLOUDS,
    TOOTH,
    WEAVE,
    HATCH,
    HALFTONE,
    BRISTLES,
    RAGGED,
    SPLAT,
    LEAF,
    POLYGON,
    NIB,
    RINGS,
) = range(len(GENERATORS))
LAST_GRAIN = HALFTONE


@kernel(void, array(STEP), array(SCREEN))
def size_generator(steps, screens):
    """Write the size that a generator leaves: the side asked for, but a screen's own where it is one."""
    step = steps[0]
    if step.kind == HALFTONE:
        plan_screen(screens, step.values)
        step.to_width = step.to_height = screens[0].side
    else:
        step.to_width, step.to_height = step.width, step.height


@kernel(int32, array(STEP))
def generator_room(steps):
    """Numbers of scratch space that `generate` needs for what `size_generator` has sized."""
    step = steps[0]
    count = step.to_width * step.to_height
    return int32(count + blur_room(step.to_width, step.to_height)) if step.kind == SQUIGGLES else int32(count)


@kernel(void, array(STEP), array(SCREEN), array("f4"), array("f4"))
def generate(steps, screens, out, scratch):
    """Make a source that `size_generator` has sized. `scratch` has room as `generator_room` says."""
    step = steps[0]
    width, height, v, seed = step.to_width, step.to_height, step.values, step.seed
    if step.kind == DOTS:
        dots(out, width, height, seed, v)
    elif step.kind == SPECKLE:
        speckle(out, width, height, seed, v)
    elif step.kind == SQUIGGLES:
        squiggles(out, width, height, seed, v, scratch)
    elif step.kind == FIBRE:
        fibre(out, width, height, seed, v)
    elif step.kind == CLOUDS:
        clouds(out, width, height, seed, v)
    elif step.kind == TOOTH:
        tooth(out, width, height, seed, v)
    elif step.kind == WEAVE:
        weave(out, width, height, seed, v)
    elif step.kind == HATCH:
        hatch(out, width, height, seed, v)
    elif step.kind == HALFTONE:
        draw_screen(out, width, height, screens[0], int(v[0]), scratch)
    elif step.kind == BRISTLES:
        bristles(out, width, height, seed, v)
    elif step.kind == RAGGED:
        ragged(out, width, height, seed, v)
    elif step.kind == SPLAT:
        splat(out, width, height, seed, v)
    elif step.kind == LEAF:
        leaf(out, width, height, v)
    elif step.kind == POLYGON:
        corner_up = 0.5 - 0.25 * int(v[0])
        picture = bare(out, width, height, False)
        faced(picture, int(v[0]), corner_up, float(v[1]), math.radians(v[2]), float(v[3]), float(v[4]))
    elif step.kind == NIB:
        picture = bare(out, width, height, False)
        faced(picture, 4, 0.0, float(v[0]), math.radians(v[1]), float(v[2]), float(v[3]))
    elif step.kind == RINGS:
        rings(out, width, height, seed, v)
    if step.kind <= LAST_GRAIN and step.kind != HALFTONE:
        settle(out, width, height, scratch, BOTH)
