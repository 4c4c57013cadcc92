"""Curves through traced outlines, as arrays and as the data of a path."""

import numpy as np

from ..kernels.base.curves import fit_closed, fitting_room
from ..kernels.tiles.outline import trace_outlines


def outlines_of(cover: np.ndarray, level: float, most: int = 1 << 16) -> list[np.ndarray] | None:
    """Closed lines along which coverage is so much.

    Parameters
    ----------
    cover : ndarray, shape (height, width), float32
        Its outermost px are bare.
    most : int
        None is returned where there are more lines than this.

    Returns
    -------
    list of ndarray, shape (count, 2)
        px from the picture's corner; the last point is the first.
    """
    height, width = cover.shape
    flat = np.ascontiguousarray(cover, np.float32).ravel()
    ends = np.zeros(most, np.int32)
    room = 16 * (width + height) + 4096
    while True:
        xs, ys = np.zeros(room), np.zeros(room)
        count = trace_outlines(flat, width, height, level, np.zeros(flat.size, np.uint8), xs, ys, ends)
        if count == -2:
            return None
        if count >= 0:
            break
        room *= 4
    starts = [0, *ends[: max(0, count - 1)]]
    rings = [np.column_stack([xs[a:b], ys[a:b]]) for a, b in zip(starts, ends[:count], strict=False)]
    return [np.concatenate([one, one[:1]]) for one in rings if len(one) > 2]


def fitted(points: np.ndarray, tolerance: float = 0.15) -> np.ndarray:
    """Cubic pieces that follow a closed line, as `kernels.base.curves` fits them.

    Parameters
    ----------
    points : ndarray, shape (count, 2)
        The last point is the first.
    tolerance : float
        No point lies farther from the pieces than this, px.

    Returns
    -------
    ndarray, shape (pieces, 4, 2)
        Each begins where the one before ended; the last ends where the first begins.
    """
    count = len(points) - 1
    x, y = (np.ascontiguousarray(column, np.float64) for column in points[:-1].T)
    pieces = np.zeros(8 * (count + 1))
    made = fit_closed(x, y, count, tolerance, np.zeros(fitting_room(count)), pieces)
    return pieces[: 8 * made].reshape(-1, 4, 2)


def path_of(pieces: np.ndarray, digits: int = 1) -> str:
    """Pieces as the data of an SVG path: places from the one before, to so many digits of a unit.

    What rounding leaves is made up for by the next place, so that errors do not add up.
    """
    if not len(pieces):
        return ""
    times = 10**digits
    places = np.round(pieces * times).astype(np.int64)
    begins = places[:, :1]
    # The end of one piece is the beginning of the next.
    away = (places[:, 1:] - begins).reshape(len(places), 6)
    first = " ".join(_number(one, digits) for one in places[0, 0])
    return f"M{first}c" + " ".join(" ".join(_number(one, digits) for one in row) for row in away) + "z"


def _number(value: int, digits: int) -> str:
    """A whole number of the smallest units as a decimal, as short as it can be."""
    if digits == 0 or value % 10**digits == 0:
        return str(value // 10**digits)
    sign = "-" if value < 0 else ""
    whole, part = divmod(abs(int(value)), 10**digits)
    return f"{sign}{whole or ''}.{part:0{digits}d}".rstrip("0")
