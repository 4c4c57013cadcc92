"""Strokes in packs, as InkML: those of lanes, and loose ones; and what they have in common with those of sheets."""

import base64
import uuid
from collections.abc import Iterable, Iterator
from itertools import islice
from typing import Any

from acts.actions.perform import Wish
from acts.packing import Reading, Writing
from hollowmist_core.formats import inkml
from hollowmist_core.formats.pack import LaneEntry, PackError
from hollowmist_core.native.sheet import Stroke
from hollowmist_core.proofs import read_samples

from .models import Lane, ProofStroke, RecordedStroke

MOST_SAMPLES, MOST_STROKES = 2**21, 4_000
"""Bytes of samples, and strokes, of one entry: what is more is told by further entries of the same id."""

AT_A_TIME = 400
MOST_LAID = 500
"""Strokes that one act lays into a lane."""

# What all strokes have in common


def portions(strokes: Iterable[RecordedStroke]) -> Iterator[list[RecordedStroke]]:
    """Strokes as entries have them: an empty list where there are none."""
    part: list[RecordedStroke] = []
    size = 0
    for one in strokes:
        if part and (size + len(one.samples) > MOST_SAMPLES or len(part) == MOST_STROKES):
            yield part
            part, size = [], 0
        part.append(one)
        size += len(one.samples)
    yield part


def packed_strokes(writing: Writing, strokes: list, path: str, name: str, beside: Iterable[str]) -> tuple[dict, dict]:
    """What an entry tells of strokes, `beside` what InkML has no words for; and the file that has their traces."""
    drawn = [
        Stroke(read_samples(bytes(one.samples)), one.kind, one.erase, one.seed) for one in strokes if not one.dries
    ]
    rows = [
        {field: _plain(writing, getattr(one, field)) for field in ("id", "drawn_at", *beside, "dries")}
        for one in strokes
    ]
    entry = {"strokes": rows, "file": path if drawn else None}
    return entry, {path: inkml.write(drawn, name)} if drawn else {}


def _plain(writing: Writing, value):
    return writing.id(value) if isinstance(value, uuid.UUID) else value


def traces(reading: Reading, entry: Any) -> Iterator[tuple[Any, dict]]:
    """Strokes of an entry: how it tells each, and the part of an act's body that its trace is."""
    drawn = iter(inkml.read(reading.pack.read(entry.file), as_written=True).strokes if entry.file else [])
    for row in entry.strokes:
        stroke = None if row.dries else next(drawn, None)
        if stroke is None and not row.dries:
            raise PackError("Its strokes are not all in the pack.")
        body = {"drawn_at": row.drawn_at, "size": row.size, "dries": row.dries, "layer": row.layer}
        made = (stroke.kind, stroke.erase, stroke.seed, stroke.samples.tobytes()) if stroke else (0, False, 1, b"")
        body |= dict(zip(("kind", "erase", "seed"), made, strict=False))
        yield row, body | {"samples": base64.b64encode(made[-1]).decode("ascii")}


def keep_traces(
    reading: Reading, table: str, keep: str, back: str, bodies: Iterable[tuple[Any, dict]]
) -> list[uuid.UUID]:
    """Keep strokes that are not there, and put those back that were taken off; returns their ids here."""
    ids: list[uuid.UUID] = []
    bodies = iter(bodies)
    while part := list(islice(bodies, AT_A_TIME)):
        own = reading.own_ids(table, [row.id for row, _ in part])
        existing = reading.existing(table, own)
        new = [Wish(pk, body) for pk, (_, body) in zip(own, part, strict=True) if pk not in existing]
        reading.do(keep, *new)
        off = [str(pk) for pk in own if pk in existing and existing[pk].deleted_at]
        if off:
            reading.do(back, Wish(uuid.uuid4(), {"strokes": off}))
        ids += own
    return ids


# Lanes, and loose strokes

BESIDE = ("brush", "over", "layer", "size")


def write_lanes(writing: Writing) -> None:
    """Write the lanes, and then the loose strokes, where everything goes out."""
    if not writing.everything:
        return
    for lane in writing.in_order(Lane.objects.filter(account=writing.account, deleted_at=None), "position"):
        key = str(writing.id(lane.pk))
        entry = {"id": key, "name": lane.name, "set": lane.set_name, "hidden": lane.hidden}
        _write(writing, lane.strokes, entry, key, lane.name)
    _write(writing, ProofStroke.objects.filter(account=writing.account, lane=None), {}, "loose", "")


def _write(writing: Writing, strokes, about: dict, key: str, name: str) -> None:
    """Write strokes that lie together, where there are any: a lane that has lost all of its own is none."""
    there = writing.in_order(strokes.filter(deleted_at=None), "drawn_at")
    for number, part in enumerate(portions(there), 1):
        if part:
            path = f"lanes/{key}{'' if number == 1 else f'-{number}'}.inkml"
            entry, files = packed_strokes(writing, part, path, name, BESIDE)
            for one in entry["strokes"]:
                one["over"] = _lane_id(one["over"], writing.id)
            writing.put("lanes", about | entry, files)


def _lane_id(over: str, id_of) -> str:
    """The lane over which a stroke was begun: the key of one that ships, or the id of an own one."""
    try:
        return str(id_of(uuid.UUID(over)))
    except ValueError:
        return over


def read_lanes(reading: Reading) -> None:
    """Take in the lanes, after those that there are, and loose strokes, where all of a pack is read."""
    entries = reading.pack.manifest.lanes if reading.wanted is None and not reading.into else []
    reading.own_ids("lanes", [one.id for one in entries if one.id])
    for one in reading.each(entries):
        with reading.attempt("lane", one):
            _read_lane(reading, one)


def _read_lane(reading: Reading, one: LaneEntry) -> None:
    if one.id is None:
        keep_traces(reading, "strokes", "keepStroke", "putStrokesBack", _bodies(reading, one))
        return
    if one.id in reading.stays:
        return
    further = one.id in reading.here["lanes"]
    (lane,) = reading.own_ids("lanes", [one.id])
    if not further:
        # Where its first strokes cannot come in, no others do.
        reading.stays.add(one.id)
        there = reading.existing("lanes", [lane]).get(lane)
        if there and there.deleted_at is None:
            return reading.note("lane", one, "there")
        if there:
            reading.do("putLaneBack", Wish(lane, {}))
    strokes = keep_traces(reading, "strokes", "keepStroke", "putStrokesBack", _bodies(reading, one))
    body = {"name": one.name or "Strokes", "set_name": one.set, "hidden": one.hidden}
    for first in range(0, len(strokes), MOST_LAID):
        laid = [str(pk) for pk in strokes[first : first + MOST_LAID]]
        reading.do("keepLane", Wish(lane, body | {"strokes": laid}))
    reading.here["lanes"][one.id] = lane
    reading.stays.discard(one.id)
    return None if further else reading.note("lane", one, "in")


def _bodies(reading: Reading, one: LaneEntry) -> Iterator[tuple[Any, dict]]:
    for row, body in traces(reading, one):
        brush = row.brush and str(*reading.own_ids("brushes", [row.brush]))
        over = _lane_id(row.over, lambda lane: reading.own_ids("lanes", [lane])[0])
        yield row, body | {"brush": brush, "over": over}
