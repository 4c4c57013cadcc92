"""Weight: how wide and how dark the line is at each point."""

from numba import float32

from .curve import respond
from .registry import helper

SIZE, OPACITY = 0, 1
"""Outputs of responses, as numbered in `brush.OUTPUTS`."""

BLUNTEST = 3.0
"""Exponent of a taper at the ends of its shape setting: 3 is a needle, 1/3 blunt."""


@helper
def taper(along, length, point, shape):
    """Share of the width, 0..1, at a distance `along` into a taper.

    The rise u (2 - u) meets the full width without a kink; the shape is its exponent.
    """
    if along >= length or length <= 0.0:
        return 1.0
    u = max(0.0, along / length)
    rise = (u * (2.0 - u)) ** (BLUNTEST**-shape)
    return point + (1.0 - point) * rise


@helper
def taper_start(brush):
    """Length of the start taper, px."""
    return float(brush.taper_start_length) * float(brush.size)


@helper
def taper_end(brush):
    """Length of the end taper, px."""
    return float(brush.taper_end_length) * float(brush.size)


@helper
def tapered(brush, s, total):
    """Share of the width at arc length s of a stroke `total` px long.

    Tapers that are together longer than the stroke shrink in proportion; a single touch has none.
    """
    start, end = taper_start(brush), taper_end(brush)
    if start + end > total:
        fit = total / (start + end)
        start *= fit
        end *= fit
    return taper(s, start, brush.taper_start_point, brush.taper_start_curve) * taper(
        total - s, end, brush.taper_end_point, brush.taper_end_curve
    )


@helper
def width_at(brush, pressure, s, total):
    """Width in px: size times its responses, held between thinnest and thickest, then tapered."""
    share = respond(brush, SIZE, pressure)
    share = max(brush.thinnest, min(brush.thickest, share))
    return brush.size * share * float32(tapered(brush, s, total))


@helper
def opacity_at(brush, pressure):
    """The most a stamp may cover, 0..1."""
    return brush.opacity * respond(brush, OPACITY, pressure)
