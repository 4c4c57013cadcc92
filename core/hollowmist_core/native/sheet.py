"""The native home: sheets inked by the kernels on the server's CPU."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import NamedTuple

import numpy as np

from ..documents.brush import pictures_of, to_record
from ..kernels.laying import stroke
from ..kernels.paper import flatten, reach, show, wet
from ..kernels.tiles import sheet
from ..kernels.touch import derive, images
from ..tables.brush_record import BRUSH
from ..tables.papers import PAPER
from ..tables.records import (
    IMAGE,
    INK_LAYERS,
    LAYER,
    PEN,
    PLANES,
    POINT,
    RECENT,
    SAMPLE,
    STAMP,
    STATES,
    STROKE,
    TILE,
    TILE_AREA,
    VIEW,
)

DESK = 0xE6EBE8
POINTS = 1 << 17
STAMPS = 1 << 16
FLAT = 1 << 20
BATCH = 4096
SIDES = ("left", "top", "right", "bottom")
NOTHING = np.empty(0, np.int32)


Pictures = Callable[[str], np.ndarray]
"""Finds a source's ink, shape (height, width), uint8, 255 = full, by the digest of its picture."""


class Ready(NamedTuple):
    """A brush with all that its ink needs: its record, and its images with their bank of words."""

    record: np.ndarray
    images: np.ndarray
    bank: np.ndarray


def chained(ink: np.ndarray, role: str) -> tuple[np.ndarray, np.ndarray]:
    """An image record and its bank.

    Parameters
    ----------
    ink : ndarray, shape (height, width), uint8
    role : {"shape", "inverted", "grain"}
        A grain goes on at its other side, a shape has a clear border.
    """
    record = np.zeros(1, IMAGE)
    height, width = ink.shape
    pixels = np.zeros(2 * ink.size + 64, np.uint8)
    pixels[: ink.size] = ink.ravel()
    bank = np.zeros(2 * (width + 1) * (height + 1) + 64, np.uint32)
    used = images.build_chain(record, 0, pixels, width, height, int(role == "grain"), int(role == "inverted"), bank, 0)
    return record, bank[:used]


def prepared(document: dict, pictures: Pictures | None = None) -> Ready:
    """A checked brush document made ready to ink with.

    Parameters
    ----------
    document : dict
        As returned by `document.read`.
    pictures : callable, optional
        Needed by a brush that uses sources.

    Raises
    ------
    LookupError
        From `pictures`, where a source's picture is not there.
    """
    wanted = pictures_of(document)
    if not wanted:
        return _ready(document, wanted, [])
    if pictures is None:
        raise LookupError("this brush uses sources; give their pictures")
    chains = [chained(pictures(digest), role) for role, digest in wanted]
    return _ready(document, wanted, chains)


def prepared_as_far(document: dict, pictures: Pictures | None = None) -> tuple[Ready, list[str]]:
    """`prepared` with a plain stand-in for each picture that is not there, as the tablet has it until it comes.

    Returns
    -------
    ready : Ready
    missing : list of str
        Why each that is missing is, in a sentence.
    """
    there, chains, missing = [], [], []
    for role, digest in pictures_of(document):
        try:
            if pictures is None:
                raise LookupError("this brush uses sources; give their pictures")
            chains.append(chained(pictures(digest), role))
            there.append((role, digest))
        except LookupError as error:
            missing.append(str(error.args[0]))
    return _ready(document, there, chains), missing


def _ready(document: dict, wanted: list[tuple[str, str]], chains: list[tuple[np.ndarray, np.ndarray]]) -> Ready:
    start = 0
    for record, bank in chains:
        record["offsets"] += start
        start += len(bank)
    record = to_record(document, {key: i for i, key in enumerate(wanted)})
    derive.prepare(record)
    return Ready(
        record,
        np.concatenate([image for image, _ in chains]) if chains else np.zeros(1, IMAGE),
        np.concatenate([bank for _, bank in chains]) if chains else np.zeros(1, np.uint32),
    )


