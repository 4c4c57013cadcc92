"""Following a recipe natively. The tablet follows it with the same kernels, step by step."""

from dataclasses import dataclass, replace

import numpy as np

from ..documents.brush import read as read_brush
from ..kernels.source.generate import generators as generate_kernels
from ..kernels.source.generate.screens import SCREEN
from ..kernels.source.prepare import drawn, figures, mend, tone
from ..kernels.source.prepare import steps as step_kernels
from ..kernels.source.prepare.steps import STEP
from ..tables.generators import GENERATOR_BY_NAME
from ..tables.kinds import CHANNELS, GRAIN, MOST_GRAIN, MOST_SHAPE
from ..tables.records import FINGER, MOUSE, PEN, SAMPLE, samples_from
from ..tables.steps import STEP_BY_NAME
from .sheet import Pictures, Sheet, Stroke, prepared

KINDS = {"pen": PEN, "finger": FINGER, "mouse": MOUSE}


@dataclass(frozen=True)
class Result:
    """A finished source.

    Attributes
    ----------
    ink : ndarray, shape (height, width), float32
        0 bare .. 1 full.
    screen : ndarray or None
        The record of the fitted screen, where a screen was generated.
    closed : tuple or None
        The way in which its seam was closed last, by its number, and what lies along the cuts.
    """

    ink: np.ndarray
    screen: np.ndarray | None = None
    closed: tuple[int, np.ndarray] | None = None

    @property
    def bytes(self) -> np.ndarray:
        """The ink as uint8, 255 = full."""
        out = np.empty(self.ink.shape, np.uint8)
        figures.to_bytes(self.ink.ravel(), self.ink.size, out.reshape(-1))
        return out


def _room(numbers: int) -> np.ndarray:
    return np.zeros(numbers, np.float32)


def step_record(kind, step: dict, width: int, height: int, tiled: bool) -> np.ndarray:
    """The record of a step or generator, for a picture of a size."""
    record = np.zeros(1, STEP)
    record["tiled"], record["width"], record["height"] = tiled, width, height
    values = kind.values(step)
    record["values"][0, : len(values)] = values
    points = step.get("points", [])
    record["point_count"] = len(points)
    record["points"][0, : 2 * len(points)] = np.ravel(points) if points else []
    return record


def generated(start: dict) -> Result:
    """What a generator makes."""
    kind = GENERATOR_BY_NAME[start["kind"]]
    record = step_record(kind, start, start["side"], start["side"], kind.makes == GRAIN)
    record["kind"], record["seed"] = list(GENERATOR_BY_NAME).index(kind.name), start["seed"]
    screen = np.zeros(1, SCREEN)
    generate_kernels.size_generator(record, screen)
    width, height = int(record["to_width"][0]), int(record["to_height"][0])
    out = np.zeros(width * height, np.float32)
    generate_kernels.generate(record, screen, out, _room(generate_kernels.generator_room(record)))
    return Result(out.reshape(height, width), screen if kind.name == "screen" else None)


def begun(start: dict, original: np.ndarray | None) -> Result:
    """The picture that a recipe begins with."""
    if start["kind"] == "blank":
        return Result(np.zeros((start["side"], start["side"]), np.float32))
    if start["kind"] != "picture":
        return generated(start)
    if original is None:
        raise LookupError("this recipe begins with a picture, and there is none; add one, or begin with a generator")
    height, width = original.shape[:2]
    out = np.zeros(width * height, np.float32)
    pixels = np.ascontiguousarray(original).view(np.uint32).ravel()
    tone.grey(pixels, len(pixels), CHANNELS.index(start["channel"]), out)
    return Result(out.reshape(height, width))


def _mended(ink: np.ndarray, step: dict, tiled: bool) -> np.ndarray:
    height, width = ink.shape
    for stroke in step["strokes"]:
        samples = np.zeros(len(stroke["samples"]), SAMPLE)
        samples["x"], samples["y"] = np.array(stroke["samples"]).T
        out = ink.copy()
        shift = (stroke["dx"], stroke["dy"], stroke["radius"])
        mend.mend(
            ink.ravel(),
            out.reshape(-1),
            width,
            height,
            _room(mend.mending_room(width, height)),
            samples,
            len(samples),
            *shift,
            int(stroke["heal"]),
            int(tiled),
        )
        ink = out
    return ink


