"""The guides of a sheet as lines, for files."""

import numpy as np
from PIL import Image, ImageDraw

from ..kernels.lettering.guides import GUIDE, KINDS, MOST_RULES, RULE, rule_guides
from ..tables.guides import GUIDES

GUIDE_MM = 0.15
"""How wide guides are drawn in files, mm."""

GUIDE_INKS = {kind: ("#b4532a" if kind == "fan" else "#2f6f62", 0.3 if kind == "grid" else 0.6) for kind in KINDS}
"""Colour and opacity of guides in files, by their kinds."""


def ruled(document: dict) -> list[tuple[str, float, float, float, float]]:
    """The lines of a sheet's guides: kind, and both ends, sheet px.

    Raises
    ------
    ValueError
        They are more than `MOST_RULES`.
    """
    record = np.zeros(1, GUIDE)
    for setting in GUIDES:
        value = document["guides"][setting.name]
        record[setting.name] = setting.choices.index(value) if setting.kind == "choice" else value
    size = (document["width"], document["height"], document["dpi"])
    count = rule_guides(record, *size, np.zeros(0, RULE))
    if count > MOST_RULES:
        raise ValueError(f"these guides have {count} lines; up to {MOST_RULES} can be ruled. Set them farther apart")
    rules = np.zeros(count, RULE)
    rule_guides(record, *size, rules)
    return [
        (KINDS[one["kind"]], float(one["x0"]), float(one["y0"]), float(one["x1"]), float(one["y1"])) for one in rules
    ]


def with_guides(pixels: np.ndarray, document: dict, scale: float) -> np.ndarray:
    """A sheet's pixels, straight RGBA, with its guides drawn over them."""
    picture = Image.fromarray(pixels)
    width = max(1, round(GUIDE_MM / 25.4 * document["dpi"] * scale))
    for kind, *ends in ruled(document):
        ink, opacity = GUIDE_INKS[kind]
        box = [end * scale for end in ends]
        left, top = (int(min(box[k], box[k + 2])) - width - 1 for k in (0, 1))
        size = tuple(int(abs(box[k + 2] - box[k])) + 2 * width + 3 for k in (0, 1))
        line = Image.new("RGBA", size, f"{ink}00")
        ends_here = [at - (left, top)[k % 2] for k, at in enumerate(box)]
        ImageDraw.Draw(line).line(ends_here, fill=f"{ink}{round(255 * opacity):02x}", width=width)
        there = (max(0, left), max(0, top))
        picture.alpha_composite(line, there, (there[0] - left, there[1] - top))
    return np.asarray(picture)
