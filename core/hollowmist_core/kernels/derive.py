"""What a brush's record holds beyond its settings, worked out once and not per stamp."""

import math

from numba import void

from ..brush import BRUSH
from ..responses import OUTPUT_NAMES
from .colour import drives_colour, set_lab
from .curve import fill_table
from .registry import array, helper, kernel
from .respond import AZIMUTH, DIRECTION, TWIST
from .tip import NIB, POLYGON

RADIANS = math.pi / 180.0
BOUNDS_PX = 1
OUTPUT_COUNT = len(OUTPUT_NAMES)
DENSE = 0.1
"""Spacing that held density refers to."""


@helper
def held_flow(brush):
    """Ink of one stamp. Held density keeps the ink per length as `DENSE` spacing has it."""
    if not brush.hold_density or brush.flow >= 1.0:
        return brush.flow
    return 1.0 - (1.0 - brush.flow) ** (brush.spacing / DENSE)


@helper
def set_faces(brush):
    """The straight faces of a polygon or a broad nib: for each the normal over its distance from the centre."""
    brush.faces = 0
    if brush.tip == NIB:
        brush.faces = 4
    elif brush.tip == POLYGON:
        brush.faces = int(brush.sides)
    inner = math.cos(math.pi / brush.faces) if brush.tip == POLYGON else 1.0
    for k in range(brush.faces):
        # A polygon stands on a face with a corner up; a nib's faces are its sides.
        turn = 2.0 * math.pi * k / brush.faces
        if brush.tip == POLYGON:
            turn += math.pi / brush.faces - math.pi / 2.0
        brush.face_x[k] = math.cos(turn) / inner
        brush.face_y[k] = math.sin(turn) / inner


@helper
def set_bounds(brush):
    """The bounds of the width in px."""
    if brush.bounds_in == BOUNDS_PX:
        brush.least_width, brush.most_width = brush.thinnest_px, brush.thickest_px
    else:
        brush.least_width = brush.thinnest * brush.size
        brush.most_width = brush.thickest * brush.size


@helper
def set_links(brush):
    """The tables of the responses, and where those of each output begin."""
    brush.needs_turns = 0
    brush.coloured = brush.second_share > 0.0
    at = 0
    for output in range(OUTPUT_COUNT):
        brush.link_from[output] = at
        while at < brush.link_count and brush.responses[at].output == output:
            link = brush.responses[at]
            fill_table(link)
            if link.on and (link.input == AZIMUTH or link.input == TWIST or link.input == DIRECTION):
                brush.needs_turns = 1
            if link.on and drives_colour(output):
                brush.coloured = 1
            at += 1
    brush.link_from[OUTPUT_COUNT] = at


@kernel(void, array(BRUSH))
def prepare(brushes):
    """Fill in a brush record's derived fields: turns, the ink of a stamp, faces, bounds, colours and responses."""
    brush = brushes[0]
    turn = brush.angle * RADIANS
    brush.cos_angle = math.cos(turn)
    brush.sin_angle = math.sin(turn)
    for i in range(brush.shape_count):
        use = brush.shapes[i]
        use.cos = math.cos(use.turn * RADIANS)
        use.sin = math.sin(use.turn * RADIANS)
    brush.grain_cos = math.cos(brush.grain_turn * RADIANS)
    brush.grain_sin = math.sin(brush.grain_turn * RADIANS)
    brush.hold_flow = held_flow(brush)
    set_faces(brush)
    set_bounds(brush)
    set_lab(brush.ink_lab, brush.ink)
    set_lab(brush.second_lab, brush.second_ink)
    set_links(brush)
