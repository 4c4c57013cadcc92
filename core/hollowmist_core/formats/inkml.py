"""InkML: strokes read from and written to the W3C's Ink Markup Language (Recommendation of 20 September 2011).

A document's traces become strokes of samples. What a trace does not tell is assumed, and each assumption is said.
"""

import math
from dataclasses import dataclass, field
from xml.etree import ElementTree

import numpy as np
from defusedxml import DefusedXmlException
from defusedxml.ElementTree import fromstring

from ..native.sheet import Stroke
from ..proofs import LANES_AREA
from ..tables.records import SAMPLE
from ..tables.responses import POINTERS
from .traces import Channel, InkMLError, column_as_text, columns_of

NAMESPACE = "http://www.w3.org/2003/InkML"
MOST_BYTES = 20_000_000
MOST_TRACES = 200
APART = 5.0
"""Time between samples, ms, where a trace does not tell it."""

USUAL_PRESSURE = 0.5
PX_PER_INCH = 96.0
"""Of lengths in real units, as CSS has it."""

_PX = {
    "px": 1.0,
    "dev": 1.0,
    "in": PX_PER_INCH,
    "cm": PX_PER_INCH / 2.54,
    "mm": PX_PER_INCH / 25.4,
    "pt": PX_PER_INCH / 72,
}
_MS = {"ms": 1.0, "s": 1000.0, "dev": 1.0}
_ANGLES = {"rad": 1.0, "deg": math.pi / 180.0, "dev": math.pi / 180.0}
_KNOWN = {"X", "Y", "T", "F", "OA", "OE", "OR", "OTx", "OTy"}
_WRITTEN = (
    ("X", "dev", "x"),
    ("Y", "dev", "y"),
    ("T", "ms", "t"),
    ("F", "dev", "pressure"),
    ("OE", "rad", "altitude"),
    ("OA", "rad", "azimuth"),
    ("OR", "rad", "twist"),
)


AS_THEY_ARE = "as they are"
"""Says that a trace's values are samples to the last bit."""


@dataclass
class Reading:
    """What a document came to: its strokes, its name, and what was assumed, each in a sentence."""

    strokes: list[Stroke] = field(default_factory=list)
    name: str = ""
    assumed: list[str] = field(default_factory=list)

    def assume(self, sentence: str) -> None:
        """Note an assumption once."""
        if sentence not in self.assumed:
            self.assumed.append(sentence)


def write(strokes: list[Stroke], name: str = "") -> bytes:
    """Strokes as an InkML document; read again they have the same samples to the last bit.

    Examples
    --------
    >>> dot = np.array([(1, 2, 0, 0.5, 1.5, 0, 0)], SAMPLE)
    >>> read(write([Stroke(dot)])).strokes[0].samples["pressure"].tolist()
    [0.5]
    """
    ElementTree.register_namespace("", NAMESPACE)
    root = ElementTree.Element(f"{{{NAMESPACE}}}ink")
    if name:
        _annotate(root, "name", name)
    definitions = _child(root, "definitions")
    form = _child(definitions, "traceFormat", {"{http://www.w3.org/XML/1998/namespace}id": "hand"})
    for channel, units, _ in _WRITTEN:
        bounds = {"min": "0", "max": "1"} if channel == "F" else {}
        _child(form, "channel", {"name": channel, "type": "decimal", "units": units, **bounds})
    _child(definitions, "context", {"{http://www.w3.org/XML/1998/namespace}id": "sheet", "traceFormatRef": "#hand"})
    for stroke in strokes:
        group = _child(root, "traceGroup", {"contextRef": "#sheet"})
        _annotate(group, "pointer", POINTERS[stroke.kind])
        if _is_unusual(stroke.samples):
            _annotate(group, "samples", AS_THEY_ARE)
        if stroke.erase:
            _annotate(group, "act", "erase")
        _annotate(group, "seed", str(stroke.seed))
        trace = _child(group, "trace")
        trace.text = ", ".join(
            map(" ".join, zip(*(column_as_text(stroke.samples[name]) for _, _, name in _WRITTEN), strict=True))
        )
    return ElementTree.tostring(root, encoding="utf-8", xml_declaration=True)


def _is_unusual(samples: np.ndarray) -> bool:
    """Whether reading would bring samples to what is usual: times from 0, pressures 0..1, a tilt that is told."""
    if not len(samples):
        return False
    pressure = samples["pressure"]
    lean = np.concatenate([samples[name] for name in ("altitude", "azimuth", "twist")])
    return bool(samples["t"][0] != 0 or pressure.min() < 0 or pressure.max() > 1 or not np.isfinite(lean).all())


