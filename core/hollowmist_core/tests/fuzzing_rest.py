"""What the fuzz does beside strokes: sources, words, guides, underlays, orders, outlines, and small kernels."""

import numpy as np
from pydantic import ValidationError

from ..documents import recipe
from ..documents.brush import read
from ..documents.sheet import read_sheet
from ..kernels.base import curve, vary
from ..kernels.lettering.guides import GUIDE, RULE, rule_guides, ruled_x_height
from ..kernels.path import choose, fitting, hand, straighten
from ..kernels.source.prepare import figures, recognise
from ..kernels.tiles.order import JOB, ORDERED_LAYER, ORDERED_STROKE, landing_layer, order_ink, swap_inks
from ..kernels.touch import inks, pocket
from ..native.curves import fitted, outlines_of
from ..native.pieces import Piece, Wish, inked_part
from ..native.recipes import follow, measured
from ..native.sheet import prepared
from ..native.words import write
from ..tables.brush_record import LINK
from ..tables.generators import GENERATORS
from ..tables.guides import GUIDES
from ..tables.kinds import CHANNELS
from ..tables.records import POINT, SAMPLE, STATES, STROKE
from ..tables.steps import STEPS
from ..tables.words import WORDS
from ..words.tables import HANDS

LETTERS = "aeimnotklgSKRT&?éñçÅŷ ̧́̂̈̃̌ Ω漢.,’"


def _value(setting, rng):
    """A value at an end of a setting's range, or within."""
    if setting.kind == "number":
        low, high = setting.low, setting.high
        return float(rng.choice([low, high, rng.uniform(low, high)]))
    if setting.kind == "choice":
        return str(rng.choice(setting.choices))
    return bool(rng.integers(2))


def _samples(rng) -> np.ndarray:
    count = int(rng.choice([1, 2, 3, 40, 200]))
    samples = np.zeros(count, SAMPLE)
    for name in SAMPLE.names:
        samples[name] = rng.normal(50, rng.choice([0.0, 30.0]), count)
    samples["t"] = np.arange(count)
    return samples


def _kind(kind, rng) -> dict:
    """A step or a generator with settings at the ends of their ranges."""
    step = {"kind": kind.name}
    for setting in kind.settings:
        if rng.random() < 0.7:
            step[setting.name] = _value(setting, rng)
    return step


def source(rng) -> None:
    """A recipe over a small or a long picture, or over what is generated; its figures, and what it is taken for."""
    makes = str(rng.choice(["shape", "grain"]))
    width, height = (int(one) for one in rng.choice([1, 2, 3, 7, 8, 31, 64, 129], 2))
    if rng.random() < 0.02:
        width, height = (int(one) for one in rng.permutation([1024, 33]))
    original = rng.integers(0, 256, (height, width, 4), dtype=np.uint8)
    start = {"kind": "picture", "channel": str(rng.choice(CHANNELS))}
    if rng.random() < 0.4:
        kind = GENERATORS[rng.integers(len(GENERATORS))]
        start = {**_kind(kind, rng), "side": int(rng.choice([64, 96])), "seed": int(rng.integers(99))}
    steps = [_kind(STEPS[rng.integers(len(STEPS))], rng) for _ in range(int(rng.integers(1, 4)))]
    for step in steps:
        if step["kind"] == "combine":
            step["other"] = "a" * 64
        if step["kind"] == "resize":
            step["side"] = min(step.get("side", 64), 300)
        if step["kind"] == "background" and rng.random() < 0.5:
            step["points"] = rng.random((int(rng.integers(1, 9)), 2)).tolist()
    if rng.random() < 0.3:
        places = rng.uniform(-40, 160, (int(rng.integers(1, 9)), 2)).tolist()
        stroke = {"dx": float(rng.integers(-60, 60)), "dy": float(rng.integers(-60, 60)), "radius": 9.0}
        steps.append({"kind": "mend", "strokes": [{**stroke, "heal": bool(rng.integers(2)), "samples": places}]})
    if rng.random() < 0.2:
        row = [[float(rng.uniform(-20, 90)), float(rng.uniform(-20, 90)), 5.0 * i, 0.7, 1.4, 0.0] for i in range(8)]
        drawn = {"brush": read({"size": 9.0}), "kind": "pen", "erase": bool(rng.integers(2)), "samples": row}
        steps.append({"kind": "draw", "strokes": [drawn]})
    try:
        whole = recipe.read({"start": start, "steps": steps})
    except (ValidationError, ValueError):
        return
    other = rng.integers(0, 256, (int(rng.integers(1, 40)), int(rng.integers(1, 40))), dtype=np.uint8)
    result = follow(whole, makes, original, {"a" * 64: other}.__getitem__)
    assert np.isfinite(result.ink).all(), "ink that is no number"
    measured(result.ink, makes, float(rng.choice([0, 40, 4000])), result.closed)
    figures.print_ink(result.ink.ravel(), 0x1E2A2D, 0xFFFFFF, np.zeros(result.ink.size, np.uint32), result.ink.size)
    pixels = np.ascontiguousarray(original).view(np.uint32).ravel()
    room = np.zeros(width * height, np.float32), np.zeros(recognise.BINS, np.float32)
    recognise.recognise(pixels, width, height, int(rng.choice([0, 1, int(recognise.UNSAID)])), *room)


