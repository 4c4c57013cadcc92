"""Outlines of ink as SVG: what a tip or a shape looks like to a program that fills paths."""

from html import escape

import numpy as np

from ..native.curves import outlines_of

HALF = 127.5
"""Coverage that the outline follows, of 255: what is softer than hard is cut where it is half."""

TOLERANCE = 0.2
"""A point is left out where the outline stays this near without it, px."""


def thinned(points: np.ndarray, tolerance: float = TOLERANCE) -> np.ndarray:
    """A line with fewer points (Douglas and Peucker 1973).

    Parameters
    ----------
    points : ndarray, shape (count, 2)
    tolerance : float
        What is left out lies at most so far from the line that stays, px.
    """
    kept = np.zeros(len(points), bool)
    kept[[0, -1]] = True
    spans = [(0, len(points) - 1)]
    while spans:
        first, last = spans.pop()
        if last - first < 2:
            continue
        start, way = points[first], points[last] - points[first]
        between = points[first + 1 : last] - start
        length = np.hypot(*way)
        # A closed line begins where it ends.
        off = np.abs(way[0] * between[:, 1] - way[1] * between[:, 0]) / length if length else np.hypot(*between.T)
        far = int(off.argmax())
        if off[far] > tolerance:
            kept[first + 1 + far] = True
            spans += [(first, first + 1 + far), (first + 1 + far, last)]
    return points[kept]


def outlines(ink: np.ndarray) -> list[np.ndarray]:
    """Closed outlines of ink at half coverage, holes among them, by marching squares.

    Parameters
    ----------
    ink : ndarray, shape (height, width), uint8
        255 = full.

    Returns
    -------
    list of ndarray, shape (count, 2)
        px of the picture, its corner at 0, 0; the last point is the first.
    """
    # With a bare border every outline closes; a pixel's value stands at its middle.
    framed = np.pad(ink.astype(np.float32), 1)
    return [thinned(line - 1.0) for line in outlines_of(framed, HALF) or []]


def outline_svg(ink: np.ndarray, title: str) -> str:
    """An SVG file of ink at half coverage: one black path, filled by the even-odd rule, a unit to a px."""
    height, width = ink.shape
    parts = ("M" + "L".join(f"{x:.2f} {y:.2f}" for x, y in line[:-1]) + "Z" for line in outlines(ink))
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}" height="{height}" viewBox="0 0 {width} {height}">'
        f'<title>{escape(title)}</title><path fill-rule="evenodd" d="{"".join(parts)}"/></svg>\n'
    )
