"""The native home: sheets inked by the kernels on the server's CPU."""

from dataclasses import dataclass

import numpy as np

from . import brush as brushes
from .kernels import curve, ink, sheet, stroke
from .kernels.records import LAYER, PEN, PLANES, POINT, RECENT, SAMPLE, STAMP, STROKE, TILE, TILE_AREA, VIEW

PAPER = 0xFBFAF5
DESK = 0xE6EBE8
POINTS = 1 << 17
STAMPS = 1 << 16
FLAT = 1 << 20
BATCH = 4096


def prepared(document: dict) -> np.ndarray:
    """The whole record of a checked brush document, derived fields included.

    Returns
    -------
    ndarray, shape (1,), dtype BRUSH
    """
    record = brushes.to_record(document)
    curve.prepare(record)
    return record


@dataclass(frozen=True)
class Stroke:
    """A recorded stroke.

    Attributes
    ----------
    samples : ndarray, shape (n,), dtype SAMPLE
    kind : int
        PEN, FINGER or MOUSE.
    erase : bool
        Whether it takes ink away.
    """

    samples: np.ndarray
    kind: int = PEN
    erase: bool = False


class Sheet:
    """A sheet of paper and the stroke in hand.

    Parameters
    ----------
    width, height : int
        Size in px, 1..8192.

    Examples
    --------
    >>> sheet = Sheet(64, 64)
    >>> dot = np.array([(32, 32, 0, 1, 1.57, 0)], SAMPLE)
    >>> _ = sheet.ink(prepared(brushes.default_document()), Stroke(dot))
    >>> sheet.pixels()[32, 32].tolist()
    [30, 42, 45, 255]
    """

    def __init__(self, width: int, height: int):
        if not (1 <= width <= 8192 and 1 <= height <= 8192):
            raise ValueError(f"a sheet is 1 to 8192 px a side, not {width} x {height}; choose a smaller paper")
        tiles = -(-width // TILE) * -(-height // TILE)
        self.width, self.height = width, height
        self.state = np.zeros(1, STROKE)
        self.maps = np.zeros(PLANES * tiles, np.int32)
        self.free = np.zeros(PLANES * tiles + 1, np.int32)
        # Untouched pages of a zeroed array take no memory, so the pool can be made whole at once.
        self.pool = np.zeros(PLANES * tiles * TILE_AREA, np.float32)
        self.cells = self.pool.view(np.uint32)
        self.recent = np.zeros(RECENT, POINT)
        self.even = np.zeros(POINTS, POINT)
        self.path = np.zeros(POINTS, POINT)
        self.stamps = np.zeros(STAMPS, STAMP)
        sheet.size_sheet(self.state, self.maps, width, height)
        sheet.add_slots(self.free, 0, PLANES * tiles)
        self._brush = None

    def begin(self, brush: np.ndarray, kind: int = PEN, erase: bool = False, record_only: bool = False):
        """Put the pen down with a prepared brush. With `record_only` stamps are noted but not inked."""
        self._brush = brush
        self.state["record_only"] = record_only
        stroke.begin(self.state, brush, kind, int(erase))

    def feed(self, samples: np.ndarray, watched: bool = True) -> np.ndarray:
        """Move the pen. Returns the samples that counted; unsound ones are dropped.

        Without `watched` the sheet does not show the open end before the lift.
        """
        batch = samples.astype(SAMPLE, copy=True)
        kept = stroke.feed(
            self.state,
            self._brush,
            self.recent,
            self.even,
            self.path,
            self.stamps,
            self.maps,
            self.free,
            self.pool,
            batch,
            len(batch),
            int(watched),
        )
        return batch[:kept]

    def lift(self):
        """Lift the pen: the stroke dries onto the layer."""
        stroke.lift(self.state, self._brush, self.path, self.stamps, self.maps, self.free, self.pool, self.cells)

    def cancel(self):
        """Take the stroke in hand back."""
        stroke.cancel(self.state, self.maps, self.free)

    def ink(self, brush: np.ndarray, recorded: Stroke) -> tuple[int, int, int, int]:
        """Ink a recorded stroke. Returns the rectangle it reached: left, top, right, bottom, px."""
        self.begin(brush, recorded.kind, recorded.erase)
        for start in range(0, len(recorded.samples), BATCH):
            self.feed(recorded.samples[start : start + BATCH], watched=False)
        self.lift()
        state = self.state[0]
        return tuple(int(state[f"all_{side}"]) for side in ("left", "top", "right", "bottom"))

    def clear(self):
        """Take all ink off the sheet."""
        sheet.clear_plane(self.state, self.maps, self.free, LAYER)

    def pixels(self, paper: int = PAPER, zoom: float = 1.0) -> np.ndarray:
        """The sheet on its paper as it shows now, the stroke in hand included.

        Returns
        -------
        ndarray, shape (height * zoom, width * zoom, 4), uint8
            RGBA, opaque.
        """
        view = np.zeros(1, VIEW)
        view["zoom"], view["paper"], view["desk"] = zoom, paper, DESK
        view["width"], view["height"] = round(self.width * zoom), round(self.height * zoom)
        flat = np.zeros(max(FLAT, 2 * self.width), np.uint32)
        screen = np.zeros(int(view["width"][0]) * int(view["height"][0]), np.uint32)
        brush = self._brush if self._brush is not None else np.zeros(1, brushes.BRUSH)
        ink.present(
            self.state, brush, self.maps, self.pool, self.cells, view, flat, screen, 0, 0, self.width, self.height
        )
        return screen.view(np.uint8).reshape(int(view["height"][0]), int(view["width"][0]), 4)