def words(rng) -> None:
    """A line of letters, marks and what no hand has."""
    text = "".join(rng.choice(list(LETTERS), int(rng.choice([1, 2, 9, 60]))))
    settings = {one.name: _value(one, rng) for one in WORDS if one.name in ("spacing", "alive", "slant")}
    written = write(
        text, str(rng.choice([one[0] for one in HANDS])), (10.0, 50.0), float(rng.choice([1, 40, 900])), **settings
    )
    for stroke in written.strokes:
        assert len(stroke) and np.isfinite(stroke["x"]).all() and (np.diff(stroke["t"]) >= 0).all(), text


def guides(rng) -> None:
    """Guides at the ends of their ranges, noted as far as there is room."""
    record = np.zeros(1, GUIDE)
    for one in GUIDES:
        value = _value(one, rng)
        record[one.name] = one.choices.index(value) if one.kind == "choice" else value
    size = (float(rng.choice([64, 900, 8192])), float(rng.choice([64, 900, 8192])), float(rng.choice([1, 72, 1200])))
    count = rule_guides(record, *size, np.zeros(0, RULE))
    rules = np.zeros(int(rng.choice([0, 7, min(count, 4096)])), RULE)
    assert rule_guides(record, *size, rules) == count, "the count hangs on the room"
    ruled_x_height(record, size[2])


def underlay(rng) -> None:
    """A picture of any proportions below any part of the paper."""
    width, height = (int(one) for one in rng.choice([1, 2, 3, 31, 130, 700], 2))
    picture = rng.integers(0, 256, (height, width, 4), dtype=np.uint8)
    placed = {name: float(rng.uniform(-90, 200)) for name in ("x", "y")}
    more = {"scale": float(rng.choice([0.01, 0.3, 1, 9])), "turn": float(rng.uniform(-180, 180))}
    under = {"picture": "a" * 64, "width": width, "height": height, "mirrored": bool(rng.integers(2)), **placed, **more}
    document = read_sheet({"width": 130, "height": 97, "underlays": [{**under, "tint": rng.choice([None, "#24506e"])}]})
    piece = Piece(document, [], {}, None, {"a" * 64: picture}.__getitem__)
    inked_part(piece, Wish(float(rng.choice([0.5, 1, 3])), under=True), (int(rng.integers(90)), 0), (70, 40))


