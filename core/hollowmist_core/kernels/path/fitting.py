"""Fitting: a pen's pressure brought to the hand that holds it, from how it presses lightly, as usual, and hard."""

import math

from numba import int32, void

from ...tables.brush_record import LINK
from ...tables.records import SAMPLE
from ...tables.responses import GAP
from ..base.curve import fill_table, height
from ..base.registry import array, helper, kernel

FITTED, TOO_FEW, CONSTANT, JUMPS, MIXED = 0, 1, 2, 3, 4
"""What came of a fitting; `responses.FITTING` says it in words."""

FEWEST = 12
"""Fewest samples of each press."""

BINS = 512
ALIKE = 0.02
"""Pressures that differ by no more than this are the same."""

BRIM = 0.995
"""A pen that reports this much or more is at its end."""


@helper
def quantile(pressures, share):
    """The pressure that a share of the samples stays below, by counting in 512 bins; halves of a bin are kept apart."""
    want = share * (len(pressures) - 1)
    below = 0
    for b in range(BINS):
        count = 0
        for i in range(len(pressures)):
            at = min(BINS - 1, max(0, int(pressures[i] * BINS)))
            if at == b:
                count += 1
        if count > 0 and below + count > want:
            return (b + (want - below + 0.5) / count) / BINS
        below += count
    return 1.0


@helper
def put_node(link, x, y):
    """Add a node to the right of those there are; one that is too near is left out."""
    if link.count > 0 and x - link.x[link.count - 1] < GAP:
        return
    link.x[link.count] = x
    link.y[link.count] = y
    link.count += 1


@kernel(int32, array("f4"), array("f4"), array("f4"), array(LINK))
def fit_pen(light, usual, hard, links):
    """Fit a curve to pressures 0..1 of a light, a usual and a hard press.

    The lightest tenth comes to nothing, the medians to 15, 50 and 88 %, the hardest tenth to full. Writes the curve
    to `links[0]` where it could be fitted. Returns `FITTED`, or why not: `TOO_FEW` samples, a `CONSTANT` pressure,
    a pen that `JUMPS` to full, or presses that are `MIXED` up.
    """
    if min(len(light), min(len(usual), len(hard))) < FEWEST:
        return TOO_FEW
    soft, middle, firm = quantile(light, 0.5), quantile(usual, 0.5), quantile(hard, 0.5)
    if abs(quantile(hard, 0.9) - quantile(light, 0.1)) <= ALIKE:
        return JUMPS if soft >= BRIM else CONSTANT
    if soft >= BRIM or middle >= BRIM:
        return JUMPS
    if not (soft + GAP < middle and middle + GAP < firm):
        return MIXED
    link = links[0]
    link.count = 0
    link.low, link.high = 0.0, 1.0
    link.dead_low = link.dead_high = 0.0
    least = quantile(light, 0.1)
    put_node(link, 0.0, 0.0)
    put_node(link, min(least, soft - GAP), 0.02)
    put_node(link, soft, 0.15)
    put_node(link, middle, 0.5)
    # A pen whose hard press is at its end reaches full there, however hard it was meant.
    put_node(link, min(firm, 1.0 - 1.5 * GAP), 0.88)
    most = max(quantile(hard, 0.9), firm + GAP)
    if most < 1.0 - GAP:
        put_node(link, most, 1.0)
    put_node(link, 1.0, 1.0)
    if link.count < 2 or math.isnan(link.x[link.count - 1]):
        return MIXED
    fill_table(link)
    return FITTED


@kernel(void, array(LINK), array(SAMPLE), int32)
def apply_fitting(links, samples, count):
    """Bring the pressure of `count` samples through a fitted curve, in place."""
    for i in range(count):
        samples[i].pressure = height(links[0], min(1.0, max(0.0, samples[i].pressure)))


@kernel(void, array(LINK))
def ready_fitting(links):
    """Fill the table of a fitting that was kept."""
    fill_table(links[0])
