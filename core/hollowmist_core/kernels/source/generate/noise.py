"""Noise: clouds, paper tooth and speckle from gradient noise that repeats."""

import math

from numba import float32

from ...base.chance import chance
from ...base.registry import helper

TWO_PI = 2.0 * math.pi


@helper
def slope_towards(seed, octave, i, j, cells, dx, dy):
    """A lattice point's chance slope, followed by (dx, dy); the lattice repeats after `cells`."""
    index = (j % cells) * cells + i % cells
    turn = TWO_PI * chance(seed, index, octave)
    return dx * math.cos(turn) + dy * math.sin(turn)


@helper
def eased(t):
    """The fade 6t^5 - 15t^4 + 10t^3 of Perlin (2002), "Improving Noise"."""
    return t * t * t * (t * (t * 6.0 - 15.0) + 10.0)


@helper
def gradient_noise(seed, octave, x, y, cells):
    """Noise -1..1 at (x, y), in cells of a lattice that repeats after `cells` (Perlin 1985, 2002)."""
    i, j = int(math.floor(x)), int(math.floor(y))
    u, v = x - i, y - j
    a = slope_towards(seed, octave, i, j, cells, u, v)
    b = slope_towards(seed, octave, i + 1, j, cells, u - 1.0, v)
    c = slope_towards(seed, octave, i, j + 1, cells, u, v - 1.0)
    d = slope_towards(seed, octave, i + 1, j + 1, cells, u - 1.0, v - 1.0)
    p, q = eased(u), eased(v)
    top = a + (b - a) * p
    return (top + (c + (d - c) * p - top) * q) * 1.4142135


@helper
def octaves_at(seed, x, y, cells, octaves, roughness):
    """Sum of octaves, each twice as fine and `roughness` as strong as the one before; about -1..1."""
    total, strength, whole = 0.0, 1.0, 0.0
    for octave in range(octaves):
        total += strength * gradient_noise(seed, octave, x * cells, y * cells, cells)
        whole += strength * strength
        strength *= roughness
        cells *= 2
    return total / math.sqrt(whole)


@helper
def clouds(out, width, height, seed, v):
    """Cloud noise. Values: cells, roughness, contrast, balance."""
    cells, octaves = max(1, int(v[0])), 5
    for y in range(height):
        for x in range(width):
            value = octaves_at(seed, (x + 0.5) / width, (y + 0.5) / height, cells, octaves, v[1])
            out[y * width + x] = min(1.0, max(0.0, 0.5 + v[3] * 0.5 + value * v[2] * 1.5))


@helper
def tooth(out, width, height, seed, v):
    """Paper tooth: hills and valleys. Values: cells, depth, sharpness, fibre (how far it runs one way)."""
    cells = max(1, int(v[0]))
    run = 1.0 + 3.0 * v[3]
    down = max(1, int(cells * run + 0.5))
    for y in range(height):
        for x in range(width):
            u, w = (x + 0.5) / width, (y + 0.5) / height
            coarse = stretched(seed, u, w, cells, down)
            fine = octaves_at(seed + 77, u, w, cells * 2, 2, 0.6)
            hill = min(1.0, max(0.0, 0.5 + 0.8 * coarse + 0.35 * fine))
            out[y * width + x] = 1.0 - v[1] * (1.0 - hill ** (0.5 + 2.0 * v[2]))


@helper
def stretched(seed, u, w, across, down):
    """Gradient noise with other cells across than down."""
    x, y = u * across, w * down
    i, j = int(math.floor(x)), int(math.floor(y))
    fx, fy = x - i, y - j
    total = 0.0
    for b in range(2):
        for a in range(2):
            index = ((j + b) % down) * across + (i + a) % across
            turn = TWO_PI * chance(seed, index, 40)
            value = (fx - a) * math.cos(turn) + (fy - b) * math.sin(turn)
            p = eased(fx) if a else 1.0 - eased(fx)
            q = eased(fy) if b else 1.0 - eased(fy)
            total += value * p * q
    return total * 1.4142135


@helper
def weave(out, width, height, seed, v):
    """Cloth: threads over and under. Values: threads, thickness, depth, roughness."""
    threads = max(2, int(v[0] * 0.5 + 0.5) * 2)
    for y in range(height):
        for x in range(width):
            u, w = (x + 0.5) / width * threads, (y + 0.5) / height * threads
            wobble = 0.25 * v[3] * gradient_noise(seed, 3, u, w, threads)
            u, w = u + wobble, w + wobble
            i, j = int(math.floor(u)), int(math.floor(w))
            across, down = abs(u - i - 0.5) * 2.0, abs(w - j - 0.5) * 2.0
            over = (i + j) % 2 == 0
            # The thread on top bulges in the middle of its crossing and dives at its ends.
            near, far = (across, down) if over else (down, across)
            height_here = 0.0
            if near < v[1]:
                height_here = math.sqrt(1.0 - (near / v[1]) ** 2) * (1.0 - 0.45 * far * far)
            elif far < v[1]:
                height_here = 0.5 * math.sqrt(1.0 - (far / v[1]) ** 2)
            rough = 1.0 - 0.3 * v[3] * abs(gradient_noise(seed, 5, u * 4.0, w * 4.0, threads * 4))
            out[y * width + x] = float32(1.0 - v[2] * (1.0 - height_here * rough))
