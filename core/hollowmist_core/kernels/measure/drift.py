"""Drift: how light and how dark the ink of a brush gets whose stamps have colours of their own."""

from numba import float32

from ...tables.records import SETTLED, TILE, TILE_AREA
from ..base.registry import helper
from ..paper.ink import tints_of
from ..touch.colour import oklab_of
from .evenness import MIDDLE, probe_length
from .probe import BY_PRESSURE, BY_REST, MIDDLING, coverage_at, draw_probe, drop_probe
from .profile import FAINT
from .records import LIGHTS
from .texture import LONGEST

PROBES = 6
"""Strokes that are looked at: every other one light to heavy, the rest through all else that a hand does."""

APART = 7.3
"""Distance between the starts of the probes, px: each is a stroke of its own to chance."""

STRIDE = 2
"""Every so many px of a probe, both ways, count."""

TAIL = 0.01
"""Share of the ink left out at the darkest and at the lightest end."""


@helper
def add_lights(desk, lights):
    """Count the lightness (OKLab) of the settled ink on the sheet into `lights`, darkest first."""
    state, maps, pool = desk[0][0], desk[6], desk[8]
    for y in range(max(0, state.all_top), state.all_bottom, STRIDE):
        for x in range(max(0, state.all_left), state.all_right, STRIDE):
            if coverage_at(state, maps, pool, x, y) < FAINT:
                continue
            tints = tints_of(state, maps, SETTLED, (y // TILE) * state.columns + x // TILE)
            if tints[2] < 0:
                continue
            inner = (y % TILE) * TILE + x % TILE
            red, green, blue = (
                pool[tints[0] * TILE_AREA + inner],
                pool[tints[1] * TILE_AREA + inner],
                pool[tints[2] * TILE_AREA + inner],
            )
            light = oklab_of(float(red), float(green), float(blue))[0]
            lights[min(LIGHTS - 1, max(0, int(light * LIGHTS)))] += float32(1)


@helper
def quantile(lights, share):
    """The lightness below which a share of what was counted lies."""
    total = 0.0
    for i in range(LIGHTS):
        total += lights[i]
    below = 0.0
    for i in range(LIGHTS):
        if lights[i] > 0 and below + lights[i] >= share * total:
            return (i + (share * total - below) / lights[i]) / LIGHTS
        below += lights[i]
    return 1.0


@helper
def read_lights(desk, readings):
    """Read how far the lightness drifts; -1 for a brush that has one colour only."""
    brushes = desk[1]
    for i in range(LIGHTS):
        readings.lights[i] = float32(0)
    readings.darkest = readings.lightest = readings.light_spread = float32(-1)
    if not brushes[0].coloured:
        return
    length = min(LONGEST, probe_length(desk, 0) + float(brushes[0].far))
    for k in range(PROBES):
        changing = BY_PRESSURE if k % 2 == 0 else BY_REST
        draw_probe(desk, 0, length, MIDDLE - 0.5 * length + k * APART, MIDDLE, 0.0, changing, MIDDLING)
        add_lights(desk, readings.lights)
        drop_probe(desk)
    readings.darkest = quantile(readings.lights, TAIL)
    readings.lightest = quantile(readings.lights, 1.0 - TAIL)
    readings.light_spread = readings.lightest - readings.darkest
