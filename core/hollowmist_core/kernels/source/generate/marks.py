"""Marks: dots, specks, fibres, squiggles, bristles."""

import math

from ...base.registry import helper
from ..prepare.blur import blur
from .draw import bar, bare, oval, pick

TWO_PI = 2.0 * math.pi


@helper
def dots(out, width, height, seed, v):
    """Dots on a shaken grid. Values: per side, size, size spread, stray, softness."""
    picture = bare(out, width, height, True)
    per_side = max(1, int(v[0]))
    cell = width / per_side
    for j in range(per_side):
        for i in range(per_side):
            index = j * per_side + i
            x = (i + 0.5 + v[3] * pick(seed, index, 0, -0.5, 0.5)) * cell
            y = (j + 0.5 + v[3] * pick(seed, index, 1, -0.5, 0.5)) * cell
            r = 0.5 * cell * v[1] * (1.0 - v[2] * pick(seed, index, 2, 0.0, 1.0))
            oval(picture, x, y, r, r, 0.0, 2.0 * v[4] * r, 1.0)


@helper
def speckle(out, width, height, seed, v):
    """Specks of many sizes, few large and many small. Values: count, largest (px), smallest, raggedness, softness."""
    picture = bare(out, width, height, True)
    for k in range(int(v[0])):
        u = pick(seed, k, 0, 0.0, 1.0)
        # Areas fall off as a power law does.
        r = 0.5 * v[2] * (1.0 - u * (1.0 - (v[2] / max(v[1], v[2])) ** 1.6)) ** (-1.0 / 1.6)
        squash = 1.0 - 0.6 * v[3] * pick(seed, k, 3, 0.0, 1.0)
        x, y = pick(seed, k, 1, 0.0, width), pick(seed, k, 2, 0.0, height)
        oval(picture, x, y, r, r * squash, pick(seed, k, 4, 0.0, TWO_PI), 2.0 * v[4] * r, 1.0)
        if v[3] > 0.0 and r > 2.0:
            # A second lobe makes it a grain of sand and no ball.
            turn = pick(seed, k, 5, 0.0, TWO_PI)
            away = r * 0.6
            lobe = r * (1.0 - 0.5 * v[3])
            bx, by = x + away * math.cos(turn), y + away * math.sin(turn)
            oval(picture, bx, by, lobe, lobe * squash, turn, 2.0 * v[4] * r, 1.0)


@helper
def wander(picture, seed, k, start, hair, ink):
    """A curling line, the k-th of many, from a start (x, y, turn) on; `hair` is its length and half width, px, its
    curl, and by how much its ends are thinner."""
    x, y, turn = start
    length, half, curl, taper = hair
    step = max(2.0, half)
    steps = max(1, int(length / step))
    bend = 0.0
    before = half * (1.0 - taper)
    for i in range(steps):
        bend = 0.8 * bend + curl * pick(seed, k * 512 + i, 7, -0.6, 0.6)
        turn += bend
        bx, by = x + step * math.cos(turn), y + step * math.sin(turn)
        along = (i + 1) / steps
        here = half * (1.0 - taper * abs(2.0 * along - 1.0))
        bar(picture, x, y, bx, by, before, here, ink)
        x, y, before = bx, by, here


@helper
def squiggles(out, width, height, seed, v, scratch):
    """Squiggles, then blurred. Values: count, length, thickness (px), curl, blur (px), passes."""
    picture = bare(out, width, height, True)
    for k in range(int(v[0])):
        x, y = pick(seed, k, 0, 0.0, width), pick(seed, k, 1, 0.0, height)
        turn = pick(seed, k, 2, 0.0, TWO_PI)
        length = v[1] * width * pick(seed, k, 3, 0.5, 1.0)
        wander(picture, seed, k, (x, y, turn), (length, 0.5 * v[2], v[3], 0.3), 1.0)
    for _ in range(int(v[5])):
        count = width * height
        blur(out, scratch[:count], width, height, scratch[count:], v[4], True)
        for i in range(count):
            # Each pass pushes dark and light apart again, so that blots grow and not only fade.
            out[i] = min(1.0, max(0.0, (scratch[i] - 0.5) * 1.6 + 0.5))


@helper
def fibre(out, width, height, seed, v):
    """Long fibres. Values: count, length, thickness (px), angle (degrees), spread (degrees), curl."""
    picture = bare(out, width, height, True)
    for k in range(int(v[0])):
        x, y = pick(seed, k, 0, 0.0, width), pick(seed, k, 1, 0.0, height)
        turn = math.radians(v[3] + v[4] * pick(seed, k, 2, -1.0, 1.0))
        length = v[1] * width * pick(seed, k, 3, 0.4, 1.0)
        half = 0.5 * v[2] * pick(seed, k, 4, 0.5, 1.0)
        ink = pick(seed, k, 5, 0.45, 1.0)
        wander(picture, seed, k, (x, y, turn), (length, half, 0.12 * v[5], 0.7), ink)


@helper
def bristles(out, width, height, seed, v):
    """The end of a brush. Values: hairs, thickness, spread, form (0 a row .. 1 a disc), softness."""
    picture = bare(out, width, height, False)
    hairs = int(v[0])
    for k in range(hairs):
        along = (k + 0.5) / hairs * 2.0 - 1.0 + pick(seed, k, 0, -1.0, 1.0) / hairs
        across = v[3] * pick(seed, k, 1, -1.0, 1.0) * math.sqrt(max(0.0, 1.0 - along * along))
        r = v[1] * width / hairs * (1.0 - v[2] * pick(seed, k, 2, 0.0, 1.0))
        r = min(r, 0.08 * width)
        x, y = 0.5 * width * (1.0 + 0.86 * along), 0.5 * height * (1.0 + 0.86 * across)
        ink = 1.0 - 0.5 * v[2] * pick(seed, k, 3, 0.0, 1.0)
        oval(picture, x, y, r, r, 0.0, 2.0 * v[4] * r, ink)
