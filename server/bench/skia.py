"""The native core against Skia on the same processor: lines, stamps and blend modes. For `script/bench` alone."""

import time

import numpy as np
import skia
from hollowmist_core.documents.brush import read
from hollowmist_core.kernels.laying import lay
from hollowmist_core.kernels.touch.tip import SHAPES
from hollowmist_core.native.sheet import Sheet, Stroke, plain_layers, prepared
from hollowmist_core.tables.records import SAMPLE, STAMP, STROKE, TILE, TILE_AREA
from hollowmist_core.tables.settings import MODES

WIDE, HIGH = 2048, 1536
LINE = 17_000.0
"""Length of the line that is timed, px."""

SIZES = (6.0, 24.0, 100.0)
STAMPS = 2_700
ROUNDS = 7
INK, PAPER = 0xFF1E2A2D, 0xFFFFFFFF

SKIA_MODES = (
    *(skia.BlendMode.kSrcOver, skia.BlendMode.kMultiply, skia.BlendMode.kScreen, skia.BlendMode.kOverlay),
    *(skia.BlendMode.kDarken, skia.BlendMode.kLighten, skia.BlendMode.kColorDodge, skia.BlendMode.kColorBurn),
    *(skia.BlendMode.kHardLight, skia.BlendMode.kSoftLight, skia.BlendMode.kDifference, skia.BlendMode.kExclusion),
)
"""In the order of `settings.MODES`."""


def in_turn(*acts) -> list[float]:
    """Shortest time of each act, s; they take turns, so that a busy moment of the machine slows all alike."""
    taken: list[list[float]] = [[] for _ in acts]
    for _ in range(ROUNDS):
        for act, times in zip(acts, taken, strict=True):
            start = time.perf_counter()
            act()
            times.append(time.perf_counter() - start)
    return [min(times) for times in taken]


