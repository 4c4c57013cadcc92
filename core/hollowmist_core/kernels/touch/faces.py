"""Faces: a piece of a line that a tip with straight faces leaves, a polygon or a broad nib.

Its outline is the convex hull of both ends: the tip's faces, each where it reaches farthest, and the two edges that
corners draw. Where the ends differ in size those run from where both outlines are similar (their centre of similitude);
where one end holds the other there are none.
"""

import math

from numba import float32, int32

from ..base.bundles import Run
from ..base.registry import helper
from .cover import fade, fade_width

HALF, ONE, TWO = float32(0.5), float32(1), float32(2)

LEAST = float32(1e-6)

TOUCHING = float32(1e-4)
"""Ends of a tip that lie so near, in its halves, touch."""


@helper
def corner_of(brush, k):
    """Corner between a face of the tip and the next, where its faces are 1 from its centre."""
    j = k + 1 if k + 1 < brush.faces else 0
    ax, ay, bx, by = brush.face_x[k], brush.face_y[k], brush.face_x[j], brush.face_y[j]
    det = ax * by - ay * bx
    return (by - ay) / det, (ax - bx) / det


@helper
def support(brush, k, x, y, radius):
    """How far a tip with straight faces reaches along the normal of its face k."""
    return x * brush.face_x[k] + y * brush.face_y[k] + radius


@helper
def is_hull_held(brush, ends):
    """Whether one end of a piece of a tip with straight faces holds the other."""
    ax, ay, ar, bx, by, br = ends
    a_in_b = b_in_a = True
    for k in range(brush.faces):
        first, last = support(brush, k, ax, ay, ar), support(brush, k, bx, by, br)
        a_in_b = a_in_b and first <= last + TOUCHING
        b_in_a = b_in_a and last <= first + TOUCHING
    return a_in_b or b_in_a


@helper
def is_outermost(brush, k, nx, ny):
    """Whether no corner of a tip lies farther along a direction than its corner k: none next to it does."""
    cx, cy = corner_of(brush, k)
    reach = cx * nx + cy * ny
    before, after = (k - 1 if k > 0 else brush.faces - 1), (k + 1 if k + 1 < brush.faces else 0)
    px, py = corner_of(brush, before)
    qx, qy = corner_of(brush, after)
    slack = TOUCHING * (abs(nx) + abs(ny))
    return px * nx + py * ny <= reach + slack and qx * nx + qy * ny <= reach + slack


@helper
def lower_to(row, count, run, sides, edge, soft):
    """Lower a row to the coverage under one edge, told by its normal and how far it reaches along that; `soft` is its
    softness and how far its fade is eased."""
    nx, ny, reach = edge
    softness, smoothness = soft
    gx, gy = nx * sides[0], ny * sides[1]
    steep = math.sqrt(gx * gx + gy * gy)
    per_fade = ONE / fade_width(TWO * softness, steep)
    f, df = run.x * nx + run.y * ny, run.dx * nx + run.dy * ny
    for i in range(count):
        row[i] = min(row[i], fade((reach - (f + df * float32(int32(i)))) * per_fade, smoothness))


@helper
def tangents_of(brush, ends):
    """The two edges of a piece's outline that corners draw: of each its normal and how far it reaches along that.

    A normal of nothing where there is no such edge. It is as long as that of a face: the middle of the piece lies 1
    beneath the edge.
    """
    ax, ay, ar, bx, by, br = ends
    ux = uy = u_reach = vx = vy = v_reach = float32(0)
    if is_hull_held(brush, ends):
        return (ux, uy, u_reach), (vx, vy, v_reach)
    for k in range(brush.faces):
        cx, cy = corner_of(brush, k)
        sx, sy = ax + cx * ar, ay + cy * ar
        ex, ey = bx + cx * br - sx, by + cy * br - sy
        mx, my = sx - HALF * (ax + bx), sy - HALF * (ay + by)
        inner = mx * -ey + my * ex
        if inner > LEAST and is_outermost(brush, k, -ey, ex):
            ux, uy = -ey / inner, ex / inner
            u_reach = sx * ux + sy * uy
        if -inner > LEAST and is_outermost(brush, k, ey, -ex):
            vx, vy = -ey / inner, ex / inner
            v_reach = sx * vx + sy * vy
    return (ux, uy, u_reach), (vx, vy, v_reach)


@helper
def hull_of(brush, piece, a, b):
    """Outline of a piece in the tip's frame, in halves of its mean sides: both ends' centres and sizes there, one over
    the mean half sides, px, and the edges that corners draw."""
    cos, sin = piece[0], piece[1]
    inv_major, inv_minor = TWO / (a.major + b.major), TWO / (a.minor + b.minor)
    wx, wy = b.x - a.x, b.y - a.y
    bx, by = (wx * cos + wy * sin) * inv_major, (wy * cos - wx * sin) * inv_minor
    ends = (float32(0), float32(0), a.major * inv_major, bx, by, b.major * inv_major)
    return ends, (inv_major, inv_minor), tangents_of(brush, ends)


@helper
def faced_row(row, count, dx, dy, piece, hull, brush, soft):
    """Coverage of a piece of a tip with straight faces along one row; (dx, dy) from its first end to the first pixel,
    device px, `soft` its softness and the smoothness of its edge."""
    cos, sin = piece[0], piece[1]
    ends, sides, tangents = hull
    ax, ay, ar, bx, by, br = ends
    x, y = (dx * cos + dy * sin) * sides[0], (dy * cos - dx * sin) * sides[1]
    run = Run(x, y, cos * sides[0], -sin * sides[1])
    for i in range(count):
        row[i] = ONE
    for k in range(brush.faces):
        reach = max(support(brush, k, ax, ay, ar), support(brush, k, bx, by, br))
        lower_to(row, count, run, sides, (brush.face_x[k], brush.face_y[k], reach), soft)
    for edge in tangents:
        if edge[0] != float32(0) or edge[1] != float32(0):
            lower_to(row, count, run, sides, edge, soft)
