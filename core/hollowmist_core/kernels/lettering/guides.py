"""Guides: the lines that a letterer rules on a sheet before the first stroke.

Lengths are mm, or widths of the nib where the guides are told so. All that comes out is in sheet px.
"""

import math

import numpy as np
from numba import float32, int32

from ...tables.guides import GUIDES
from ..base.registry import array, helper, kernel

GUIDE = np.dtype([(one.name, "i4" if one.kind in ("switch", "choice") else "f4") for one in GUIDES])
"""A sheet's guides, as `tables.guides.GUIDES` has them; words by their number."""

BASE, X_HEIGHT, CAP, ASCENDER, DESCENDER, SLANT, FAN, GRID, MARGIN = range(9)
"""What a line is for."""

KINDS = ("base", "x-height", "cap", "ascender", "descender", "slant", "fan", "grid", "margin")

RULE = np.dtype([("kind", "i4"), ("x0", "f4"), ("y0", "f4"), ("x1", "f4"), ("y1", "f4")])
"""One ruled line, from (x0, y0) to (x1, y1), sheet px."""

MOST_RULES = 1 << 17
"""Most lines of one sheet: more are no guides but a grey."""

FINEST = 2.0
"""Lines of a grid lie at least so many px apart; of those that are nearer every second, fourth .. is ruled."""

MM_PER_INCH = 25.4
IN_MM = 1
"""Number of "mm" among the choices of `measure`."""


@helper
def rule(rules, count, kind, x0, y0, x1, y1):
    """Note a line; returns how many there are now. Past the end of `rules` lines are counted alone."""
    if count >= len(rules):
        return count + 1
    one = rules[count]
    one.kind = kind
    one.x0, one.y0, one.x1, one.y1 = x0, y0, x1, y1
    return count + 1


@helper
def rule_across(rules, count, kind, left, right, y, top, bottom):
    """A level line, if it lies on the paper."""
    if y < top or y > bottom:
        return count
    return rule(rules, count, kind, left, y, right, y)


@helper
def rule_slant(rules, count, guide, left, right, high, low, mm):
    """Slant lines between two heights, `slant_gap` apart along the line."""
    angle = guide.slant * math.pi / 180.0
    lean = math.sin(angle) / math.cos(angle) * (low - high)
    gap = gap_of(guide.slant_gap * mm)
    x = left + (max(0.0, -lean) if lean < 0 else 0.0)
    while x <= right and x + lean <= right + 1e-3:
        count = rule(rules, count, SLANT, x, low, x + lean, high)
        x += gap
    return count


@helper
def rule_fan(rules, count, guide, x, base, mm):
    """The nib's edge at its angle, standing on the baseline, with rays 15 degrees to either side."""
    reach = 3.0 * guide.nib * mm
    for k in range(-1, 2):
        angle = (guide.nib_angle + 15.0 * k) * math.pi / 180.0
        share = 1.0 if k == 0 else 0.7
        count = rule(
            rules, count, FAN, x, base, x + share * reach * math.cos(angle), base - share * reach * math.sin(angle)
        )
    return count


@helper
def lettering_unit(guide, mm):
    """What heights are told in, px: nib widths or mm."""
    return mm if guide.measure == IN_MM else guide.nib * mm


@kernel(float32, array(GUIDE), float32)
def ruled_x_height(guides, dpi):
    """How high an x is on a sheet's lines for letters, px."""
    return float32(guides[0].x_height * lettering_unit(guides[0], dpi / MM_PER_INCH))


@helper
def rule_lettering(rules, count, guide, width, height, mm):
    """All lines of lettering: from the first baseline down, until the paper ends."""
    unit = lettering_unit(guide, mm)
    inset = guide.margin * mm if guide.margins else 0.0
    left, right = inset, width - inset
    top, bottom = inset, height - inset
    base = guide.first * mm
    while base <= bottom:
        high = max(guide.ascender, guide.cap)
        count = rule_across(rules, count, ASCENDER, left, right, base - guide.ascender * unit, top, bottom)
        count = rule_across(rules, count, CAP, left, right, base - guide.cap * unit, top, bottom)
        count = rule_across(rules, count, X_HEIGHT, left, right, base - guide.x_height * unit, top, bottom)
        count = rule_across(rules, count, BASE, left, right, base, top, bottom)
        count = rule_across(rules, count, DESCENDER, left, right, base + guide.descender * unit, top, bottom)
        if guide.slanted:
            count = rule_slant(rules, count, guide, left, right, base - high * unit, base + guide.descender * unit, mm)
        if guide.fan:
            count = rule_fan(rules, count, guide, left + 0.5 * unit, base, mm)
        base += gap_of(max(guide.line * unit, mm))
    return count


@helper
def gap_of(gap):
    """A gap as often doubled as lines need to be told apart."""
    while gap < FINEST:
        gap *= 2.0
    return gap


@kernel(int32, array(GUIDE), float32, float32, float32, array(RULE))
def rule_guides(guides, width, height, dpi, rules):
    """Rule the guides of a sheet of (width, height) px.

    Returns how many lines there are; those beyond the end of `rules` are counted and not noted, so that a first call
    with none tells the room.
    """
    guide = guides[0]
    mm = dpi / MM_PER_INCH
    count = int32(0)
    if guide.grid:
        gap = gap_of(guide.grid_gap * mm)
        for i in range(1, int32(width / gap) + 1):
            count = rule(rules, count, GRID, i * gap, 0.0, i * gap, height)
        for i in range(1, int32(height / gap) + 1):
            count = rule(rules, count, GRID, 0.0, i * gap, width, i * gap)
    if guide.margins:
        inset = guide.margin * mm
        if 2.0 * inset < min(width, height):
            count = rule(rules, count, MARGIN, inset, inset, width - inset, inset)
            count = rule(rules, count, MARGIN, width - inset, inset, width - inset, height - inset)
            count = rule(rules, count, MARGIN, width - inset, height - inset, inset, height - inset)
            count = rule(rules, count, MARGIN, inset, height - inset, inset, inset)
    if guide.lettering:
        count = rule_lettering(rules, count, guide, width, height, mm)
    return count