def winding() -> np.ndarray:
    """Samples of a line that winds over the sheet, a sample every 4 px."""
    u = np.arange(0.0, LINE, 4.0)
    row, along = (u // 1700).astype(int), u % 1700
    samples = np.zeros(len(u), SAMPLE)
    samples["x"] = 170 + np.where(row % 2 == 0, along, 1700 - along)
    samples["y"] = 120 + row * 130 + 30 * np.sin(u / 140)
    samples["t"], samples["pressure"], samples["altitude"] = 2 * u, 1.0, np.pi / 2
    return samples


def line_vs_skia(**steadied) -> float:
    """Time for a line, whole from samples to dried ink, against stroking the same path; the largest of three sizes."""
    samples, ratios = winding(), []
    path = skia.Path()
    path.moveTo(float(samples["x"][0]), float(samples["y"][0]))
    for x, y in zip(samples["x"][1:], samples["y"][1:], strict=True):
        path.lineTo(float(x), float(y))
    for size in SIZES:
        brush, sheet = prepared(read({"size": size, "responses": {}, **steadied})), Sheet(WIDE, HIGH)
        paint = skia.Paint(
            AntiAlias=True,
            Style=skia.Paint.kStroke_Style,
            StrokeWidth=size,
            StrokeCap=skia.Paint.kRound_Cap,
            StrokeJoin=skia.Paint.kRound_Join,
            Color=INK,
        )
        canvas = skia.Surface(WIDE, HIGH).getCanvas()

        def ours(sheet=sheet, brush=brush):
            sheet.clear()
            sheet.ink(brush, Stroke(samples))

        def theirs(canvas=canvas, paint=paint):
            canvas.clear(PAPER)
            canvas.drawPath(path, paint)

        inked, stroked = in_turn(ours, theirs)
        ratios.append(inked / stroked)
    return max(ratios)


def ragged(side: int = 256) -> np.ndarray:
    """A blot's ink, 0..255."""
    y, x = np.mgrid[-1 : 1 : side * 1j, -1 : 1 : side * 1j]
    rim = 0.85 - np.hypot(x, y) + 0.1 * np.sin(9 * np.arctan2(y, x))
    return (255 * np.clip(rim * 8, 0, 1)).astype(np.uint8)


def stamps_vs_skia() -> float:
    """Time for rotated, grained image stamps of 20 to 60 px in a tile, against drawing the image without a grain."""
    picture, grain = "5" * 64, "6" * 64
    pictures = {picture: ragged(), grain: np.full((256, 256), 128, np.uint8)}
    document = read({"tip": "shapes", "shapes": [{"picture": picture}], "grain": {"picture": grain}})
    record, images, bank = prepared(document, pictures.__getitem__)
    i = np.arange(STAMPS)
    stamps = np.zeros(STAMPS, STAMP)
    size = 20 + 40 * ((i * 7919) % 1000) / 1000
    stamps["x"] = stamps["y"] = TILE / 2
    stamps["flip_u"] = stamps["flip_v"] = stamps["grain_times"] = stamps["cap"] = 1
    stamps["major"] = stamps["minor"] = size / 2
    stamps["cos"], stamps["sin"] = np.cos(0.7 * i), np.sin(0.7 * i)
    stamps["flow"], stamps["bite"], stamps["tip"], stamps["other"] = 0.5, 0.8, SHAPES, -1
    state, pool = np.zeros(1, STROKE), np.full(2 * TILE_AREA, 0.5, np.float32)
    state["scale"], none = 1.0, np.zeros(0, np.int32)

    def ours():
        lay.lay_stamps(none, none, pool, pool.view(np.uint32), stamps, STAMPS, 1, state, record, images, bank, 1)

    ink = np.zeros((256, 256, 4), np.uint8)
    ink[..., 3] = ragged()
    image = skia.Image.fromarray(ink)
    canvas = skia.Surface(TILE, TILE).getCanvas()
    sampling = skia.SamplingOptions(skia.FilterMode.kLinear, skia.MipmapMode.kLinear)
    paint = skia.Paint(Alphaf=0.5)

    def theirs():
        for turn, side in zip(np.degrees(0.7 * i), size, strict=True):
            canvas.save()
            canvas.translate(TILE / 2, TILE / 2)
            canvas.rotate(float(turn))
            canvas.drawImageRect(image, skia.Rect.MakeXYWH(-side / 2, -side / 2, side, side), sampling, paint)
            canvas.restore()

    laid, drawn = in_turn(ours, theirs)
    return laid / drawn


def blend_vs_reference() -> float:
    """Largest difference, 0..255, of all blend modes of a layer on random colours and opacities."""
    rng = np.random.default_rng(7)
    dot, worst = np.zeros(1, SAMPLE), 0.0
    dot["x"] = dot["y"] = 32
    dot["pressure"], dot["altitude"] = 1.0, np.pi / 2
    for number, mode in enumerate(SKIA_MODES):
        for _ in range(12):
            below, above = (int(rng.integers(1 << 24)) for _ in range(2))
            share = float(rng.integers(40, 256)) / 255
            sheet = Sheet(64, 64)
            sheet.layers = plain_layers(2)
            sheet.layers["mode"][1] = number
            for layer, (ink, opacity) in enumerate(((below, 1.0), (above, share))):
                flat = {"size": 40.0, "responses": {}, "ink": f"#{ink:06x}", "opacity": opacity}
                sheet.ink(prepared(read(flat)), Stroke(dot, layer=layer))
            # In floats: with bytes Skia itself would round by more than what is asked for here.
            info = skia.ImageInfo.Make(4, 4, skia.kRGBA_F32_ColorType, skia.kPremul_AlphaType)
            canvas = (surface := skia.Surface.MakeRaster(info)).getCanvas()
            canvas.clear(0xFF000000 | below)
            canvas.drawPaint(skia.Paint(Color=(round(share * 255) << 24) | above, BlendMode=mode))
            want = surface.makeImageSnapshot().toarray(colorType=skia.kRGBA_8888_ColorType)[1, 1, :3]
            worst = max(worst, float(np.abs(sheet.pixels()[32, 32, :3].astype(int) - want).max()))
    assert len(SKIA_MODES) == len(MODES)
    return worst


def figures() -> dict[str, float]:
    """All of them, by name."""
    return {
        "even_line_vs_skia": line_vs_skia(steadying="none"),
        "even_out_vs_skia": line_vs_skia(steadying="even-out"),
        "stamps_vs_skia": stamps_vs_skia(),
        "blend_vs_reference": blend_vs_reference(),
    }
