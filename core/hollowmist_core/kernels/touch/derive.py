"""What a brush's record holds beyond its settings, worked out once and not per stamp."""

import math

from numba import void

from ...tables.brush_record import BRUSH
from ...tables.responses import OUTPUT_NAMES
from ...tables.settings import numbers
from ..base.curve import fill_table
from ..base.registry import array, helper, kernel
from ..tiles.sheet import channel
from .colour import drives_colour, set_lab, srgb_of
from .grain import PAPER, STROKE
from .respond import (
    AZIMUTH,
    DIRECTION,
    STAMP_CHANCE,
    TO_ANGLE,
    TO_FLOW,
    TO_GRAIN,
    TO_OPACITY,
    TO_ROUNDNESS,
    TO_SPACING,
    TWIST,
)
from .tip import BUILD, CHANCE_TURN, ELLIPSE, FIRST_MOVE, NIB, PAGE, POLYGON, SHAPES, STROKE_TURN

RADIANS = math.pi / 180.0
(BOUNDS_PX,) = numbers("bounds_in", "px")
(KEPT,) = numbers("tones", "kept")
(RIBBON,) = numbers("laying", "ribbon")
OUTPUT_COUNT = len(OUTPUT_NAMES)

CLOSE = 0.25
"""Widest spacing at which stamps are meant as a line: from there on they are to be seen one by one."""


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
    brush.toned = brush.tip == SHAPES and brush.tones == KEPT
    brush.coloured = brush.toned or brush.pick_up > 0.0
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


@helper
def set_ink(brush):
    """The ink with its share of the second one, as every stamp has it that no response colours."""
    share = min(1.0, max(0.0, float(brush.second_share)))
    lab, second = brush.ink_lab, brush.second_lab
    set_lab(lab, brush.ink)
    set_lab(second, brush.second_ink)
    if share <= 0.0:
        for k in range(3):
            brush.ink_rgb[k] = channel(brush.ink, k)
        return
    mixed = srgb_of(
        lab[0] + share * (second[0] - lab[0]),
        lab[1] + share * (second[1] - lab[1]),
        lab[2] + share * (second[2] - lab[2]),
    )
    brush.ink_rgb[0], brush.ink_rgb[1], brush.ink_rgb[2] = mixed


@helper
def drives(brush, output):
    """Whether a response to an output is on."""
    on = False
    for i in range(brush.link_from[output], brush.link_from[output + 1]):
        on = on or brush.responses[i].on != 0
    return on


@helper
def leaves_to_chance(brush):
    """Whether stamps of a brush differ from their neighbours by chance."""
    stray = brush.scatter_across + brush.scatter_along + brush.size_jitter + brush.angle_jitter
    chancy = stray > 0.0 or brush.turning == CHANCE_TURN or brush.stamps > 1.0
    for i in range(brush.link_count):
        chancy = chancy or (brush.responses[i].on != 0 and brush.responses[i].input == STAMP_CHANCE)
    return chancy


@helper
def set_reader(brush):
    """What is known of all lines of a brush, and whether they are swept: its tip is computed, overlap is level, nothing
    is left to chance stamp by stamp, the grain lies still, and stamps are so close that they are meant as a line."""
    brush.round = brush.tip == ELLIPSE and brush.roundness >= 1.0 and not drives(brush, TO_ROUNDNESS)
    fixed = brush.turning == PAGE and not drives(brush, TO_ANGLE) and not drives(brush, TO_ROUNDNESS)
    inked_alike = not drives(brush, TO_OPACITY) and not drives(brush, TO_FLOW) and brush.fade_out <= 0.0
    driven = False
    for output in range(OUTPUT_COUNT):
        driven = driven or drives(brush, output)
    as_drawn = brush.turning == PAGE or brush.turning == STROKE_TURN or brush.turning == FIRST_MOVE
    brush.even = as_drawn and not driven and brush.fade_out <= 0.0 and brush.grain_image < 0
    brush.steady = brush.tip == ELLIPSE and (brush.round or fixed) and inked_alike
    computed = brush.tip != SHAPES and brush.overlap != BUILD
    close = brush.spacing <= CLOSE and not drives(brush, TO_SPACING)
    still = brush.grain_image < 0 or (
        (brush.grain_hold == PAPER or brush.grain_hold == STROKE)
        and brush.bite_jitter <= 0.0
        and not drives(brush, TO_GRAIN)
    )
    plain = not brush.coloured and brush.spread <= 0.0
    brush.swept = computed and close and still and plain and not leaves_to_chance(brush)
    at_hand = brush.shape_count > 0
    for i in range(brush.shape_count):
        at_hand = at_hand and brush.shapes[i].image >= 0
    brush.ribbon = brush.tip == SHAPES and brush.laying == RIBBON and at_hand


@kernel(void, array(BRUSH))
def prepare(brushes):
    """Fill in a brush record's derived fields: turns, faces, bounds, colours and responses."""
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
    set_faces(brush)
    set_bounds(brush)
    set_ink(brush)
    set_links(brush)
    set_reader(brush)
