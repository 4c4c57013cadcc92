"""Silhouettes: ragged discs, splats, leaves, polygons and broad nibs."""

import math

from ...base.registry import helper
from .draw import bar, bare, oval, pick, put, soft_edge
from .noise import gradient_noise

TWO_PI = 2.0 * math.pi


@helper
def round_noise(seed, octave, turn, lobes):
    """Noise that comes back to itself after a full turn."""
    return gradient_noise(seed, octave, turn / TWO_PI * lobes, 0.37, lobes)


@helper
def ragged(out, width, height, seed, v):
    """A disc with a ragged rim. Values: raggedness, lobes, holes, softness."""
    picture = bare(out, width, height, False)
    radius = 0.44 * width
    lobes = max(3, int(v[1]))
    for y in range(height):
        for x in range(width):
            dx, dy = x + 0.5 - 0.5 * width, y + 0.5 - 0.5 * height
            turn = math.atan2(dy, dx)
            turn = turn if turn >= 0.0 else turn + TWO_PI
            rim = 1.0 + 0.35 * v[0] * round_noise(seed, 1, turn, lobes)
            rim += 0.15 * v[0] * round_noise(seed, 2, turn, lobes * 4)
            depth = radius * min(1.0, rim * (1.0 - 0.2 * v[0])) - math.hypot(dx, dy)
            cover = soft_edge(depth - 0.5 * v[3] * radius, v[3] * radius)
            if v[2] > 0.0:
                hole = gradient_noise(seed, 3, x / width * 14.0, y / height * 14.0, 14)
                cover *= 1.0 - soft_edge((hole - 1.0 + v[2]) * 12.0, 2.0)
            if cover > 0.0:
                put(picture, x, y, cover)


@helper
def ring(picture, cx, cy, radius, tone, seed, raggedness, lobes):
    """Cover with a disc of a tone, whose rim goes in and out."""
    out, width, height, _ = picture
    reach = radius * (1.0 + 0.5 * raggedness) + 1.0
    for y in range(max(0, int(cy - reach)), min(height, int(cy + reach) + 2)):
        for x in range(max(0, int(cx - reach)), min(width, int(cx + reach) + 2)):
            dx, dy = x + 0.5 - cx, y + 0.5 - cy
            turn = math.atan2(dy, dx)
            turn = turn if turn >= 0.0 else turn + TWO_PI
            rim = 1.0 + 0.4 * raggedness * round_noise(seed, 1, turn, lobes)
            rim += 0.25 * raggedness * round_noise(seed, 2, turn, lobes * 4)
            cover = soft_edge(radius * rim - math.hypot(dx, dy), 1.0)
            if cover > 0.0:
                at = y * width + x
                out[at] += cover * (tone - out[at])


@helper
def rings(out, width, height, seed, v):
    """Discs, one over the other, that blend from one size, tone and place to another.

    Values: how many, first and last size, first and last tone, how far they travel along and across, raggedness, lobes.
    """
    picture = bare(out, width, height, False)
    count, lobes = max(2, int(v[0])), max(3, int(v[8]))
    for k in range(count):
        part = k / (count - 1)
        radius = 0.5 * height * (v[1] + part * (v[2] - v[1]))
        tone = v[3] + part * (v[4] - v[3])
        cx = width * (0.5 + v[5] * (part - 0.5))
        cy = height * (0.5 + v[6] * (part - 0.5))
        ring(picture, cx, cy, radius, tone, seed + k, v[7], lobes)


@helper
def splat(out, width, height, seed, v):
    """A splash: a blot, its rays and drops. Values: drops, reach, drop size, rays, blot size."""
    picture = bare(out, width, height, False)
    middle = 0.5 * width
    blot = 0.5 * v[4] * width
    oval(picture, middle, middle, blot, blot * 0.9, pick(seed, 0, 9, 0.0, TWO_PI), 2.0, 1.0)
    for k in range(int(v[3])):
        turn = pick(seed, k, 0, 0.0, TWO_PI)
        length = blot + (0.46 * width - blot) * v[1] * pick(seed, k, 1, 0.2, 0.8)
        bx, by = middle + length * math.cos(turn), middle + length * math.sin(turn)
        thick = blot * pick(seed, k, 2, 0.2, 0.5)
        bar(picture, middle, middle, bx, by, thick, 0.6, 1.0)
        drop = 0.02 * width * pick(seed, k, 3, 0.4, 1.0)
        oval(picture, bx, by, drop, drop, 0.0, 1.0, 1.0)
    for k in range(int(v[0])):
        turn = pick(seed, k, 4, 0.0, TWO_PI)
        away = blot + (0.45 * width - blot) * v[1] * math.sqrt(pick(seed, k, 5, 0.0, 1.0))
        r = 0.5 * v[2] * width * pick(seed, k, 6, 0.15, 1.0) ** 2
        x, y = middle + away * math.cos(turn), middle + away * math.sin(turn)
        oval(picture, x, y, r, r * pick(seed, k, 7, 0.7, 1.0), turn, 1.0, 1.0)


@helper
def leaf(out, width, height, v):
    """A leaf with two points. Values: breadth, where it is broadest, sharpness of the two points, softness."""
    picture = bare(out, width, height, False)
    long = 0.47 * width
    peak = v[1]
    for y in range(height):
        for x in range(width):
            along = (x + 0.5 - 0.5 * width) / long * 0.5 + 0.5
            if along <= 0.0 or along >= 1.0:
                continue
            part = along / peak if along < peak else (1.0 - along) / (1.0 - peak)
            sharp = v[2] if along < peak else v[3]
            half = 0.5 * v[0] * width * 0.94 * (part * (2.0 - part)) ** sharp
            away = abs(y + 0.5 - 0.5 * height)
            cover = soft_edge(half - away - 0.5 * v[4] * half, v[4] * half)
            if cover > 0.0:
                put(picture, x, y, min(cover, half))


@helper
def faced(picture, faces, phase, roundness, turn, corner, softness):
    """A regular polygon, or with four faces at roundness below one an oblong; corners rounded, edge softened.

    `phase` is where the first face looks, in faces.
    """
    _, width, height, _ = picture
    radius = 0.46 * width
    c, s = math.cos(turn), math.sin(turn)
    for y in range(height):
        for x in range(width):
            dx, dy = x + 0.5 - 0.5 * width, y + 0.5 - 0.5 * height
            u, w = (dx * c + dy * s) / radius, (dy * c - dx * s) / (radius * roundness)
            f = 0.0
            if corner > 0.0:
                # A high power mean of the faces is a polygon whose corners are rounded.
                power = 2.0 / corner
                total = 0.0
                for k in range(faces):
                    at = TWO_PI * (k + phase) / faces
                    total += max(0.0, u * math.cos(at) + w * math.sin(at)) ** power
                f = total ** (1.0 / power)
            else:
                for k in range(faces):
                    at = TWO_PI * (k + phase) / faces
                    f = max(f, u * math.cos(at) + w * math.sin(at))
            inner = math.cos(math.pi / faces)
            least = radius * roundness
            cover = soft_edge((inner - f) * least - 0.5 * softness * least, softness * least)
            if cover > 0.0:
                put(picture, x, y, cover)