def _child(parent, name, attributes=None):
    return ElementTree.SubElement(parent, f"{{{NAMESPACE}}}{name}", attributes or {})


def _annotate(parent, kind, text):
    _child(parent, "annotation", {"type": kind}).text = text


def read(data: bytes, as_written: bool = False) -> Reading:
    """Strokes from an InkML document; `as_written` leaves them where they lie, however many there are.

    Missing channels are assumed and said: 5 ms between samples, half a press, an upright pen. Unknown channels are
    left out. Lengths in real units count 96 px to the inch; strokes that lie beyond the proof sheet are brought onto
    it.

    Raises
    ------
    InkMLError
        Not InkML, too large, no traces, a point with a wrong count of values, a value that is no number, or a
        pressure below zero.
    """
    root = _parsed(data)
    found = Reading(name=_annotation(root, "name")[:80])
    traces = list(_traces(root))
    if not traces:
        raise InkMLError("this InkML document has no traces; draw something before it is saved, or choose another")
    if len(traces) > MOST_TRACES and not as_written:
        raise InkMLError(f"{len(traces)} traces are more than the {MOST_TRACES} that a lane holds; split the file")
    for number, (trace, group) in enumerate(traces, 1):
        channels = _format_of(root, trace, group)
        exact = group is not None and _annotation(group, "samples") == AS_THEY_ARE
        columns = columns_of(trace.text or "", channels, number, exact)
        kind = _annotation(group, "pointer") if group is not None else ""
        samples = _exact(columns, channels) if exact else None
        samples = _samples(columns, channels, number, found) if samples is None else samples
        erase = group is not None and _annotation(group, "act") == "erase"
        seed = _seed(_annotation(group, "seed") if group is not None else "", number)
        found.strokes.append(Stroke(samples, POINTERS.index(kind) if kind in POINTERS else 0, erase, seed))
    if not as_written:
        _bring_onto_sheet(found)
    return found


def _seed(text: str, number: int) -> int:
    """The seed of a trace; one that says none, or none that can be, gets the trace's number."""
    return int(text) if text.isdecimal() and int(text) < 2**31 else number


def _parsed(data: bytes):
    if not data.strip():
        raise InkMLError("the file is empty; save it anew as InkML")
    if len(data) > MOST_BYTES:
        raise InkMLError(f"the file has {len(data) / 1e6:.0f} MB; up to {MOST_BYTES / 1e6:.0f} MB are read. Split it")
    try:
        root = fromstring(data, forbid_dtd=True)
    except DefusedXmlException:
        raise InkMLError(
            "the file declares entities or a document type, which are not read; save it as plain InkML"
        ) from None
    except (ElementTree.ParseError, ValueError) as error:
        raise InkMLError(f"the file is not XML ({error}); save it as InkML") from None
    if _local(root) != "ink":
        raise InkMLError(f"the file is <{_local(root)[:40]}>, not InkML, which begins with <ink>")
    return root


def _local(element) -> str:
    return str(element.tag).rsplit("}", 1)[-1]


def _annotation(element, kind: str) -> str:
    for child in element:
        if _local(child) == "annotation" and child.get("type") == kind:
            return (child.text or "").strip()
    return ""


def _traces(root):
    """All traces in order, each with the group right above it."""
    for element in root.iter():
        for child in element:
            if _local(child) == "trace":
                yield child, element if _local(element) == "traceGroup" else None


def _by_id(root, reference: str | None):
    if not reference or not reference.startswith("#"):
        return None
    for element in root.iter():
        if element.get("{http://www.w3.org/XML/1998/namespace}id") == reference[1:]:
            return element
    return None


def _format_of(root, trace, group) -> list[Channel]:
    """Channels of a trace: of the context it names, else of the first format there is, else X and Y."""
    reference = trace.get("contextRef") or (group.get("contextRef") if group is not None else None)
    context = _by_id(root, reference)
    form = None
    while context is not None and form is None:
        form = next((one for one in context.iter() if _local(one) == "traceFormat"), None)
        form = form if form is not None else _by_id(root, context.get("traceFormatRef"))
        context = None if form is not None else _by_id(root, context.get("inkSourceRef"))
    if form is None:
        form = next((one for one in root.iter() if _local(one) == "traceFormat"), None)
    channels = [_channel(one) for one in form.iter() if _local(one) == "channel"] if form is not None else []
    return channels or [Channel("X", "dev"), Channel("Y", "dev")]


def _channel(element) -> Channel:
    def bound(name):
        try:
            return float(element.get(name))
        except (TypeError, ValueError):
            return None

    return Channel(element.get("name", ""), element.get("units", "dev"), bound("min"), bound("max"))


