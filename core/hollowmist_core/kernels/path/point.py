"""Points on a path: copying, averaging and mirroring them."""

from numba import float32

from ..base.registry import helper


@helper
def copy_point(source, target):
    """Copy all fields of one point to another."""
    target.s = source.s
    target.x = source.x
    target.y = source.y
    target.t = source.t
    target.pressure = source.pressure
    target.lean_x = source.lean_x
    target.lean_y = source.lean_y
    target.twist_x = source.twist_x
    target.twist_y = source.twist_y
    target.speed = source.speed
    target.corner = source.corner


@helper
def clear_point(point):
    """Set all that is averaged to zero."""
    point.x = 0.0
    point.y = 0.0
    point.t = 0.0
    point.pressure = 0.0
    point.lean_x = 0.0
    point.lean_y = 0.0
    point.twist_x = 0.0
    point.twist_y = 0.0
    point.speed = 0.0


@helper
def add_scaled(point, other, w):
    """Add w times another point."""
    point.x += w * other.x
    point.y += w * other.y
    point.t += w * other.t
    point.pressure += w * other.pressure
    point.lean_x += w * other.lean_x
    point.lean_y += w * other.lean_y
    point.twist_x += w * other.twist_x
    point.twist_y += w * other.twist_y
    point.speed += w * other.speed


@helper
def blend(a, b, part, out):
    """Write the point a part of the way from a to b."""
    clear_point(out)
    add_scaled(out, a, float32(1.0 - part))
    add_scaled(out, b, float32(part))


@helper
def reflect(point, pivot, out):
    """Write a point's mirror image: as far past the pivot as the point lies before it."""
    clear_point(out)
    add_scaled(out, pivot, float32(2))
    add_scaled(out, point, float32(-1))


@helper
def scale_point(point, scratch, factor):
    """Multiply all that is averaged."""
    copy_point(point, scratch)
    clear_point(point)
    add_scaled(point, scratch, factor)
