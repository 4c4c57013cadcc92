"""How quick the native core is: against Pillow and Skia, and against itself on more and more work."""

import math
import time

import numpy as np
from hollowmist_core.documents.brush import read
from hollowmist_core.documents.sheet import read_sheet
from hollowmist_core.kernels.laying import lay
from hollowmist_core.native.pieces import Piece, SheetStroke, Wish, inked_part
from hollowmist_core.native.sheet import Sheet, prepared
from hollowmist_core.tables.records import SAMPLE, STAMP, STROKE, TILE_AREA
from PIL import Image
from rolls.shipped.rolls import ROLLS

LIMITS = {
    "stamp_native_vs_pillow": 0.8,
    "growth": 1.2,
    "bands_vs_whole": 1.5,
    "wet_lift_ms": 0.3,
    "even_line_vs_skia": 2.0,
    "even_out_vs_skia": 2.5,
    "stamps_vs_skia": 0.18,
    "blend_vs_reference": 1.0,
}
"""Figure -> the most it may be."""

STAMPS = 3000
ROUNDS = 5

POINTED = next(document for name, _, document in ROLLS["Labels & titles"] if name == "Pointed Copper")


def some_stamps() -> np.ndarray:
    """Rotated soft oval stamps of 20 to 60 px in the middle of a tile."""
    i = np.arange(STAMPS)
    stamps = np.zeros(STAMPS, STAMP)
    size = 20 + 40 * ((i * 7919) % 1000) / 1000
    stamps["flip_u"] = stamps["flip_v"] = 1
    stamps["x"] = stamps["y"] = 64
    stamps["major"], stamps["minor"] = size / 2, size / 4
    stamps["cos"], stamps["sin"] = np.cos(0.7 * i), np.sin(0.7 * i)
    # Full softness would reach beyond the image that Pillow and the canvas draw: 0.5 ends at 1.5 radii.
    stamps["softness"], stamps["flow"], stamps["cap"] = 0.5, 0.5, 1.0
    return stamps


def best(act, rounds=ROUNDS) -> float:
    """Shortest time of several rounds, ms."""
    times = []
    for _ in range(rounds):
        start = time.perf_counter()
        act()
        times.append((time.perf_counter() - start) * 1000)
    return min(times)


def with_pillow(stamps):
    """Lay the same stamps with Pillow: resize, rotate, paste ink through the mask."""
    r = np.hypot(*(np.mgrid[:64, :64] - 31.5)) / 32 * 1.5
    mask = Image.fromarray((255 * np.clip((1.5 - r) / 1.0, 0, 1)).astype(np.uint8))
    sheet = Image.new("L", (128, 128))
    for stamp in stamps:
        width, height = round(3 * float(stamp["major"])), round(3 * float(stamp["minor"]))
        turn = math.degrees(math.atan2(float(stamp["sin"]), float(stamp["cos"])))
        turned = mask.resize((width, height), Image.Resampling.BILINEAR).rotate(
            -turn, Image.Resampling.BILINEAR, expand=True
        )
        sheet.paste(255, (64 - turned.width // 2, 64 - turned.height // 2), turned)


def stroke_of(length: float):
    """An act that draws a stroke of a length, fed as a pen would, and the length it really has, px."""
    count = max(2, int(length / 8))
    u = np.linspace(0.0, length, count)
    samples = np.zeros(count, SAMPLE)
    # Back and forth over the sheet in even waves.
    samples["x"] = 100 + 800 * np.abs((u / 800) % 2 - 1)
    samples["y"] = 300 + 150 * np.sin(u / 60)
    samples["t"], samples["pressure"], samples["altitude"] = u, 0.6, 1.5
    sheet, brush = Sheet(1024, 600), prepared(read(POINTED))

    def draw():
        sheet.begin(brush)
        for i in range(0, count, 4):
            sheet.feed(samples[i : i + 4])
        sheet.lift()
        sheet.clear()

    return draw, np.hypot(np.diff(samples["x"]), np.diff(samples["y"])).sum()


def growth() -> float:
    """Time per px of a stroke of 50,000 px against one of 1,000 px.

    Both are timed over the same length of line and in turn, so that a busy machine slows them alike.
    """
    (long, long_px), (short, short_px) = stroke_of(50_000), stroke_of(1_000)
    repeats = round(long_px / short_px)

    def shorts():
        for _ in range(repeats):
            short()

    long_times, short_times = zip(*((best(long, 1), best(shorts, 1)) for _ in range(ROUNDS)), strict=True)
    return (min(long_times) / long_px) / (min(short_times) / (short_px * repeats))


def bands_vs_whole(strokes=2000, bands=10, side=4000) -> float:
    """Time to ink a sheet of thousands of strokes band by band, against inking it whole."""
    rng, u = np.random.default_rng(7), np.linspace(0, 1, 40)
    lines = []
    for i in range(strokes):
        samples = np.zeros(40, SAMPLE)
        samples["x"] = rng.uniform(50, side - 500) + 260 * u
        samples["y"] = rng.uniform(50, side - 100) + 40 * np.sin(6 * u + i)
        samples["t"], samples["pressure"], samples["altitude"] = 300 * u, 0.3 + 0.5 * u, 1.1
        lines.append(SheetStroke(samples, seed=i + 1, look="plain", size=24.0))

    def inked(count):
        # A new piece each time: what it knows of its strokes would help it.
        piece = Piece(read_sheet({"width": side, "height": side}), lines, {"plain": read({})})
        for k in range(count):
            inked_part(piece, Wish(), (0, side // count * k), (side, side // count))

    return best(lambda: inked(bands), 2) / best(lambda: inked(1), 2)


def wet_lift_ms() -> float:
    """Time of the lift of a wet stroke that runs, 300 px long and 24 px wide, ms."""
    brush = prepared(read({**POINTED, "size": 24.0, "wetness": 1.0, "run": 8.0}))
    samples = np.zeros(60, SAMPLE)
    samples["x"], samples["y"] = np.linspace(100, 400, 60), 150
    samples["t"], samples["pressure"], samples["altitude"] = 5.0 * np.arange(60), 0.6, 1.5
    sheet, times = Sheet(512, 300), []
    for _ in range(20):
        sheet.clear()
        sheet.begin(brush)
        sheet.feed(samples)
        start = time.perf_counter()
        sheet.lift()
        times.append((time.perf_counter() - start) * 1000)
    return float(np.median(times))


def figures(_case) -> dict[str, float]:
    """All of them."""
    stamps, pool = some_stamps(), np.zeros(TILE_AREA, np.float32)
    state, (record, images, bank) = np.zeros(1, STROKE), prepared(read({}))
    state["scale"], none = 1.0, np.zeros(0, np.int32)

    def lay_all():
        lay.lay_stamps(none, none, pool, pool.view(np.uint32), stamps, STAMPS, 1, state, record, images, bank, -1)

    lay_all()
    ours = best(lay_all)
    # Skia is there for the speed table alone.
    from .skia import figures as against_skia

    return {
        "stamp_native_vs_pillow": ours / best(lambda: with_pillow(stamps), 3),
        "growth": growth(),
        "bands_vs_whole": bands_vs_whole(),
        "wet_lift_ms": wet_lift_ms(),
        **against_skia(),
    }