def _layer(strokes: list[dict], ready: list, width: int, height: int, erasing: bool) -> np.ndarray:
    sheet = Sheet(width, height)
    for stroke, brush in zip(strokes, ready, strict=True):
        samples = samples_from(stroke["samples"])
        sheet.ink(brush, Stroke(samples, KINDS[stroke["kind"]], stroke["erase"] != erasing, stroke.get("seed", 1)))
    return sheet.inked()


def _drawn(ink: np.ndarray, step: dict, pictures: Pictures | None) -> np.ndarray:
    if not step["strokes"]:
        return ink
    height, width = ink.shape
    ready = [prepared(read_brush(stroke["brush"]), pictures) for stroke in step["strokes"]]
    given = _layer(step["strokes"], ready, width, height, False)
    taken = _layer(step["strokes"], ready, width, height, True)
    out = np.empty_like(given)
    drawn.draw_into(ink.ravel(), given, taken, out, out.size)
    return out.reshape(height, width)


def apply_step(ink: np.ndarray, step: dict, makes: str, pictures: Pictures | None = None) -> np.ndarray:
    """Apply one checked step to ink, shape (height, width), float32."""
    return _applied(Result(ink), step, makes, pictures).ink


def _applied(found: Result, step: dict, makes: str, pictures: Pictures | None) -> Result:
    ink = found.ink
    tiled = makes == GRAIN
    if not step["on"] or (step["kind"] == "combine" and not step["other"]):
        return found
    if step["kind"] == "mend":
        return replace(found, ink=_mended(ink, step, tiled))
    if step["kind"] == "draw":
        return replace(found, ink=_drawn(ink, step, pictures))
    height, width = ink.shape
    record = step_record(STEP_BY_NAME[step["kind"]], step, width, height, tiled)
    record["kind"] = list(STEP_BY_NAME).index(step["kind"])
    flat = np.ascontiguousarray(ink, np.float32).ravel()
    step_kernels.size_step(record, flat, _room(step_kernels.sizing_room(width, height)))
    to_width, to_height = int(record["to_width"][0]), int(record["to_height"][0])
    out = np.zeros(to_width * to_height, np.float32)
    other = np.zeros((1, 1), np.float32)
    if step["kind"] == "combine":
        if pictures is None:
            raise LookupError("this recipe combines pictures; give them")
        other = (pictures(step["other"]) / np.float32(255)).astype(np.float32)
    scratch = _room(step_kernels.step_room(record))
    step_kernels.run_step(record, flat, other.ravel(), other.shape[1], other.shape[0], out, scratch)
    closed = (int(record["values"][0, 0]), record["cuts"][0]) if step["kind"] == "seam" else found.closed
    return replace(found, ink=out.reshape(to_height, to_width), closed=closed)


def follow(recipe: dict, makes: str, original: np.ndarray | None = None, pictures: Pictures | None = None) -> Result:
    """Follow a checked recipe to the end.

    Parameters
    ----------
    recipe : dict
        As returned by `recipe.read`.
    makes : {"shape", "grain"}
        A grain's steps treat it as a tile. A result larger than the kind allows is made smaller.
    original : ndarray, shape (height, width, 4), uint8, optional
        RGBA, for a recipe that begins with a picture.
    pictures : callable, optional
        For steps that need other sources.

    Raises
    ------
    LookupError
        A picture is not there.
    """
    result = begun(recipe["start"], original)
    for step in recipe["steps"]:
        result = _applied(result, step, makes, pictures)
    most = MOST_GRAIN if makes == GRAIN else MOST_SHAPE
    if max(result.ink.shape) > most:
        result = _applied(result, {"kind": "resize", "on": True, "side": most}, makes, None)
    return replace(result, ink=np.ascontiguousarray(result.ink))


def measured(ink: np.ndarray, makes: str, largest: float = 0, closed: tuple | None = None) -> np.void:
    """Figures of a source: a record of `kernels.source.prepare.figures.FIGURES`. `closed` is that of its `Result`."""
    out = np.zeros(1, figures.FIGURES)
    height, width = ink.shape
    flat = np.ascontiguousarray(ink, np.float32).ravel()
    way, cuts = closed or (figures.OPEN, np.zeros(6, np.float32))
    figures.measure_source(
        flat,
        width,
        height,
        int(makes == GRAIN),
        int(largest),
        way,
        np.ascontiguousarray(cuts),
        _room(step_kernels.sizing_room(width, height)),
        out,
    )
    return out[0]