def plain_layers(count: int) -> np.ndarray:
    """Layers as they are at first, the lowest first: `count` of them, 1..INK_LAYERS, all shown and none mixing."""
    if not 1 <= count <= INK_LAYERS:
        raise ValueError(f"a sheet has 1 to {INK_LAYERS} layers, not {count}")
    layers = np.zeros(count, LAYER)
    layers["which"], layers["opacity"], layers["shown"] = range(count), 1, 1
    return layers


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
    seed : int
        0..2**31 - 1. All its chance is drawn from it, wherever it lies and whatever the brush.
    layer : int
        Which of the sheet's layers it dries on.
    """

    samples: np.ndarray
    kind: int = PEN
    erase: bool = False
    seed: int = 1
    layer: int = 0


class Sheet:
    """A sheet of paper and the stroke in hand.

    Parameters
    ----------
    width, height : int
        Size in device px, 1..8192.
    scale : float
        Device px per sheet px: brush and strokes are in sheet px, and only the ink is made finer.
    begins : (int, int)
        Where it begins on the whole paper, device px: it may be a part of one.
    margin : int
        So many device px on all sides, whole tiles of them (`reach.ink_margin`), are inked too, and not shown: what
        lies there tells on what is shown, at the borders of a part and at the edges of the paper alike.

    Attributes
    ----------
    layers : ndarray, shape (1..INK_LAYERS,), dtype LAYER
        From the lowest to the topmost.

    Examples
    --------
    >>> sheet = Sheet(64, 64)
    >>> from ..documents.brush import default_document
    >>> dot = np.array([(32, 32, 0, 1, 1.57, 0, 0)], SAMPLE)
    >>> _ = sheet.ink(prepared(default_document()), Stroke(dot))
    >>> sheet.pixels()[32, 32].tolist()
    [30, 42, 45, 255]
    """

    def __init__(self, width: int, height: int, scale: float = 1.0, begins: tuple[int, int] = (0, 0), margin: int = 0):
        if not (1 <= width <= 8192 and 1 <= height <= 8192):
            raise ValueError(f"a sheet is 1 to 8192 px a side, not {width} x {height}; choose a smaller paper")
        self.width, self.height, self.scale, self.margin = width, height, scale, margin
        width, height = width + 2 * margin, height + 2 * margin
        tiles = -(-width // TILE) * -(-height // TILE)
        self.state = np.zeros(STATES, STROKE)
        self.maps = np.zeros(PLANES * tiles, np.int32)
        # Cells are numbered in 31 bits: on the largest sheets not every plane can be full.
        slots = min(PLANES * tiles, (2**31 - 1) // TILE_AREA)
        self.free = np.zeros(slots + 1, np.int32)
        # Untouched pages of a zeroed array take no memory, so the pool can be made whole at once.
        self.pool = np.zeros(slots * TILE_AREA, np.float32)
        self.cells = self.pool.view(np.uint32)
        self.work = np.zeros(1, np.float32)
        self.recent = np.zeros(RECENT, POINT)
        self.even = np.zeros(POINTS, POINT)
        self.path = np.zeros(POINTS, POINT)
        self.stamps = np.zeros(STAMPS, STAMP)
        self.layers = plain_layers(1)
        sheet.size_sheet(self.state, self.maps, width, height, scale, *(at - margin for at in begins))
        sheet.add_slots(self.free, 0, slots)
        self._brush = Ready(np.zeros(1, BRUSH), np.zeros(1, IMAGE), np.zeros(1, np.uint32))

    def begin(
        self,
        brush: Ready,
        kind: int = PEN,
        erase: bool = False,
        record_only: bool = False,
        seed: int = Stroke.seed,
        layer: int = Stroke.layer,
    ):
        """Put the pen down with a prepared brush. With `record_only` stamps are noted but not inked."""
        self._brush = brush
        room = reach.ink_room(brush.record, self.scale)
        if room > len(self.work):
            self.work = np.zeros(room, np.float32)
        self.state["record_only"] = record_only
        stroke.begin(self.state, brush.record, kind, int(erase), seed, layer)

    def feed(self, samples: np.ndarray, watched: bool = True, foreseen: np.ndarray | None = None) -> np.ndarray:
        """Move the pen. Returns the samples that counted; unsound ones are dropped.

        Without `watched` the sheet does not show the open end before the lift. With `foreseen` samples it shows the
        stroke drawn on through these until the next call, and nothing of them stays.
        """
        guesses = np.empty(0, SAMPLE) if foreseen is None else foreseen
        batch = np.concatenate([samples, guesses]).astype(SAMPLE)
        kept = stroke.feed(
            self.state,
            self._brush.record,
            self.recent,
            self.even,
            self.path,
            self.stamps,
            self.maps,
            self.free,
            self.pool,
            self.cells,
            self.work,
            self._brush.images,
            self._brush.bank,
            batch,
            len(samples),
            len(guesses),
            int(watched),
        )
        return batch[:kept]

    def lift(self, beneath: np.ndarray | None = None) -> bool:
        """Lift the pen: the stroke dries onto the layer. False where the tiles ran out; nothing has dried then.

        Parameters
        ----------
        beneath : ndarray of int32, optional
            A list that keeps what the stroke dries on, for `kernels.tiles.beneath.bring_back`.
        """
        record, images, bank = self._brush
        dried = stroke.lift(
            self.state,
            record,
            self.path,
            self.stamps,
            self.maps,
            self.free,
            self.pool,
            self.cells,
            self.work,
            images,
            bank,
            NOTHING if beneath is None else beneath,
        )
        return bool(dried)

    def cancel(self):
        """Take the stroke in hand back."""
        stroke.cancel(self.state, self.maps, self.free)

    def ink(self, brush: Ready, recorded: Stroke) -> tuple[int, int, int, int]:
        """Ink a recorded stroke. Returns the rectangle it reached: left, top, right, bottom, device px."""
        self.begin(brush, recorded.kind, recorded.erase, seed=recorded.seed, layer=recorded.layer)
        for start in range(0, len(recorded.samples), BATCH):
            self.feed(recorded.samples[start : start + BATCH], watched=False)
        self.lift()
        state = self.state[0]
        left, top, right, bottom = (int(state[f"all_{side}"]) - self.margin for side in SIDES)
        return left, top, right, bottom

    @property
    def reach(self) -> tuple[int, int, int, int]:
        """What the last stroke reached of the paper, on this part or off it: left, top, right, bottom, device px."""
        state = self.state[0]
        at = (state["from_x"], state["from_y"]) * 2
        left, top, right, bottom = (int(state[f"far_{side}"] + at[i]) for i, side in enumerate(SIDES))
        return left, top, right, bottom

    @property
    def extent(self) -> tuple[int, int, int, int]:
        """The part of the paper that it is, with its margin: left, top, right, bottom, device px."""
        state = self.state[0]
        left, top = int(state["from_x"]), int(state["from_y"])
        return left, top, left + int(state["sheet_width"]), top + int(state["sheet_height"])

    def dry(self, which: int = 0):
        """Dry all ink of a layer that is wet."""
        wet.dry_layer(self.state, which, self.maps, self.free)

    def clear(self):
        """Take all ink off the sheet."""
        sheet.clear_layers(self.state, self.maps, self.free)

    def pixels(self, paper: int = PAPER, zoom: float = 1.0) -> np.ndarray:
        """The sheet on its paper as it shows now, the stroke in hand included.

        Returns
        -------
        ndarray, shape (height * zoom, width * zoom, 4), uint8
            RGBA, opaque.
        """
        view = np.zeros(1, VIEW)
        view["zoom"], view["paper"], view["desk"] = zoom, paper, DESK
        view["margin"] = view["origin_x"] = view["origin_y"] = self.margin
        view["width"], view["height"] = round(self.width * zoom), round(self.height * zoom)
        flat = np.zeros(max(FLAT, 2 * (self.width + 2 * self.margin)), np.uint32)
        screen = np.zeros(int(view["width"][0]) * int(view["height"][0]), np.uint32)
        show.present(
            self.state,
            self._brush.record,
            self.layers,
            self.maps,
            self.pool,
            self.cells,
            view,
            flat,
            screen,
            self.margin,
            self.margin,
            self.margin + self.width,
            self.margin + self.height,
        )
        return screen.view(np.uint8).reshape(int(view["height"][0]), int(view["width"][0]), 4)

    def flattened(self, paper: int | None = None) -> np.ndarray:
        """All dried ink, over paper of a colour 0xRRGGBB or over nothing.

        Returns
        -------
        ndarray, shape (height, width, 4), uint8
            Straight RGBA.
        """
        out = np.zeros(self.width * self.height, np.uint32)
        page = (self.margin, int(paper is not None), paper or 0)
        flatten.flatten_sheet(self.state, self.layers, self.maps, self.cells, *page, out)
        return out.view(np.uint8).reshape(self.height, self.width, 4)

    def inked(self) -> np.ndarray:
        """Ink 0..1 of all layers that are shown, by rows: ndarray, shape (height * width,), float32."""
        out = np.zeros(self.width * self.height, np.float32)
        show.layer_ink(self.state, self.layers, self.maps, self.cells, self.margin, out)
        return out