def order(rng) -> None:
    """Strokes on layers, against the same rule said in another way."""
    strokes = np.zeros(int(rng.integers(0, 30)), ORDERED_STROKE)
    layers = np.zeros(int(rng.integers(1, 9)), ORDERED_LAYER)
    layers["which"] = rng.permutation(8)[: len(layers)]
    layers["look"], layers["lanes"] = rng.integers(0, 4, len(layers)), rng.integers(0, 2, len(layers))
    for name, most in (("layer", 8), ("lane", 2), ("dries", 2)):
        strokes[name] = rng.integers(0, most, len(strokes)) * (rng.random(len(strokes)) < 0.7)
    strokes["look"] = rng.integers(-1, 4, len(strokes))
    jobs = np.zeros(len(strokes) * len(layers), JOB)
    count = order_ink(strokes, layers, jobs)
    there, lowest = set(layers["which"].tolist()), int(layers["which"][0])
    wanted = [
        (int(one["dries"]), i, int(layer["which"]), int(one["look"] if one["look"] >= 0 else layer["look"]))
        for layer in layers
        for i, one in enumerate(strokes)
        if one["dries"]
        or (one["lane"] and layer["lanes"])
        or (not one["lane"] and (int(one["layer"]) if int(one["layer"]) in there else lowest) == layer["which"])
    ]
    assert [tuple(int(part) for part in job) for job in jobs[:count]] == wanted, "another order"
    assert order_ink(strokes, layers, jobs[: count // 2]) == count, "the count hangs on the room"
    assert landing_layer(layers, 9) == lowest
    swap_inks(1, 2, int(rng.integers(2)), np.zeros(2, np.uint32))


def outlines(rng) -> None:
    """Closed lines about any coverage, and curves along them."""
    height, width = (int(one) for one in rng.choice([3, 4, 17, 60], 2))
    cover = np.zeros((height, width), np.float32)
    cover[1:-1, 1:-1] = rng.choice([0.0, 1.0, rng.random()], (height - 2, width - 2))
    found = outlines_of(cover, float(rng.choice([0.3, 0.5, 1.0])))
    for line in found:
        assert (line[0] == line[-1]).all(), "a line that does not close"
        assert np.isfinite(fitted(line, float(rng.choice([0.01, 0.15, 9.0])))).all(), "a curve that is no number"


def small(rng) -> None:
    """The small kernels: straightening, choosing, fitting, curves, colours, chance."""
    samples = _samples(rng)
    count = len(samples)
    straighten.straighten(samples, count, int(rng.integers(3)), samples.copy())
    choose.distance_to_stroke(samples, count, 50.0, 50.0)
    corners = rng.uniform(0, 100, 2 * int(rng.integers(3, 12))).astype(np.float32)
    choose.share_inside(samples, count, corners, len(corners) // 2)
    link = np.zeros(1, LINK)
    link["count"], link["on"], link["high"] = 2, 1, 1.0
    link["x"][0, :2], link["y"][0, :2] = (0, 1), (0, 1)
    for _ in range(int(rng.integers(0, 24))):
        curve.add_node(link, float(rng.random()), float(rng.random()))
        curve.move_node(link, int(rng.integers(int(link["count"][0]))), *rng.random(2))
        if rng.random() < 0.3:
            curve.remove_node(link, int(rng.integers(int(link["count"][0]))))
    curve.trace_link(link, np.zeros(65, np.float32))
    presses = [np.sort(rng.random(int(rng.choice([0, 3, 80])))).astype(np.float32) for _ in range(3)]
    fitting.fit_pen(*presses, link)
    fitting.ready_fitting(link)
    fitting.apply_fitting(link, samples, count)
    hand.input_histogram(np.zeros(16, np.float32), 16, samples, count, int(rng.integers(3)), 3.0)
    hand.widen_reports(np.array([9, -9] * 3, np.float32), samples, count)
    hand.pressure_from_speed(float(rng.random()), 0.5)
    hand.paced(float(rng.normal()), 3.0, 0.0)
    brush = prepared(read({"size": float(rng.choice([1, 2000]))})).record
    hand.trace_hand(brush, np.zeros(STATES, STROKE), samples, count, np.zeros(count, POINT), int(rng.integers(3)))
    pocket.pocket_scale(brush, 60.0)
    pocket.print_scale(brush, 40.0)
    inks.contrast(*(int(one) for one in rng.integers(0, 1 << 24, 2)))
    lch = np.zeros(3, np.float32)
    inks.read_lch(int(rng.integers(1 << 24)), lch)
    inks.colour_of_lch(*lch)
    vary.vary(0.5, 0.0, 1.0, 0, 0.01, 0.4, *(int(one) for one in rng.integers(0, 99, 3)), 0)


CASES = (source, source, words, guides, underlay, order, outlines, small)
