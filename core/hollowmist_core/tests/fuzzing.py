"""What the fuzz does: `HOLLOWMIST_BOUNDS_CHECK=1 python -m hollowmist_core.tests.fuzzing CASES [FIRST]`."""

import sys

import numpy as np

from ..documents.brush import default_document, read
from ..kernels.base.compiled import CHECKED, library
from ..native import pockets, readings
from ..native.pieces import inked
from ..native.sheet import Sheet, Stroke, prepared
from ..tables.records import GRAIN, PLANES, SAMPLE
from ..tables.responses import INPUT_NAMES, OUTPUTS
from ..tables.settings import SETTINGS, STATIONS
from .fuzzing_rest import CASES
from .golden import ways
from .golden.drawn import drawn

SIDE = 320
SHAPE, OTHER, TILE = "a" * 64, "b" * 64, "c" * 64
SLOW = {"spacing": 0.05, "stamps": 4.0, "spread": 0.5, "scatter_across": 4.0, "scatter_along": 4.0, "strand_gap": 3.0}
"""Bounds beyond which one stroke takes seconds; the ends of these ranges are met by tests of their own."""


def pictures(rng):
    """Finds sources of odd sizes."""
    made = {
        SHAPE: rng.integers(0, 256, (37, 23), dtype=np.uint8),
        OTHER: rng.integers(0, 256, (8, 64), dtype=np.uint8),
        TILE: rng.integers(0, 256, (50, 31), dtype=np.uint8),
    }
    return made.__getitem__


def end_of(setting, rng):
    """A value at an end of a setting's range, now and then within."""
    if setting.kind == "number":
        low, high = setting.low, setting.high
        if setting.name in SLOW:
            low, high = (max(low, 0.05), high) if setting.name == "spacing" else (low, SLOW[setting.name])
        high = min(high, 120.0) if setting.unit == "px" else high
        low = min(low, high)
        return float(rng.choice([low, high, rng.uniform(low, high)]))
    if setting.kind == "choice":
        return str(rng.choice(setting.choices))
    if setting.kind == "switch":
        return bool(rng.integers(2))
    return f"#{rng.integers(1 << 24):06x}"


def random_brush(rng) -> dict:
    """A checked brush with most settings at an end of their range."""
    document = default_document()
    for setting in SETTINGS:
        if rng.random() < 0.5:
            document[setting.name] = end_of(setting, rng)
    document["responses"] = {}
    for _ in range(int(rng.integers(0, 5))):
        output = OUTPUTS[rng.integers(len(OUTPUTS))]
        span = sorted(rng.choice([output.low, output.high, 0.5 * (output.low + output.high)], 2).tolist())
        links = document["responses"].setdefault(output.name, {})
        links[str(rng.choice(INPUT_NAMES))] = {"range": span}
    uses = [{"picture": SHAPE, "turn": float(rng.uniform(-180, 180))}, {"picture": OTHER, "flip_across": True}]
    document["shapes"] = uses[: int(rng.integers(0, 3))]
    document["grain"] = {"picture": TILE} if rng.random() < 0.5 else None
    return read(document)


def random_stroke(rng) -> np.ndarray:
    """Samples of a stroke that a hand, or a broken pen, may make."""
    count = int(rng.choice([1, 2, 3, 20, 60]))
    samples = np.zeros(count, SAMPLE)
    samples["x"] = np.cumsum(rng.normal(0, rng.choice([0.01, 2, 12]), count)) + rng.uniform(-40, SIDE + 40)
    samples["y"] = np.cumsum(rng.normal(0, rng.choice([0.01, 2, 12]), count)) + rng.uniform(-40, SIDE + 40)
    samples["t"] = np.cumsum(rng.choice([0.0, 1.0, 8.0, 400.0], count))
    samples["pressure"] = rng.choice([0.0, 1.0, rng.random()], count)
    samples["altitude"] = rng.choice([0.0, np.pi / 2, rng.uniform(0, np.pi / 2)], count)
    samples["azimuth"] = rng.choice([0.0, 6.28, 4e6, rng.uniform(0, 6)], count)
    samples["twist"] = rng.uniform(0, 6, count)
    for name in ("x", "t", "pressure", "azimuth"):
        if rng.random() < 0.1:
            samples[name][rng.integers(count)] = rng.choice([np.nan, np.inf, -1e9])
    return samples


def free_tiles(sheet: Sheet) -> int:
    """Tiles that nothing holds, those of the grain's own plane counted as free."""
    tiles = len(sheet.maps) // PLANES
    return int(sheet.free[0]) + int((sheet.maps[GRAIN * tiles : (GRAIN + 1) * tiles] >= 0).sum())


def chance_of(document, find, samples, seed):
    """What chance makes of a stroke's stamps, as it is before anything else tells on it: shifts and turns by chance."""
    sheet = Sheet(SIDE, SIDE)
    sheet.begin(prepared(document, find), record_only=True, seed=seed)
    sheet.feed(samples)
    sheet.lift()
    return sheet.stamps[: int(sheet.state["stamp_count"][0])]


