"""Telling: what each reading is, in plain words, and its figures as rows."""

import csv
import io
from dataclasses import dataclass
from typing import Any, NamedTuple

import numpy as np

from ..kernels.measure.causes import FIRST_LINK
from ..kernels.measure.evenness import EVEN
from ..kernels.measure.records import PRESSURES
from ..tables.responses import INPUTS, OUTPUT_BY_NAME, POINTERS
from .brush import links_of
from .causes import CAUSES


@dataclass(frozen=True)
class Reading:
    """One reading.

    Attributes
    ----------
    key, label : str
    station : str
        Where it is set.
    what, how : str
        What it says, and how it was measured.
    """

    key: str
    label: str
    station: str
    what: str
    how: str


READINGS = (
    Reading(
        "even",
        "Even line?",
        "weight",
        "Whether the line stays the same whatever the hand does. Yes when width and darkness vary by 1 % or less.",
        "Straight strokes are inked light to heavy, slow to fast, upright to flat and in four directions; widths and "
        "darkness along all of them are compared. Then each thing that may vary the line is switched off, and on "
        "alone, and measured again.",
    ),
    Reading(
        "width",
        "Width",
        "weight",
        "How thin and how thick the line gets, from the lightest press to the hardest.",
        "A straight stroke is inked at each of nine pressures; its profile is averaged along the stroke, and the "
        "width is taken at half of its darkest.",
    ),
    Reading(
        "edge",
        "Edge",
        "tip",
        "How soft the edge is: the way from nearly nothing to nearly full ink.",
        "On the averaged profile at full press, the distance from 10 % to 90 % of the darkest; both edges averaged.",
    ),
    Reading(
        "ripple",
        "Stamps show",
        "tip",
        "How far the edge swings from stamp to stamp. Above 2 % of the width single stamps show.",
        "The edge's place is taken at every px of a straight stroke without its grain, and folded into one spacing; "
        "the swing is what is left, from its lowest to its highest. The widest spacing is found by halving.",
    ),
    Reading(
        "density",
        "Density",
        "grain",
        "How much of the paper the ink covers inside the stroke, and how much that varies from place to place.",
        "Mean and standard deviation of the coverage in the middle of a straight stroke at full press.",
    ),
    Reading(
        "repeat",
        "Grain repeat",
        "grain",
        "How much the grain looks like itself again further along, and how far on that is. Near 100 % a repeat shows.",
        "The coverage along the stroke is compared with itself moved on; the strongest likeness after the first dip.",
    ),
    Reading(
        "light",
        "Lightness spread",
        "ink",
        "How far apart the lightest and the darkest ink are, where responses drive the colour: 0 % is black, "
        "100 % white, in steps that look alike (OKLab).",
        "Six strokes are inked light to heavy, slow to fast and upright to flat, and the lightness of their ink is "
        "counted; the outermost hundredths are left out.",
    ),
    Reading(
        "fit",
        "Source size",
        "tip",
        "Pixels of the source for each px of ink at the largest size. Below 1 the source is too small, and blurs.",
        "The source's own size, divided by the size at which it is laid.",
    ),
    Reading(
        "tapers",
        "Tapers",
        "weight",
        "How long the line takes to its full width and opacity and back, and how much is left at its very ends.",
        "Width and darkness at every px of a stroke at full press; a taper is over at 98 % of what the middle has.",
    ),
    Reading(
        "steadying",
        "Steadying",
        "line",
        "How much of the tremble is gone, and what that costs: how far the line is behind the pen, and how far corners "
        "are cut.",
        "On the slow, shaky proof stroke and the one with corners: what a path has beyond itself smoothed; the "
        "distance from the pen to the steadied line's end; the distance from the corners drawn to the line.",
    ),
    Reading(
        "cost",
        "Cost",
        "tip",
        "Time that this device needs to ink 1000 px of this stroke.",
        "A straight stroke of 1000 px is inked up to three times; the quickest counts.",
    ),
)


