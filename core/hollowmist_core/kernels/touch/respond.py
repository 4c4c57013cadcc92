"""Responding: what the hand's inputs come to at a stamp."""

import math

from numba import float32, int32

from ...tables.responses import INPUT_NAMES, OUTPUT_NAMES, OUTPUTS
from ..base.chance import STAMP_RESPONSE, STROKE_RESPONSE, chance
from ..base.curve import look_up
from ..base.registry import helper

PRESSURE, TILT, AZIMUTH, TWIST, SPEED, DIRECTION, DISTANCE, STAMP_CHANCE, STROKE_CHANCE = range(len(INPUT_NAMES))
"""Inputs, as numbered in `responses.INPUTS`."""

(
    TO_SIZE,
    TO_OPACITY,
    TO_FLOW,
    TO_SOFTNESS,
    TO_ROUNDNESS,
    TO_ANGLE,
    TO_SPACING,
    TO_SCATTER,
    TO_SOURCE,
    TO_BITE,
    TO_GRAIN,
    TO_HUE,
    TO_CHROMA,
    TO_LIGHTNESS,
    TO_SECOND,
    TO_SPREAD,
) = range(len(OUTPUT_NAMES))
"""Outputs, as numbered in `responses.OUTPUTS`."""

ONE = float32(1)

LEAST, MOST = tuple(float(one.low) for one in OUTPUTS), tuple(float(one.high) for one in OUTPUTS)
"""What any one response to an output may say; all of them together say no more."""


@helper
def part_of_turn(x, y):
    """A direction as a part of a whole turn, 0..1, clockwise from the right on the page."""
    if x == 0.0 and y == 0.0:
        return 0.0
    turn = math.atan2(y, x) / (2.0 * math.pi)
    return turn if turn >= 0.0 else turn + 1.0


@helper
def listen(state, brush, place, s):
    """Bring the hand's inputs at a place on the path to 0..1, once for all stamps of a step."""
    lean_x, lean_y = place.lean_x, place.lean_y
    state.inputs[PRESSURE] = place.pressure
    state.inputs[TILT] = math.sqrt(lean_x * lean_x + lean_y * lean_y)
    state.inputs[SPEED] = place.speed / brush.fast
    state.inputs[DISTANCE] = s / brush.far
    if brush.needs_turns:
        state.inputs[AZIMUTH] = part_of_turn(lean_x, lean_y)
        state.inputs[TWIST] = part_of_turn(place.twist_x, place.twist_y)
        state.inputs[DIRECTION] = part_of_turn(place.along_x, place.along_y)


@helper
def heard(state, link, index):
    """What a response listens to, 0..1. Chance is its own for each output."""
    if link.input == STAMP_CHANCE:
        return chance(state.seed, index, STAMP_RESPONSE + link.output)
    if link.input == STROKE_CHANCE:
        return chance(state.seed, int32(0), STROKE_RESPONSE + link.output)
    return state.inputs[link.input]


@helper
def holds(state, link):
    """Whether a response is on for the pointer in hand."""
    return link.on != 0 and (link.pointers >> state.kind) & 1 != 0


@helper
def factor(state, brush, output, index):
    """Product of all responses to an output, within what one of them may say; 1 where there is none."""
    product = ONE
    for i in range(brush.link_from[output], brush.link_from[output + 1]):
        link = brush.responses[i]
        if holds(state, link):
            product *= look_up(link, heard(state, link, index))
    return min(float32(MOST[output]), max(float32(LEAST[output]), product))


@helper
def added(state, brush, output, index):
    """Sum of all responses to an output that adds up."""
    total = float32(0)
    for i in range(brush.link_from[output], brush.link_from[output + 1]):
        link = brush.responses[i]
        if holds(state, link):
            total += look_up(link, heard(state, link, index))
    return total