def check(rng) -> None:
    """One random stroke of one random brush."""
    document, samples, seed = random_brush(rng), random_stroke(rng), int(rng.integers(1 << 31))
    find = pictures(np.random.default_rng(1))
    brush, kind, erase = prepared(document, find), int(rng.integers(3)), bool(rng.random() < 0.1)
    at_once, live = Sheet(SIDE, SIDE), Sheet(SIDE, SIDE)
    before = free_tiles(at_once)
    # Wet ink lies there already.
    wet, under = prepared(read({"wetness": 1.0, "size": 60.0, "responses": {}})), random_stroke(rng)
    for sheet in (at_once, live):
        sheet.ink(wet, Stroke(under))
    at_once.ink(brush, Stroke(samples, kind, erase, seed))
    live.begin(brush, kind, erase, seed=seed)
    shown = None
    for start in range(0, len(samples), 7):
        guesses = samples[start + 7 : start + 7 + int(rng.integers(5))].copy()
        guesses["x"] += rng.normal(0, 9, len(guesses)).astype("f4")
        live.feed(samples[start : start + 7], foreseen=guesses)
        shown = live.pixels()
    live.lift()
    whole = at_once.pixels()
    # Pooling's running sums begin wherever a block does: their last bit may round the other way.
    limit = 1 if document["pooling"] > 0 else 0
    assert np.abs(live.pixels().astype(int) - whole).max() <= limit, "drawn live is not drawn at once"
    if not (document["wetness"] > 0 and document["run"] > 0):
        assert np.abs(shown.astype(int) - whole).max() <= 1, "what was seen is not what the lift left"
    for sheet in (at_once, live):
        sheet.clear()
        assert free_tiles(sheet) == before, "a tile is lost"


UNTOLD = {
    "hand": ("far", 300.0),
    "line": ("calm", 0.3),
    "weight": ("thickest", 0.9),
    "tip": ("softness", 0.4),
    "grain": ("grain_contrast", 0.5),
    "ink": ("opacity", 0.6),
}
"""Of each station a setting that chance has nothing to do with."""


def check_chance(rng) -> None:
    """Moving one setting of each station leaves all other chance as it was."""
    find = pictures(np.random.default_rng(1))
    jitters = {"scatter_across": 1.0, "angle_jitter": 120.0, "spacing_jitter": 0.4, "steadying": "none", "size": 12.0}
    document = read({**jitters, "thickest": 1.0, "responses": {}, "grain": {"picture": TILE}})
    u = np.linspace(0, 1, 40)
    samples = np.zeros(40, SAMPLE)
    samples["x"], samples["y"], samples["t"] = 20 + 280 * u, 60 + 200 * u, 400 * u
    samples["pressure"], samples["altitude"] = 1.0, np.pi / 2
    seed = int(rng.integers(1 << 31))
    plain = chance_of(document, find, samples, seed)
    assert set(UNTOLD) == set(STATIONS)
    for station, (name, value) in UNTOLD.items():
        moved = chance_of(read({**document, name: value}), find, samples, seed)
        count = min(len(plain), len(moved), 20)
        for field in ("sin", "cos"):
            assert np.array_equal(plain[field][:count], moved[field][:count]), f"{station}: {name} reshuffles {field}"


SELDOM = 100
"""Whole sheets, and all readings of a brush, are taken every so many cases: they take long."""


def check_seldom(rng) -> None:
    """A golden sheet inked in parts, and all that is measured of a brush."""
    golden = drawn(int(rng.integers(1000, 100_000)))
    away = np.abs(ways.in_parts(golden).astype(int) - inked(golden.piece)).max(axis=2)
    # Beside an edge of grain a last bit tells; where ink is cut to pixels it may turn one.
    assert (away > 3).sum() <= 2, f"{golden.name}: parts are not the whole on {(away > 3).sum()} pixels"
    readings.measured(random_brush(rng), pictures(np.random.default_rng(1)))
    pockets.pocket_picture(random_brush(rng), pictures(np.random.default_rng(1)))


def check_number(number: int) -> None:
    """One case by its number: a stroke, or something else that the core computes."""
    rng = np.random.default_rng([20261126, number])
    if number % 2 == 0:
        check(rng)
    else:
        CASES[number // 2 % len(CASES)](rng)
    if number % 20 == 0:
        check_chance(rng)
    if number % SELDOM == SELDOM - 1:
        check_seldom(rng)


def main(cases: int, first: int = 0) -> None:
    """Try so many cases; any fault is an exception that names its number."""
    assert CHECKED and library(), "make the checked library first"
    for number in range(first, first + cases):
        try:
            check_number(number)
        except Exception as fault:
            raise SystemExit(f"case {number}: {type(fault).__name__}: {fault}") from fault
    print(f"{cases} cases, nothing wrong")


if __name__ == "__main__":
    main(*map(int, sys.argv[1:]))