class Row(NamedTuple):
    """One figure: the reading, the kind of pointer or "", what it is of, its value and unit."""

    reading: str
    pointer: str
    of: str
    value: Any
    unit: str


def cause_label(document: dict, cause: int) -> str:
    """A cause of variation in words."""
    if cause < FIRST_LINK:
        return CAUSES[cause].label
    output, name, _ = links_of(document)[cause - FIRST_LINK]
    label = next(one.label for one in INPUTS if one.name == name)
    return f"{label} → {OUTPUT_BY_NAME[output].label.lower()}"


def is_even(record: np.ndarray, kind: int) -> bool:
    """Whether the line is even with a kind of pointer."""
    return bool(max(record["width_varies"][kind], record["dark_varies"][kind]) <= EVEN)


def rows_of(record: np.ndarray, document: dict, cost: float | None = None) -> list[Row]:
    """All figures of a record of readings (one element of dtype READINGS) of a checked brush.

    What makes a line vary is listed by its effect, the largest first. `cost` is `readings.inking_ms` of the brush.
    """
    rows = []
    for kind, pointer in enumerate(POINTERS):
        rows.append(Row("even", pointer, "even line", "yes" if is_even(record, kind) else "no", ""))
        rows.append(Row("even", pointer, "width varies", float(record["width_varies"][kind]), "share"))
        rows.append(Row("even", pointer, "darkness varies", float(record["dark_varies"][kind]), "share"))
        for i in np.argsort(-record["effects"][: record["cause_count"], kind], kind="stable"):
            label = cause_label(document, int(record["causes"][i]))
            rows.append(Row("even", pointer, f"because of {label}", float(record["effects"][i][kind]), "share"))
        for pressure, width in zip(PRESSURES, record["width"][kind], strict=True):
            rows.append(Row("width", pointer, f"at {pressure:.0%} pressure", float(width), "px"))
        for name, unit in (("thinnest", "px"), ("thickest", "px"), ("ratio", "times")):
            rows.append(Row("width", pointer, name, float(record[name][kind]), unit))
        for end in ("start", "end"):
            for of, length, left in (("width", "taper", "point"), ("opacity", "fade", "faint")):
                way, rest = float(record[f"{length}_{end}"][kind]), float(record[f"{left}_{end}"][kind])
                rows.append(Row("tapers", pointer, f"{end} taper of {of}", way, "px"))
                rows.append(Row("tapers", pointer, f"{of} left at {end}", rest, "share"))
    plain = (
        ("edge", "softness", "10 % to 90 %", "px"),
        ("ripple", "ripple", "swing of the edge", "share"),
        ("ripple", "widest_spacing", "widest spacing", "share"),
        ("density", "density", "mean coverage", "share"),
        ("density", "texture", "its variation", "share"),
        ("repeat", "repeat", "likeness", "share"),
        ("repeat", "repeat_px", "distance", "px"),
        ("light", "darkest", "darkest", "share"),
        ("light", "lightest", "lightest", "share"),
        ("light", "light_spread", "lightness spread", "share"),
        ("fit", "shape_fit", "shape", "px per px"),
        ("fit", "grain_fit", "grain", "px per px"),
        ("steadying", "wobble", "wobble taken out", "share"),
        ("steadying", "lag_px", "lag", "px"),
        ("steadying", "lag_ms", "lag", "ms"),
        ("steadying", "rounding", "corner rounding", "px"),
    )
    # Below zero there is nothing to read: no grain, no source.
    rows += [Row(key, "", of, float(record[name]), unit) for key, name, of, unit in plain if record[name] >= 0]
    if cost is not None:
        rows.append(Row("cost", "", "1000 px of ink", cost, "ms"))
    return rows


def as_csv(rows: list[Row]) -> str:
    """Rows as CSV (RFC 4180) with a heading."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(Row._fields)
    for row in rows:
        value = f"{row.value:.5g}" if isinstance(row.value, float) else row.value
        writer.writerow([row.reading, row.pointer, row.of, value, row.unit])
    return out.getvalue()
