"""Order: what is inked when, with which brush, onto which layer, and when what is wet dries.

Strokes, layers and looks go in, a list of jobs comes out. Live drawing, re-inking, undo, parts, pictures and files of
both homes follow these jobs, for proof sheets and sheets alike.
"""

import numpy as np
from numba import int32, uint32, void

from ...tables.records import LAYER, UNDERLAY
from ..base.registry import array, helper, kernel

ORDERED_STROKE = np.dtype([("layer", "i4"), ("look", "i4"), ("lane", "i4"), ("dries", "i4")])
"""A stroke as the order knows it, the strokes as they were made: the layer it was drawn on, by its `which`; the look it
is inked with, or -1 where that is its layer's; whether it is a lane's; whether it is no stroke but dries all ink."""

ORDERED_LAYER = np.dtype([("which", "i4"), ("look", "i4"), ("lanes", "i4")])
"""A layer as the order knows it, the layers from the lowest: the look of strokes that have none of their own, and
whether lanes are inked on it."""

INK, DRY = range(2)
"""What is done: a stroke is inked onto a layer, or all that is wet on a layer dries."""

JOB = np.dtype([("what", "i4"), ("stroke", "i4"), ("which", "i4"), ("look", "i4")])
"""One job: `INK` the stroke of that number with that look onto the layer `which`, or `DRY` that layer, at the place of
the stroke of that number."""


@kernel(int32, array(ORDERED_LAYER), int32)
def landing_layer(layers, which):
    """Where a stroke lands that was drawn on layer `which`: one that is there no more leaves it on the lowest."""
    for k in range(len(layers)):
        if layers[k].which == which:
            return int32(which)
    return int32(layers[0].which)


@helper
def lies_on(stroke, layer, layers):
    """Whether a stroke is inked on a layer. A lane's lies on every layer that shows lanes; what dries, dries on all."""
    if stroke.dries:
        return True
    return layer.lanes > 0 if stroke.lane else landing_layer(layers, stroke.layer) == layer.which


@kernel(int32, array(ORDERED_STROKE), array(ORDERED_LAYER), array(JOB))
def order_ink(strokes, layers, jobs):
    """Write the jobs that ink a sheet: layer by layer from the lowest, on each its strokes as they were made.

    Layers never touch one another's ink, so that each may be done by itself: one brush after the other then finds its
    grain where it left it. Returns how many jobs there are, at most as many as strokes times layers; those beyond the
    end of `jobs` are counted and not written.
    """
    count = int32(0)
    for k in range(len(layers)):
        for i in range(len(strokes)):
            if not lies_on(strokes[i], layers[k], layers):
                continue
            if count < len(jobs):
                job = jobs[count]
                job.what = DRY if strokes[i].dries else INK
                job.stroke, job.which = i, layers[k].which
                job.look = strokes[i].look if strokes[i].look >= 0 else layers[k].look
            count += int32(1)
    return count


@kernel(int32, array(LAYER), int32, int32, array(LAYER))
def stack_layers(layers, under, only, stack):
    """Write the layers that are shown, from the lowest: underlays lie below all ink.

    With `only` at or above 0 it is that layer alone, plain and shown. `stack` has room for one layer more than
    `layers`. Returns how many there are.
    """
    count = int32(0)
    if only >= 0:
        stack[0].which, stack[0].mode, stack[0].opacity, stack[0].shown = only, 0, 1.0, 1
        return int32(1)
    if under:
        stack[0].which, stack[0].mode, stack[0].opacity, stack[0].shown = UNDERLAY, 0, 1.0, 1
        count = int32(1)
    for k in range(len(layers)):
        stack[count].which, stack[count].mode = layers[k].which, layers[k].mode
        stack[count].opacity, stack[count].shown = layers[k].opacity, layers[k].shown
        count += int32(1)
    return count


@kernel(void, uint32, uint32, int32, array("u4"))
def swap_inks(ink, ground, swapped, seen):
    """Write the colours, 0xRRGGBB, of the paper that is seen and of the ink on it: `swapped`, they change places."""
    seen[0], seen[1] = (ink, ground) if swapped else (ground, ink)