def _exact(columns: np.ndarray, channels: list[Channel]) -> np.ndarray | None:
    """The samples of a trace whose values are these to the last bit; None where its format is another one."""
    if [(one.name, one.units) for one in channels] != [(name, units) for name, units, _ in _WRITTEN]:
        return None
    samples = np.zeros(len(columns), SAMPLE)
    for i, (_, _, name) in enumerate(_WRITTEN):
        samples[name] = columns[:, i]
    return samples


def _samples(values: np.ndarray, channels: list[Channel], number: int, found: Reading) -> np.ndarray:
    column = {channel.name: values[:, i] for i, channel in enumerate(channels)}
    by_name = {channel.name: channel for channel in channels}
    if "X" not in column or "Y" not in column:
        raise InkMLError(f"trace {number} has no X or no Y; a stroke needs both")
    for name in sorted(set(column) - _KNOWN):
        found.assume(f"The channel {name[:20]!r} is not known here, and was left out.")
    samples = np.zeros(len(values), SAMPLE)
    for name in ("X", "Y"):
        samples[name.lower()] = column[name] * _PX.get(by_name[name].units, 1.0)
    if "T" in column:
        t = (column["T"] - column["T"][0]) * _MS.get(by_name["T"].units, 1.0)
        if np.any(np.diff(t) < 0):
            found.assume("Where time goes back, it was held.")
            t = np.maximum.accumulate(t)
        samples["t"] = t
    else:
        found.assume(f"No times are told: samples count as {APART:g} ms apart.")
        samples["t"] = APART * np.arange(len(values))
    samples["pressure"] = _pressures(column.get("F"), by_name.get("F"), number, found)
    _lean(samples, column, by_name, found)
    return samples


def _pressures(force, channel: Channel | None, number: int, found: Reading):
    if force is None or channel is None:
        found.assume(f"No pressure is told: it counts as {USUAL_PRESSURE:.0%}.")
        return USUAL_PRESSURE
    low = channel.low or 0.0
    if np.any(force < low):
        at = int(np.argmax(force < low))
        raise InkMLError(
            f"trace {number}, point {at + 1}: the pressure is {force[at]:g}, below {low:g}; pressures count from there"
        )
    most = channel.high
    if most is None:
        most = 1.0 if force.max() <= 1.0 else float(force.max())
        if most > 1.0:
            found.assume(f"Full pressure is not told: the hardest there is, {most:g}, counts as full.")
    return np.clip((force - low) / max(1e-9, most - low), 0.0, 1.0)


def _lean(samples, column, by_name, found: Reading) -> None:
    upright = math.pi / 2
    samples["altitude"] = upright
    if "OTx" in column and "OTy" in column and "OE" not in column:
        # Tilt to altitude and azimuth, as W3C Pointer Events Level 3 has it.
        tx = np.tan(column["OTx"] * _ANGLES.get(by_name["OTx"].units, 1.0))
        ty = np.tan(column["OTy"] * _ANGLES.get(by_name["OTy"].units, 1.0))
        samples["azimuth"] = np.mod(np.arctan2(ty, tx), 2 * math.pi)
        samples["altitude"] = np.arctan2(1.0, np.hypot(tx, ty))
    elif "OE" in column:
        samples["altitude"] = column["OE"] * _ANGLES.get(by_name["OE"].units, 1.0)
    else:
        found.assume("No tilt is told: the pen counts as upright.")
    for name, target in (("OA", "azimuth"), ("OR", "twist")):
        if name in column:
            samples[target] = column[name] * _ANGLES.get(by_name[name].units, 1.0)


def _bring_onto_sheet(found: Reading) -> None:
    """Strokes beyond the part of the proof sheet that is seen are moved, and shrunk if need be."""
    x = np.concatenate([stroke.samples["x"] for stroke in found.strokes]).astype(float)
    y = np.concatenate([stroke.samples["y"] for stroke in found.strokes]).astype(float)
    width, height = LANES_AREA
    if x.min() >= 0 and y.min() >= 0 and x.max() <= 2 * width and y.max() <= 2 * height:
        return
    times = min(1.0, 0.9 * width / max(1.0, np.ptp(x)), 0.9 * height / max(1.0, np.ptp(y)))
    found.assume(f"The strokes lay beyond the sheet: they were moved, at {times:.0%} of their size.")
    left, top = x.min(), y.min()
    for stroke in found.strokes:
        stroke.samples["x"] = (stroke.samples["x"] - left) * times + 0.05 * width
        stroke.samples["y"] = (stroke.samples["y"] - top) * times + 0.05 * height
