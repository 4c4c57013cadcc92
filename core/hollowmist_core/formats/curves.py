"""Curves through traced outlines: few cubic pieces that stay near many points.

The fitting is that of Schneider (1990), "An Algorithm for Automatically Fitting Digitized Curves", in Graphics Gems:
least squares for the lengths of the handles, Newton-Raphson steps for the parameters, a split where the error is
largest.
"""

import numpy as np

SHARP = np.cos(np.radians(50.0))
"""A turn sharper than this is a corner, where curves do not go through smoothly."""

REACH = 1.6
"""Distance over which a turn is looked at, px: within it, the steps of pixels are no corners."""

ROUNDS = 6
"""Most rounds of better parameters before a piece is split."""


def _unit(vector):
    length = np.hypot(*vector)
    return vector / length if length > 0 else np.array([1.0, 0.0])


def _bezier(handles, u):
    v = 1.0 - u
    weights = np.stack([v**3, 3 * u * v**2, 3 * u**2 * v, u**3], axis=1)
    return weights @ handles


def _handles(points, u, first, last):
    """The cubic with given ends and directions there that is nearest to points at their parameters."""
    start, end = points[0], points[-1]
    v = 1.0 - u
    b1, b2 = 3 * u * v**2, 3 * u**2 * v
    a1, a2 = first * b1[:, None], last * b2[:, None]
    rest = points - (start * (v**3 + b1)[:, None] + end * (b2 + u**3)[:, None])
    c = np.array([[np.sum(a1 * a1), np.sum(a1 * a2)], [np.sum(a1 * a2), np.sum(a2 * a2)]])
    x = np.array([np.sum(a1 * rest), np.sum(a2 * rest)])
    chord = np.hypot(*(end - start))
    try:
        one, two = np.linalg.solve(c, x)
    except np.linalg.LinAlgError:
        one = two = 0.0
    if one < 1e-3 * chord or two < 1e-3 * chord or max(one, two) > 4.0 * chord:
        one = two = chord / 3.0
    return np.array([start, start + first * one, end + last * two, end])


def _better(handles, points, u):
    """Parameters at which the curve is nearer to its points: one step of Newton and Raphson each."""
    off = _bezier(handles, u) - points
    d1, d2 = 3 * np.diff(handles, axis=0), 6 * np.diff(handles, 2, axis=0)
    v = 1.0 - u
    first = np.stack([v**2, 2 * u * v, u**2], axis=1) @ d1
    second = np.stack([v, u], axis=1) @ d2
    below = np.sum(first * first, axis=1) + np.sum(off * second, axis=1)
    step = np.where(np.abs(below) > 1e-12, np.sum(off * first, axis=1) / np.where(below == 0, 1, below), 0.0)
    return np.clip(u - step, 0.0, 1.0)


def _direction(points, at, step):
    """Direction of a line at a point, over a little way to one side."""
    i = at
    while 0 <= i + step < len(points) and np.hypot(*(points[i] - points[at])) < REACH:
        i += step
    return _unit(points[i] - points[at])


def _fit(points, first, last, tolerance, out):
    if len(points) == 2:
        third = np.hypot(*(points[1] - points[0])) / 3.0
        out.append(np.array([points[0], points[0] + first * third, points[1] + last * third, points[1]]))
        return
    along = np.concatenate([[0.0], np.cumsum(np.hypot(*np.diff(points, axis=0).T))])
    u = along / along[-1]
    for _ in range(ROUNDS):
        handles = _handles(points, u, first, last)
        off = np.hypot(*(_bezier(handles, u) - points).T)
        worst = int(off.argmax())
        if off[worst] <= tolerance:
            out.append(handles)
            return
        if off[worst] > 16 * tolerance:
            break
        u = _better(handles, points, u)
    middle = min(max(worst, 1), len(points) - 2)
    through = _unit(_direction(points, middle, 1) - _direction(points, middle, -1))
    _fit(points[: middle + 1], first, -through, tolerance, out)
    _fit(points[middle:], through, last, tolerance, out)


def _corners(points) -> list[int]:
    """Where a closed line, whose last point is its first, turns sharply; at least its beginning."""
    count = len(points) - 1
    ring = points[:-1]
    away = np.hypot(*np.diff(points, axis=0).T)
    reach = max(1, round(REACH / max(1e-6, away.mean())))
    ahead, behind = np.roll(ring, -reach, axis=0) - ring, ring - np.roll(ring, reach, axis=0)
    lengths = np.hypot(*ahead.T) * np.hypot(*behind.T)
    cosine = np.sum(ahead * behind, axis=1) / np.where(lengths > 0, lengths, 1.0)
    found = []
    for i in np.flatnonzero(cosine < SHARP):
        near = cosine[np.arange(i - reach, i + reach + 1) % count]
        if cosine[i] <= near.min() and (not found or i - found[-1] > reach):
            found.append(int(i))
    return found or [0]


def fitted(points: np.ndarray, tolerance: float = 0.15) -> list[np.ndarray]:
    """Cubic pieces that follow a closed line.

    Parameters
    ----------
    points : ndarray, shape (count, 2)
        The last point is the first.
    tolerance : float
        No point lies farther from the pieces than this, px.

    Returns
    -------
    list of ndarray, shape (4, 2)
        Each begins where the one before ended; the last ends where the first begins.
    """
    corners = _corners(points)
    start = corners[0]
    ring = np.concatenate([points[start:-1], points[: start + 1]])
    stops = [(one - start) % (len(points) - 1) for one in corners] + [len(ring) - 1]
    pieces: list[np.ndarray] = []
    for first, last in zip(stops[:-1], stops[1:], strict=True):
        part = ring[first : last + 1]
        if len(part) < 2:
            continue
        sharp = len(corners) > 1 or corners != [0]
        into = _direction(part, 0, 1)
        out = _direction(part, len(part) - 1, -1)
        if not sharp:
            # A line without a corner goes through its beginning smoothly.
            through = _unit(_direction(part, 0, 1) - _direction(part, len(part) - 1, -1))
            into, out = through, -through
        _fit(part, into, out, tolerance, pieces)
    return pieces


def path_of(pieces: list[np.ndarray], times: float = 1.0, dx: float = 0.0, dy: float = 0.0) -> str:
    """Pieces as the data of an SVG path, made `times` as large and then moved."""

    def told(point):
        return f"{point[0] * times + dx:.2f} {point[1] * times + dy:.2f}"

    if not pieces:
        return ""
    return f"M{told(pieces[0][0])}" + "".join(f"C{told(b)} {told(c)} {told(d)}" for _, b, c, d in pieces) + "Z"
